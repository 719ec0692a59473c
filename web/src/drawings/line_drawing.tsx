import type { KeyboardEvent } from "react";
import type { Attachment, Rig, Span, Strength, UnitSystem } from "../api/client";
import { bodyName, flyOf, hookLabel, sizeOf, weightOf } from "../model/bodies";
import { text } from "../model/format";
import {
  drawnAt,
  floatPlace,
  type LineLayout,
  layoutLine,
  partsOf,
  STUB,
  TAIL,
  tailsOf,
  unbroken,
} from "../model/line_layout";
import { phrase } from "../words/phrase";
import { BodyDrawing } from "./fly_drawing";
import { INK } from "./material_ink";

type Props = {
  rig: Rig;
  /** A pinned rig: what differs is written beside, its line drawn thin below. */
  ghost: Rig | null;
  strength: readonly Strength[];
  system: UnitSystem;
  width: number;
  selected: string | null;
  /** The part that goes first, and whether that is a worry. */
  weakest: string | null;
  worry: boolean;
  /** A pull at a fly: the line is drawn as thick as it is strong, what the pull does not reach stays faint. */
  load: Load | null;
  onSelect: (part: string) => void;
};

/** What bears a pull, N by part, and what of it goes first. */
export type Load = { holds: ReadonlyMap<string, number>; goes: string; said: string };

export const LINE_HEIGHT = 178;
/** px a fly takes that hangs behind another. */
const TAIL_ROW = 34;
export const LINE_Y = 62;
const Y = LINE_Y;
const PX_PER_MM = 28;
/** CSS pixels are 0.2646 mm, so a line of 1 mm drawn 28 px wide is magnified about seven times. */
const MAGNIFIED = Math.round(PX_PER_MM * 0.2646);
const FLY_SCALE = 4.6;
const ON_SPAN_SCALE = 2.2;
export const LEAST_WIDTH = 860;

/** How high the line is drawn: higher where flies trail others. */
export function lineHeight(rig: Rig): number {
  const deepest = Math.max(...rig.attachments.map((a) => (a.at.kind === "bend" ? 0 : tailsOf(rig, a).length)));
  return LINE_HEIGHT + TAIL_ROW * deepest;
}

