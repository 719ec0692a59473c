import { useMemo } from "react";
import type { SystemKey } from "../../api/client";
import { useBench } from "../../app/bench_store";
import { useBook, useDrawer } from "../../app/queries";
import { type Shortcut, useShortcuts } from "../../app/shortcuts";
import { partsOf } from "../../model/line_layout";
import { LineStrip } from "./line_strip";
import { Readings } from "./readings";
import { Tank } from "./tank";
import { TopBar } from "./top_bar";
import { useRigInHand } from "./use_rig_in_hand";

const ORDER: SystemKey[] = ["metric", "imperial", "x"];

/** The workbench: the line on top, the tank and the readings below. */
export function RigPlace() {
  const { loading, empty } = useRigInHand();
  const book = useBook();
  const drawer = useDrawer();
  const answer = useBench((s) => s.answer);
  const units = useBench((s) => s.units);
  const lost = useBench((s) => s.lost);
  const trouble = useBench((s) => s.trouble);
  const faults = useBench((s) => s.faults);
  useShortcuts(useRigShortcuts());
  const system = book.data?.units.find((u) => u.key === units);
  if (empty) return <p className="p-6">No rig yet. Start the demo again to get one.</p>;
  if (loading || !answer || !system || !book.data || !drawer.data) {
    return (
      <p role="status" className="p-6 text-soft">
        {lost ? "The server does not answer; trying again." : trouble || "Laying the rig out …"}
      </p>
    );
  }
  const loose = Object.entries(faults).find(([field]) => !shownBesideField(field));
  return (
    <div className="flex flex-col lg:h-dvh lg:min-h-[640px]">
      <TopBar answer={answer} book={book.data} system={system} nextUnits={nextUnits} />
      {lost || trouble || loose ? (
        <p role="alert" className="border-b border-rule bg-sheet px-3 py-1.5 text-[13px] text-float">
          {lost
            ? "The server does not answer. Your changes wait here and go out by themselves."
            : trouble || loose?.[1]}
        </p>
      ) : null}
      <main className="flex min-h-0 flex-1 flex-col">
        <LineStrip answer={answer} drawer={drawer.data} book={book.data} system={system} />
        <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_380px]">
          <Tank answer={answer} book={book.data} system={system} />
          <Readings readings={answer.readings} />
        </div>
      </main>
    </div>
  );
}

function shownBesideField(field: string): boolean {
  const { selected } = useBench.getState();
  const part = field.split(".")[0];
  return part === "water" || (part === selected && /\.(length|diameter|bead|tag|knot)$/.test(field));
}

function nextUnits() {
  const { units, setUnits } = useBench.getState();
  setUnits(ORDER[(ORDER.indexOf(units) + 1) % ORDER.length] ?? "metric");
}

/** The workbench's keys; each acts on the part that is picked, or on the point where none is. */
function useRigShortcuts(): Shortcut[] {
  return useMemo(() => {
    const bench = () => useBench.getState();
    const fly = () => {
      const { docs, selected } = bench();
      return (
        docs?.rig.attachments.find((a) => a.id === selected) ?? docs?.rig.attachments.find((a) => a.at.kind === "point")
      );
    };
    const span = () => {
      const { docs, selected } = bench();
      return docs?.rig.spans.find((s) => s.id === selected) ?? docs?.rig.spans.at(-1);
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
    const walk = (step: number) => () => {
      const { docs, selected, select } = bench();
      if (!docs) return;
      const parts = partsOf(docs.rig);
      const now = parts.findIndex((p) => p.id === selected);
      const next = parts[(now + step + parts.length + (now < 0 && step < 0 ? 1 : 0)) % parts.length];
      if (next) select(next.id);
    };
    return [
      { keys: "[", does: "one bead down", run: bead(false) },
      { keys: "]", does: "one bead up", run: bead(true) },
      { keys: "-", does: "ten centimetres off", run: length(-100) },
      { keys: "=", does: "ten centimetres on", run: length(100) },
      { keys: ",", does: "finer", run: diameter(true) },
      { keys: ".", does: "stouter", run: diameter(false) },
      { keys: "j", does: "next part", run: walk(1) },
      { keys: "k", does: "part before", run: walk(-1) },
      { keys: "u", does: "units", run: nextUnits },
      { keys: "ctrl+z", does: "undo", run: () => bench().undo() },
      { keys: "ctrl+shift+z", does: "redo", run: () => bench().redo() },
      { keys: "Escape", does: "let go of the part", run: () => bench().select(null) },
    ];
  }, []);
}
