import type { CardView } from "../api/client";

type Step = CardView["steps"][number];
type Stroke = Step["strokes"][number];
const INK: Record<string, string> = {
  line: "var(--ink)",
  end: "var(--ink)",
  other: "var(--mat-fluorocarbon)",
  "other-end": "var(--mat-fluorocarbon)",
};

/** One step of a knot: a standing line is solid, its working end hollow; what is drawn later lies over what was drawn before. */
export function KnotDrawing({ step, label }: { step: Step; label: string }) {
  return (
    <svg viewBox="0 0 120 60" role="img" aria-label={label} fill="none" strokeLinecap="round" className="block w-full">
      {step.strokes.map((stroke, i) => (
        <One key={i} stroke={stroke} />
      ))}
    </svg>
  );
}

function One({ stroke }: { stroke: Stroke }) {
  const { role, d, x = 0, y = 0, width = 0, dx = 0, dy = 0 } = stroke;
  if (d)
    return (
      <>
        <path d={d} stroke="var(--sheet)" strokeWidth={5.4} />
        <path d={d} stroke={INK[role]} strokeWidth={3} />
        {role.endsWith("end") ? <path d={d} stroke="var(--sheet)" strokeWidth={1.3} /> : null}
      </>
    );
  if (role === "bead")
    return <circle cx={x} cy={y} r={width} fill="var(--float)" fillOpacity={0.25} stroke="var(--ink)" />;
  if (role === "eye")
    return (
      <g stroke="var(--ink)" strokeWidth={1.8}>
        <circle cx={x} cy={y} r={3.8} />
        <path d={`M${x + 4} ${y}h${Math.max(116 - x - 4, 4)}`} strokeWidth={2.4} />
      </g>
    );
  if (role === "ring") return <circle cx={x} cy={y} r={5} stroke="var(--ink)" strokeWidth={2.2} />;
  if (role === "hook")
    return (
      <path
        d={`M${x + 4} ${y}h20c14 0 18 18 4 18q-5 0 -7 -5`}
        stroke="var(--ink)"
        strokeWidth={2.2}
        strokeLinejoin="round"
      />
    );
  if (role === "fly")
    return (
      <path d={`M${x} ${y - 2}v5c0 6 8 6 8 0l-2 -1`} stroke="var(--ink)" strokeWidth={1.8} strokeLinejoin="round" />
    );
  if (role === "cut")
    return <path d={`M${x - 4} ${y - 3}l8 6M${x - 4} ${y + 3}l8 -6`} stroke="var(--float)" strokeWidth={1.8} />;
  const to = Math.sign(dx || 1);
  return dx || dy ? (
    <path
      d={`M${x} ${y - 8}h${dx}m${-4 * to} -3l${4 * to} 3l${-4 * to} 3`}
      stroke="var(--soft)"
      strokeWidth={1.6}
      strokeLinejoin="round"
    />
  ) : null;
}
