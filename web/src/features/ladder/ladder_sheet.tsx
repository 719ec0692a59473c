import { useMemo } from "react";
import type { Ladder, LadderCell, Reach, Rig, UnitSystem } from "../../api/client";
import { figure, text } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useBook } from "../../state/queries";
import { useJob } from "../../state/use_job";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { SideSheet } from "../../ui/side_sheet";

const TITLES: Record<Ladder["kind"], { title: string; note: string }> = {
  weight: { title: "Ladder", note: "The lightest of yours that touches on 1 drift in 4 or more, by depth and pace." },
  count: { title: "Ladder", note: "How deep the lowest fly is after a count, by line. In bold: where they take." },
  leader: { title: "Ladder", note: "How deep the lowest fly swings, by pace and line. In bold: where they take." },
};
/** px of a dot for a bead of 1 mm. */
const SCALE = 3.2;

/** What to put on as the water grows deeper or faster; today's cell is framed. */
export function LadderSheet() {
  const open = useSheets((s) => s.open === "ladder");
  const docs = useBench((s) => s.docs);
  const units = useBench((s) => s.units);
  const book = useBook();
  const system = book.data?.units.find((u) => u.key === units);
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title="Ladder" width="60rem">
      {open && docs?.rig && system ? <Made rig={docs.rig} water={docs.water} system={system} /> : null}
    </SideSheet>
  );
}

function Made({ rig, water, system }: { rig: Rig; water: Reach; system: UnitSystem }) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: its figures are written in the person's units
  const asked = useMemo(() => ({ kind: "ladder" as const, rig, water }), [rig, water, system]);
  const { found, share, fault, stop, again } = useJob<"ladder">(asked, 100);
  if (fault)
    return (
      <p role="alert" className="flex flex-wrap items-center gap-3">
        {fault} <Button onClick={again}>Climb it again</Button>
      </p>
    );
  if (!found)
    return (
      <div className="flex items-center gap-3">
        <p role="status">Climbing cell by cell …</p>
        <Progress share={share ?? 0} label="Cells that are done" className="flex-1" />
        <Button onClick={stop}>Stop</Button>
      </div>
    );
  return <Shown ladder={found.ladder} rig={rig} system={system} />;
}

export function Shown({ ladder, rig, system }: { ladder: Ladder; rig: Rig; system: UnitSystem }) {
  const { note } = TITLES[ladder.kind];
  return (
    <div className="ladder">
      <p className="text-soft">
        {rig.name}. {note}
      </p>
      <div className="mt-3 overflow-x-auto">
        <table className="w-full min-w-[640px] table-fixed border-collapse text-[13px]">
          <caption className="sr-only">
            {rig.name}: {note}
          </caption>
          <thead>
            <tr>
              <th
                scope="col"
                className={`${ladder.kind === "weight" ? "w-[72px]" : "w-[136px]"} pr-2 text-left text-[12px] font-normal text-soft`}
              >
                {ladder.kind === "weight" ? `depth, ${ladder.down}` : "line"} ·{" "}
                {ladder.kind === "count" ? "count" : "pace"}, {ladder.across}
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
                </th>
                {(ladder.cells[i] ?? []).map((cell, j) => (
                  <Cell
                    key={ladder.columns[j]}
                    cell={cell}
                    size={cell.rung === null || cell.rung === undefined ? 0 : (ladder.sizes?.[cell.rung] ?? 0)}
                    ladder={ladder}
                    system={system}
                    deeper={(i + 1) / ladder.rows.length}
                  />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {ladder.kind === "weight" ? <Legend ladder={ladder} /> : null}
      <div className="mt-3 print:hidden">
        <Button onClick={() => window.print()}>Print it</Button>
      </div>
    </div>
  );
}

type CellProps = { cell: LadderCell; size: number; ladder: Ladder; system: UnitSystem; deeper: number };

function Cell({ cell, size, ladder, system, deeper }: CellProps) {
  const frame = cell.today ? "outline-2 -outline-offset-2 outline-float" : "";
  const water = `color-mix(in srgb, var(--water-deep) ${Math.round(deeper * 45)}%, var(--water-top))`;
  const inside = ladder.kind !== "weight" && (cell.touches ?? 0) > 0;
  return (
    <td className={`h-12 border border-hair px-1.5 align-middle ${frame}`} style={{ background: water }}>
      <span className="flex items-center gap-1.5">
        {ladder.kind === "weight" ? <Dot size={size} mark={cell.mark ?? ""} /> : null}
        <span className={`leading-tight ${inside ? "font-bold" : ""}`}>
          {ladder.kind === "weight" && cell.mark === "" && size > 0 ? (
            <b className="figure">{figure(system, "bead", size / 1000).digits}</b>
          ) : (
            cell.text
          )}
          {cell.mark === "" && cell.low_m !== null && cell.low_m !== undefined ? (
            <>
              <br />
              <span className="figure whitespace-nowrap text-[12px]">{text(system, "travel", cell.low_m)}</span>
            </>
          ) : null}
          {cell.today ? <span className="sr-only"> today</span> : null}
        </span>
      </span>
    </td>
  );
}

/** A weight to scale: filled where it is owned, an outline where it is not. */
function Dot({ size, mark }: { size: number; mark: string }) {
  const r = Math.max((size * SCALE) / 2, 2.5);
  const box = 20;
  if (mark === "none")
    return (
      <svg width={box} height={box} aria-hidden className="shrink-0">
        <line x1={4} y1={4} x2={16} y2={16} stroke="var(--soft)" strokeWidth={2} />
        <line x1={16} y1={4} x2={4} y2={16} stroke="var(--soft)" strokeWidth={2} />
      </svg>
    );
  return (
    <svg width={box} height={box} aria-hidden className="shrink-0">
      <circle
        cx={10}
        cy={10}
        r={Math.min(r, 9)}
        fill={mark === "sold" ? "none" : "var(--bead)"}
        stroke="var(--ink)"
        strokeDasharray={mark === "sold" ? "2 2" : undefined}
      />
      {mark === "longer" ? (
        <line x1={10} x2={10} y1={0} y2={20} stroke="var(--track-dropper)" strokeWidth={1.5} />
      ) : null}
    </svg>
  );
}

function Legend({ ladder }: { ladder: Ladder }) {
  return (
    <div className="mt-3 text-[13px]">
      <p className="text-soft">
        In each cell the bead, and after how many metres it is down at the earliest. A stroke through the dot: longer
        tippet. A broken outline: it would do, and is not yours. A cross: nothing of yours does it. Framed: today.
      </p>
      {(ladder.carry ?? []).length > 0 ? (
        <p className="mt-1">
          <b>Carry beside it:</b> {(ladder.carry ?? []).join(" and ")}.
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
