import { Pin, PinOff } from "lucide-react";
import { useEffect, useMemo, useRef } from "react";
import { Link, useNavigate } from "react-router";
import type { Answer, Book, Drawer, Reading, UnitSystem } from "../../api/client";
import { stepOf } from "../../model/format";
import { partsOf } from "../../model/line_layout";
import { shownReadings } from "../../model/readings";
import { useBench } from "../../state/bench_store";
import { useGhost } from "../../state/ghost_store";
import { type Action, useActions } from "../../state/keys";
import { openSheet } from "../../state/open_sheets";
import { useBook, useDrawer } from "../../state/queries";
import { useSystem } from "../../state/units";
import { useBand } from "../../state/use_band";
import { useTries } from "../../state/use_tries";
import { Button } from "../../ui/button";
import { usePhone } from "../../ui/use_phone";
import { phrase } from "../../words/phrase";
import { LineStrip } from "./line_strip";
import { NothingFits } from "./nothing_fits";
import { PhoneBench } from "./phone_bench";
import { applyTry, Readings } from "./readings";
import { Refit } from "./refit";
import { SchoolsSheet } from "./schools_sheet";
import { Spoken } from "./spoken";
import { Tank } from "./tank";
import { WorthLine } from "./worth_line";

/** The workbench: the line on top, the tank and the readings below. */
export function RigPlace() {
  const book = useBook();
  const drawer = useDrawer();
  const answer = useBench((s) => s.answer);
  const docs = useBench((s) => s.docs);
  const lost = useBench((s) => s.lost);
  const system = useSystem();
  if (docs && !docs.rig) {
    return (
      <main className="p-6">
        <h1 className="text-xl font-bold">{phrase("No rig in hand")}</h1>
        <p className="mt-2 mb-4 max-w-prose">
          {phrase("Start one from a method: it is made of your own spools and flies, for today's water.")}
        </p>
        <div className="flex gap-2">
          <Button strong onClick={() => openSheet("start")}>
            {phrase("Start a rig")}
          </Button>
          <Button onClick={() => openSheet("rigs")}>{phrase("Your rigs")}</Button>
        </div>
      </main>
    );
  }
  if (!answer || !system || !book.data || !drawer.data) {
    return (
      <p role="status" className="p-6 text-soft">
        {lost ? phrase("The server does not answer; trying again.") : phrase("Laying the rig out …")}
      </p>
    );
  }
  return <Bench answer={answer} book={book.data} drawer={drawer.data} system={system} />;
}

type BenchProps = { answer: Answer; book: Book; drawer: Drawer; system: UnitSystem };

function Bench({ answer, book, drawer, system }: BenchProps) {
  const units = useBench((s) => s.units);
  const faults = useBench((s) => s.faults);
  const ghost = useGhost((s) => s.answer);
  const { found: band, share } = useBand(answer, units);
  const tries = useTries(answer, units);
  const before = useRef<readonly Reading[] | null>(null);
  const readings = useMemo(
    () => shownReadings(answer.readings, band?.readings ?? null, before.current, tries?.readings ?? null),
    [answer, band, tries],
  );
  if (band) before.current = readings;
  const { water } = answer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what it says is written in the person's units
  useEffect(() => {
    void useGhost.getState().follow(water);
  }, [water, units]);
  useActions("rig", useRigActions(readings, system));
  const loose = Object.entries(faults).find(([field]) => !shownBesideField(field));
  const pinned = ghost && ghost.rig !== answer.rig ? ghost : null;
  const phone = usePhone();
  if (phone)
    return (
      <>
        {loose ? (
          <p role="alert" className="border-b border-rule bg-sheet px-3 py-1.5 text-[13px] text-float">
            {loose[1]}
          </p>
        ) : null}
        <SchoolsSheet answer={answer} />
        <Refit answer={answer} />
        <PhoneBench
          answer={answer}
          book={book}
          drawer={drawer}
          system={system}
          ghost={pinned?.drift ?? null}
          band={band?.band ?? null}
          worth={band?.worth ?? null}
          readings={readings}
          tries={tries}
          pinned={pinned?.readings ?? null}
        />
      </>
    );
  return (
    <div className="flex flex-col lg:h-full lg:min-h-[590px]">
      {loose ? (
        <p role="alert" className="border-b border-rule bg-sheet px-3 py-1.5 text-[13px] text-float">
          {loose[1]}
        </p>
      ) : null}
      <main className="flex min-h-0 flex-1 flex-col">
        <h1 className="sr-only">{answer.rig.name}</h1>
        <Spoken story={answer.story} worth={band?.worth ?? null} worst={readings[0]} />
        <SchoolsSheet answer={answer} />
        <Refit answer={answer} />
        <LineStrip answer={answer} book={book} drawer={drawer} system={system} ghost={pinned?.rig ?? null} />
        <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_380px]">
          <Tank
            answer={answer}
            book={book}
            drawer={drawer}
            system={system}
            ghost={pinned?.drift ?? null}
            band={band?.band ?? null}
            share={share}
          />
          <div className="flex min-h-0 flex-col border-rule bg-sheet max-lg:border-t lg:border-l">
            <WorthLine worth={band?.worth ?? null} measure={band?.measure ?? []} members={band?.band.members ?? 0} />
            <Readings readings={readings} pinned={pinned?.readings ?? null} cautions={answer.cautions} />
            <NothingFits tries={tries} />
            <div className="flex flex-wrap items-center gap-2 border-t border-rule px-4 py-2">
              <PinButton />
              <Link
                to="/rig/taper"
                title={phrase("Design its leader (T)")}
                className="inline-flex hit items-center rounded-s border border-rule bg-sheet px-3 hover:border-ink"
              >
                {phrase("Taper")}
              </Link>
              <Link
                to="/tie"
                className="ml-auto inline-flex hit items-center rounded-s border border-ink bg-ink px-3 font-semibold text-sheet"
              >
                {phrase("Tie it")}
              </Link>
            </div>
          </div>
        </div>
      </main>
    </div>
  );
}

