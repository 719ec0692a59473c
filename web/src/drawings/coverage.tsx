import { phrase } from "../words/phrase";

type Cell = { lane: string; step: number; drifts: number; takes: number };
type Props = { lanes: readonly string[]; covered: readonly Cell[]; lane: string; step: number; width: number };

const ROW = 30;
const LEFT = 44;
const STEPS = 6;

/** Lanes by steps of the reach, with the drifts in each and a fish where one took; where one stands is framed. */
export function Coverage({ lanes, covered, lane, step, width }: Props) {
  const first = step - STEPS + 2;
  const cell = (width - LEFT) / STEPS;
  const rows = [...lanes].reverse();
  const total = covered.reduce((sum, c) => sum + c.drifts, 0);
  return (
    <svg
      role="img"
      viewBox={`0 0 ${width} ${rows.length * ROW + 4}`}
      className="block w-full shrink-0"
      aria-label={phrase("Where you have been: {total} drifts; now {lane}, step {step}", { total, lane, step })}
    >
      {rows.map((name, r) => (
        <g key={name}>
          <text x={LEFT - 6} y={r * ROW + ROW / 2 + 6} textAnchor="end" fontSize={12} fill="var(--ink)">
            {name}
          </text>
          {Array.from({ length: STEPS }, (_, k) => first + k).map((s, k) => {
            const there = covered.find((c) => c.lane === name && c.step === s);
            const n = there?.drifts ?? 0;
            const mine = name === lane && s === step;
            return (
              <g key={s}>
                <rect
                  x={LEFT + k * cell + 1}
                  y={r * ROW + 2}
                  width={cell - 2}
                  height={ROW - 2}
                  fill={n ? "var(--water-deep)" : "var(--water-top)"}
                  opacity={n ? Math.min(0.35 + n * 0.08, 1) : 1}
                  stroke={mine ? "var(--float)" : "none"}
                  strokeWidth={mine ? 2.5 : 0}
                />
                {n ? (
                  <text
                    x={LEFT + k * cell + 6}
                    y={r * ROW + ROW / 2 + 6}
                    fontSize={12}
                    className="mono"
                    fill="var(--ink)"
                  >
                    {n}
                  </text>
                ) : null}
                {there?.takes ? (
                  <Fish x={LEFT + (k + 1) * cell - 26} y={r * ROW + ROW / 2 + 1} count={there.takes} />
                ) : null}
              </g>
            );
          })}
        </g>
      ))}
    </svg>
  );
}

function Fish({ x, y, count }: { x: number; y: number; count: number }) {
  return (
    <g fill="var(--ink)">
      <path d={`M${x} ${y}c4-5 11-5 14 0l4-3v6l-4-3c-3 5-10 5-14 0z`} />
      {count > 1 ? (
        <text x={x + 4} y={y + 15} fontSize={9} className="mono">
          {count}
        </text>
      ) : null}
    </g>
  );
}
