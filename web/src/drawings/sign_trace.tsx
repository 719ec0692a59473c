import type { UnitSystem } from "../api/client";
import { number } from "../model/format";
import { phrase } from "../words/phrase";

const EVERY_S = 0.2;
const HEIGHT = 44;
/** How much closer the dots lie once it has stopped. */
const SLOWED = 0.12;
const AFTER = 5;

type Props = { stops: number; seconds: number; width: number; system: UnitSystem };

/** What is seen of a sighter or a float: a dot each fifth of a second, evenly on, until it stops. */
export function SignTrace({ stops, seconds, width, system }: Props) {
  const left = 12;
  const step = ((width - 2 * left) * EVERY_S) / seconds;
  const before = Math.round(stops / EVERY_S);
  const at = (k: number) => left + (Math.min(k, before) + Math.max(k - before, 0) * SLOWED) * step;
  const dots = Array.from({ length: before + AFTER + 1 }, (_, k) => k);
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={phrase("It moves on evenly, and stops at {stops} seconds", { stops: number(system, stops, 1) })}
    >
      <line x1={left} x2={width - left} y1={14} y2={14} stroke="var(--rule)" />
      {dots.map((k) => (
        <circle key={k} cx={at(k)} cy={14} r={k > before ? 5 : 3} fill={k > before ? "var(--float)" : "var(--ink)"} />
      ))}
      <text
        x={Math.min(at(before), width - 30)}
        y={38}
        textAnchor="middle"
        className="figure"
        fontSize={13}
        fill="var(--ink)"
      >
        {number(system, stops, 1)} s
      </text>
    </svg>
  );
}
