import { scaleLinear } from "@visx/scale";
import type { Band, Drift, Rig, UnitSystem } from "../api/client";
import { sizeOf } from "../model/bodies";
import { clearPlace } from "../model/clear_place";
import { duration, extentOf, flyLine, nodeAt, type Point, spread, trackOf } from "../model/drift_view";
import { number, stepOf, text } from "../model/format";
import { kindName } from "../words/kinds";
import { phrase } from "../words/phrase";
import { Axes } from "./axes";
import { DragHandle } from "./drag_handle";
import {
  afloatMark,
  along,
  bedShape,
  FoundBottom,
  LEFT,
  labelSides,
  PaceArrows,
  paceLabels,
  round,
  Top,
} from "./tank_marks";
import { styleOf } from "./track_style";

type Props = {
  drift: Drift;
  /** The drift of a pinned rig, drawn behind. */
  ghost: Drift | null;
  /** How sure the tracks are; null while it is being computed. */
  band: Band | null;
  rig: Rig;
  system: UnitSystem;
  bedName: string;
  width: number;
  height: number;
  time: number;
  /** The rod tip was set so high, m. */
  onTip?: (height: number) => void;
};

/** Width of a letter of the zone's name, px. */
const LETTER = 6.2;
const RIGHT = 14;
const TOP = 62;
/** Where all flies swim in this upper share of the water their labels stand so far under the tracks, px. */
const UNDER = 44;
const HIGH_IN_WATER = 0.45;
/** Names of flies: how wide, and how far apart their lines are, px. */
const NAME = { width: 148, apart: 19 };
/** Narrower than this the names reach over the ends of the tracks: then they stand under the surface or over the bed, where that is free. */
const NARROW = 480;
/** Highest a rod tip is held, and the step it is dragged by, m. */
const HIGHEST = 5;
/** Room over the highest line in the air. */
const AIR = 14;
const BED = 26;
const BOTTOM = 40;
/** The water in section with the rig in it at one moment, and the path of every fly: against metres on a river, seconds on a lake. */
export function TankDrawing({ drift, ghost, band, rig, system, bedName, width, height, time, onTip }: Props) {
  const travel = system.rules.travel?.factor ?? 1;
  const deep = system.rules.depth?.factor ?? 1;
  const lake = drift.axis === "seconds";
  const whole = duration(drift);
  const corners = widened(drift);
  const floor = Math.max(...corners.map((c) => c.depth_m), 0.1);
  const { least, most, high } = extentOf(drift);
  const domain: [number, number] = lake ? [0, whole] : [least * travel, most * travel];
  const x = scaleLinear({ domain, range: [LEFT, width - RIGHT] });
  const y = scaleLinear({ domain: [0, floor * deep], range: [TOP, height - BOTTOM - BED] });
  const right = width - RIGHT;
  const surface = y(0);
  const bed = y(floor * deep);
  const px = (p: Point, t: number) => x(lake ? t : p.x * travel);
  // Where a fly finds the bottom at the left, the bed is named at the right.
  const ends = LEFT + 16 + LETTER * bedName.length;
  const foundThere = drift.flies.some(
    (fly) => typeof fly.metres_to_bottom === "number" && x((fly.entry_x_m + fly.metres_to_bottom) * travel) < ends,
  );
  const nameOfBed = !lake && foundThere ? { x: right - 8, textAnchor: "end" as const } : { x: LEFT + 8 };
  // Above the water there is its own scale: from the surface to the highest the line stands.
  const up = (z: number) => surface - (z * (TOP - AIR)) / Math.max(high, 0.3);
  const at = (p: Point, t: number): [number, number] => [px(p, t), p.z > 0 && high > 0 ? up(p.z) : y(-p.z * deep)];
  const join = (points: [number, number][]) =>
    points.map((p, i) => `${i ? "L" : "M"}${p.map(round).join(" ")}`).join("");
  const points = (of: Drift, node: number) => trackOf(of, node).map((p, i) => at(p, of.times_s[i] ?? 0));
  const lines = drift.flies.map((fly) => points(drift, fly.node));
  const track = (of: Drift, node: number) => join(points(of, node));
  const cx = (m: number) => (lake ? LEFT + ((right - LEFT) * m) / Math.max(drift.length_m, 0.01) : x(m * travel));
  const bedLine = corners.map((c): [number, number] => [cx(c.x_m), y(c.depth_m * deep)]);
  const zone = [
    ...corners.map((c): [number, number] => [cx(c.x_m), y(c.zone_top_m * deep)]),
    ...[...corners].reverse().map((c): [number, number] => [cx(c.x_m), y(Math.max(c.zone_end_m, c.zone_top_m) * deep)]),
  ];
  const stretch = (bed - surface) / floor / ((right - LEFT) / (most - least));
  const flies = drift.flies.map((fly) => ({
    fly,
    here: nodeAt(drift, fly.node, time),
    size: sizeOf(rig.attachments.find((a) => a.id === fly.id)?.body ?? { kind: "shot", name: "", mass_mg: 1 }),
  }));
  const lowest = Math.max(...drift.flies.map((fly) => fly.settled_depth_m), 0);
  const swimsHigh = Boolean(drift.across) && lowest < floor * HIGH_IN_WATER;
  const standing = (wanted: number[]) => spread(wanted, NAME.apart, TOP + 12, bed - 8);
  const beside = standing(flies.map(({ fly }) => y(fly.settled_depth_m * deep) + (swimsHigh ? UNDER : -10)));
  const above = standing(flies.map(({ fly }) => TOP + 16 + fly.settled_depth_m));
  const block = (ys: number[]) => {
    const first = Math.min(...ys);
    return { x: right - NAME.width, y: first - 13, width: NAME.width, height: Math.max(...ys) - first + 18 };
  };
  const below = standing(flies.map(({ fly }) => bed + fly.settled_depth_m));
  const free = width < NARROW ? clearPlace([beside, above, below].map(block), lines) : undefined;
  const labelY = [above, below].find((ys) => free?.y === block(ys).y) ?? beside;
  const zoneTop = y((corners[0]?.zone_top_m ?? 0) * deep);
  const upper = Math.min(zoneTop + 3, bed - 16);
  const lower = Math.max(upper, Math.min(y((corners[0]?.zone_end_m ?? floor) * deep), bed) - 19);
  const zoneName = phrase("taking zone");
  const label = { width: Math.max(zoneName.length * LETTER + 8, 72), height: 16 };
  const named = clearPlace(
    [104, 8, 190, 280, 370]
      .filter((off, i) => i === 0 || LEFT + off + label.width < (labelY !== beside ? right : right - NAME.width))
      .flatMap((off) => [upper, lower].map((top) => ({ x: LEFT + off, y: top, ...label }))),
    [...lines, ...paceLabels(drift, (d) => y(d * deep)).map(along)],
  ) ?? { x: LEFT + 104, y: upper, ...label };
  const bottoms = drift.flies.flatMap((fly) => {
    if (typeof fly.metres_to_bottom !== "number") return [];
    const metres = fly.entry_x_m + fly.metres_to_bottom;
    const label = text(system, "travel", fly.metres_to_bottom);
    const ink = styleOf(fly.role).ink;
    return [{ id: fly.id, x: x(metres * travel), bed: y(depthAt(corners, metres) * deep), label, ink }];
  });
  const sides = foundThere
    ? labelSides(bottoms, LEFT, right - (ends - LEFT))
    : labelSides(bottoms, Math.min(ends, right), right);
  const top = at(nodeAt(drift, drift.hold ?? 0, time), time);
  const tip = drift.across ? at(nodeAt(drift, 0, time), time) : null;
  const you = x((drift.angler_x_m ?? 0) * travel);
  const moment = x(time);

  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role={onTip && tip ? "group" : "img"}
      aria-label={describe(drift, system)}
      className="block"
      data-testid="section"
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
      <path d={`${join(bedLine)} L${right} ${surface} H${LEFT} Z`} fill="url(#water)" />
      <path d={`${join(zone)} Z`} fill="url(#zone)" />
      {lake ? null : <PaceArrows drift={drift} system={system} y={(d) => y(d * deep)} />}
      <path d={bedShape(bedLine, bed + BED)} fill="var(--bed)" stroke="var(--bed-edge)" strokeWidth={1} />
      <text {...nameOfBed} y={bed + 18} fontSize={12} fill="var(--bed-ink)">
        {bedName}
      </text>
      <rect {...named} rx={2} fill="var(--sheet)" opacity={0.7} />
      <text x={named.x + 4} y={named.y + 12} fontSize={12} fill="var(--zone-ink)" fontWeight={600}>
        {zoneName}
      </text>
      <path d={`M${LEFT} ${surface} H${right}`} stroke="var(--ink)" strokeWidth={1.6} />
      <g clipPath="url(#tank-water)">
        {(band?.flies ?? []).map((fly) => {
          const of = drift.flies.find((f) => f.id === fly.id);
          if (!band || !of) return null;
          const edge = (depths: readonly number[]) =>
            depths.map((mm, k): [number, number] => {
              const t = (band.shares[k] ?? 0) * whole;
              return [px(nodeAt(drift, of.node, t), t), y((mm / 1000) * deep)];
            });
          return (
            <path
              key={fly.id}
              d={`${join([...edge(fly.p10_mm), ...edge(fly.p90_mm).reverse()])} Z`}
              fill={styleOf(of.role).ink}
              opacity={0.14}
              data-testid={`band-${fly.id}`}
            />
          );
        })}
      </g>
      {ghost ? (
        <g clipPath="url(#tank-water)" fill="none" stroke="var(--ghost)" data-testid="ghost">
          {ghost.flies.map((fly) => (
            <path
              key={fly.id}
              d={track(ghost, fly.node)}
              strokeWidth={1.8}
              strokeDasharray={styleOf(fly.role).dash}
              className="swing"
            />
          ))}
          {lake
            ? null
            : ghost.lines.map((line, i) => (
                <path key={i} d={join(line.map((node) => at(nodeAt(ghost, node, time), time)))} strokeWidth={1.2} />
              ))}
        </g>
      ) : null}
      <g clipPath="url(#tank-water)">
        {flies.map(({ fly }) => (
          <g key={fly.id}>
            <path
              d={track(drift, fly.node)}
              fill="none"
              stroke="var(--casing)"
              strokeWidth={5}
              opacity={0.75}
              className="swing"
            />
            <path
              d={track(drift, fly.node)}
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
      {lake ? null : bottoms.map((mark, i) => <FoundBottom key={mark.id} {...mark} side={sides[i] ?? null} />)}
      {lake ? (
        <>
          <path d={`M${moment} ${surface - 8} V${bed}`} stroke="var(--ink)" strokeWidth={1} strokeDasharray="2 4" />
          {afloatMark({ head: drift.head ?? "held", x: moment, y: top[1], rig })}
        </>
      ) : (
        <>
          {tip ? (
            <g stroke="var(--ink)" strokeLinecap="round" data-testid="rod">
              <path d={`M${you} ${surface + 2} V${surface - 26}`} strokeWidth={4} />
              <path d={`M${you} ${surface - 24} L${tip[0]} ${tip[1]}`} strokeWidth={2} />
            </g>
          ) : null}
          {drift.lines.map((line, i) => {
            const drawn = join(line.map((node) => at(nodeAt(drift, node, time), time)));
            return (
              <g key={i} fill="none" strokeLinejoin="round">
                <path d={drawn} stroke="var(--casing)" strokeWidth={4.5} opacity={0.8} />
                <path d={drawn} stroke="var(--mat-fluorocarbon)" strokeWidth={2.2} />
              </g>
            );
          })}
          <path
            d={join(flyLine(drift).map((node) => at(nodeAt(drift, node, time), time)))}
            stroke="var(--mat-flyline)"
            strokeWidth={4}
            fill="none"
          />
          <Top head={drift.head ?? "held"} x={top[0]} y={top[1]} rig={rig} led={!drift.across} />
        </>
      )}
      {flies.map(({ fly, here, size }) => {
        const [fx, fy] = at(here, time);
        return (
          <circle
            key={fly.id}
            cx={fx}
            cy={Math.min(fy, bed)}
            r={3 + size}
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
            x={right - NAME.width}
            y={(labelY[i] ?? 0) - 13}
            width={144}
            height={18}
            rx={2}
            fill="var(--sheet)"
            opacity={0.88}
          />
          <path
            d={`M${right - 143} ${(labelY[i] ?? 0) - 4} h16`}
            stroke={styleOf(fly.role).ink}
            strokeWidth={2.4}
            strokeDasharray={styleOf(fly.role).dash}
          />
          <text x={right - 122} y={labelY[i]} fontSize={12} fill={styleOf(fly.role).ink} fontWeight={650}>
            {kindName(fly.role)} <tspan className="mono">{text(system, "depth", fly.settled_depth_m)}</tspan>
          </text>
        </g>
      ))}
      {tip && drift.across ? (
        <DragHandle
          x={tip[0]}
          y={tip[1]}
          label={phrase("Height of the rod tip")}
          value={drift.across.tip_m}
          written={(v) => text(system, "travel", v)}
          least={0}
          most={HIGHEST}
          step={stepOf(system, "depth")}
          at={(_, py) => ((surface - py) * Math.max(high, 0.3)) / (TOP - AIR)}
          onSet={(height) => onTip?.(height)}
        />
      ) : null}
      <Axes x={x} y={y} left={LEFT} bottom={bed + BED} ticks={7} mark={system.mark ?? "."} />
      <text x={6} y={surface - 12} fontSize={12} fill="var(--soft)">
        {phrase("depth, {unit}", { unit: system.rules.depth?.unit })}
      </text>
      <text x={right} y={height - 4} fontSize={12} fill="var(--soft)" textAnchor="end">
        {lake
          ? phrase("seconds since it landed")
          : phrase("{unit} drifted · heights ×{stretch}", {
              unit: system.rules.travel?.unit,
              stretch: number(system, stretch, 1),
            })}
      </text>
    </svg>
  );
}

function describe(drift: Drift, system: UnitSystem): string {
  const flies = drift.flies.map((fly) => {
    const bottom = fly.metres_to_bottom;
    const found =
      bottom === null || bottom === undefined
        ? phrase("does not find the bottom")
        : phrase("finds the bottom after {travel}", { travel: text(system, "travel", bottom) });
    return phrase("{role} {found}, at {depth} in the end", {
      role: kindName(fly.role),
      found,
      depth: text(system, "depth", fly.settled_depth_m),
    });
  });
  const depth = text(system, "depth", drift.depth_m);
  return flies.length
    ? phrase("The drift in section, water {depth} deep: {flies}.", { depth, flies: flies.join("; ") })
    : phrase("The drift in section, water {depth} deep; no fly hangs in it.", { depth });
}

/** The bed's corners, level on to both ends of what is drawn. */
function widened(drift: Drift): NonNullable<Drift["bed"]> {
  const corners = drift.bed ?? [];
  const { least, most } = extentOf(drift);
  const first = corners[0];
  const last = corners[corners.length - 1];
  if (!first || !last || !drift.across) return corners;
  return [
    ...(least < first.x_m ? [{ ...first, x_m: least }] : []),
    ...corners,
    ...(most > last.x_m ? [{ ...last, x_m: most }] : []),
  ];
}

/** Depth of the bed between its corners. */
function depthAt(corners: readonly { x_m: number; depth_m: number }[], at: number): number {
  const next = corners.findIndex((c) => c.x_m >= at);
  const b = corners[next];
  const a = corners[next - 1];
  if (!b) return corners[corners.length - 1]?.depth_m ?? 0;
  if (!a || b.x_m === a.x_m) return b.depth_m;
  return a.depth_m + ((b.depth_m - a.depth_m) * (at - a.x_m)) / (b.x_m - a.x_m);
}
