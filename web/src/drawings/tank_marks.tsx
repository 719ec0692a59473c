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

export function FoundBottom({ x, bed, label, ink }: { x: number; bed: number; label: string; ink: string }) {
  return (
    <g>
      <path d={`M${x} ${bed + 3} l-5 9 h10 Z`} fill={ink} stroke="var(--casing)" strokeWidth={1} />
      <text x={x + 8} y={bed + 19} fontSize={12} fontWeight={650} className="mono" fill="var(--bed-ink)">
        {label}
      </text>
    </g>
  );
}

/** What holds the rig: the sighter, the float, the dry fly or the end of the fly line. */
export function Top({ head, x, y, rig, led }: { head: string; x: number; y: number; rig: Rig; led: boolean }) {
  if (head === "float" && rig.head?.kind === "float") {
    const r = Math.max(4, rig.head.body.diameter_mm * 0.55);
    return (
      <g>
        <circle cx={x} cy={y} r={r} fill="var(--mat-sighter-b)" stroke="var(--ink)" strokeWidth={1.6} />
        <path d={`M${x - r} ${y} A${r} ${r} 0 0 1 ${x + r} ${y} Z`} fill="var(--mat-sighter)" />
      </g>
    );
  }
  if (head === "dry fly") {
    return (
      <path
        d={`M${x - 9} ${y - 1} h18 M${x - 5} ${y - 9} l3 8 M${x} ${y - 11} v10 M${x + 5} ${y - 9} l-3 8`}
        stroke="var(--ink)"
        strokeWidth={1.8}
        strokeLinecap="round"
      />
    );
  }
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
