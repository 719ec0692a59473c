import type { TieSheet, UnitSystem } from "../../api/client";
import { Cautions } from "../../features/cautions/cautions";
import { CardButton } from "../../features/knots/knot_card";
import { phrase, rich } from "../../words/phrase";

type Props = {
  sheet: TieSheet;
  system: UnitSystem;
  ticked: ReadonlySet<string>;
  onTick: (step: string, on: boolean) => void;
};

/** Every step in order, to be ticked off. */
export function AllSteps({ sheet, system, ticked, onTick }: Props) {
  return (
    <section aria-label={phrase("Steps")} className="mt-5">
      <h2 className="text-[17px] font-bold">{phrase("In this order")}</h2>
      <ol className="mt-1">
        {sheet.steps.map((step, i) => {
          const cut = sheet.cuts.find((c) => c.part === step.cut);
          const on = ticked.has(step.key);
          return (
            <li key={step.key} className="border-t border-hair" data-testid={`step-${step.part}`}>
              <div className="flex">
                <label className={`flex flex-1 cursor-pointer gap-3 py-2 ${on ? "text-soft" : ""}`}>
                  <input
                    type="checkbox"
                    checked={on}
                    onChange={(event) => onTick(step.key, event.target.checked)}
                    className="mt-0.5 size-5 shrink-0 accent-[var(--ink)]"
                  />
                  <span className="min-w-0 flex-1">
                    {cut ? (
                      <span className="flex flex-wrap justify-between gap-x-3">
                        <span className="font-semibold">
                          {rich("{i}. Cut {cutshown} of {line}", {
                            i: i + 1,
                            cutshown: <span className="figure">{cut.cut_shown}</span>,
                            line: cut.line.toLowerCase(),
                          })}
                        </span>
                        <span className="text-[13px] text-soft">
                          {phrase("{spool} · {finishedshown} finished{measured}", {
                            spool: cut.spool,
                            finishedshown: cut.finished_shown,
                            measured: cut.measured ? ` · ${cut.measured}` : "",
                          })}
                        </span>
                      </span>
                    ) : null}
                    <span className={cut ? "block" : "block font-semibold"}>
                      {cut ? "" : `${i + 1}. `}
                      {step.title}
                    </span>
                    <span className="block text-[13px] text-soft">
                      {step.detail}{" "}
                      {(step.figures ?? [])
                        .filter((f) => f.key === "eats")
                        .map((f) => (
                          <span key={f.key}>
                            {rich("Eats {figure}.", { figure: <span className="figure">{f.figure}</span> })}
                          </span>
                        ))}
                    </span>
                  </span>
                </label>
                {step.card ? <CardButton of={step.card} system={system} /> : null}
              </div>
            </li>
          );
        })}
      </ol>
      <p className="border-t border-hair py-2 text-[13px] text-soft">
        {rich("Line off the spools: {totalshown}.", {
          totalshown: <span className="figure">{sheet.total_shown}</span>,
        })}
      </p>
      <Cautions of={sheet.cautions} />
    </section>
  );
}
