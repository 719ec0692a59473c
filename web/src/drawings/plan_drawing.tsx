import { scaleLinear } from "@visx/scale";
import type { Drift, Limits, Rig, UnitSystem } from "../api/client";
import { sizeOf } from "../model/bodies";
import { duration, extentOf, flyLine, nodeAt, type Point, toldNode, trackOf } from "../model/drift_view";
import { text } from "../model/format";
import { withRoom } from "../model/with_room";
import { kindName } from "../words/kinds";
import { phrase } from "../words/phrase";
import { Axes } from "./axes";
import { DragHandle } from "./drag_handle";
import { styleOf } from "./track_style";

type Props = {
  drift: Drift;
  /** The drift of a pinned rig, drawn behind. */
  ghost: Drift | null;
  rig: Rig;
  system: UnitSystem;
  /** The most a hand may ask for. */
  limits: Limits;
  width: number;
  height: number;
  time: number;
  /** The cast was turned to so many degrees downstream of straight across. */
  onCast: (degrees: number) => void;
  /** So much line was mended upstream, or laid slack, m. */
  onLaid: (what: "mend" | "slack", metres: number) => void;
};

const LEFT = 54;
const RIGHT = 14;
const TOP = 8;
const BOTTOM = 42;
const BANK = 7;
/** Seconds between two marks of a track, and between two that are written. */
const MARK = 1;
const WRITTEN = 5;
/** How often the whole line is drawn, faint, through a drift. */
const SHADOWS = 5;
/** Where along the laid line the hand takes it to mend, and to lay slack. */
const MENDED = 0.4;
const SLACKED = 0.78;
const STEP = 0.1;
/** Room a track's seconds need, px: across, and down. */
const SECONDS = 32;
const LINE = 13;

