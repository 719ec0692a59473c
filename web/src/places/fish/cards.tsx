import type { PackRig, UnitSystem } from "../../api/client";
import { LadderTable, ladderLegend, ladderNote } from "../../features/ladder/ladder_table";
import { phrase } from "../../words/phrase";

/** The cards that went along: what the rig is cut of, to tie it anew, and what to put on as the water changes. */
export function Cards({ rig, system }: { rig: PackRig; system: UnitSystem }) {
  const cuts = rig.cuts ?? [];
  return (
    <div className="flex flex-col gap-2">
      {cuts.length > 0 ? (
        <details>
          <summary className="min-h-[48px] cursor-pointer py-2 font-bold">
            {phrase("What to cut: {rigName}", { rigName: rig.name })}
          </summary>
          <table className="w-full text-[14px]">
            <thead>
              <tr className="text-left text-soft">
                <th>{phrase("piece")}</th>
                <th className="text-right">{phrase("cut")}</th>
                <th className="text-right">{phrase("tied")}</th>
              </tr>
            </thead>
            <tbody>
              {cuts.map((c, k) => (
                <tr key={k} className="border-t border-hair">
                  <td className="py-1">
                    <b>{c.name}</b>
                    <span className="block text-[12px] text-soft">{c.line}</span>
                  </td>
                  <td className="figure text-right">{c.cut}</td>
                  <td className="figure text-right">{c.finished}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      ) : null}
      {rig.ladder ? (
        <details>
          <summary className="min-h-[48px] cursor-pointer py-2 font-bold">{phrase("Ladder")}</summary>
          <section className="overflow-x-auto" aria-label={phrase("The ladder's table")} tabIndex={0}>
            <p className="mb-1 text-[13px] text-soft">
              {ladderNote(rig.ladder)} {rig.ladder.kind === "weight" ? ladderLegend(rig.ladder) : null}
            </p>
            <LadderTable ladder={rig.ladder} system={system} caption={`${rig.name}: ${ladderNote(rig.ladder)}`} />
          </section>
        </details>
      ) : null}
    </div>
  );
}