/** The whole line from the rod to the point. Every part can be picked by mouse, touch or arrow keys. */
export function LineDrawing(props: Props) {
  const { rig, system, selected, weakest, onSelect } = props;
  const width = Math.max(props.width, LEAST_WIDTH);
  const layout = layoutLine(rig, width);
  const floating = floatPlace(rig);
  const parts = partsOf(rig);
  const warn = props.worry ? "var(--float)" : "var(--ink)";
  const force = (part: string, kind: string) => props.strength.find((s) => s.part === part && s.kind === kind)?.shown;

  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1, Home: -parts.length, End: parts.length }[event.key];
    if (!step) return;
    event.preventDefault();
    const now = parts.findIndex((part) => part.id === selected);
    const next = parts[Math.min(Math.max(now + step, 0), parts.length - 1)];
    if (next) onSelect(next.id);
  };
  const part = (id: string, label?: string) => ({
    id: `part-${id}`,
    role: "option",
    "aria-selected": selected === id,
    "aria-label": label,
    className: "part",
    onClick: () => onSelect(id),
  });

  return (
    <svg
      width={width}
      height={lineHeight(rig)}
      viewBox={`0 0 ${width} ${lineHeight(rig)}`}
      role="listbox"
      aria-label={phrase("The line, from the rod to the point")}
      aria-orientation="horizontal"
      aria-activedescendant={selected ? `part-${selected}` : undefined}
      tabIndex={0}
      onKeyDown={onKey}
      className={selected ? "block outline-none" : "block"}
      data-testid="line"
    >
      <text x={8} y={17} fontSize={12} fill="var(--soft)">
        {phrase("{length} from line to point · widths ×{MAGNIFIED}", {
          length: text(system, "length", rig.spans.reduce((sum, s) => sum + s.length_mm, 0) / 1000),
          MAGNIFIED,
        })}
      </text>
      <path d={`M0 ${Y} H${STUB - 4}`} stroke="var(--mat-flyline)" strokeWidth={rig.line.tip_mm * PX_PER_MM * 0.8} />
      <text x={6} y={Y - 16} fontSize={12} fill="var(--soft)">
        {rig.line.taper === "level" ? phrase("Level line") : phrase("Fly line")}
      </text>
      <text x={6} y={Y + 24} fontSize={12} className="mono" fill="var(--soft)">
        {text(system, "diameter", rig.line.tip_mm / 1000)}
      </text>
      {layout.spans.map(({ span, x0, x1 }) => {
        const middle = (x0 + x1) / 2;
        const picked = selected === span.id;
        return (
          <g key={span.id} {...part(span.id)}>
            <rect className="halo" x={x0 + 5} y={Y - 40} width={x1 - x0 - 10} height={72} rx={3} />
            {picked ? <Frame x={x0 + 5} y={Y - 40} width={x1 - x0 - 10} height={72} /> : null}
            {props.load ? (
              <StrengthLine load={props.load} span={span} x0={x0} x1={x1} />
            ) : (
              <SpanLine span={span} x0={x0} x1={x1} />
            )}
            <DressingMark span={span} x0={x0} x1={x1} />
            <GhostSpan span={span} ghost={props.ghost} system={system} x={middle} />
            <text x={middle} y={Y - 26} fontSize={12} textAnchor="middle" fill="var(--soft)">
              {fitted(
                span.spool || span.ready ? span.name : phrase("{spanName} · not yours", { spanName: span.name }),
                x1 - x0 - 14,
              )}
            </text>
            <text
              x={middle}
              y={Y - 11}
              fontSize={13}
              fontWeight={650}
              textAnchor="middle"
              className="mono"
              fill="var(--ink)"
            >
              {text(system, "diameter", span.d0_mm / 1000)}
            </text>
            <text
              x={middle}
              y={Y + 24}
              fontSize={13}
              fontWeight={600}
              textAnchor="middle"
              className="mono"
              fill="var(--ink)"
            >
              {text(system, "length", span.length_mm / 1000)}
            </text>
          </g>
        );
      })}
      {layout.joints.map(({ joint, x, hung }, i) => {
        const name = short((joint.loop ?? joint.knot).name);
        const held = force(joint.id, "joint");
        const weak = weakest === joint.id;
        const picked = selected === joint.id;
        const below = Y + 44 + (i % 2) * 15;
        return (
          <g key={joint.id}>
            <g
              {...part(
                joint.id,
                hung && !joint.ring ? `${name}${held ? phrase(", holds {held}", { held }) : ""}` : undefined,
              )}
            >
              <rect className="halo" x={x - 14} y={Y - 16} width={28} height={32} rx={3} />
              {picked ? <Frame x={x - 14} y={Y - 16} width={28} height={32} /> : null}
              {unbroken(joint) ? null : (
                <KnotMark x={x} ring={Boolean(joint.ring)} loop={Boolean(joint.loop)} weak={weak && props.worry} />
              )}
              {(hung && !joint.ring) || unbroken(joint) ? null : (
                <text
                  x={i === 0 ? x - 20 : x}
                  y={below}
                  fontSize={11.5}
                  textAnchor={i === 0 ? "start" : "middle"}
                  fill={weak ? warn : "var(--soft)"}
                  fontWeight={weak ? 650 : 400}
                >
                  {joint.ring ? phrase("ring, ") : ""}
                  {name} {held}
                </text>
              )}
            </g>
            {hung ? (
              <Hanging
                attachment={hung}
                x={x}
                line={joint.ring ? INK.fluorocarbon : INK[rig.spans[i - 1]?.material.look ?? "mono"]}
                system={system}
                picked={selected === hung.id}
                weak={props.worry && (weakest === hung.id || weak)}
                joint={`${name} ${held ?? ""}`}
                ghost={props.ghost}
                props={part(hung.id)}
              />
            ) : null}
            {(hung ? tailsOf(rig, hung) : []).map((tail, row) => (
              <Trailing
                key={tail.id}
                attachment={tail}
                x={x}
                row={row}
                line={INK[rig.spans[i - 1]?.material.look ?? "mono"]}
                system={system}
                picked={selected === tail.id}
                props={part(tail.id)}
              />
            ))}
          </g>
        );
      })}
      {rig.attachments.map((attachment) => {
        const x = onSpan(attachment, layout);
        if (x === null) return null;
        const picked = selected === attachment.id;
        const r = (sizeOf(attachment.body) / 2) * ON_SPAN_SCALE;
        return (
          <g key={attachment.id} {...part(attachment.id)}>
            <rect className="halo" x={x - 14} y={Y - 16} width={28} height={32} rx={3} />
            {picked ? <Frame x={x - 14} y={Y - 16} width={28} height={32} /> : null}
            <g transform={`translate(${x - r} ${Y})`}>
              <BodyDrawing body={attachment.body} scale={ON_SPAN_SCALE} />
            </g>
            <title>{bodyName(attachment.body)}</title>
          </g>
        );
      })}
      {props.load ? <BreakMark x={breakAt(props.load.goes, layout)} said={props.load.said} /> : null}
      {rig.head?.kind === "float" && floating ? (
        <FloatMark x={drawnAt(layout, floating.down)} name={rig.head.body.name} />
      ) : null}
      <g {...part(layout.point.id)}>
        <rect className="halo" x={layout.pointX + 1} y={Y - 22} width={124} height={92} rx={3} />
        {selected === layout.point.id ? <Frame x={layout.pointX + 1} y={Y - 22} width={124} height={92} /> : null}
        <circle cx={layout.pointX} cy={Y} r={3} fill={weakest === layout.point.id ? warn : "var(--ink)"} />
        <g transform={`translate(${layout.pointX + 8} ${Y})`}>
          <BodyDrawing body={layout.point.body} scale={FLY_SCALE} />
        </g>
        <FlyText attachment={layout.point} system={system} x={layout.pointX + 6} y={Y + 36} room={TAIL - 8} />
        <GhostFly attachment={layout.point} ghost={props.ghost} system={system} x={layout.pointX + 6} y={Y + 66} />
      </g>
    </svg>
  );
}

