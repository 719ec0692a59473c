import type { Attachment, Rig, UnitSystem } from "../api/client";
import { bodyName, flyOf, hookLabel, weightOf } from "../model/bodies";
import { text } from "../model/format";
import { phrase } from "../words/phrase";
import { BodyDrawing } from "./fly_drawing";
import { Frame, LINE_Y } from "./line_marks";

const Y = LINE_Y;
/** px a fly takes that hangs behind another. */
export const TAIL_ROW = 34;
export const FLY_SCALE = 4.6;

/** A fly's name in so many pixels; its hook size is never cut off. */
function fittedFly(attachment: Attachment, room: number): string {
  const name = bodyName(attachment.body);
  const fly = flyOf(attachment.body);
  const most = Math.floor(room / 6.8);
  if (name.length <= most || !fly) return name;
  const size = ` #${hookLabel(fly.hook.size)}`;
  return `${fly.pattern.slice(0, Math.max(most - size.length - 1, 3))}…${size}`;
}

type FlyTextProps = { attachment: Attachment; system: UnitSystem; x: number; y: number; room?: number };
export function FlyText({ attachment, system, x, y, room = 160 }: FlyTextProps) {
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
        <tspan style={{ fontFamily: "var(--font-sans)" }}>{owned}</tspan>
      </text>
    </g>
  );
}

export function Hanging(props: {
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
export function Trailing({ attachment, x, row, line, system, picked, props }: TrailingProps) {
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

export function GhostFly(props: {
  attachment: Attachment;
  ghost: Rig | null;
  system: UnitSystem;
  x: number;
  y: number;
}) {
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

/** A big fly on a dropper is drawn smaller, so that its name stays readable below it. */
function hangingScale(attachment: Attachment): number {
  const shank = flyOf(attachment.body)?.hook.shank_mm ?? 4;
  return Math.min(FLY_SCALE, 32 / shank);
}
