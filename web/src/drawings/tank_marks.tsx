import type { Drift, Rig, UnitSystem } from "../api/client";
import { text } from "../model/format";

/** Where the water begins, px from the left. */
export const LEFT = 54;

export const round = (v: number) => Math.round(v * 10) / 10;

/** The bed along its corners, with a stony edge that is the same every time. */
export function bedShape(line: [number, number][], below: number): string {
  const first = line[0] ?? [0, 0];
  const last = line[line.length - 1] ?? [0, 0];
  const stones = line.slice(1).map(([x1, y1], i) => {
    const [x0, y0] = line[i] ?? first;
    const steps = Math.max(1, Math.round((x1 - x0) / 17));
    return Array.from({ length: steps }, (_, k) => {
      const rise = 2 + ((k * 7919) % 5) * 0.7;
      const dx = (x1 - x0) / steps;
      const dy = (y1 - y0) / steps;
      return `q${round(dx / 2)} ${round(dy / 2 - rise)} ${round(dx)} ${round(dy)}`;
    }).join(" ");
  });
  return `M${first[0]} ${first[1] + 2} ${stones.join(" ")} L${last[0]} ${below} H${first[0]} Z`;
}

/** How long a label of a pace is, px. */
const PACE_LABEL = 62;

/** Where the paces at the surface and at the bed are told. */
export function paceLabels(drift: Drift, y: (depth: number) => number): { x: number; y: number; pace: number }[] {
  const rows = drift.paces.filter((_, i) => i % 2 === 0);
  const low = rows[0];
  if (!low || rows.length < 2) return [];
  const fastest = Math.max(...drift.paces.map((p) => p.pace_m_s), 0.01);
  return [
    { x: LEFT + 70, y: y(0) + 16, pace: fastest },
    { x: LEFT + 14 + 56 * (low.pace_m_s / fastest), y: y(low.depth_m) + 4, pace: low.pace_m_s },
  ];
}

/** A label as a line through it, which other labels keep clear of. */
export function along(label: { x: number; y: number }): [number, number][] {
  return [0, 0.25, 0.5, 0.75, 1].map((share) => [label.x + share * PACE_LABEL, label.y - 4]);
}

export function PaceArrows({ drift, system, y }: { drift: Drift; system: UnitSystem; y: (depth: number) => number }) {
  const fastest = Math.max(...drift.paces.map((p) => p.pace_m_s), 0.01);
  const rows = drift.paces.filter((_, i) => i % 2 === 0);
  return (
    <g stroke="var(--pace)" fill="none" strokeWidth={1.5}>
      {rows.map(({ depth_m: depth, pace_m_s: pace }) => {
        const end = LEFT + 8 + 56 * (pace / fastest);
        const yy = Math.max(y(depth), y(0) + 12);
        return <path key={depth} d={`M${LEFT + 2} ${yy} H${end} m-5 -3.4 l5 3.4 l-5 3.4`} />;
      })}
      <g stroke="none" fill="var(--pace)" fontSize={11.5}>
        {paceLabels(drift, y).map((label) => (
          <text key={label.y} x={label.x} y={label.y} className="mono">
            {text(system, "speed", label.pace)}
          </text>
        ))}
      </g>
    </g>
  );
}

/** Half the width of a mark where the bottom is found, from there to its label, and how long that is, px. */
const MARK = 5;
const TO_LABEL = 8;
const LETTER = 7.4;

/** On which side of every mark its label has room between `from` and `to`; null where it has none, beside the others. */
export function labelSides(
  marks: readonly { x: number; label: string }[],
  from: number,
  to: number,
): ("start" | "end" | null)[] {
  const sides = marks.map((): "start" | "end" | null => null);
  const order = marks.map((_, i) => i).sort((a, b) => (marks[a]?.x ?? 0) - (marks[b]?.x ?? 0));
  let free = from;
  for (const [place, i] of order.entries()) {
    const mark = marks[i];
    if (!mark) continue;
    const long = TO_LABEL + LETTER * mark.label.length;
    const next = marks[order[place + 1] ?? -1]?.x;
    const until = next === undefined ? to : Math.min(next - MARK, to);
    const side = mark.x + long <= until ? "start" : mark.x - long >= free ? "end" : null;
    sides[i] = side;
    free = mark.x + (side === "start" ? long : MARK);
  }
  return sides;
}

type FoundProps = { x: number; bed: number; label: string; ink: string; side: "start" | "end" | null };

export function FoundBottom({ x, bed, label, ink, side }: FoundProps) {
  return (
    <g>
      <path d={`M${x} ${bed + 3} l-${MARK} 9 h${2 * MARK} Z`} fill={ink} stroke="var(--casing)" strokeWidth={1} />
      {side ? (
        <text
          x={x + (side === "start" ? TO_LABEL : -TO_LABEL)}
          y={bed + 19}
          fontSize={12}
          fontWeight={650}
          textAnchor={side}
          className="mono"
          fill="var(--bed-ink)"
        >
          {label}
        </text>
      ) : null}
    </g>
  );
}

type Marked = { head: string; x: number; y: number; rig: Rig };

/** What holds the rig: the sighter, the float, the dry fly or the end of the fly line. */
export function Top({ led, ...at }: Marked & { led: boolean }) {
  const { head, x, y } = at;
  const afloat = afloatMark(at);
  if (afloat) return afloat;
  if (!led) {
    // The line itself is drawn up to the tip: only the sighter's lower end is marked on it.
    return head === "held" ? <circle cx={x} cy={y} r={3.4} fill="var(--mat-sighter)" stroke="var(--ink)" /> : null;
  }
  if (head === "fly line") return <circle cx={x} cy={y} r={5} fill="var(--mat-flyline)" />;
  return (
    <g strokeWidth={4.5} strokeLinecap="butt">
      <path d={`M${x} ${y} l8 -22`} stroke="var(--mat-sighter)" />
      <path d={`M${x + 8} ${y - 22} l8 -22`} stroke="var(--mat-sighter-b)" />
    </g>
  );
}

/** The float or the dry fly a rig hangs from, where it is; nothing where none does. */
export function afloatMark({ head, x, y, rig }: Marked) {
  if (head === "float" && rig.head?.kind === "float") {
    const r = Math.max(4, rig.head.body.diameter_mm * 0.55);
    return (
      <g data-testid="afloat">
        <circle cx={x} cy={y} r={r} fill="var(--mat-sighter-b)" stroke="var(--ink)" strokeWidth={1.6} />
        <path d={`M${x - r} ${y} A${r} ${r} 0 0 1 ${x + r} ${y} Z`} fill="var(--mat-sighter)" />
      </g>
    );
  }
  if (head === "dry fly") {
    return (
      <path
        data-testid="afloat"
        d={`M${x - 9} ${y - 1} h18 M${x - 5} ${y - 9} l3 8 M${x} ${y - 11} v10 M${x + 5} ${y - 9} l-3 8`}
        stroke="var(--ink)"
        strokeWidth={1.8}
        strokeLinecap="round"
      />
    );
  }
  return null;
}