/** "Blood, 4 turns each" as one says it, "Blood". */
function short(name: string): string {
  return name.split(",")[0] ?? name;
}

function fitted(name: string, room: number): string {
  const most = Math.floor(room / 6.3);
  return name.length <= most ? name : `${name.slice(0, Math.max(most - 1, 3))}…`;
}

/** A fly's name in so many pixels; its hook size is never cut off. */
function fittedFly(attachment: Attachment, room: number): string {
  const name = bodyName(attachment.body);
  const fly = flyOf(attachment.body);
  const most = Math.floor(room / 6.8);
  if (name.length <= most || !fly) return name;
  const size = ` #${hookLabel(fly.hook.size)}`;
  return `${fly.pattern.slice(0, Math.max(most - size.length - 1, 3))}…${size}`;
}

function Frame(props: { x: number; y: number; width: number; height: number }) {
  return <rect {...props} rx={3} fill="none" stroke="var(--ink)" strokeWidth={1.6} />;
}

function SpanLine({ span, x0, x1 }: { span: Span; x0: number; x1: number }) {
  const upper = (span.d0_mm * PX_PER_MM) / 2;
  const lower = (span.d1_mm * PX_PER_MM) / 2;
  const shape = `M${x0} ${Y - upper} L${x1} ${Y - lower} V${Y + lower} L${x0} ${Y + upper}Z`;
  const look = span.material.look;
  return (
    <g>
      <path d={shape} fill={INK[look]} />
      {look === "sighter" ? (
        <path
          d={`M${x0} ${Y} H${x1}`}
          stroke="var(--mat-sighter-b)"
          strokeWidth={upper * 2}
          strokeDasharray="9 9"
          strokeDashoffset={-9}
        />
      ) : null}
      {look === "clear" ? (
        <path d={`M${x0} ${Y} H${x1}`} stroke="var(--sheet)" strokeWidth={1.1} strokeDasharray="10 7" />
      ) : null}
      {look === "braid" || look === "coated" ? (
        <path d={`M${x0} ${Y} H${x1}`} stroke="var(--sheet)" strokeWidth={upper * 2} strokeDasharray="1.5 6" />
      ) : null}
    </g>
  );
}

const PX_PER_N = 1.15;
const WIDEST = 24;

/** A span as thick as it is strong under a pull; dotted where the pull does not reach. */
function StrengthLine({ load, span, x0, x1 }: { load: Load; span: Span; x0: number; x1: number }) {
  const force = load.holds.get(span.id);
  if (force === undefined)
    return <path d={`M${x0} ${Y} H${x1}`} stroke="var(--edge)" strokeWidth={1.4} strokeDasharray="2 5" />;
  const wide = Math.min(Math.max(force * PX_PER_N, 2), WIDEST);
  return (
    <path d={`M${x0} ${Y} H${x1}`} stroke={load.goes === span.id ? "var(--float)" : "var(--pace)"} strokeWidth={wide} />
  );
}

