/** Each role has its own stroke, so that colour is never alone. */
const STYLE: Record<string, { ink: string; dash: string }> = {
  point: { ink: "var(--track-point)", dash: "" },
  tail: { ink: "var(--track-point)", dash: "7 3 1 3" },
  dropper: { ink: "var(--track-dropper)", dash: "1.5 5" },
  shot: { ink: "var(--soft)", dash: "2 3" },
  bead: { ink: "var(--soft)", dash: "6 2" },
  "top dropper": { ink: "var(--track-top)", dash: "8 5" },
  float: { ink: "var(--track-top)", dash: "3 3" },
  "dry fly": { ink: "var(--track-top)", dash: "" },
};

export const styleOf = (role: string) => STYLE[role] ?? { ink: "var(--track-point)", dash: "" };
