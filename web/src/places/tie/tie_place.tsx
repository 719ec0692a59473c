import { Printer } from "lucide-react";
import { useState } from "react";
import {
  api,
  Refused,
  type Rig,
  type RigRevision,
  type TieSheet,
  type TieView,
  taken,
  type UnitSystem,
} from "../../api/client";
import { LineColumn } from "../../drawings/line_column";
import { Card, CardBack } from "../../features/card/card";
import { Term } from "../../features/help/term";
import { useKnotCard } from "../../features/knots/knot_card";
import { ShareButton } from "../../features/share/share_button";
import { when } from "../../model/moment";
import { type Saved, useBench } from "../../state/bench_store";
import { openSheet } from "../../state/open_sheets";
import { useNumber, useSystem } from "../../state/units";
import { saveRig } from "../../state/use_keep_rig";
import { useLadder } from "../../state/use_ladder";
import { Button } from "../../ui/button";
import { say } from "../../ui/toast";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";
import { AllSteps } from "./all_steps";
import { MeasuresForm } from "./measures_form";
import { OneStep } from "./one_step";
import { PullList } from "./pull_list";
import { useLastTie, useSheet, useStockChanged, useTicks } from "./use_sheet";
import { WearPanel } from "./wear_panel";

/** The cut sheet at the table: what to pull out, cut and tie, all at once or one step at a time. */
export function TiePlace() {
  const rig = useBench((s) => s.docs?.rig ?? null);
  const saved = useBench((s) => s.saved);
  const units = useBench((s) => s.units);
  const sheet = useSheet(rig, units);
  const system = useSystem();
  if (rig === null) {
    return (
      <main className="p-6">
        <h1 className="text-xl font-bold">{phrase("Nothing to tie yet")}</h1>
        <p className="mt-2 mb-4 max-w-prose">{phrase("Take a rig in hand; its cut lengths and knots appear here.")}</p>
        <div className="flex gap-2">
          <Button strong onClick={() => openSheet("start")}>
            {phrase("Start a rig")}
          </Button>
          <Button onClick={() => openSheet("rigs")}>{phrase("Your rigs")}</Button>
        </div>
      </main>
    );
  }
  if (!sheet.data || !system || !saved) {
    return (
      <p role="status" className="p-6 text-soft">
        {sheet.isError ? phrase("The server does not answer; trying again.") : phrase("Measuring out …")}
      </p>
    );
  }
  return <Table rig={rig} saved={saved} sheet={sheet.data} system={system} />;
}

type Props = { rig: Rig; saved: Saved; sheet: TieSheet; system: UnitSystem };
type Mode = "all" | "one";
/** The table is stood at for a while: the ladder is climbed once the sheet is there. */
const LADDER_REST_MS = 800;
const KEPT_MODE = "jarana.tie";

