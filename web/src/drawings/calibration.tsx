import { scaleLinear } from "@visx/scale";
import type { Season } from "../api/client";
import { phrase } from "../words/phrase";

const SIZE = 300;
const LEFT = 44;
const BOTTOM = 34;
const TOP = 10;

/** What was said against what came: a point for each part of the predictions, with what so many drifts may show. */
export function Calibration({ predicted }: { predicted: Season["predicted"] }) {
  const x = scaleLinear({ domain: [0, 1], range: [LEFT, SIZE - 10] });
  const y = scaleLinear({ domain: [0, 1], range: [SIZE - BOTTOM, TOP] });
  const ticks = [0, 0.2, 0.4, 0.6, 0.8, 1];
  return (
    <svg
      role="img"
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="block w-full max-w-[22rem]"
      aria-label={phrase("Said against seen")}
    >
      <rect
        x={LEFT}
        y={TOP}
        width={SIZE - 10 - LEFT}
        height={SIZE - BOTTOM - TOP}
        fill="var(--sheet)"
        stroke="var(--rule)"
      />
      <path d={`M${x(0)} ${y(0)}L${x(1)} ${y(1)}`} stroke="var(--soft)" strokeDasharray="5 4" />
      {ticks.map((t) => (
        <g key={t} fill="var(--ink)" fontSize={11}>
          <text x={x(t)} y={SIZE - BOTTOM + 14} textAnchor="middle" className="mono">
            {t * 10}
          </text>
          <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" className="mono">
            {t * 10}
          </text>
        </g>
      ))}
      <text x={(LEFT + SIZE) / 2} y={SIZE - 4} textAnchor="middle" fontSize={12} fill="var(--ink)">
        {phrase("said to touch, of 10")}
      </text>
      <text
        x={12}
        y={SIZE / 2 - 10}
        textAnchor="middle"
        fontSize={12}
        fill="var(--ink)"
        transform={`rotate(-90 12 ${SIZE / 2 - 10})`}
      >
        {phrase("touched, of 10")}
      </text>
      {predicted.map((p) => (
        <g key={p.said}>
          <path d={`M${x(p.said)} ${y(p.low)}V${y(p.high)}`} stroke="var(--ink)" strokeWidth={2} />
          <circle
            cx={x(p.said)}
            cy={y(p.seen)}
            r={4 + Math.min(Math.sqrt(p.drifts) / 2, 6)}
            fill="var(--bead)"
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
        </g>
      ))}
    </svg>
  );
}
