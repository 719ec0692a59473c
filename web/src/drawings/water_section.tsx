import { scaleLinear } from "@visx/scale";
import { type KeyboardEvent, type PointerEvent, useId, useState } from "react";
import type { Reach, Section, UnitSystem } from "../api/client";
import { number, stepOf, text } from "../model/format";
import { alongText } from "../model/water";
import { phrase } from "../words/phrase";
import { Axes } from "./axes";
import { Obstacle } from "./obstacle";

type Props = {
  water: Reach;
  section: Section;
  system: UnitSystem;
  bedName: string;
  width: number;
  height: number;
  selected: number | null;
  onSelect: (index: number | null) => void;
  /** A sounding let go of at a new place, metres. */
  onMove: (index: number, at: number, depth: number) => void;
};

const LEFT = 54;
const RIGHT = 20;
const TOP = 40;
const BOTTOM = 46;
/** So much bed is drawn under the deepest place at least: its depth and the bed's name stand in it. */
const BED = 42;
const BELOW = 0.16;

/** The water in section as it was sounded: bed, taking zone, paces, and the fish. Soundings are dragged or moved by arrow keys. */
export function WaterSection(props: Props) {
  const { water, section, system, width, height, selected } = props;
  // On paper it is drawn twice: what is not shown paints nothing.
  const own = useId();
  const [waterFill, zoneFill] = [`${own}-water`, `${own}-zone`];
  const [drag, setDrag] = useState<{ index: number; x: number; y: number } | null>(null);
  const along = system.rules.travel?.factor ?? 1;
  const deep = system.rules.depth?.factor ?? 1;
  const first = section.bed[0]?.x_m ?? 0;
  const last = section.bed[section.bed.length - 1]?.x_m ?? 1;
  const tall = height - BOTTOM - TOP;
  const floor = section.deepest_m * Math.max(1 + BELOW, tall / (tall - BED));
  const x = scaleLinear({ domain: [first * along, last * along], range: [LEFT, width - RIGHT] });
  const y = scaleLinear({ domain: [0, floor * deep], range: [TOP, height - BOTTOM] });
  const px = (m: number) => x(m * along);
  const py = (m: number) => y(m * deep);
  const corners = section.bed.map((p) => `${px(p.x_m).toFixed(1)} ${py(p.depth_m).toFixed(1)}`);
  const bed = `M${corners.join(" L")} L${width - RIGHT} ${height - BOTTOM} H${LEFT} Z`;
  const waterShape = `M${LEFT} ${TOP} L${corners.join(" L")} L${width - RIGHT} ${TOP} Z`;
  const zone = [
    ...section.bed.map((p) => `${px(p.x_m).toFixed(1)} ${py(p.zone_top_m).toFixed(1)}`),
    ...[...section.bed].reverse().map((p) => `${px(p.x_m).toFixed(1)} ${py(p.zone_end_m).toFixed(1)}`),
  ].join(" L");
  const fastest = Math.max(...section.columns.flatMap((c) => c.paces.map((p) => p.pace_m_s)), 0.01);
  const stretch = (py(1) - py(0)) / (px(1) - px(0));
  const soundings = water.soundings ?? [];
  const rows = nameRows(
    soundings.map((s) => ({ x: px(s.x_m), name: s.name ?? "" })),
    width,
  );
  const inMetres = (event: PointerEvent<SVGElement>) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    const at = x.invert(event.clientX - (box?.left ?? 0)) / along;
    const depth = y.invert(event.clientY - (box?.top ?? 0)) / deep;
    return { at: Math.max(at, 0), depth: Math.max(depth, 0.02) };
  };
  const onKey = (index: number, at: number, depth: number) => (event: KeyboardEvent) => {
    const [down, on] = [stepOf(system, "depth"), stepOf(system, "travel")];
    const step: Record<string, [number, number]> = {
      ArrowDown: [0, down],
      ArrowUp: [0, -down],
      ArrowLeft: [-on, 0],
      ArrowRight: [on, 0],
    };
    const by = step[event.key];
    if (!by) return;
    event.preventDefault();
    props.onSelect(index);
    props.onMove(index, Math.max(at + by[0], 0), Math.max(depth + by[1], 0.02));
  };
  const fishX = px(soundings.length > 0 ? (water.fish_at_m ?? 0) : first + (last - first) * 0.6);
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={phrase("The water in section")}
      className="block touch-none select-none"
      data-testid="section"
    >
      <defs>
        <linearGradient id={waterFill} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="var(--water-top)" />
          <stop offset="1" stopColor="var(--water-deep)" />
        </linearGradient>
        <pattern id={zoneFill} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(52)">
          <rect width="9" height="9" fill="var(--zone)" opacity="0.2" />
          <path d="M0 0 V9" stroke="var(--zone)" strokeWidth="1.6" opacity="0.75" />
        </pattern>
      </defs>
      <path d={waterShape} fill={`url(#${waterFill})`} />
      <path d={`M${zone} Z`} fill={`url(#${zoneFill})`} />
      {(water.obstacles ?? []).map((o, i) => (
        <Obstacle
          key={i}
          kind={o.kind}
          x0={px(o.x_m)}
          x1={px(o.x_m + o.length_m)}
          bed={py(depthAt(section, o.x_m + o.length_m / 2))}
          surface={TOP}
          floor={height - BOTTOM}
          rise={py(o.height_m) - py(0)}
        />
      ))}
      <path d={bed} fill="var(--bed)" stroke="var(--bed-edge)" strokeWidth={1.4} strokeLinejoin="round" />
      <path d={`M${LEFT} ${TOP} H${width - RIGHT}`} stroke="var(--ink)" strokeWidth={1.6} />
      {section.columns
        .filter((_, i) => width > 520 || i % 2 === 0)
        .map((column) => (
          <g key={column.x_m} stroke="var(--pace)" fill="none" strokeWidth={1.5}>
            {column.paces.map((p) => {
              const end = px(column.x_m) + 52 * (p.pace_m_s / fastest);
              return <path key={p.depth_m} d={`M${px(column.x_m)} ${py(p.depth_m)} H${end} m-5 -3.4 l5 3.4 l-5 3.4`} />;
            })}
            {column.paces[0] ? (
              <text
                x={px(column.x_m)}
                y={py(column.paces[0].depth_m) + 15}
                stroke="none"
                fill="var(--pace)"
                fontSize={11.5}
                className="mono"
              >
                {text(system, "speed", column.paces[0].pace_m_s)}
              </text>
            ) : null}
          </g>
        ))}
      <Fish x={fishX} y={py(section.fish_depth_m)} />
      <text
        x={fishX + 24}
        y={py(section.fish_depth_m) + 4}
        fontSize={12}
        fontWeight={600}
        fill="var(--zone-ink)"
        stroke="var(--casing)"
        strokeWidth={2.5}
        paintOrder="stroke"
      >
        {phrase("taking zone")}
      </text>
      <text x={6} y={TOP - 12} fontSize={12} fill="var(--soft)">
        {system.rules.depth?.unit}
      </text>
      <text x={LEFT + 8} y={height - BOTTOM - 8} fontSize={12} fill="var(--bed-ink)">
        {props.bedName}
      </text>
      {soundings.map((s, i) => {
        const at = drag?.index === i ? { cx: drag.x, cy: drag.y } : { cx: px(s.x_m), cy: py(s.depth_m) };
        const edge = at.cx > width - RIGHT - 60;
        const next = soundings[i + 1];
        const above = next && !edge ? covers(px(next.x_m) - at.cx, py(next.depth_m) - at.cy) : false;
        return (
          <g key={i}>
            <text x={at.cx} y={rows[i]} fontSize={12} fill="var(--ink)" textAnchor={anchor(at.cx, width)}>
              {s.name}
            </text>
            <text
              x={at.cx + (edge ? -12 : 12)}
              y={at.cy + (above ? -10 : 20)}
              fontSize={12.5}
              fontWeight={600}
              fill="var(--bed-ink)"
              stroke={above ? "var(--casing)" : "none"}
              strokeWidth={2.5}
              paintOrder="stroke"
              textAnchor={edge ? "end" : "start"}
              className="mono"
            >
              {text(system, "depth", s.depth_m)}
            </text>
            <circle
              cx={at.cx}
              cy={at.cy}
              r={selected === i ? 9 : 7}
              fill="var(--sheet)"
              stroke={selected === i ? "var(--float)" : "var(--ink)"}
              strokeWidth={2.4}
            />
            <circle
              role="button"
              tabIndex={0}
              aria-pressed={selected === i}
              aria-label={phrase("Sounding {sName}, {travel} along, {depth} deep. Arrow keys move it.", {
                sName: s.name || i + 1,
                travel: text(system, "travel", s.x_m),
                depth: text(system, "depth", s.depth_m),
              })}
              cx={at.cx}
              cy={at.cy}
              r={16}
              fill="transparent"
              className="cursor-grab"
              onFocus={() => props.onSelect(i)}
              onKeyDown={onKey(i, s.x_m, s.depth_m)}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                props.onSelect(i);
              }}
              onPointerMove={(event) => {
                if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
                const to = inMetres(event);
                setDrag({ index: i, x: px(Math.min(to.at, last + 20)), y: py(to.depth) });
              }}
              onPointerUp={(event) => {
                if (!drag) return;
                const to = inMetres(event);
                setDrag(null);
                props.onMove(i, to.at, to.depth);
              }}
            />
          </g>
        );
      })}
      <Axes x={x} y={y} left={LEFT} bottom={height - BOTTOM} ticks={6} mark={system.mark ?? "."} />
      <text x={width - RIGHT} y={height - 2} fontSize={12} fill="var(--soft)" textAnchor="end">
        {phrase("{unit} {alongText} · heights ×{stretch}", {
          unit: system.rules.travel?.unit,
          alongText: alongText(water),
          stretch: number(system, stretch, 1),
        })}
      </text>
    </svg>
  );
}