/** Where it goes first under the pull. */
function BreakMark({ x, said }: { x: number; said: string }) {
  return (
    <g aria-hidden>
      <path
        d={`M${x - 7} ${Y - 15} L${x + 3} ${Y - 3} L${x - 4} ${Y + 2} L${x + 6} ${Y + 15}`}
        fill="none"
        stroke="var(--float)"
        strokeWidth={2.6}
      />
      <text x={x} y={Y - 44} fontSize={12.5} fontWeight={650} textAnchor="middle" fill="var(--float)">
        {said}
      </text>
    </g>
  );
}

function KnotMark({ x, ring, loop, weak }: { x: number; ring: boolean; loop: boolean; weak: boolean }) {
  const ink = weak ? "var(--float)" : "var(--ink)";
  if (ring) return <circle cx={x} cy={Y} r={6} fill="var(--sheet)" stroke={ink} strokeWidth={2} />;
  if (loop) return <ellipse cx={x} cy={Y} rx={9} ry={4.5} fill="var(--sheet)" stroke={ink} strokeWidth={2} />;
  return (
    <path
      d={[-4.5, 0, 4.5].map((k) => `M${x + k - 2} ${Y + 6} L${x + k + 2} ${Y - 6}`).join(" ")}
      stroke={ink}
      strokeWidth={2}
      strokeLinecap="round"
    />
  );
}

type FlyTextProps = { attachment: Attachment; system: UnitSystem; x: number; y: number; room?: number };
function FlyText({ attachment, system, x, y, room = 160 }: FlyTextProps) {
  const bead = weightOf(attachment.body, system);
  const owned = flyOf(attachment.body)?.source === null ? phrase(" · not owned") : "";
  return (
    <g>
      <text x={x} y={y} fontSize={12.5} fontWeight={650} fill="var(--ink)">
        {fittedFly(attachment, room)}
      </text>
      <text x={x} y={y + 15} fontSize={12} className="mono" fill="var(--soft)">
        {bead}
        {attachment.link
          ? phrase(" · tag {short}", { short: text(system, "short", attachment.link.length_mm / 1000) })
          : ""}
        {owned}
      </text>
    </g>
  );
}

function Hanging(props: {
  attachment: Attachment;
  x: number;
  line: string;
  system: UnitSystem;
  picked: boolean;
  weak: boolean;
  joint: string;
  ghost: Rig | null;
  props: object;
}) {
  const { attachment, x, line, system, picked } = props;
  const reach = 50;
  return (
    <g {...props.props}>
      <rect className="halo" x={x - 2} y={Y + 34} width={162} height={80} rx={3} />
      {picked ? <Frame x={x - 2} y={Y + 34} width={162} height={80} /> : null}
      {attachment.link ? null : (
        <g transform={`translate(${x + 4} ${Y})`}>
          <BodyDrawing body={attachment.body} scale={hangingScale(attachment)} />
        </g>
      )}
      {attachment.link ? (
        <path
          d={`M${x} ${Y + 6} C${x + 2} ${Y + 30} ${x + 12} ${Y + 44} ${x + 26} ${Y + reach + 8}`}
          fill="none"
          stroke={line}
          strokeWidth={3}
        />
      ) : null}
      {attachment.link ? (
        <g transform={`translate(${x + 28} ${Y + reach + 10}) rotate(24)`}>
          <BodyDrawing body={attachment.body} scale={hangingScale(attachment)} />
        </g>
      ) : null}
      <FlyText attachment={attachment} system={system} x={x + 16} y={Y + 92} />
      <GhostFly attachment={attachment} ghost={props.ghost} system={system} x={x + 100} y={Y + 72} />
      <text x={x + 22} y={Y + 46} fontSize={11.5} fill={props.weak ? "var(--float)" : "var(--soft)"}>
        {props.joint}
      </text>
    </g>
  );
}

type TrailingProps = {
  attachment: Attachment;
  x: number;
  row: number;
  line: string;
  system: UnitSystem;
  picked: boolean;
  props: object;
};
/** A fly that hangs from the bend of the one drawn above it. */
function Trailing({ attachment, x, row, line, system, picked, props }: TrailingProps) {
  const y = Y + 116 + row * TAIL_ROW;
  const long = attachment.link ? text(system, "short", attachment.link.length_mm / 1000) : "";
  return (
    <g {...props}>
      <rect className="halo" x={x - 2} y={y} width={162} height={TAIL_ROW - 2} rx={3} />
      {picked ? <Frame x={x - 2} y={y} width={162} height={TAIL_ROW - 2} /> : null}
      <path
        d={`M${x + (row ? 12 : 26)} ${row ? y - 12 : y - 54} C${x + 2} ${y - 30} ${x + 2} ${y} ${x + 10} ${y + 13}`}
        fill="none"
        stroke={line}
        strokeWidth={2}
      />
      <g transform={`translate(${x + 11} ${y + 14})`}>
        <BodyDrawing body={attachment.body} scale={hangingScale(attachment) / 1.5} />
      </g>
      <text x={x + 42} y={y + 12} fontSize={12} fontWeight={650} fill="var(--ink)">
        {fittedFly(attachment, 118)}
      </text>
      <text x={x + 42} y={y + 26} fontSize={11.5} className="mono" fill="var(--soft)">
        {phrase("{weightOf} · {long} behind", { weightOf: weightOf(attachment.body, system), long })}
      </text>
    </g>
  );
}

