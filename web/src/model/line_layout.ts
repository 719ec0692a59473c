import type { Attachment, Joint, Rig, Span } from "../api/client";

export type Part =
  | { kind: "joint"; id: string; joint: Joint; index: number }
  | { kind: "span"; id: string; span: Span; index: number }
  | { kind: "fly"; id: string; attachment: Attachment };

export type SpanBox = { span: Span; x0: number; x1: number };
export type JointMark = { joint: Joint; x: number; hung: Attachment | undefined };
export type LineLayout = { spans: SpanBox[]; joints: JointMark[]; pointX: number; point: Attachment };

export const STUB = 64;
export const TAIL = 128;
const LEAST = 92;
const POWER = 0.45;

/** The parts of a rig in the order the eye and the arrow keys walk them: from the fly line to the point. */
export function partsOf(rig: Rig): Part[] {
  const parts: Part[] = [];
  rig.spans.forEach((span, index) => {
    const joint = rig.joints[index];
    if (joint) {
      parts.push({ kind: "joint", id: joint.id, joint, index });
      const hung = hangingAt(rig, joint.id);
      for (const attachment of hung ? [hung, ...tailsOf(rig, hung)] : [])
        parts.push({ kind: "fly", id: attachment.id, attachment });
    }
    parts.push({ kind: "span", id: span.id, span, index });
  });
  for (const attachment of rig.attachments) {
    if (!parts.some((part) => part.id === attachment.id)) parts.push({ kind: "fly", id: attachment.id, attachment });
  }
  return parts;
}

export function hangingAt(rig: Rig, joint: string): Attachment | undefined {
  return rig.attachments.find((a) => a.at.kind === "joint" && a.at.joint === joint);
}

/** The fly that hangs from the bend of another; undefined where its bend is free. */
export function tailOf(rig: Rig, of: Attachment): Attachment | undefined {
  return rig.attachments.find((a) => a.at.kind === "bend" && a.at.attachment === of.id);
}

/** What of it is on the line: itself, or the fly it trails. */
export function rootOf(rig: Rig, of: Attachment): Attachment {
  const { at } = of;
  const ahead = at.kind === "bend" ? rig.attachments.find((a) => a.id === at.attachment) : undefined;
  return ahead ? rootOf(rig, ahead) : of;
}

/** What trails a fly, nearest first. */
export function tailsOf(rig: Rig, of: Attachment): Attachment[] {
  const tail = tailOf(rig, of);
  return tail ? [tail, ...tailsOf(rig, tail)] : [];
}

export function pointOf(rig: Rig): Attachment {
  const point = rig.attachments.find((a) => a.at.kind === "point");
  if (!point) throw new Error("a rig has a fly at the point");
  return point;
}

/** Whether a joint is none: the pieces of a ready-made leader are one line. */
export function unbroken(joint: Joint): boolean {
  return (joint.knot.uses ?? []).includes("unbroken");
}

/** Where a float sits on the leader, mm: below the fly line and above the point; null where none holds the rig. */
export function floatPlace(rig: Rig): { down: number; above: number } | null {
  const { head } = rig;
  if (head?.kind !== "float") return null;
  let down = 0;
  for (const span of rig.spans) {
    if (span.id === head.span) {
      down += Math.min(head.mm, span.length_mm);
      break;
    }
    down += span.length_mm;
  }
  const whole = rig.spans.reduce((sum, span) => sum + span.length_mm, 0);
  return { down, above: whole - down };
}

/** Where a place on the line, mm below the fly line, stands on the drawing. */
export function drawnAt(layout: LineLayout, down: number): number {
  let left = down;
  for (const { span, x0, x1 } of layout.spans) {
    if (left <= span.length_mm) return x0 + ((x1 - x0) * left) / span.length_mm;
    left -= span.length_mm;
  }
  return layout.pointX;
}

/** Which place on the line, mm below the fly line, stands there on the drawing: the other way round. */
export function placeAt(layout: LineLayout, x: number): number {
  let down = 0;
  for (const { span, x0, x1 } of layout.spans) {
    if (x <= x1) return down + Math.max((x - x0) / (x1 - x0), 0) * span.length_mm;
    down += span.length_mm;
  }
  return down;
}

/** Places the line across `width` pixels: long spans are drawn longer, but every span has room for its figures. */
export function layoutLine(rig: Rig, width: number): LineLayout {
  const room = Math.max(width - STUB - TAIL, rig.spans.length * LEAST);
  const weights = rig.spans.map((span) => span.length_mm ** POWER);
  const total = weights.reduce((sum, w) => sum + w, 0);
  const spare = room - rig.spans.length * LEAST;
  let x = STUB;
  const spans = rig.spans.map((span, i) => {
    const x0 = x;
    x += LEAST + (spare * (weights[i] ?? 0)) / total;
    return { span, x0, x1: x };
  });
  const joints = rig.joints.map((joint, i) => ({ joint, x: spans[i]?.x0 ?? STUB, hung: hangingAt(rig, joint.id) }));
  return { spans, joints, pointX: x, point: pointOf(rig) };
}