/** Whether a mark so far to the right and so far below lies on a depth written below its own mark, px. */
function covers(right: number, below: number): boolean {
  return right > 0 && right < 76 && below > -2 && below < 36;
}

const LETTER = 6.6;

/** The height of each sounding's name: one that would run into the name before it stands a row higher. */
function nameRows(names: readonly { x: number; name: string }[], width: number): number[] {
  const rows: number[] = [];
  let end = Number.NEGATIVE_INFINITY;
  let row = TOP - 12;
  for (const { x, name } of names) {
    const begin = x - name.length * LETTER * { start: 0, middle: 0.5, end: 1 }[anchor(x, width)];
    row = name && begin < end + 8 && row === TOP - 12 ? TOP - 26 : TOP - 12;
    rows.push(row);
    if (name) end = begin + name.length * LETTER;
  }
  return rows;
}

function anchor(x: number, width: number): "start" | "middle" | "end" {
  if (x < LEFT + 24) return "start";
  return x > width - RIGHT - 24 ? "end" : "middle";
}

/** Depth between two drawn corners of the bed. */
function depthAt(section: Section, at: number): number {
  const points = section.bed;
  const next = points.findIndex((p) => p.x_m >= at);
  const b = points[next];
  const a = points[next - 1];
  if (!b) return points[points.length - 1]?.depth_m ?? 0;
  if (!a) return b.depth_m;
  return a.depth_m + ((b.depth_m - a.depth_m) * (at - a.x_m)) / (b.x_m - a.x_m);
}

export function Fish({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x - 14} ${y} q8 -8 20 -5 q5 2 8 5 q-3 3 -8 5 q-12 3 -20 -5 l-7 -5 v10 z`}
      fill="var(--ink)"
      stroke="var(--casing)"
      strokeWidth={1.2}
    />
  );
}
