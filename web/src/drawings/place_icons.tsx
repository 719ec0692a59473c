import { phrase } from "../words/phrase";

/** Our own 22 px strokes for the places. */
const frame = {
  width: 22,
  height: 22,
  viewBox: "0 0 22 22",
  fill: "none",
  stroke: "currentColor",
  strokeWidth: 1.7,
  strokeLinecap: "round",
  strokeLinejoin: "round",
  "aria-hidden": true,
} as const;

export function RigIcon() {
  return (
    <svg {...frame}>
      <title>{phrase("Rig")}</title>
      <path d="M2 5h9c3 0 4 3 4 6v2" />
      <circle cx="15" cy="15.5" r="2.2" />
      <path d="M8.5 5v4" />
      <circle cx="8.5" cy="10.6" r="1.5" />
    </svg>
  );
}

export function WaterIcon() {
  return (
    <svg {...frame}>
      <title>{phrase("Water")}</title>
      <path d="M2 5h18" />
      <path d="M2 9c4 0 4 8 9 8s5-8 9-8" />
    </svg>
  );
}

export function TieIcon() {
  return (
    <svg {...frame}>
      <title>{phrase("Tie")}</title>
      <path d="M2 15c5 0 6-9 10.5-9 3 0 3.5 5 .5 6-3.5 1-6-3-3-6" />
      <path d="M13 12c2 2 4 2.5 7 2.5" />
    </svg>
  );
}

export function TackleIcon() {
  return (
    <svg {...frame}>
      <title>{phrase("Tackle")}</title>
      <circle cx="8" cy="11" r="5.5" />
      <circle cx="8" cy="11" r="1.6" />
      <path d="M13.5 11c2.5 0 2.5-5 6-5" />
      <path d="M16 16.5h4" />
    </svg>
  );
}

export function FishIcon() {
  return (
    <svg {...frame}>
      <title>{phrase("Fish")}</title>
      <path d="M3 4h16" />
      <path d="M6 4c1 5 3 9 7 11" />
      <circle cx="13.5" cy="15.5" r="2" />
      <path d="M3 19h16" />
    </svg>
  );
}

export function LearnIcon() {
  return (
    <svg {...frame}>
      <title>{phrase("Learn")}</title>
      <path d="M3 3v16h16" />
      <path d="M6 14l4-4 3 3 5-7" />
      <circle cx="10" cy="10" r="1.2" />
    </svg>
  );
}
