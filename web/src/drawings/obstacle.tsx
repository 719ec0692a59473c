import type { Reach } from "../api/client";
import { phrase } from "../words/phrase";

type Kind = NonNullable<Reach["obstacles"]>[number]["kind"];
type Props = {
  kind: Kind;
  x0: number;
  x1: number;
  bed: number;
  surface: number;
  /** The lowest of the drawing. */
  floor: number;
  rise: number;
};

/** px its name takes; in a narrower stretch it is written down the water. */
const NAME_WIDTH = 60;

/** Something a fly can be lost to, in section. */
export function Obstacle({ kind, x0, x1, bed, surface, floor, rise }: Props) {
  const width = x1 - x0;
  const middle = x0 + width / 2;
  const upright = width > NAME_WIDTH;
  const foot = Math.min(bed + 60, floor);
  if (kind === "boulder") {
    return (
      <path
        d={`M${x0} ${foot} V${bed} Q${x0 + width * 0.1} ${bed - rise * 1.2} ${x0 + width * 0.55} ${bed - rise} T${x1} ${bed} V${foot} Z`}
        fill="var(--bed-edge)"
        stroke="var(--bed-ink)"
        strokeWidth={1}
      />
    );
  }
  if (kind === "left alone") {
    return (
      <g>
        <rect x={x0} y={surface} width={width} height={bed - surface} fill="var(--sheet)" fillOpacity={0.55} />
        <path
          d={`M${x0} ${surface} V${bed} M${x1} ${surface} V${bed}`}
          stroke="var(--float)"
          strokeWidth={1.5}
          strokeDasharray="5 4"
        />
        <text
          x={middle}
          y={upright ? surface + 14 : surface + 8}
          textAnchor={upright ? "middle" : "start"}
          transform={upright ? undefined : `rotate(90 ${middle} ${surface + 8})`}
          dominantBaseline={upright ? undefined : "middle"}
          fontSize={11}
          fill="var(--float)"
        >
          {phrase("left alone")}
        </text>
      </g>
    );
  }
  if (kind === "undercut") {
    return (
      <path
        d={`M${x0} ${bed} V${bed - rise} Q${x0 + width / 2} ${bed - rise * 1.15} ${x1} ${bed - rise} V${bed} Q${x0 + width / 2} ${bed - rise * 0.5} ${x0} ${bed} Z`}
        fill="var(--bed-ink)"
        fillOpacity={0.45}
        stroke="var(--bed-ink)"
        strokeWidth={1}
      />
    );
  }
  if (kind === "branch") {
    return (
      <path
        d={`M${x0} ${surface - 18} L${x1} ${surface - 4} M${x0 + width * 0.4} ${surface - 12} l${width * 0.1} ${rise + 12} M${x0 + width * 0.7} ${surface - 8} l${width * 0.06} ${rise * 0.7 + 8}`}
        fill="none"
        stroke="var(--bed-ink)"
        strokeWidth={2.4}
        strokeLinecap="round"
      />
    );
  }
  if (kind === "snag") {
    return (
      <path
        d={`M${x0} ${bed} L${x1} ${bed - rise} M${x0 + width * 0.4} ${bed - rise * 0.4} l${width * 0.05} ${-rise * 0.5} M${x0 + width * 0.7} ${bed - rise * 0.7} l${width * 0.12} ${rise * 0.15}`}
        fill="none"
        stroke="var(--bed-ink)"
        strokeWidth={3}
        strokeLinecap="round"
      />
    );
  }
  const blades = Math.max(3, Math.min(40, Math.round(width / 7)));
  const paths = Array.from({ length: blades }, (_, k) => {
    const x = x0 + (width * (k + 0.5)) / blades;
    const tall = rise * (0.7 + 0.3 * ((k * 37) % 10) * 0.1);
    return `M${x.toFixed(1)} ${bed + 2} q4 ${(-tall / 2).toFixed(1)} 9 ${(-tall).toFixed(1)}`;
  });
  return <path d={paths.join(" ")} fill="none" stroke="var(--mat-flyline)" strokeWidth={2} strokeLinecap="round" />;
}
