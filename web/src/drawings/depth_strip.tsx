import { scaleLinear } from "@visx/scale";
import type { UnitSystem } from "../api/client";
import { text } from "../model/format";
import type { Depths } from "../model/pack";
import { kindName } from "../words/kinds";
import { phrase } from "../words/phrase";
import { styleOf } from "./track_style";

export type StripFly = {
  id: string;
  role: string;
  /** Depths at evenly spaced times of the drift. */
  course: Depths[];
  now: Depths;
};

type Props = {
  flies: StripFly[];
  /** How deep the water is, m, and the taking zone as depths. */
  depth: number;
  zone: [number, number] | null;
  seconds: number;
  /** s since the flies were down; null while nothing drifts. */
  at: number | null;
  marks: { name: string; second: number }[];
  system: UnitSystem;
  width: number;
  height: number;
};

const LEFT = 44;
const RIGHT = 8;
const TOP = 18;
const BOTTOM = 34;
const BED = 14;
const LABEL = 17;

/** Every fly's depth against the seconds of a drift, the zone lit, the bed; and where each of them is now. */
export function DepthStrip({ flies, depth, zone, seconds, at, marks, system, width, height }: Props) {
  const x = (s: number) => LEFT + (s / Math.max(seconds, 0.1)) * (width - LEFT - RIGHT);
  const y = (d: number) => TOP + (d / Math.max(depth, 0.05)) * (height - TOP - BOTTOM - BED);
  const bed = y(depth);
  const steps = flies[0]?.course.length ?? 0;
  const when = (k: number) => x((seconds * k) / Math.max(steps - 1, 1));
  const join = (rows: Depths[], of: keyof Depths) =>
    rows.map((d, k) => `${k ? "L" : "M"}${when(k).toFixed(1)} ${y(d[of]).toFixed(1)}`).join("");
  const band = (rows: Depths[]) =>
    `${join(rows, "p10")}${[...rows]
      .map((d, k) => `L${when(k).toFixed(1)} ${y(d.p90).toFixed(1)}`)
      .reverse()
      .join("")}Z`;
  const every = seconds > 60 ? 15 : seconds > 25 ? 5 : seconds > 12 ? 2 : 1;
  const ticks = Array.from({ length: Math.floor(seconds / every) + 1 }, (_, k) => k * every);
  const unit = system.rules.depth?.factor ?? 1;
  const deep = scaleLinear({ domain: [0, depth * unit], range: [0, 1] }).ticks(4);
  const here = at === null ? null : Math.min(at, seconds);
  const labels = spaced(
    flies.map((f) => y(f.now.p50)),
    TOP + 8,
    bed - 4,
  );
  const right = here !== null && x(here) > width - 150;
  return (
    <svg
      role="img"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      className="block w-full shrink-0"
      aria-label={phrase("Depths over {seconds} seconds{here}", {
        seconds: seconds.toFixed(0),
        here: here === null ? "" : phrase(", now at {here}", { here: here.toFixed(0) }),
      })}
    >
      <defs>
        <linearGradient id="strip-water" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="var(--water-top)" />
          <stop offset="1" stopColor="var(--water-deep)" />
        </linearGradient>
      </defs>
      <rect x={LEFT} y={TOP} width={width - LEFT - RIGHT} height={bed - TOP} fill="url(#strip-water)" />
      {zone ? (
        <rect
          x={LEFT}
          y={y(zone[0])}
          width={width - LEFT - RIGHT}
          height={Math.max(y(Math.min(zone[1], depth)) - y(zone[0]), 2)}
          fill="var(--zone)"
          opacity={0.38}
        />
      ) : null}
      <text x={4} y={TOP - 6} fontSize={11} fill="var(--soft)">
        {system.rules.depth?.unit}
      </text>
      <rect x={LEFT} y={bed} width={width - LEFT - RIGHT} height={BED} fill="var(--bed)" />
      {deep.map((d) => (
        <g key={d}>
          <text x={LEFT - 5} y={y(d / unit) + 4} textAnchor="end" fontSize={11} className="mono" fill="var(--ink)">
            {String(d).replace(".", system.mark ?? ".")}
          </text>
          <path d={`M${LEFT - 3} ${y(d / unit)}H${LEFT}`} stroke="var(--ink)" />
        </g>
      ))}
      {ticks.map((s) => (
        <g key={s}>
          <path d={`M${x(s)} ${bed + BED}v4`} stroke="var(--ink)" />
          <text x={x(s)} y={bed + BED + 16} textAnchor="middle" fontSize={11} className="mono" fill="var(--ink)">
            {s}
          </text>
        </g>
      ))}
      {flies.map((f) => (
        <path key={f.id} d={band(f.course)} fill={styleOf(f.role).ink} opacity={0.14} />
      ))}
      {flies.map((f) => (
        <path
          key={f.id}
          d={join(f.course, "p50")}
          fill="none"
          stroke={styleOf(f.role).ink}
          strokeWidth={2.4}
          strokeDasharray={styleOf(f.role).dash}
          strokeLinecap="round"
        />
      ))}
      {marks.map((m) => (
        <g key={m.name}>
          <path d={`M${x(m.second)} ${TOP}V${bed}`} stroke="var(--ink)" strokeDasharray="4 3" />
          <text
            x={x(m.second) > width - 90 ? x(m.second) - 4 : x(m.second) + 4}
            textAnchor={x(m.second) > width - 90 ? "end" : "start"}
            y={TOP - 5}
            fontSize={12}
            fontWeight={700}
            fill="var(--ink)"
          >
            {m.name}
          </text>
        </g>
      ))}
      {here === null ? null : <path d={`M${x(here)} ${TOP - 6}V${bed}`} stroke="var(--float)" strokeWidth={2} />}
      {here === null
        ? null
        : flies.map((f, k) => (
            <g key={f.id}>
              <circle
                cx={x(here)}
                cy={y(f.now.p50)}
                r={7}
                fill="var(--bead)"
                stroke={styleOf(f.role).ink}
                strokeWidth={2.5}
              />
              <rect
                x={right ? x(here) - 122 : x(here) + 11}
                y={(labels[k] ?? 0) - LABEL / 2 - 1}
                width={111}
                height={LABEL + 1}
                rx={3}
                fill="var(--sheet)"
                opacity={0.92}
              />
              <text x={right ? x(here) - 117 : x(here) + 16} y={(labels[k] ?? 0) + 4} fontSize={12.5} fill="var(--ink)">
                <tspan fontWeight={700} fill={styleOf(f.role).ink}>
                  {kindName(f.role).split(" ")[0]}
                </tspan>{" "}
                <tspan className="mono" fontWeight={700}>
                  {text(system, "depth", f.now.p50)}
                </tspan>
              </text>
            </g>
          ))}
    </svg>
  );
}

/** Places of labels that keep apart, each as near its own as that goes. */
function spaced(wanted: number[], top: number, end: number): number[] {
  const order = wanted.map((y, k) => ({ y, k })).sort((a, b) => a.y - b.y);
  let last = top - LABEL;
  for (const row of order) {
    row.y = Math.max(row.y, last + LABEL + 2);
    last = row.y;
  }
  let limit = end;
  for (const row of [...order].reverse()) {
    row.y = Math.min(row.y, limit);
    limit = row.y - LABEL - 2;
  }
  const found = [...wanted];
  for (const { y, k } of order) found[k] = y;
  return found;
}