/** The water from above: you, the rod, the line at one moment, lanes, wind, and where every fly goes with its seconds. */
export function PlanDrawing({ drift, ghost, rig, system, limits, width, height, time, onCast, onLaid }: Props) {
  const travel = system.rules.travel?.factor ?? 1;
  const { least, most, far } = extentOf(drift);
  const x = scaleLinear({ domain: [least * travel, most * travel], range: [LEFT, width - RIGHT] });
  const y = scaleLinear({ domain: [0, far * travel], range: [TOP + BANK, height - BOTTOM - BANK] });
  const right = width - RIGHT;
  const whole = duration(drift);
  const at = (p: Point): [number, number] => [x(p.x * travel), y(p.y * travel)];
  const join = (points: [number, number][]) =>
    points.map((p, i) => `${i ? "L" : "M"}${Math.round(p[0] * 10) / 10} ${Math.round(p[1] * 10) / 10}`).join("");
  const lineAt = (of: Drift, t: number) => of.lines.map((line) => join(line.map((node) => at(nodeAt(of, node, t)))));
  const you: [number, number] = [x((drift.angler_x_m ?? 0) * travel), y(0)];
  const tip = at(nodeAt(drift, 0, time));
  const lanes = drift.lanes ?? [];
  const fastest = Math.max(...lanes.map((l) => l.pace_m_s), 0.01);
  const landed = at(nodeAt(drift, toldNode(drift), 0));
  const fish: [number, number] = [you[0], y((drift.off_m ?? 0) * travel)];
  const mend = rig.stance?.mend_m ?? 0;
  const slack = rig.stance?.slack_m ?? 0;
  const metres = (pixels: number) => pixels / Math.abs(x(travel) - x(0));
  const laid = (drift.lines[0] ?? []).map((node) => at(nodeAt(drift, node, 0)));
  const on = (share: number) => {
    const [px, py] = laid[Math.round(share * (laid.length - 1))] ?? landed;
    return { x: px, y: py };
  };
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={describe(drift, system)}
      className="block"
      data-testid="plan"
    >
      <rect x={LEFT} y={TOP} width={right - LEFT} height={BANK} fill="var(--mat-flyline)" />
      {lanes.map((lane, i) => {
        const y0 = y(lane.begins_m * travel);
        const y1 = Math.min(y((lane.ends_m ?? far) * travel), y(far * travel));
        if (y1 <= y0) return null;
        const middle = (y0 + y1) / 2;
        const long = 14 + 30 * (lane.pace_m_s / fastest);
        return (
          <g key={i}>
            <rect
              x={LEFT}
              y={y0}
              width={right - LEFT}
              height={y1 - y0}
              fill="var(--water-deep)"
              opacity={0.35 + 0.5 * (lane.pace_m_s / fastest)}
            />
            {i > 0 ? <path d={`M${LEFT} ${y0} H${right}`} stroke="var(--sheet)" strokeWidth={1.4} /> : null}
            {[0.01, 0.9].map((share) => (
              <path
                key={share}
                d={`M${LEFT + (right - LEFT) * share} ${middle} h${long} m-5 -3.4 l5 3.4 l-5 3.4`}
                stroke="var(--pace)"
                strokeWidth={1.4}
                fill="none"
              />
            ))}
            <text x={LEFT + 8} y={Math.min(middle + 17, y1 - 4)} fontSize={12} fill="var(--ink)">
              {lane.name} <tspan className="mono">{text(system, "speed", lane.pace_m_s)}</tspan>
            </text>
          </g>
        );
      })}
      <g fill="none" stroke="var(--ink)" strokeWidth={0.8} opacity={0.35}>
        {Array.from({ length: SHADOWS }, (_, k) => (
          <path key={k} d={lineAt(drift, (whole * k) / SHADOWS)[0]} />
        ))}
      </g>
      {ghost?.across ? (
        <g fill="none" stroke="var(--ghost)" strokeWidth={1.6}>
          {ghost.flies.map((fly) => (
            <path key={fly.id} d={join(trackOf(ghost, fly.node).map(at))} strokeDasharray={styleOf(fly.role).dash} />
          ))}
        </g>
      ) : null}
      {tracksOf(drift).map(({ id, role, node }) => (
        <Track key={id} drift={drift} node={node} role={role} at={at} join={join} right={right} />
      ))}
      <g fill="none" strokeLinejoin="round">
        {lineAt(drift, time).map((d, i) => (
          <g key={i}>
            <path d={d} stroke="var(--casing)" strokeWidth={4.5} opacity={0.8} />
            <path d={d} stroke="var(--mat-fluorocarbon)" strokeWidth={2} />
          </g>
        ))}
        <path
          d={join(flyLine(drift).map((node) => at(nodeAt(drift, node, time))))}
          stroke="var(--mat-flyline)"
          strokeWidth={4}
        />
        <path
          d={`M${you[0]} ${you[1]} L${tip[0]} ${tip[1]}`}
          stroke="var(--ink)"
          strokeWidth={3}
          strokeLinecap="round"
        />
      </g>
      <circle cx={you[0]} cy={you[1]} r={6.5} fill="var(--ink)" />
      <text x={you[0] - 10} y={you[1] + 14} fontSize={12} textAnchor="end" fill="var(--ink)">
        {phrase("you")}
      </text>
      <circle cx={tip[0]} cy={tip[1]} r={3.5} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.8} />
      <path
        d={`M${fish[0] - 9} ${fish[1]} q8 -7 16 0 l5 -4 v8 l-5 -4 q-8 7 -16 0 Z`}
        fill="var(--soft)"
        opacity={0.7}
        data-testid="plan-fish"
      />
      {tracksOf(drift).map(({ id, role, node, body }) => {
        const [cx, cy] = at(nodeAt(drift, node, time));
        const found = rig.attachments.find((a) => a.id === body)?.body;
        return (
          <circle
            key={id}
            cx={cx}
            cy={cy}
            r={3 + (found ? sizeOf(found) : 1)}
            fill="var(--bead)"
            stroke={styleOf(role).ink}
            strokeWidth={2.2}
            data-testid={`plan-fly-${id}`}
          />
        );
      })}
      {typeof drift.across?.cast_deg === "number" ? (
        <DragHandle
          x={landed[0]}
          y={landed[1]}
          label={phrase("Way of the cast")}
          value={drift.across.cast_deg}
          written={(v) =>
            v < 0
              ? phrase("{round}° upstream", { round: Math.round(-v) })
              : phrase("{round}° downstream", { round: Math.round(v) })
          }
          least={-limits.cast_deg}
          most={limits.cast_deg}
          step={1}
          at={(px, py) => (Math.atan2(px - you[0], Math.max(py - you[1], 1)) * 180) / Math.PI}
          onSet={onCast}
        />
      ) : null}
      {typeof drift.across?.cast_deg === "number" ? (
        <>
          <DragHandle
            {...on(MENDED)}
            label={phrase("Mend")}
            tag={phrase("mend")}
            value={mend}
            written={(v) =>
              `${text(system, "travel", Math.abs(v))} ${v < 0 ? phrase("downstream") : phrase("upstream")}`
            }
            least={-limits.mend_m}
            most={limits.mend_m}
            step={STEP}
            at={(px) => mend + metres(on(MENDED).x - px)}
            onSet={(v) => onLaid("mend", v)}
          />
          <DragHandle
            {...on(SLACKED)}
            label={phrase("Slack")}
            tag={phrase("slack")}
            value={slack}
            written={(v) => phrase("{travel} slack", { travel: text(system, "travel", v) })}
            least={0}
            most={limits.slack_m}
            step={STEP}
            at={(px, py) => slack + metres(nearer(on(SLACKED), { x: px, y: py }, { x: you[0], y: you[1] }))}
            onSet={(v) => onLaid("slack", v)}
          />
        </>
      ) : null}
      <Wind drift={drift} system={system} x={LEFT + 190} y={TOP + BANK + 16} />
      <Axes x={x} y={y} left={LEFT} bottom={height - BOTTOM} ticks={7} mark={system.mark ?? "."} />
      <text x={6} y={height - 4} fontSize={12} fill="var(--soft)">
        {phrase("{unit} off", { unit: system.rules.travel?.unit })}
      </text>
      <text x={right} y={height - 4} fontSize={12} fill="var(--soft)" textAnchor="end">
        {phrase("{unit} downstream of where it lands", { unit: system.rules.travel?.unit })}
      </text>
    </svg>
  );
}

