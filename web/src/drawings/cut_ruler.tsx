import { scaleLinear } from "@visx/scale";
import type { Cut, UnitSystem } from "../api/client";
import { phrase } from "../words/phrase";

type Props = { cut: Cut; system: UnitSystem; width: number };
const HEIGHT = 66;

/** A piece laid along a ruler (not to scale): what stays of it solid, what knots and hands take dotted. */
export function CutRuler({ cut, system, width }: Props) {
  const factor = (system.rules.short?.factor ?? 100) / 1000;
  const whole = cut.cut_mm * factor;
  const x = scaleLinear({ domain: [0, whole * 1.03], range: [10, width - 38] });
  const ticks = x.ticks(Math.max(4, Math.min(10, Math.floor(width / 70))));
  const fine = x.ticks(ticks.length * 5);
  const finished = x((cut.finished_mm + cut.tag_mm) * factor);
  return (
    <svg
      width={width}
      height={HEIGHT}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      role="img"
      aria-label={phrase("Cut {cutshown}, of which {finishedshown} stay", {
        cutshown: cut.cut_shown,
        finishedshown: cut.finished_shown,
      })}
      className="block"
    >
      <rect x={0.5} y={0.5} width={width - 1} height={42} fill="var(--sheet)" stroke="var(--rule)" />
      <path d={fine.map((t) => `M${x(t)} 42 v-9`).join(" ")} stroke="var(--edge)" />
      <path d={ticks.map((t) => `M${x(t)} 42 v-20`).join(" ")} stroke="var(--ink)" strokeWidth={1.5} />
      {ticks.map((t) => (
        <text
          key={t}
          x={x(t)}
          y={16}
          fontSize={12}
          textAnchor={t === 0 ? "start" : "middle"}
          className="mono"
          fill="var(--ink)"
        >
          {t}
        </text>
      ))}
      <text x={width - 8} y={16} fontSize={12} textAnchor="end" fill="var(--soft)">
        {system.rules.short?.unit}
      </text>
      <path d={`M${x(0)} 54 H${finished}`} stroke={`var(--mat-${colour(cut.look)})`} strokeWidth={5} />
      <path
        d={`M${finished} 54 H${x(whole)}`}
        stroke={`var(--mat-${colour(cut.look)})`}
        strokeWidth={5}
        strokeDasharray="3 3"
      />
    </svg>
  );
}

function colour(look: string): string {
  return ["mono", "clear", "sighter", "fluorocarbon", "braid", "coated"].includes(look) ? look : "mono";
}