function Table({ rig, saved, sheet, system }: Props) {
  const [mode, setMode] = useState<Mode>(readMode);
  const ticks = useTicks(saved.rigId);
  const first = sheet.steps.findIndex((s) => !ticks.ticked.has(s.key));
  const [shown, setShown] = useState<number | null>(null);
  const index = Math.min(shown ?? (first < 0 ? sheet.steps.length - 1 : first), sheet.steps.length - 1);
  const step = sheet.steps[index];
  const done = new Set(sheet.steps.filter((s) => ticks.ticked.has(s.key)).map((s) => s.part));
  const finished = first < 0;
  const card = useKnotCard(step?.card);
  const [ref, size] = useSize<HTMLDivElement>();
  const water = useBench((s) => s.docs?.water);
  const ladder = useLadder(true, LADDER_REST_MS);
  const choose = (next: Mode) => {
    setMode(next);
    try {
      localStorage.setItem(KEPT_MODE, next);
    } catch {}
  };
  return (
    <>
      <main className="flex flex-col lg:grid lg:h-full lg:min-h-[590px] lg:grid-cols-[430px_minmax(0,1fr)] print:hidden">
        <section
          aria-label={phrase("The rig, hung up")}
          className={`flex min-h-0 flex-col border-rule bg-sheet lg:border-r ${mode === "one" ? "max-lg:order-2" : ""}`}
        >
          <div ref={ref} className="min-h-0 flex-1 overflow-hidden px-3 pt-3 max-lg:h-[520px] max-lg:flex-none">
            {size.width > 0 && size.height > 0 ? (
              <LineColumn
                rig={rig}
                sheet={sheet}
                width={size.width - 24}
                height={Math.max(size.height - 16, 420)}
                done={done}
                now={mode === "one" && step ? step.part : null}
              />
            ) : null}
          </div>
          <div className="border-t border-rule px-4 py-2 text-[13px]">
            <h2 className="font-semibold text-soft">
              <Term word="dressing">{phrase("Dressing")}</Term>
            </h2>
            {sheet.dressing.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </div>
        </section>
        <div className="flex min-h-0 min-w-0 flex-col">
          <div className="flex flex-wrap items-center gap-2 border-b border-rule px-5 py-2">
            <h1 className="sr-only">{phrase("Tie {rigName}", { rigName: rig.name })}</h1>
            <Button aria-pressed={mode === "one"} strong={mode === "one"} onClick={() => choose("one")}>
              {phrase("One step at a time")}
            </Button>
            <Button aria-pressed={mode === "all"} strong={mode === "all"} onClick={() => choose("all")}>
              {phrase("All steps")}
            </Button>
            <span className="text-[13px] text-soft">
              {phrase("{length} of {stepsCount} done", {
                length: sheet.steps.filter((s) => ticks.ticked.has(s.key)).length,
                stepsCount: sheet.steps.length,
              })}
            </span>
            {ladder.share !== null ? (
              <span className="ml-auto text-[13px] text-soft">{phrase("the ladder for its back …")}</span>
            ) : null}
            <Button className={ladder.share === null ? "ml-auto" : ""} onClick={() => window.print()}>
              <Printer size={15} aria-hidden /> {phrase("Print the card")}
            </Button>
            <ShareButton kind="rig" subject={saved.rigId} name={rig.name} before={async () => void (await saveRig())} />
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
            {mode === "one" && step ? (
              <OneStep
                step={step}
                card={card}
                index={index}
                count={sheet.steps.length}
                cut={sheet.cuts.find((c) => c.part === step.cut) ?? null}
                pull={sheet.pulls}
                system={system}
                ticked={ticks.ticked.has(step.key)}
                onTick={(on) => {
                  ticks.set(step.key, on);
                  if (on) setShown(Math.min(index + 1, sheet.steps.length - 1));
                }}
                onBack={index > 0 ? () => setShown(index - 1) : null}
                onNext={index + 1 < sheet.steps.length ? () => setShown(index + 1) : null}
              />
            ) : (
              <>
                <PullList sheet={sheet} />
                <AllSteps sheet={sheet} system={system} ticked={ticks.ticked} onTick={ticks.set} />
                <MeasuresForm system={system} />
              </>
            )}
          </div>
          <MarkTied
            rig={rig}
            saved={saved}
            finished={finished}
            onTied={() => {
              ticks.clear();
              setShown(0);
            }}
          />
        </div>
      </main>
      <Card rig={rig} sheet={sheet} saved={saved} water={water ?? null} system={system} />
      {ladder.found && water ? <CardBack rig={rig} ladder={ladder.found} water={water} system={system} /> : null}
    </>
  );
}

/** Marks the rig tied, which makes a revision and takes the line off the spools; and takes the last time back. */
function MarkTied(props: { rig: Rig; saved: Saved; finished: boolean; onTied: () => void }) {
  const number = useNumber();
  const { rig, saved, finished, onTied } = props;
  const [busy, setBusy] = useState(false);
  const last = useLastTie(saved.rigId);
  const changed = useStockChanged();
  const markSaved = useBench((s) => s.markSaved);
  const back = async (tie: TieView) => {
    try {
      taken(await api.POST("/api/v1/ties/{tie_id}/undo", { params: { path: { tie_id: tie.id } } }));
      changed();
      say(phrase("Taken back; line and flies are in the drawer again."));
    } catch {
      say(phrase("The server does not answer; nothing was changed."));
    }
  };
  const mark = async () => {
    setBusy(true);
    try {
      await saveRig();
      const base = useBench.getState().saved ?? saved;
      const tie = taken(
        await api.POST("/api/v1/rigs/{rig_id}/ties", {
          params: { path: { rig_id: base.rigId } },
          body: { id: crypto.randomUUID(), revision_id: crypto.randomUUID(), base: base.revision, rig },
        }),
      );
      const row: RigRevision = tie.revision;
      markSaved({ rigId: row.rig_id, revision: row.id, number: row.number, rig });
      const metres = tie.taken.reduce((sum, t) => sum + t.metres, 0);
      changed();
      onTied();
      say(
        phrase("Tied as rev {number}; {metres} m are off the spools{flies}{leadersCount}.", {
          number: row.number,
          metres: number(metres, 2),
          flies: flies(tie.flies_out.length),
          leadersCount: tie.leaders?.length
            ? phrase("; from the wallet: {leaders}", { leaders: tie.leaders.join(", ") })
            : "",
        }),
        () => void back(tie),
      );
    } catch (error) {
      say(error instanceof Refused ? error.message : phrase("The server does not answer; nothing was taken."));
    }
    setBusy(false);
  };
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-rule px-5 py-2">
      <Button strong={finished} disabled={busy} onClick={() => void mark()}>
        {phrase("It is tied: take line and flies from the drawer")}
      </Button>
      {last.data ? (
        <span className="flex items-center gap-2 text-[13px] text-soft">
          {phrase("Tied {madeat} as rev {number}.", {
            madeat: when(last.data.made_at),
            number: last.data.revision.number,
          })}
          <Button onClick={() => last.data && void back(last.data)}>{phrase("Take it back")}</Button>
        </span>
      ) : null}
      {last.data && last.data.flies_out.length > 0 ? <FliesOut tie={last.data} onSettled={changed} /> : null}
      {last.data ? <WearPanel key={last.data.id} tie={last.data} onChanged={changed} /> : null}
    </div>
  );
}

