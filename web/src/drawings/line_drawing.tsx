import type { KeyboardEvent } from "react";
import type { Attachment, Rig, Strength, UnitSystem } from "../api/client";
import { bodyName, sizeOf } from "../model/bodies";
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
import { FLY_SCALE, FlyText, GhostFly, Hanging, TAIL_ROW, Trailing } from "./line_flies";
import {
  BreakMark,
  DressingMark,
  FloatMark,
  Frame,
  GhostSpan,
  KnotMark,
  LINE_Y,
  type Load,
  PX_PER_MM,
  SpanLine,
  StrengthLine,
} from "./line_marks";
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

export const LINE_HEIGHT = 178;
const Y = LINE_Y;
/** CSS pixels are 0.2646 mm, so a line of 1 mm drawn 28 px wide is magnified about seven times. */
const MAGNIFIED = Math.round(PX_PER_MM * 0.2646);
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
              stroke="var(--sheet)"
              strokeWidth={5}
              paintOrder="stroke"
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

/** Where a shot or a bead sits on its span, along the drawing; null for what hangs or is at the end. */
function onSpan(attachment: Attachment, layout: LineLayout): number | null {
  const { at } = attachment;
  if (at.kind !== "span") return null;
  const box = layout.spans.find((s) => s.span.id === at.span);
  return box ? box.x0 + (box.x1 - box.x0) * Math.min(at.mm / box.span.length_mm, 1) : null;
}

/** Where a part stands on the drawn line. */
function breakAt(part: string, layout: ReturnType<typeof layoutLine>): number {
  const joint = layout.joints.find((j) => j.joint.id === part || j.hung?.id === part);
  const span = layout.spans.find((s) => s.span.id === part);
  return joint?.x ?? (span ? (span.x0 + span.x1) / 2 : layout.pointX);
}