type Place = { x: number; y: number };

/** How much nearer to the rod one place is than another, pixels. */
function nearer(from: Place, to: Place, rod: Place): number {
  return Math.hypot(from.x - rod.x, from.y - rod.y) - Math.hypot(to.x - rod.x, to.y - rod.y);
}

type Shown = { id: string; role: string; node: number; body: string };

/** What is followed from above: the flies, and what holds them up. */
function tracksOf(drift: Drift): Shown[] {
  const flies = drift.flies.map((fly) => ({ id: fly.id, role: fly.role, node: fly.node, body: fly.id }));
  const holds = drift.head === "float" || drift.head === "dry fly";
  return holds ? [{ id: "hold", role: drift.head ?? "", node: drift.hold ?? 0, body: "" }, ...flies] : flies;
}

function Track({
  drift,
  node,
  role,
  at,
  join,
  right,
}: {
  drift: Drift;
  node: number;
  role: string;
  right: number;
  at: (p: Point) => [number, number];
  join: (points: [number, number][]) => string;
}) {
  const style = styleOf(role);
  const path = join(trackOf(drift, node).map(at));
  const whole = duration(drift);
  const seconds = Array.from({ length: Math.floor(whole / MARK) + 1 }, (_, k) => k * MARK);
  const told = role === "point" || role === "dry fly" ? seconds.filter((s) => s > 0 && s % WRITTEN === 0) : [];
  const places = told.map((s) => at(nodeAt(drift, node, s)));
  const written = new Set(withRoom(places, SECONDS, LINE).map((i) => told[i]));
  return (
    <g>
      <path d={path} fill="none" stroke="var(--casing)" strokeWidth={4.5} opacity={0.75} />
      <path d={path} fill="none" stroke={style.ink} strokeWidth={2.2} strokeDasharray={style.dash} />
      {seconds.map((s) => {
        const [cx, cy] = at(nodeAt(drift, node, s));
        return (
          <g key={s}>
            <circle
              cx={cx}
              cy={cy}
              r={s % WRITTEN ? 1.6 : 2.8}
              fill="var(--sheet)"
              stroke={style.ink}
              strokeWidth={1.2}
            />
            {written.has(s) ? (
              <text
                x={cx + 7 + SECONDS > right ? cx - 7 : cx + 7}
                y={cy + 14}
                textAnchor={cx + 7 + SECONDS > right ? "end" : "start"}
                fontSize={11.5}
                fill="var(--ink)"
                className="mono"
                stroke="var(--sheet)"
                strokeWidth={3}
                paintOrder="stroke"
              >
                {s} s
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

function Wind({ drift, system, x, y }: { drift: Drift; system: UnitSystem; x: number; y: number }) {
  const along = drift.wind_x_m_s ?? 0;
  const across = drift.wind_y_m_s ?? 0;
  const speed = Math.hypot(along, across);
  if (speed <= 0) return null;
  const turn = (Math.atan2(across, along) * 180) / Math.PI;
  return (
    <g>
      <path
        d="M-14 -3.5 H8 M-14 3.5 H8 M5 -8 L14 0 L5 8"
        transform={`translate(${x} ${y}) rotate(${turn})`}
        stroke="var(--ink)"
        strokeWidth={1.6}
        fill="none"
      />
      <text x={x + 20} y={y + 4} fontSize={12} fill="var(--ink)" className="mono">
        {text(system, "wind", speed)}
      </text>
    </g>
  );
}

function describe(drift: Drift, system: UnitSystem): string {
  const ends = drift.flies.map((fly) =>
    phrase("{role} {travel} off in the end", {
      role: kindName(fly.role),
      travel: text(system, "travel", fly.off_m ?? 0),
    }),
  );
  const lanes = (drift.lanes ?? []).map((l) => `${l.name || phrase("water")} ${text(system, "speed", l.pace_m_s)}`);
  return phrase("The drift from above: {lanes}; {ends}.", {
    lanes: lanes.join(", "),
    ends: ends.join("; ") || phrase("the dry alone"),
  });
}