function flies(n: number): string {
  return n === 0 ? "" : n === 1 ? phrase(", one fly out of the box") : phrase(", {n} flies out of the box", { n });
}

/** The flies that hang on the rig as it was tied: back into the box, or lost. */
function FliesOut({ tie, onSettled }: { tie: TieView; onSettled: () => void }) {
  const settle = async (weights: readonly string[], what: "back" | "lost") => {
    try {
      const body = { id: crypto.randomUUID(), back: [] as string[], lost: [] as string[], [what]: [...weights] };
      taken(await api.POST("/api/v1/ties/{tie_id}/flies", { params: { path: { tie_id: tie.id } }, body }));
      onSettled();
      say(what === "lost" ? phrase("Lost; take a new one from the box.") : phrase("Back in the box."));
    } catch (error) {
      say(error instanceof Refused ? error.message : phrase("The server does not answer; nothing was changed."));
    }
  };
  return (
    <div className="flex w-full flex-wrap items-center gap-2 text-[13px]" data-testid="flies-out">
      <span className="text-soft">{phrase("On it:")}</span>
      {tie.flies_out.map((fly, i) => (
        <span key={`${fly.weight} ${i}`} className="flex items-center gap-1">
          {fly.name}
          <Button
            aria-label={phrase("Lost: {flyName}", { flyName: fly.name })}
            onClick={() => void settle([fly.weight], "lost")}
          >
            {phrase("lost")}
          </Button>
        </span>
      ))}
      <Button
        onClick={() =>
          void settle(
            tie.flies_out.map((f) => f.weight),
            "back",
          )
        }
      >
        {phrase("All back in the box")}
      </Button>
    </div>
  );
}

function readMode(): Mode {
  try {
    return localStorage.getItem(KEPT_MODE) === "one" ? "one" : "all";
  } catch {
    return "all";
  }
}
