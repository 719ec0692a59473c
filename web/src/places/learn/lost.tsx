import type { Season } from "../../api/client";
import { phrase, rich } from "../../words/phrase";
import { Rates } from "./rates";
import { Strengths } from "./strengths";

/** What was lost: how fish that were on ended, how many of them were landed by rig, and flies that are gone. */
export function Lost({ season }: { season: Season }) {
  const ended = season.ended ?? [];
  const flies = season.flies_lost ?? [];
  const on = ended.reduce((sum, e) => sum + e.count, 0);
  if (on === 0 && flies.length === 0) return null;
  return (
    <section aria-label={phrase("What was lost")}>
      <h2 className="mb-1 text-lg font-bold">{phrase("What was lost")}</h2>
      {on > 0 ? (
        <>
          <p>
            {rich("Of {on} fish that were on:", { on: <b className="figure">{on}</b> })}{" "}
            {ended.map((e, i) => (
              <span key={e.name}>
                {i > 0 ? ", " : ""}
                <b className="figure">{e.count}</b> {e.name}
              </span>
            ))}
            .
          </p>
          <p className="mt-2 text-[13px] text-soft">{phrase("Landed of 100 that were on, by rig")}</p>
          <Rates
            title={phrase("Landed by rig")}
            of={phrase("landed of 100 that were on")}
            rows={season.by_landed ?? []}
            quiet
          />
        </>
      ) : null}
      {season.broke ? <p className="mt-1">{season.broke}</p> : null}
      <Strengths rows={season.strengths ?? []} notes={season.notes ?? []} />
      {flies.length > 0 ? (
        <>
          <p className="mt-2 text-[13px] text-soft">{phrase("Flies left in the water")}</p>
          <ul aria-label={phrase("Flies left in the water")}>
            {flies.map((f) => (
              <li key={f.name} className="flex justify-between border-t border-hair py-1">
                <span>{f.name}</span>
                <span className="figure">{f.count}</span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