/** Beads of grease above a span that floats, dashes below one that was wiped clean. */
function DressingMark({ span, x0, x1 }: { span: Span; x0: number; x1: number }) {
  if (!span.dressing || span.dressing === "none") return null;
  const greased = span.dressing === "greased";
  const off = (span.d0_mm * PX_PER_MM) / 2 + 4;
  return (
    <path
      d={`M${x0 + 14} ${greased ? Y - off : Y + off} H${x1 - 14}`}
      stroke="var(--soft)"
      strokeWidth={greased ? 2.6 : 1.2}
      strokeDasharray={greased ? "0.1 7" : "6 4"}
      strokeLinecap="round"
      data-dressing={span.dressing}
    />
  );
}

/** What a span of the pinned rig reads where it differs. */
function GhostSpan(props: { span: Span; ghost: Rig | null; system: UnitSystem; x: number }) {
  const was = props.ghost?.spans.find((s) => s.id === props.span.id);
  if (!was || (was.length_mm === props.span.length_mm && was.d0_mm === props.span.d0_mm)) return null;
  const length = text(props.system, "length", was.length_mm / 1000);
  const thick = was.d0_mm === props.span.d0_mm ? "" : `${text(props.system, "diameter", was.d0_mm / 1000)} · `;
  return (
    <text x={props.x} y={Y - 44} fontSize={11.5} textAnchor="middle" fill="var(--ghost)" className="mono">
      {phrase("was {thick}{length}", { thick, length })}
    </text>
  );
}

function GhostFly(props: { attachment: Attachment; ghost: Rig | null; system: UnitSystem; x: number; y: number }) {
  const was = props.ghost?.attachments.find((a) => a.id === props.attachment.id)?.body;
  const now = props.attachment.body;
  if (!was) return null;
  const weight = weightOf(was, props.system);
  if (bodyName(was) === bodyName(now) && weight === weightOf(now, props.system)) return null;
  return (
    <text x={props.x} y={props.y} fontSize={11.5} fill="var(--ghost)" className="mono">
      {phrase("was {bodyName}", { bodyName: bodyName(was) === bodyName(now) ? weight : `${bodyName(was)} ${weight}` })}
    </text>
  );
}

/** Where a shot or a bead sits on its span, along the drawing; null for what hangs or is at the end. */
function onSpan(attachment: Attachment, layout: LineLayout): number | null {
  const { at } = attachment;
  if (at.kind !== "span") return null;
  const box = layout.spans.find((s) => s.span.id === at.span);
  return box ? box.x0 + (box.x1 - box.x0) * Math.min(at.mm / box.span.length_mm, 1) : null;
}

/** A big fly on a dropper is drawn smaller, so that its name stays readable below it. */
function hangingScale(attachment: Attachment): number {
  const shank = flyOf(attachment.body)?.hook.shank_mm ?? 4;
  return Math.min(FLY_SCALE, 32 / shank);
}

/** Where a part stands on the drawn line. */
function breakAt(part: string, layout: ReturnType<typeof layoutLine>): number {
  const joint = layout.joints.find((j) => j.joint.id === part || j.hung?.id === part);
  const span = layout.spans.find((s) => s.span.id === part);
  return joint?.x ?? (span ? (span.x0 + span.x1) / 2 : layout.pointX);
}

function FloatMark({ x, name }: { x: number; name: string }) {
  return (
    <g>
      <circle cx={x} cy={Y} r={9} fill="var(--mat-sighter-b)" stroke="var(--ink)" strokeWidth={1.6} />
      <path d={`M${x - 9} ${Y} A9 9 0 0 1 ${x + 9} ${Y} Z`} fill="var(--mat-sighter)" />
      <text x={x} y={Y + 74} fontSize={11.5} textAnchor="middle" fill="var(--soft)">
        {name}
      </text>
    </g>
  );
}
