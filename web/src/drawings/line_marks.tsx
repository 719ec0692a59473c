import type { Rig, Span, UnitSystem } from "../api/client";
import { text } from "../model/format";
import { phrase } from "../words/phrase";
import { INK } from "./material_ink";

/** What bears a pull, N by part, and what of it goes first. */
export type Load = { holds: ReadonlyMap<string, number>; goes: string; said: string };

/** Where the line lies, and how wide a millimetre of it is drawn, px. */
export const LINE_Y = 62;
const Y = LINE_Y;
export const PX_PER_MM = 28;

export function Frame(props: { x: number; y: number; width: number; height: number }) {
  return <rect {...props} rx={3} fill="none" stroke="var(--ink)" strokeWidth={1.6} />;
}

export function SpanLine({ span, x0, x1 }: { span: Span; x0: number; x1: number }) {
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
export function StrengthLine({ load, span, x0, x1 }: { load: Load; span: Span; x0: number; x1: number }) {
  const force = load.holds.get(span.id);
  if (force === undefined)
    return <path d={`M${x0} ${Y} H${x1}`} stroke="var(--edge)" strokeWidth={1.4} strokeDasharray="2 5" />;
  const wide = Math.min(Math.max(force * PX_PER_N, 2), WIDEST);
  return (
    <path d={`M${x0} ${Y} H${x1}`} stroke={load.goes === span.id ? "var(--float)" : "var(--pace)"} strokeWidth={wide} />
  );
}

/** Where it goes first under the pull. */
export function BreakMark({ x, said }: { x: number; said: string }) {
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

export function KnotMark({ x, ring, loop, weak }: { x: number; ring: boolean; loop: boolean; weak: boolean }) {
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

/** Beads of grease above a span that floats, dashes below one that was wiped clean. */
export function DressingMark({ span, x0, x1 }: { span: Span; x0: number; x1: number }) {
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
export function GhostSpan(props: { span: Span; ghost: Rig | null; system: UnitSystem; x: number }) {
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

export function FloatMark({ x, name }: { x: number; name: string }) {
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
