import { AxisBottom, AxisLeft } from "@visx/axis";
import { scaleLinear } from "@visx/scale";
import type { Drift, Rig, UnitSystem } from "../api/client";
import { nodeAt, type Point, spread, trackOf } from "../model/drift_view";
import { text } from "../model/format";

type Props = {
  drift: Drift;
  rig: Rig;
  system: UnitSystem;
  bedName: string;
  width: number;
  height: number;
  time: number;
};

const LEFT = 54;
const RIGHT = 14;
const TOP = 54;
const BED = 26;
const BOTTOM = 40;
/** Each role has its own stroke, so that colour is never alone. */
const STYLE: Record<string, { ink: string; dash: string }> = {
  point: { ink: "var(--track-point)", dash: "" },
  tail: { ink: "var(--track-point)", dash: "7 3 1 3" },
  dropper: { ink: "var(--track-dropper)", dash: "1.5 5" },
  "top dropper": { ink: "var(--track-top)", dash: "8 5" },
};
const styleOf = (role: string) => STYLE[role] ?? { ink: "var(--track-point)", dash: "" };

/** The water in section with the rig in it at one moment, and the path of every fly through the drift. */
export function TankDrawing({ drift, rig, system, bedName, width, height, time }: Props) {
  const travel = system.rules.travel?.factor ?? 1;
  const deep = system.rules.depth?.factor ?? 1;
  const x = scaleLinear({ domain: [0, drift.length_m * travel], range: [LEFT, width - RIGHT] });
  const y = scaleLinear({ domain: [0, drift.depth_m * deep], range: [TOP, height - BOTTOM - BED] });
  const at = (p: Point): [number, number] => [x(p.x * travel), y(-p.z * deep)];
  const path = (points: Point[]) => points.map((p, i) => `${i ? "L" : "M"}${at(p).map(round).join(" ")}`).join("");
  const bed = y(drift.depth_m * deep);
  const surface = y(0);
  const right = width - RIGHT;
  const zoneTop = y((drift.depth_m - drift.zone_high_m) * deep);
  const zoneEnd = y((drift.depth_m - drift.zone_low_m) * deep);
  const stretch = (bed - surface) / drift.depth_m / ((right - LEFT) / drift.length_m);
  const flies = drift.flies.map((fly) => ({
    fly,
    track: trackOf(drift, fly.node),
    here: nodeAt(drift, fly.node, time),
    bead: rig.attachments.find((a) => a.id === fly.id)?.body.bead?.diameter_mm ?? 2,
  }));
  const labelY = spread(
    flies.map(({ fly }) => y(fly.settled_depth_m * deep) - 10),
    19,
    TOP + 12,
    bed - 8,
  );
  const top = nodeAt(drift, 0, time);
  const [topX, topY] = at(top);

  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={describe(drift, system)}
      className="block"
      data-testid="tank"
      data-drift={drift.key}
    >
      <defs>
        <linearGradient id="water" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="var(--water-top)" />
          <stop offset="1" stopColor="var(--water-deep)" />
        </linearGradient>
        <pattern id="zone" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(52)">
          <rect width="9" height="9" fill="var(--zone)" opacity="0.2" />
          <path d="M0 0 V9" stroke="var(--zone)" strokeWidth="1.6" opacity="0.75" />
        </pattern>
        <clipPath id="tank-water">
          <rect x={LEFT} y={0} width={right - LEFT} height={bed + 3} />
        </clipPath>
      </defs>
      <rect x={LEFT} y={surface} width={right - LEFT} height={bed - surface} fill="url(#water)" />
      <rect x={LEFT} y={zoneTop} width={right - LEFT} height={Math.max(zoneEnd - zoneTop, 1)} fill="url(#zone)" />
      <PaceArrows drift={drift} system={system} y={(d) => y(d * deep)} />
      <path d={bedPath(LEFT, right, bed, BED)} fill="var(--bed)" stroke="var(--bed-edge)" strokeWidth={1} />
      <text x={LEFT + 8} y={bed + 18} fontSize={12} fill="var(--bed-ink)">
        {bedName}
      </text>
      <rect
        x={LEFT + 104}
        y={Math.min(zoneTop + 15, bed - 4) - 12}
        width={72}
        height={16}
        rx={2}
        fill="var(--sheet)"
        opacity={0.7}
      />
      <text x={LEFT + 108} y={Math.min(zoneTop + 15, bed - 4)} fontSize={12} fill="var(--zone-ink)" fontWeight={600}>
        taking zone
      </text>
      <path d={`M${LEFT} ${surface} H${right}`} stroke="var(--ink)" strokeWidth={1.6} />
      <g clipPath="url(#tank-water)">
        {flies.map(({ fly, track }) => (
          <g key={fly.id}>
            <path d={path(track)} fill="none" stroke="var(--casing)" strokeWidth={5} opacity={0.75} className="swing" />
            <path
              d={path(track)}
              fill="none"
              stroke={styleOf(fly.role).ink}
              strokeWidth={2.4}
              strokeDasharray={styleOf(fly.role).dash}
              strokeLinecap="round"
              className="swing"
              data-testid={`track-${fly.id}`}
            />
          </g>
        ))}
      </g>
      {flies.map(({ fly }) =>
        fly.metres_to_bottom === null || fly.metres_to_bottom === undefined ? null : (
          <FoundBottom
            key={fly.id}
            x={x((fly.entry_x_m + fly.metres_to_bottom) * travel)}
            bed={bed}
            label={text(system, "travel", fly.metres_to_bottom)}
            ink={styleOf(fly.role).ink}
          />
        ),
      )}
      <Sighter x={topX} y={topY} />
      {drift.lines.map((line, i) => {
        const points = path(line.map((node) => nodeAt(drift, node, time)));
        return (
          <g key={i} fill="none" strokeLinejoin="round">
            <path d={points} stroke="var(--casing)" strokeWidth={4.5} opacity={0.8} />
            <path d={points} stroke="var(--mat-fluorocarbon)" strokeWidth={2.2} />
          </g>
        );
      })}
      {flies.map(({ fly, here, bead }) => {
        const [px, py] = at(here);
        return (
          <circle
            key={fly.id}
            cx={px}
            cy={Math.min(py, bed)}
            r={3 + bead}
            fill="var(--bead)"
            stroke={styleOf(fly.role).ink}
            strokeWidth={2.4}
            data-testid={`fly-${fly.id}`}
          />
        );
      })}
      {flies.map(({ fly }, i) => (
        <g key={fly.id}>
          <rect
            x={right - 128}
            y={(labelY[i] ?? 0) - 13}
            width={124}
            height={18}
            rx={2}
            fill="var(--sheet)"
            opacity={0.88}
          />
          <path
            d={`M${right - 123} ${(labelY[i] ?? 0) - 4} h16`}
            stroke={styleOf(fly.role).ink}
            strokeWidth={2.4}
            strokeDasharray={styleOf(fly.role).dash}
          />
          <text x={right - 102} y={labelY[i]} fontSize={12} fill={styleOf(fly.role).ink} fontWeight={650}>
            {fly.role} <tspan className="mono">{text(system, "depth", fly.settled_depth_m)}</tspan>
          </text>
        </g>
      ))}
      <AxisLeft
        scale={y}
        left={LEFT}
        numTicks={5}
        stroke="var(--edge)"
        tickStroke="var(--edge)"
        tickLabelProps={{ fill: "var(--ink)", fontSize: 12, dx: -4, dy: 4, textAnchor: "end", className: "mono" }}
      />
      <AxisBottom
        scale={x}
        top={bed + BED}
        numTicks={7}
        stroke="var(--edge)"
        tickStroke="var(--edge)"
        tickLabelProps={{ fill: "var(--ink)", fontSize: 12, textAnchor: "middle", className: "mono" }}
      />
      <text x={6} y={surface - 12} fontSize={12} fill="var(--soft)">
        depth, {system.rules.depth?.unit}
      </text>
      <text x={right} y={height - 4} fontSize={12} fill="var(--soft)" textAnchor="end">
        {system.rules.travel?.unit} drifted · heights ×{stretch.toFixed(1)}
      </text>
    </svg>
  );
}

