import type { Rig, Span, TieSheet } from "../api/client";
import { floatPlace, hangingAt, pointOf, tailsOf, unbroken } from "../model/line_layout";
import { phrase } from "../words/phrase";
import { BodyDrawing } from "./fly_drawing";
import { INK } from "./material_ink";

const PLACES = { point: "point", bend: "behind", joint: "dropper", span: phrase("on the line") } as const;

type Props = {
  rig: Rig;
  sheet: TieSheet;
  width: number;
  height: number;
  /** Parts whose step is ticked off. */
  done: ReadonlySet<string>;
  /** The part of the step in hand. */
  now: string | null;
  /** Black on white, for paper. */
  black?: boolean;
};

const TOP = 26;
const FOOT = 84;
/** On paper the texture alone says what it is. */
const DASH: Record<Span["material"]["look"], string> = {
  mono: "",
  clear: "12 5",
  sighter: "7 7",
  fluorocarbon: "",
  braid: "2 4",
  coated: "16 3 3 3",
};

/** The rig hung up by its line, as it is tied: spans with what to cut, knots between them, flies at their places. */
export function LineColumn({ rig, sheet, width, height, done, now, black }: Props) {
  const room = height - TOP - FOOT;
  const weights = rig.spans.map((span) => span.length_mm ** 0.35);
  const total = weights.reduce((sum, w) => sum + w, 0);
  const least = Math.min(52, room / rig.spans.length);
  const spare = room - least * rig.spans.length;
  const edges = [TOP];
  for (const w of weights) edges.push((edges[edges.length - 1] ?? 0) + least + (spare * w) / total);
  const x = black ? 52 : 86;
  const ink = black ? "#000" : "var(--ink)";
  const soft = black ? "#000" : "var(--soft)";
  const size = black ? 12.5 : 14;
  const point = pointOf(rig);
  const floating = floatPlace(rig);
  const end = edges[edges.length - 1] ?? TOP;
  const tick = (part: string, y: number) =>
    done.has(part) ? (
      <text x={x - 16} y={y + 4} fontSize={12} textAnchor="end" fill="var(--fine)" fontWeight={650}>
        {phrase("done")}
      </text>
    ) : null;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${rig.name}: ${rig.spans.map((s) => s.name).join(", ")}`}
      className="block"
      data-testid={black ? "card-column" : "column"}
    >
      <path d={`M${x} 0 V${TOP}`} stroke={black ? "#000" : "var(--mat-flyline)"} strokeWidth={black ? 5 : 9} />
      <text x={x + 24} y={16} fontSize={size} fill={ink} fontWeight={600}>
        {rig.line.name}
      </text>
      {rig.spans.map((span, i) => {
        const y0 = edges[i] ?? 0;
        const y1 = edges[i + 1] ?? 0;
        const middle = (y0 + y1) / 2 + (i === 0 ? 4 : 6);
        const joint = rig.joints[i];
        const cut = sheet.cuts.find((c) => c.part === span.id);
        const hung = joint ? hangingAt(rig, joint.id) : undefined;
        return (
          <g key={span.id}>
            {now !== null && now === joint?.id ? (
              <>
                <rect x={0} y={y0 - 8} width={width} height={y1 - y0} fill="var(--paper)" />
                <rect x={0} y={y0 - 8} width={3} height={y1 - y0} fill="var(--float)" />
              </>
            ) : null}
            <SpanColumn span={span} x={x} y0={y0} y1={y1} black={Boolean(black)} />
            <text x={x + 24} y={middle} fontSize={size} fill={ink} fontWeight={600}>
              {span.name} <tspan className="mono">{thickness(cut?.line ?? "")}</tspan>
            </text>
            <text x={x + 24} y={middle + size + 3} fontSize={size - 1} fill={soft} className="mono">
              {cut
                ? phrase("{finishedshown} → cut {cutshown}", {
                    finishedshown: cut.finished_shown,
                    cutshown: cut.cut_shown,
                  })
                : span.ready
                  ? phrase("ready made")
                  : ""}
            </text>
            {joint ? (
              <>
                {tick(joint.id, y0)}
                {unbroken(joint) ? null : (
                  <KnotColumn
                    x={x}
                    y={y0}
                    ring={Boolean(joint.ring)}
                    loop={Boolean(joint.loop)}
                    ink={ink}
                    black={Boolean(black)}
                  />
                )}
                <text x={width - 6} y={y0 + 4} fontSize={size - 1.5} textAnchor="end" fill={soft}>
                  {joint.ring ? phrase("ring, ") : ""}
                  {unbroken(joint) ? "" : (joint.loop ?? joint.knot).name.toLowerCase()}
                </text>
              </>
            ) : null}
            {hung ? (
              <g>
                <path
                  d={`M${x} ${y0} q-6 20 -22 26`}
                  fill="none"
                  stroke={black ? "#000" : INK[rig.spans[i - 1]?.material.look ?? "mono"]}
                  strokeWidth={2}
                />
                <g transform={`translate(${x - 22} ${y0 + 27}) rotate(150)`} className={black ? "paper-fly" : ""}>
                  <BodyDrawing body={hung.body} scale={2.6} />
                </g>
                {tailsOf(rig, hung).map((tail, k) => (
                  <g key={tail.id} data-testid="column-tail">
                    <path
                      d={`M${x - 34 - 12 * k} ${y0 + 34 + 18 * k} q-2 10 -6 14`}
                      fill="none"
                      stroke={black ? "#000" : INK[rig.spans[i - 1]?.material.look ?? "mono"]}
                      strokeWidth={1.6}
                    />
                    <g
                      transform={`translate(${x - 40 - 12 * k} ${y0 + 48 + 18 * k}) rotate(150)`}
                      className={black ? "paper-fly" : ""}
                    >
                      <BodyDrawing body={tail.body} scale={1.8} />
                    </g>
                  </g>
                ))}
              </g>
            ) : null}
          </g>
        );
      })}
      {floating ? (
        <circle
          cx={x}
          cy={downTo(rig, edges, floating.down)}
          r={black ? 7 : 9}
          fill={black ? "#fff" : "var(--mat-sighter)"}
          stroke={ink}
          strokeWidth={2}
          data-testid="column-float"
        />
      ) : null}
      <g transform={`translate(${x} ${end + 3}) rotate(90)`} className={black ? "paper-fly" : ""}>
        <BodyDrawing body={point.body} scale={3} />
      </g>
      {rig.attachments.map((attachment, i) => (
        <g key={attachment.id}>
          {tick(attachment.id, end + 18 + i * 20)}
          <text x={x + 24} y={end + 22 + i * 20} fontSize={size} fill={ink} fontWeight={600}>
            {sheet.flies.find((f) => f.part === attachment.id)?.name}
            <tspan fill={soft} fontWeight={400}>
              {" "}
              · {PLACES[attachment.at.kind]}
            </tspan>
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Where a place on the line, mm below the fly line, stands in the column. */
function downTo(rig: Rig, edges: readonly number[], down: number): number {
  let left = down;
  for (const [i, span] of rig.spans.entries()) {
    const y0 = edges[i] ?? 0;
    if (left <= span.length_mm) return y0 + (((edges[i + 1] ?? y0) - y0) * left) / span.length_mm;
    left -= span.length_mm;
  }
  return edges[edges.length - 1] ?? 0;
}

/** How wide a line of so many mm is drawn, px. */
const drawn = (mm: number) => Math.max(2, Math.min(8, mm * 24));

function SpanColumn({ span, x, y0, y1, black }: { span: Span; x: number; y0: number; y1: number; black: boolean }) {
  const look = span.material.look;
  const [upper, width, lower] = [span.d0_mm, (span.d0_mm + span.d1_mm) / 2, span.d1_mm].map(drawn);
  const colour = black ? "#000" : INK[look];
  if (upper !== lower && DASH[look] === "") {
    const [a = 0, b = 0] = [upper, lower].map((w) => (w ?? 0) / 2);
    return (
      <path d={`M${x - a} ${y0} H${x + a} L${x + b} ${y1} H${x - b} Z`} fill={colour} data-testid="column-taper" />
    );
  }
  return (
    <g strokeWidth={width}>
      <path d={`M${x} ${y0} V${y1}`} stroke={colour} strokeDasharray={black ? DASH[look] : ""} />
      {!black && look === "sighter" ? (
        <path d={`M${x} ${y0} V${y1}`} stroke="var(--mat-sighter-b)" strokeDasharray="8 8" />
      ) : null}
      {!black && look === "clear" ? (
        <path d={`M${x} ${y0} V${y1}`} stroke="var(--sheet)" strokeWidth={1} strokeDasharray="10 7" />
      ) : null}
    </g>
  );
}

function KnotColumn(props: { x: number; y: number; ring: boolean; loop: boolean; ink: string; black: boolean }) {
  const { x, y, ring, loop, ink } = props;
  const ground = props.black ? "#fff" : "var(--sheet)";
  if (ring) return <circle cx={x} cy={y} r={6.5} fill={ground} stroke={ink} strokeWidth={2} />;
  if (loop) return <ellipse cx={x} cy={y} rx={4.5} ry={9} fill={ground} stroke={ink} strokeWidth={2} />;
  return (
    <path
      d={[-4.5, 0, 4.5].map((k) => `M${x - 7} ${y + k + 2} L${x + 7} ${y + k - 2}`).join(" ")}
      stroke={ink}
      strokeWidth={2}
      strokeLinecap="round"
    />
  );
}

/** How thick a line is, by the end of its name as it is told: 0,12 mm, .006 in, 5½X. */
export function thickness(line: string): string {
  return line.match(/[\d.,½]+ ?(mm|in|X)?$/)?.[0] ?? "";
}
