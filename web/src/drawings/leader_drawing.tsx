import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import type { LeaderAnswer } from "../api/client";
import { useMark, useNumber } from "../state/units";
import { phrase } from "../words/phrase";
import { Axes } from "./axes";
import { INK } from "./material_ink";

type Props = { answer: LeaderAnswer; ghost: LeaderAnswer | null; width: number; height: number };
const LEFT = 52;
const RIGHT = 18;
const LINE_Y = 54;
const THICK = 13;
const CURVE_TOP = 128;

/**
 * A leader laid out straight from the fly line to the fly: thickness by diameter, a mark at every joint, the one that hurts
 * marked twice; below it how fast the line still moves when the loop gets there.
 */
export function LeaderDrawing({ answer, ghost, width, height }: Props) {
  const number = useNumber();
  const mark = useMark();
  const { design } = answer;
  // The cast runs on to the last fly, over what stays below the leader.
  const whole = Math.max(endOf(answer), ghost ? endOf(ghost) : 0);
  const x = scaleLinear<number>({ domain: [0, whole], range: [LEFT, width - RIGHT] });
  const moving = answer.cast?.along ?? [];
  const fastest = Math.max(2, ...moving.map((p) => p.speed_m_s), ...(ghost?.cast?.along ?? []).map((p) => p.speed_m_s));
  const y = scaleLinear<number>({ domain: [0, fastest * 1.05], range: [height - 42, CURVE_TOP] });
  const places = starts(design.sections.map((s) => s.length_mm / 1000));
  const worst = design.joints.reduce((at, j, i) => (j.stiffness > (design.joints[at]?.stiffness ?? 0) ? i : at), 0);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={phrase("The leader, {total}: {sections}. {sentence}", {
        total: answer.total,
        sections: design.sections
          .map((s, i) =>
            phrase("{sName} {length} of {diameter}", {
              sName: s.name,
              length: answer.shown[i]?.length,
              diameter: answer.shown[i]?.diameter,
            }),
          )
          .join(", "),
        sentence: answer.cast?.sentence ?? design.cast_note,
      })}
    >
      {ghost ? <Outline answer={ghost} x={x} /> : null}
      {design.sections.map((section, i) => {
        const from = x(places[i] ?? 0);
        const to = x((places[i] ?? 0) + section.length_mm / 1000);
        const [a, b] = [section.d0_mm * THICK, section.d1_mm * THICK];
        const wide = to - from > 66;
        return (
          <g key={`${section.name} ${i}`}>
            <path
              d={`M${from} ${LINE_Y - a / 2} L${to} ${LINE_Y - b / 2} V${LINE_Y + b / 2} L${from} ${LINE_Y + a / 2}Z`}
              fill={INK[section.material.look]}
              stroke="var(--ink)"
              strokeWidth={0.6}
            />
            {wide ? (
              <>
                <text
                  x={(from + to) / 2}
                  y={LINE_Y - 22}
                  textAnchor="middle"
                  className="mono"
                  fontSize={12}
                  fill="var(--ink)"
                >
                  {answer.shown[i]?.diameter}
                </text>
                <text
                  x={(from + to) / 2}
                  y={LINE_Y + 24}
                  textAnchor="middle"
                  className="mono"
                  fontSize={12}
                  fill="var(--soft)"
                >
                  {answer.shown[i]?.length}
                </text>
              </>
            ) : null}
          </g>
        );
      })}
      {design.joints.map((joint, i) => {
        const at = x(places[i] ?? 0);
        const hurts = joint.hinge !== "fine";
        return (
          <g key={`joint ${i}`} transform={`translate(${at} ${LINE_Y})`}>
            <path d="M0 -13 V13" stroke={hurts ? "var(--float)" : "var(--ink)"} strokeWidth={hurts ? 3 : 1.4} />
            {hurts || (i === worst && i > 0 && moving.length > 0) ? (
              <g transform="translate(0 34)">
                <path d="M0 -8 L5 0 H-5Z" fill={hurts ? "var(--float)" : "var(--soft)"} />
                <text y={13} textAnchor="middle" fontSize={12} fill={hurts ? "var(--float)" : "var(--soft)"}>
                  {hurts ? phrase("hinges, ") : ""}×{number(joint.stiffness, 1)}
                </text>
              </g>
            ) : null}
          </g>
        );
      })}
      <path d={`M${LEFT - 26} ${LINE_Y} H${LEFT}`} stroke="var(--mat-flyline)" strokeWidth={10} />
      {endOf(answer) > design.total_mm / 1000 + 0.01 ? (
        <path
          d={`M${x(design.total_mm / 1000)} ${LINE_Y} H${x(endOf(answer))}`}
          stroke="var(--edge)"
          strokeWidth={1.6}
          strokeDasharray="3 4"
        />
      ) : null}
      <circle cx={x(endOf(answer)) + 4} cy={LINE_Y} r={4} fill="none" stroke="var(--hook)" strokeWidth={1.6} />
      {moving.length > 0 ? (
        <>
          <Axes x={x} y={y} left={LEFT} bottom={height - 42} ticks={8} mark={mark} />
          <text x={LEFT} y={CURVE_TOP - 8} fontSize={12} fill="var(--soft)">
            {phrase("speed left when the loop gets there, m/s")}
          </text>
          <text x={width - RIGHT} y={height - 4} fontSize={12} textAnchor="end" fill="var(--soft)">
            {phrase("m from the fly line")}
          </text>
          <path d={`M${LEFT} ${y(2)} H${width - RIGHT}`} stroke="var(--float)" strokeDasharray="2 4" aria-hidden />
          <text x={LEFT + 8} y={y(2) - 4} fontSize={12} fill="var(--float)">
            {phrase("2 m/s turns over")}
          </text>
          {ghost?.cast ? (
            <LinePath
              data={[...ghost.cast.along]}
              x={(p) => x(p.place_m)}
              y={(p) => y(p.speed_m_s)}
              stroke="var(--ghost)"
              strokeWidth={1.6}
              strokeDasharray="6 4"
            />
          ) : null}
          <LinePath
            data={[...moving]}
            x={(p) => x(p.place_m)}
            y={(p) => y(p.speed_m_s)}
            stroke="var(--ink)"
            strokeWidth={2.4}
          />
          {moving.map((p) => (
            <circle key={`${p.name} ${p.place_m}`} cx={x(p.place_m)} cy={y(p.speed_m_s)} r={2.6} fill="var(--ink)" />
          ))}
          {answer.cast?.piles_at_m != null ? (
            <g transform={`translate(${x(Math.min(answer.cast.piles_at_m, whole))} ${y(0)})`}>
              <path d="M0 0 V-26" stroke="var(--float)" strokeWidth={2} />
              <text
                x={answer.cast.piles_at_m > whole * 0.9 ? 4 : 0}
                y={-32}
                textAnchor={answer.cast.piles_at_m > whole * 0.9 ? "end" : "middle"}
                fontSize={13}
                fill="var(--float)"
                fontWeight={600}
              >
                {phrase("the loop dies")}
              </text>
            </g>
          ) : null}
        </>
      ) : null}
    </svg>
  );
}

function Outline({ answer, x }: { answer: LeaderAnswer; x: (m: number) => number }) {
  const { sections } = answer.design;
  const places = starts(sections.map((s) => s.length_mm / 1000));
  return (
    <g fill="none" stroke="var(--ghost)" strokeWidth={1.2} strokeDasharray="5 4" aria-hidden>
      {sections.map((s, i) => {
        const from = x(places[i] ?? 0);
        const to = x((places[i] ?? 0) + s.length_mm / 1000);
        const [a, b] = [s.d0_mm * THICK + 5, s.d1_mm * THICK + 5];
        return (
          <path
            key={`${s.name} ${i}`}
            d={`M${from} ${LINE_Y - a / 2} L${to} ${LINE_Y - b / 2} V${LINE_Y + b / 2} L${from} ${LINE_Y + a / 2}Z`}
          />
        );
      })}
    </g>
  );
}

/** Where the last fly is, m from the fly line. */
function endOf(answer: LeaderAnswer): number {
  return Math.max(answer.design.total_mm / 1000, ...(answer.cast?.along ?? []).map((p) => p.place_m));
}

function starts(lengths: number[]): number[] {
  let at = 0;
  return lengths.map((length) => {
    const from = at;
    at += length;
    return from;
  });
}
