import { createPortal } from "react-dom";
import type { Ladder, Reach, Rig, TieSheet, UnitSystem } from "../../api/client";
import { LineColumn } from "../../drawings/line_column";
import { LadderTable, ladderLegend, ladderNote } from "../../features/ladder/ladder_table";
import { text } from "../../model/format";
import { isStill, paceText } from "../../model/water";
import type { Saved } from "../../state/bench_store";
import { useCardCode } from "../../state/card_code";
import { useMeasures } from "../../state/queries";
import { phrase } from "../../words/phrase";

type Props = { rig: Rig; sheet: TieSheet; saved: Saved; water: Reach | null; system: UnitSystem };
const day = new Intl.DateTimeFormat(undefined, { day: "numeric", month: "short", year: "numeric" });
const NONE: ReadonlySet<string> = new Set();

/** One A5 card, black on white: drawing, steps, dressing, a wallet label, and a ruler edge at true scale. Only on paper. */
export function Card({ rig, sheet, saved, water, system }: Props) {
  const measures = useMeasures();
  const shared = useCardCode((s) => s.pictures[saved.rigId]);
  const mine = [
    ["hand", measures.data?.measures.hand_mm],
    ["forearm", measures.data?.measures.forearm_mm],
    [phrase("to chest"), measures.data?.measures.chest_mm],
  ].filter((row): row is [string, number] => typeof row[1] === "number");
  const length = rig.spans.reduce((sum, s) => sum + s.length_mm, 0) / 1000;
  const last = rig.spans[rig.spans.length - 1];
  return createPortal(
    <article className="card hidden print:block" aria-hidden data-testid="card">
      <header>
        <img
          className="card-code"
          alt={shared ? phrase("Code that shows this rig to anybody") : phrase("Code that opens this rig")}
          src={shared ?? `/api/v1/rigs/${saved.rigId}/code.svg`}
        />
        <h1>{rig.name}</h1>
        <p>
          {phrase("rev {number} · {format}{water}", {
            number: saved.number,
            format: day.format(new Date()),
            water: water
              ? ` · ${water.name}, ${text(system, "depth", water.depth_m)}${isStill(water) ? "" : `, ${paceText(system, water)}`}`
              : "",
          })}
        </p>
      </header>
      <div className="card-body">
        <LineColumn rig={rig} sheet={sheet} width={312} height={565} done={NONE} now={null} black />
        <ol>
          {sheet.steps.slice(0, -1).map((step) => {
            const cut = sheet.cuts.find((c) => c.part === step.cut);
            return (
              <li key={step.key}>
                {cut ? <b>{`${cut.spool}: ${cut.cut_shown}. `}</b> : null}
                {step.kind === "dress" ? sheet.dressing.join(" ") : `${step.title}.`}
                {cut?.measured ? <i>{` ${cut.measured}.`}</i> : null}
              </li>
            );
          })}
        </ol>
      </div>
      <p className="card-checks">
        {phrase("{cautions} Line off the spools: {totalshown}.{mineCount}", {
          cautions: sheet.cautions.map((c) => c.short).join(" "),
          totalshown: sheet.total_shown,
          mineCount:
            mine.length > 0
              ? phrase(" Yours: {mine}.", {
                  mine: mine.map(([name, mm]) => `${name} ${text(system, "short", mm / 1000)}`).join(", "),
                })
              : "",
        })}
      </p>
      <section className="card-label">
        <b>{rig.name}</b>
        <span>{sheet.flies.map((f) => f.name).join(" · ")}</span>
        <span>
          {phrase("{length} · tippet {last} · rev {number} · {format}", {
            length: text(system, "length", length),
            last: last ? text(system, "diameter", last.d1_mm / 1000) : "",
            number: saved.number,
            format: day.format(new Date()),
          })}
        </span>
      </section>
      <Ruler />
    </article>,
    document.body,
  );
}

type BackProps = { rig: Rig; ladder: Ladder; water: Reach; system: UnitSystem };

/** The card's back: the ladder of the rig in this water, the beads to carry beside it, and what to buy. */
export function CardBack({ rig, ladder, water, system }: BackProps) {
  const more = [
    ...((ladder.carry ?? []).length > 0
      ? [phrase("Carry beside it: {carry}", { carry: (ladder.carry ?? []).join(" · ") })]
      : []),
  ];
  return createPortal(
    <article className="card card-back hidden print:block" aria-hidden data-testid="card-back">
      <header>
        <h1>{phrase("Ladder")}</h1>
        <p>
          {rig.name} · {water.name}. {ladderNote(ladder)}
        </p>
      </header>
      <LadderTable ladder={ladder} system={system} caption="" paper />
      {ladder.kind === "weight" ? <p className="card-checks">{ladderLegend(ladder)}</p> : null}
      {[...more, ...(ladder.buy ?? [])].map((line) => (
        <p key={line}>{`${line.charAt(0).toUpperCase()}${line.slice(1)}.`}</p>
      ))}
    </article>,
    document.body,
  );
}

/** 100 mm at true scale along the lower edge; print without fitting to the page. */
function Ruler() {
  const marks = Array.from({ length: 101 }, (_, mm) => mm);
  return (
    <svg className="card-ruler" width="130mm" height="9mm" viewBox="0 0 130 9" role="img" aria-label={phrase("100 mm")}>
      <path d="M2 8.8 H102" stroke="#000" strokeWidth={0.3} />
      <path
        d={marks.map((mm) => `M${2 + mm} 8.8 v${mm % 10 === 0 ? -4 : mm % 5 === 0 ? -2.8 : -1.6}`).join(" ")}
        stroke="#000"
        strokeWidth={0.16}
      />
      {marks
        .filter((mm) => mm % 10 === 0)
        .map((mm) => (
          <text key={mm} x={2 + mm} y={3.8} fontSize={2.9} textAnchor="middle">
            {mm}
          </text>
        ))}
      <text x={105} y={8.6} fontSize={2.9}>
        {phrase("mm at 100 %")}
      </text>
    </svg>
  );
}
