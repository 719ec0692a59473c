import type { Ladder, LadderCell, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { phrase } from "../../words/phrase";

const NOTES: Record<Ladder["kind"], string> = {
  weight: phrase("The lightest of yours that touches on 1 drift in 4 or more, by depth and pace."),
  count: phrase(
    "How deep each fly is after a count, by line: a filled dot is where they take on half of the drifts or more, a ring lies on the bed. In figures the lowest.",
  ),
  leader: phrase(
    "How deep each fly swings, by pace and line: a filled dot is where they take on half of the drifts or more. In figures the lowest.",
  ),
};
const TO_THE_ZONE = phrase(
  "The lightest of yours that is where they take, or deeper, for half of a drift or more, by depth and pace.",
);
const MARKS: [LadderCell["mark"], string][] = [
  ["longer", phrase("A stroke through the dot: the heaviest of yours, on longer tippet or with the float deeper.")],
  ["sold", phrase("A broken outline: it would do, and is not yours.")],
  ["none", phrase("A cross: nothing of yours does it.")],
  ["always", phrase("An arrow under the dot: the lightest, and it touches on 9 drifts of 10.")],
  ["deep", phrase("An arrow under the dot: it does not stay among them, it sinks past.")],
];

/** How a ladder of weights is read: what its cells show, and no mark that is not there. */
export function ladderLegend(ladder: Ladder): string {
  const there = new Set(ladder.cells.flat().map((cell) => cell.mark));
  return [
    ladder.wish === "zone"
      ? phrase("In each cell what to put on, and after how many metres a fly is there at the earliest.")
      : phrase("In each cell what to put on, and after how many metres it is down at the earliest."),
    ...(ladder.settings?.length ? [phrase("Under a depth how the rig is set there.")] : []),
    ...MARKS.filter(([mark]) => there.has(mark)).map(([, told]) => told),
    phrase("Framed: today."),
  ].join(" ");
}

/** px of a dot for a bead of 1 mm. */
const SCALE = 3.2;

/** What a ladder tells. */
export function ladderNote(ladder: Ladder): string {
  return ladder.kind === "weight" && ladder.wish === "zone" ? TO_THE_ZONE : NOTES[ladder.kind];
}

type Props = { ladder: Ladder; system: UnitSystem; caption: string; paper?: boolean };

/** Depth by pace, line by count or by pace; today's cell framed. On paper black on white. */
export function LadderTable({ ladder, system, caption, paper = false }: Props) {
  return (
    <table className={`w-full table-fixed border-collapse ${paper ? "" : "min-w-[736px] text-[13px]"}`}>
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr>
          <th
            scope="col"
            className={`${ladder.kind !== "weight" ? "w-[136px]" : paper ? "w-[52px]" : ladder.settings?.length ? "w-[92px]" : "w-[72px]"} pr-2 text-left text-[12px] font-normal ${paper ? "" : "text-soft"}`}
          >
            {ladder.kind === "weight" ? `depth, ${ladder.down}` : phrase("line")} ·{" "}
            {ladder.kind === "count" ? phrase("count") : phrase("pace")}, {ladder.across}
          </th>
          {ladder.columns.map((column) => (
            <th key={column} scope="col" className="figure border-b-2 border-ink px-1 pb-1 text-left font-semibold">
              {column}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {ladder.rows.map((row, i) => (
          <tr key={row}>
            <th
              scope="row"
              className={`${ladder.kind === "weight" ? "figure" : "text-[12px]"} border-t border-hair pr-2 text-left font-semibold`}
            >
              {row}
              {ladder.settings?.[i] ? (
                <span className={`block font-normal font-sans text-[11px] leading-tight ${paper ? "" : "text-soft"}`}>
                  {ladder.settings[i]}
                </span>
              ) : null}
            </th>
            {(ladder.cells[i] ?? []).map((cell, j) => (
              <Cell
                key={ladder.columns[j]}
                cell={cell}
                size={cell.rung === null || cell.rung === undefined ? 0 : (ladder.sizes?.[cell.rung] ?? 0)}
                ladder={ladder}
                system={system}
                deeper={(i + 1) / ladder.rows.length}
                paper={paper}
              />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

type CellProps = {
  cell: LadderCell;
  size: number;
  ladder: Ladder;
  system: UnitSystem;
  deeper: number;
  paper: boolean;
};

function Cell({ cell, size, ladder, system, deeper, paper }: CellProps) {
  const frame = cell.today ? `outline-2 -outline-offset-2 ${paper ? "outline-black" : "outline-float"}` : "";
  const water = `color-mix(in srgb, var(--water-deep) ${Math.round(deeper * 45)}%, var(--water-top))`;
  const way =
    typeof cell.rung === "number" && cell.low_m !== null && cell.low_m !== undefined ? (
      <span className={`figure whitespace-nowrap ${paper ? "" : "block text-[12px]"}`}>
        {text(system, "travel", cell.low_m)}
      </span>
    ) : null;
  const short = typeof cell.rung === "number" ? ladder.figures?.[cell.rung] : "";
  const aside = cell.mark === "longer" ? cell.text : cell.mark === "sold" ? phrase("not yours") : "";
  const flies = cell.flies ?? [];
  const taking = flies.filter((f) => f.takes).length;
  const inside = taking > 0;
  return (
    <td
      className={`border border-hair align-middle ${paper ? "h-8 px-1" : "h-12 px-1.5"} ${frame}`}
      style={paper ? undefined : { background: water }}
    >
      <span
        className={`flex ${flies.length > 0 ? "flex-col items-start whitespace-nowrap" : `items-center ${paper ? "flex-wrap gap-x-1" : "gap-1.5"}`}`}
      >
        {ladder.kind === "weight" ? <Dot size={size} mark={cell.mark ?? ""} paper={paper} /> : null}
        {flies.length > 0 ? <Gauge flies={flies} ladder={ladder} paper={paper} /> : null}
        <span className={`leading-tight ${inside ? "font-bold" : ""}`}>
          {short ? <b className="figure whitespace-nowrap">{short}</b> : cell.text}
          {short && aside ? <span className={paper ? "" : "block text-[12px]"}> {aside}</span> : null}
          {paper ? null : way}
        </span>
        {paper ? <span className="basis-full">{way}</span> : null}
        {flies.length > 0 ? (
          <span className="sr-only">
            {phrase(", {taking} of {fliesCount} where they take", { taking, fliesCount: flies.length })}
          </span>
        ) : null}
        {cell.today ? <span className="sr-only"> {phrase("today")}</span> : null}
      </span>
    </td>
  );
}

const GAUGE = { width: 30, height: 38, edge: 4 };

/** Every fly at its depth in the water of the day, from the surface to the bed, the zone between. */
function Gauge({ flies, ladder, paper }: { flies: NonNullable<LadderCell["flies"]>; ladder: Ladder; paper: boolean }) {
  const { width, height, edge } = GAUGE;
  const deep = ladder.depth_m || 1;
  const y = (m: number) => edge + (Math.min(m, deep) / deep) * (height - 2 * edge);
  const [top, bottom] = ladder.zone_m ?? [0, 0];
  const [ink, soft, hollow] = paper ? ["#000", "#999", "#fff"] : ["var(--ink)", "var(--soft)", "var(--sheet)"];
  return (
    <svg width={width} height={height} aria-hidden className="shrink-0">
      <rect
        x={0}
        y={y(top)}
        width={width}
        height={Math.max(y(bottom) - y(top), 1)}
        fill={paper ? "#ddd" : "var(--zone)"}
      />
      <line x1={0} x2={width} y1={y(0)} y2={y(0)} stroke={ink} strokeWidth={1} />
      <line x1={0} x2={width} y1={y(deep)} y2={y(deep)} stroke={paper ? "#000" : "var(--bed)"} strokeWidth={3} />
      {flies.map((fly, i) => {
        const fill = fly.lies ? hollow : fly.takes ? ink : soft;
        return (
          <circle
            key={i}
            cx={(width / (flies.length + 1)) * (i + 1)}
            cy={y(fly.m)}
            r={3}
            fill={fill}
            stroke={ink}
            strokeWidth={1}
          />
        );
      })}
    </svg>
  );
}

/** A weight to scale: filled where it is owned, an outline where it is not. */
function Dot({ size, mark, paper }: { size: number; mark: string; paper: boolean }) {
  const r = Math.max((size * SCALE) / 2, 2.5);
  const box = paper ? 16 : 20;
  const [ink, soft, bead, longer] = paper
    ? ["#000", "#000", "#bbb", "#000"]
    : ["var(--ink)", "var(--soft)", "var(--bead)", "var(--track-dropper)"];
  const heavy = mark === "always" || mark === "deep";
  if (mark === "none")
    return (
      <svg width={box} height={box} aria-hidden className="shrink-0">
        <line x1={4} y1={4} x2={box - 4} y2={box - 4} stroke={soft} strokeWidth={2} />
        <line x1={box - 4} y1={4} x2={4} y2={box - 4} stroke={soft} strokeWidth={2} />
      </svg>
    );
  return (
    <svg width={box} height={box} aria-hidden className="shrink-0">
      <circle
        cx={box / 2}
        cy={box / 2 - (heavy ? 3 : 0)}
        r={Math.min(r, box / 2 - (heavy ? 4 : 1))}
        fill={mark === "sold" ? "none" : bead}
        stroke={ink}
        strokeDasharray={mark === "sold" ? "2 2" : undefined}
      />
      {heavy ? <path d={`M${box / 2 - 4} ${box - 5} l4 4 l4 -4`} fill="none" stroke={longer} strokeWidth={2} /> : null}
      {mark === "longer" ? <line x1={box / 2} x2={box / 2} y1={0} y2={box} stroke={longer} strokeWidth={1.5} /> : null}
    </svg>
  );
}
