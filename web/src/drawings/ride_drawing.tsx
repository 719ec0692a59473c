import type { Reach, RideView } from "../api/client";
import { styleOf } from "./track_style";

type Props = {
  rides: readonly RideView[];
  /** As they rode before something was changed: drawn thin under the others. */
  before?: readonly RideView[] | undefined;
  water: Reach;
  head: string;
  width: number;
  height: number;
  name: string;
};

const AIR = 22;
const BED = 10;

/** A rig in the water, small: how every fly rides through a drift, with the band that eight of ten drifts keep to. */
export function RideDrawing({ rides, before, water, head, width, height, name }: Props) {
  const floor = height - BED;
  const deepest = Math.max(
    water.depth_m,
    ...[...rides, ...(before ?? [])].flatMap((r) => r.p90_mm.map((mm) => mm / 1000)),
  );
  const y = (m: number) => AIR + ((floor - AIR) * Math.min(Math.max(m, 0), deepest)) / deepest;
  const { zone } = water;
  const fromBed = (zone.datum ?? "bed") === "bed";
  const top = fromBed ? water.depth_m - zone.high_m : zone.low_m;
  const end = fromBed ? water.depth_m - zone.low_m : zone.high_m;
  const across = width * 0.94;
  const x = (i: number, n: number) => width * 0.03 + (across * i) / Math.max(n - 1, 1);
  const line = (depths: readonly number[]) =>
    depths.map((mm, i) => `${i ? "L" : "M"}${x(i, depths.length).toFixed(1)} ${y(mm / 1000).toFixed(1)}`).join("");
  const area = (low: readonly number[], high: readonly number[]) =>
    `${line(low)}${[...high]
      .map((mm, i) => ({ mm, i }))
      .reverse()
      .map(({ mm, i }) => `L${x(i, high.length).toFixed(1)} ${y(mm / 1000).toFixed(1)}`)
      .join("")}Z`;
  const at = 0.7;
  const held = width * 0.03 + across * (at + 0.05);
  const here = rides.map((r) => {
    const i = Math.round((r.p50_mm.length - 1) * at);
    return { ride: r, cx: x(i, r.p50_mm.length), cy: y((r.p50_mm[i] ?? 0) / 1000) };
  });
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={name}
      className="block h-auto w-full sm:w-auto"
    >
      <rect x={0} y={AIR} width={width} height={floor - AIR} fill="var(--water-top)" />
      <rect
        x={0}
        y={(AIR + floor) / 2}
        width={width}
        height={(floor - AIR) / 2}
        fill="var(--water-deep)"
        opacity={0.5}
      />
      <rect x={0} y={y(top)} width={width} height={Math.max(y(end) - y(top), 1)} fill="var(--zone)" opacity={0.45} />
      <line x1={0} x2={width} y1={AIR} y2={AIR} stroke="var(--ink)" />
      <rect x={0} y={floor} width={width} height={BED} fill="var(--bed)" />
      {(before ?? []).map((r) => (
        <path key={`before ${r.id}`} d={line(r.p50_mm)} fill="none" stroke="var(--ink)" strokeDasharray="2 2" />
      ))}
      {rides.map((r) => (
        <path key={`band ${r.id}`} d={area(r.p10_mm, r.p90_mm)} fill={styleOf(r.role).ink} opacity={0.16} />
      ))}
      {rides.map((r) => (
        <path
          key={r.id}
          d={line(r.p50_mm)}
          fill="none"
          stroke={styleOf(r.role).ink}
          strokeWidth={1.6}
          strokeDasharray={styleOf(r.role).dash}
        />
      ))}
      <path
        d={[
          `M${held} ${head === "held" ? 3 : AIR}`,
          ...[...here].sort((a, b) => a.cy - b.cy).map((h) => `L${h.cx} ${h.cy}`),
        ].join("")}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={0.8}
      />
      {head === "float" || head === "dry fly" ? (
        <circle cx={held} cy={AIR} r={5} fill="var(--float)" stroke="var(--ink)" />
      ) : null}
      {head === "held" ? <line x1={held} x2={held} y1={0} y2={AIR - 4} stroke="var(--float)" strokeWidth={3} /> : null}
      {here.map(({ ride, cx, cy }) => (
        <circle
          key={`at ${ride.id}`}
          cx={cx}
          cy={cy}
          r={2 + (ride.bead_mm ?? 1) * 0.9}
          fill={styleOf(ride.role).ink}
          stroke="var(--sheet)"
        />
      ))}
    </svg>
  );
}
