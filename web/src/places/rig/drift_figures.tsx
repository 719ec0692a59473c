import type { Band, Drift, UnitSystem } from "../../api/client";
import { momentsOf } from "../../model/drift_figures";
import { figure, number } from "../../model/format";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";

type Props = { drift: Drift; band: Band | null; system: UnitSystem };

/** What the picture shows, to be read: moment by moment how far it has come and how deep everything that hangs is. */
export function DriftFigures({ drift, band, system }: Props) {
  const depth = (m: number) => figure(system, "depth", m).digits;
  if (drift.flies.length === 0) return <p className="text-soft">{phrase("Nothing hangs below what floats.")}</p>;
  const moves = drift.axis !== "seconds";
  return (
    <table className="figure w-full text-right text-[13px]">
      <caption className="pb-1 text-left font-sans text-soft">
        {phrase("How deep, {unit}; in brackets P10 to P90", { unit: figure(system, "depth", 0).unit })}
      </caption>
      <thead className="text-soft">
        <tr className="border-b border-rule [&>th]:font-normal">
          <th scope="col">{phrase("s")}</th>
          {moves ? (
            <th scope="col">{phrase("{unit} drifted", { unit: figure(system, "travel", 0).unit || phrase("led") })}</th>
          ) : null}
          {drift.flies.map((fly) => (
            <th key={fly.id} scope="col">
              {kindName(fly.role)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {momentsOf(drift, band).map((moment) => (
          <tr key={moment.seconds} className="border-b border-hair">
            <th scope="row" className="font-normal">
              {number(system, moment.seconds, Number.isInteger(moment.seconds) ? 0 : 1)}
            </th>
            {moves ? <td>{figure(system, "travel", moment.metres).digits}</td> : null}
            {moment.flies.map((fly) => (
              <td key={fly.id} className="py-1">
                <b>{depth(fly.depth)}</b>{" "}
                {fly.low !== null && fly.high !== null ? (
                  <small className="inline-block whitespace-nowrap text-soft">
                    ({depth(fly.low)}–{depth(fly.high)})
                  </small>
                ) : null}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
