import type { Ladder, Rig, UnitSystem } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useSystem } from "../../state/units";
import { useLadder } from "../../state/use_ladder";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";
import { LadderTable, ladderLegend, ladderNote } from "./ladder_table";

/** What to put on as the water grows deeper or faster; today's cell is framed. */
export function LadderSheet() {
  const open = useSheets((s) => s.open === "ladder");
  const docs = useBench((s) => s.docs);
  const system = useSystem();
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("Ladder")} width="60rem">
      {open && docs?.rig && system ? <Made rig={docs.rig} system={system} /> : null}
    </SideSheet>
  );
}

function Made({ rig, system }: { rig: Rig; system: UnitSystem }) {
  const { found, share, fault, stop, again } = useLadder(true, 100);
  if (found) return <Shown ladder={found} rig={rig} system={system} />;
  if (fault)
    return (
      <p role="alert" className="flex flex-wrap items-center gap-3">
        {fault} <Button onClick={again}>{phrase("Climb it again")}</Button>
      </p>
    );
  return (
    <div className="flex items-center gap-3">
      <p role="status">{phrase("Climbing cell by cell …")}</p>
      <Progress share={share ?? 0} label={phrase("Cells that are done")} className="flex-1" />
      <Button onClick={stop}>{phrase("Stop")}</Button>
    </div>
  );
}

export function Shown({ ladder, rig, system }: { ladder: Ladder; rig: Rig; system: UnitSystem }) {
  const note = ladderNote(ladder);
  return (
    <div className="prints-alone prints-wide">
      <p className="text-soft">
        {rig.name}. {note}
      </p>
      <section className="mt-3 overflow-x-auto" aria-label={phrase("The ladder's table")} tabIndex={0}>
        <LadderTable ladder={ladder} system={system} caption={`${rig.name}: ${note}`} />
      </section>
      {ladder.kind === "weight" ? <Legend ladder={ladder} /> : null}
      <div className="mt-3 print:hidden">
        <Button onClick={() => window.print()}>{phrase("Print it")}</Button>
      </div>
    </div>
  );
}

function Legend({ ladder }: { ladder: Ladder }) {
  return (
    <div className="mt-3 text-[13px]">
      <p className="text-soft">{ladderLegend(ladder)}</p>
      {(ladder.carry ?? []).length > 0 ? (
        <p className="mt-1">
          <b>{phrase("Carry beside it:")}</b> {(ladder.carry ?? []).join(" · ")}.
        </p>
      ) : null}
      {(ladder.buy ?? []).map((line) => (
        <p key={line} className="mt-1">
          {line.charAt(0).toUpperCase() + line.slice(1)}.
        </p>
      ))}
    </div>
  );
}