const round = (v: number) => Math.round(v * 10) / 10;

function describe(drift: Drift, system: UnitSystem): string {
  const flies = drift.flies.map((fly) => {
    const bottom = fly.metres_to_bottom;
    const found =
      bottom === null || bottom === undefined
        ? "never finds the bottom"
        : `finds the bottom after ${text(system, "travel", bottom)}`;
    return `${fly.role} ${found}, at ${text(system, "depth", fly.settled_depth_m)} in the end`;
  });
  return `The drift in section, water ${text(system, "depth", drift.depth_m)} deep: ${flies.join("; ")}.`;
}

/** A stony edge, the same every time. */
function bedPath(left: number, right: number, y: number, depth: number): string {
  const steps = Math.max(8, Math.round((right - left) / 17));
  const width = (right - left) / steps;
  const stones = Array.from({ length: steps }, (_, k) => {
    const rise = 2 + ((k * 7919) % 5) * 0.7;
    return `q${width / 2} ${-rise} ${width} 0`;
  });
  return `M${left} ${y + 2} ${stones.join(" ")} V${y + depth} H${left} Z`;
}

function PaceArrows({ drift, system, y }: { drift: Drift; system: UnitSystem; y: (depth: number) => number }) {
  const fastest = Math.max(...drift.paces.map((p) => p.pace_m_s), 0.01);
  const rows = drift.paces.filter((_, i) => i % 2 === 0);
  return (
    <g stroke="var(--pace)" fill="none" strokeWidth={1.5}>
      {rows.map(({ depth_m: depth, pace_m_s: pace }) => {
        const end = LEFT + 8 + 56 * (pace / fastest);
        const yy = Math.max(y(depth), y(0) + 12);
        return <path key={depth} d={`M${LEFT + 2} ${yy} H${end} m-5 -3.4 l5 3.4 l-5 3.4`} />;
      })}
      {rows.length > 1 ? (
        <g stroke="none" fill="var(--pace)" fontSize={11.5}>
          <text x={LEFT + 70} y={y(0) + 16} className="mono">
            {text(system, "speed", fastest)}
          </text>
          <text
            x={LEFT + 14 + 56 * ((rows[0]?.pace_m_s ?? 0) / fastest)}
            y={y(rows[0]?.depth_m ?? 0) + 4}
            className="mono"
          >
            {text(system, "speed", rows[0]?.pace_m_s ?? 0)}
          </text>
        </g>
      ) : null}
    </g>
  );
}

function FoundBottom({ x, bed, label, ink }: { x: number; bed: number; label: string; ink: string }) {
  return (
    <g>
      <path d={`M${x} ${bed + 3} l-5 9 h10 Z`} fill={ink} stroke="var(--casing)" strokeWidth={1} />
      <text x={x + 8} y={bed + 19} fontSize={12} fontWeight={650} className="mono" fill="var(--bed-ink)">
        {label}
      </text>
    </g>
  );
}

function Sighter({ x, y }: { x: number; y: number }) {
  return (
    <g strokeWidth={4.5} strokeLinecap="butt">
      <path d={`M${x} ${y} l8 -22`} stroke="var(--mat-sighter)" />
      <path d={`M${x + 8} ${y - 22} l8 -22`} stroke="var(--mat-sighter-b)" />
    </g>
  );
}