function PinButton() {
  const rig = useGhost((s) => s.rig);
  return (
    <Button onClick={togglePin} aria-pressed={rig !== null} title={phrase("Pin (P)")}>
      {rig ? <PinOff size={15} aria-hidden /> : <Pin size={15} aria-hidden />}
      {rig ? phrase("Let go of the pinned rig") : phrase("Pin it, to compare")}
    </Button>
  );
}

function togglePin(): void {
  const { rig, pin, let_go } = useGhost.getState();
  const { answer } = useBench.getState();
  if (rig) let_go();
  else if (answer) pin(answer);
}

function shownBesideField(field: string): boolean {
  const { selected } = useBench.getState();
  const part = field.split(".")[0];
  if (part === "stance") return /\.(tip|angle|slack|mend|after)$/.test(field);
  return (
    part === "water" ||
    (part === selected && /\.(length|diameter|bead|tag|knot)$|\.structure/.test(field)) ||
    (selected === null && /^(rig\.|float)/.test(field))
  );
}

/** The workbench's keys; each acts on the part that is picked, or on the point where none is. */
function useRigActions(readings: readonly Reading[], system: UnitSystem): Action[] {
  const navigate = useNavigate();
  const step_mm = 1000 * stepOf(system, "length");
  const told = useRef(readings);
  told.current = readings;
  return useMemo(() => {
    const offered = (k: number) => () => {
      const tries = told.current.flatMap((r) => r.tries ?? []);
      const chosen = tries[k];
      if (chosen) applyTry(chosen);
    };
    const bench = () => useBench.getState();
    const fly = () => {
      const { docs, selected } = bench();
      return (
        docs?.rig?.attachments.find((a) => a.id === selected) ??
        docs?.rig?.attachments.find((a) => a.at.kind === "point")
      );
    };
    const span = () => {
      const { docs, selected } = bench();
      return docs?.rig?.spans.find((s) => s.id === selected) ?? docs?.rig?.spans.at(-1);
    };
    const bead = (heavier: boolean) => () => {
      const at = fly();
      if (!at) return;
      bench().select(at.id);
      bench().edit({ op: "step_bead", at: at.id, heavier }, `${at.id}.bead`);
    };
    const length = (by_mm: number) => () => {
      const on = span();
      if (!on) return;
      bench().select(on.id);
      bench().edit({ op: "change_length", span: on.id, by_mm }, `${on.id}.length`);
    };
    const diameter = (finer: boolean) => () => {
      const on = span();
      if (!on) return;
      bench().select(on.id);
      bench().edit({ op: "step_diameter", span: on.id, finer }, `${on.id}.diameter`);
    };
    const slide = (deeper_mm: number) => () => bench().edit({ op: "set_float", deeper_mm }, "float");
    const tip = (more: boolean) => () => bench().edit({ op: "step_stance", what: "tip", more }, "stance.tip");
    const walk = (step: number) => () => {
      const { docs, selected, select } = bench();
      if (!docs?.rig) return;
      const parts = partsOf(docs.rig);
      const now = parts.findIndex((p) => p.id === selected);
      const next = parts[(now + step + parts.length + (now < 0 && step < 0 ? 1 : 0)) % parts.length];
      if (next) select(next.id);
    };
    const rows: [string, string, string, () => void][] = [
      ["bead-down", "[", phrase("one bead down"), bead(false)],
      ["bead-up", "]", phrase("one bead up"), bead(true)],
      ["shorter", "-", phrase("shorter"), length(-step_mm)],
      ["longer", "=", phrase("longer"), length(step_mm)],
      ["finer", ",", phrase("finer"), diameter(true)],
      ["stouter", ".", phrase("stouter"), diameter(false)],
      [
        "lost",
        "x",
        phrase("the point is lost: the fly above becomes it"),
        () => bench().edit({ op: "lose_point" }, "rig.lost"),
      ],
      ["float-deeper", "", phrase("float farther up: the flies deeper"), slide(step_mm)],
      ["float-nearer", "", phrase("float nearer to the flies"), slide(-step_mm)],
      ["tip-higher", "", phrase("rod tip higher"), tip(true)],
      ["tip-lower", "", phrase("rod tip lower"), tip(false)],
      ["next-part", "j", phrase("next part"), walk(1)],
      ["part-before", "k", phrase("part before"), walk(-1)],
      ["pin", "p", phrase("pin this rig, or let the pinned one go"), togglePin],
      ["taper", "t", phrase("taper: design its leader"), () => void navigate("/rig/taper")],
      ["try-1", "1", phrase("try the first thing offered"), offered(0)],
      ["try-2", "2", phrase("try the second thing offered"), offered(1)],
      ["let-go", "Escape", phrase("let go of the part"), () => bench().select(null)],
    ];
    return rows.map(([id, keys, does, run]) => ({ id, keys, does, run, group: phrase("On the rig") }));
  }, [navigate, step_mm]);
}
