import type { ReactNode } from "react";
import { phrase } from "../words/phrase";

type Props = { figure: string; name: string };

const WIDTH = 260;
const HEIGHT = 92;
/** A leader hangs in less. */
const LINE_HEIGHT = 78;

/** A word shown: the part of a leader, or of the water, that it means, lit among the rest. */
export function WordFigure({ figure, name }: Props) {
  const [drawing, part = ""] = figure.split(":");
  const height = drawing === "line" ? LINE_HEIGHT : HEIGHT;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      width={WIDTH}
      height={height}
      role="img"
      aria-label={phrase("Drawn: {name}", { name })}
      className="block max-w-full"
    >
      {drawing === "line" ? <Leader part={part} /> : part === "lane" ? <Lanes /> : <Water part={part} />}
    </svg>
  );
}

type Part = { part: string };

/** A leader from the line's end to the point, with everything that may hang on it. */
function Leader({ part }: Part) {
  const y = 34;
  const ink = (key: string) => (part === key ? "var(--float)" : "var(--soft)");
  const thick = (key: string, usual: number) => (part === key ? usual + 2.5 : usual);
  return (
    <g fill="none" strokeLinecap="round">
      <path d={`M6 ${y}H70`} stroke={ink("butt")} strokeWidth={thick("butt", 5)} />
      <path d={`M70 ${y - 2.5}L128 ${y - 1}V${y + 1}L70 ${y + 2.5}Z`} fill={ink("taper")} stroke={ink("taper")} />
      <path d={`M130 ${y}H164`} stroke={ink("sighter")} strokeWidth={thick("sighter", 3)} strokeDasharray="5 6" />
      <path d={`M168 ${y}H244`} stroke={ink("tippet")} strokeWidth={thick("tippet", 1.2)} />
      <circle
        cx={166}
        cy={y}
        r={part === "joint" ? 5 : 3}
        fill="var(--sheet)"
        stroke={ink("joint")}
        strokeWidth={part === "joint" ? 3 : 1.5}
      />
      <path d={`M196 ${y}L188 64`} stroke={ink("dropper")} strokeWidth={thick("dropper", 1.2)} />
      <circle cx={187} cy={68} r={4} fill={ink("dropper")} />
      <circle cx={246} cy={y} r={part === "point" ? 7 : 5} fill={ink("point")} />
      {part === "float" ? (
        <>
          <path d="M120 20H176" stroke="var(--pace)" strokeWidth={1.5} />
          <circle cx={148} cy={20} r={8} fill="var(--float)" stroke="var(--ink)" />
          <path d={`M148 28V${y}`} stroke="var(--float)" />
        </>
      ) : null}
      {part === "shot" ? <circle cx={222} cy={y} r={5} fill="var(--float)" /> : null}
    </g>
  );
}

/** A section of water: pace, zone, bed, a fly on its way down and what pulls at it. */
function Water({ part }: Part) {
  const lit = (key: string) => part === key;
  const arrow = (y: number, length: number, ink: string, wide: number): ReactNode => (
    <path
      key={y}
      d={`M12 ${y}h${length}m-5 -3l5 3l-5 3`}
      fill="none"
      stroke={ink}
      strokeWidth={wide}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
  return (
    <g>
      <rect x={0} y={14} width={WIDTH} height={64} fill="var(--water-top)" />
      <rect x={0} y={54} width={WIDTH} height={20} fill="var(--zone)" opacity={lit("zone") ? 0.95 : 0.3} />
      {lit("zone") ? (
        <path d="M100 54V74M96 58l4 -4l4 4M96 70l4 4l4 -4" fill="none" stroke="var(--zone-ink)" strokeWidth={2} />
      ) : null}
      <path d={`M0 14H${WIDTH}`} stroke="var(--ink)" />
      <rect x={0} y={78} width={WIDTH} height={14} fill="var(--bed)" />
      {[20, 64, 108, 150, 196, 236].map((x, i) => (
        <ellipse
          key={x}
          cx={x}
          cy={78}
          rx={8 + (i % 3) * 3}
          ry={3 + (i % 3) * 2}
          fill={lit("bed") ? "var(--float)" : "var(--bed)"}
          stroke="var(--ink)"
          strokeWidth={0.8}
        />
      ))}
      {[22, 38, 52, 68].map((y, i) =>
        arrow(y, 58 - i * 11, lit("pace") ? "var(--float)" : "var(--soft)", lit("pace") ? 2.5 : 1.2),
      )}
      <path
        d="M96 14C120 40 150 58 244 62"
        fill="none"
        stroke={lit("drift") ? "var(--float)" : "var(--soft)"}
        strokeWidth={lit("drift") ? 2.8 : 1.4}
      />
      {lit("drift") ? (
        <path d="M96 14C124 30 150 48 244 50L244 74C150 70 116 50 96 14Z" fill="var(--float)" opacity={0.18} />
      ) : null}
      <circle cx={196} cy={59.5} r={4.5} fill="var(--ink)" />
      {lit("drag") ? (
        <path
          d="M196 59.5L160 20M203 59.5h30m-6 -4l6 4l-6 4"
          fill="none"
          stroke="var(--float)"
          strokeWidth={2.5}
          strokeLinejoin="round"
        />
      ) : null}
    </g>
  );
}

/** Lanes from above, with a line lying over them and its belly. */
function Lanes() {
  return (
    <g>
      {[
        [4, 26, 34],
        [30, 26, 92],
        [56, 30, 48],
      ].map(([y = 0, height = 0, length = 0], i) => (
        <g key={y}>
          <rect x={0} y={y} width={WIDTH} height={height} fill="var(--water-top)" opacity={i === 1 ? 1 : 0.6} />
          <path
            d={`M14 ${y + height / 2}h${length}m-5 -3l5 3l-5 3`}
            fill="none"
            stroke="var(--float)"
            strokeWidth={2}
            strokeLinejoin="round"
          />
        </g>
      ))}
      <path d="M0 30H260M0 56H260" stroke="var(--ink)" strokeDasharray="3 4" strokeWidth={1} />
      <path d="M150 4C196 30 216 44 168 74" fill="none" stroke="var(--ink)" strokeWidth={2} />
      <circle cx={168} cy={74} r={4} fill="var(--ink)" />
    </g>
  );
}
