import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type OutingView, type Season, taken } from "../../api/client";
import { Calibration } from "../../drawings/calibration";
import { SeasonStrip } from "../../drawings/season_strip";
import { PracticeButton } from "../../features/practice/practice_sheet";
import { openBank } from "../../state/bank";
import { useReaches } from "../../state/queries";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";
import { Lost } from "./lost";
import { OldLog } from "./old_log";
import { OneOuting } from "./one_outing";
import { Questions } from "./questions";
import { Rates } from "./rates";
import { Taught } from "./taught";

/** What the water taught: the season, what was learnt of a water, our predictions held against what came, and where takes came. */
export function LearnPlace() {
  useEffect(() => void openBank(), []);
  const season = useQuery({ queryKey: ["season"], queryFn: async () => taken(await api.GET("/api/v1/season")) });
  const outings = useQuery({
    queryKey: ["outings"],
    queryFn: async () => taken(await api.GET("/api/v1/outings")).outings,
  });
  const rows = outings.data;
  if (!season.data || !rows) return null;
  if (rows.length === 0)
    return (
      <main className="p-6">
        <h1 className="text-xl font-bold">{phrase("Learn")}</h1>
        <p className="mt-2 max-w-prose">
          {phrase(
            "What you tap at the water comes here: what the ticks say of depth, pace and hand, whether our predictions were right, where the takes came. Go to Fish and take a rig along.",
          )}
        </p>
        <div className="mt-3 flex gap-2">
          <PracticeButton />
          <OldLog />
        </div>
      </main>
    );
  return <Learnt season={season.data} outings={rows} />;
}

function Learnt({ season, outings }: { season: Season; outings: OutingView[] }) {
  const [box, { width }] = useSize<HTMLDivElement>();
  const reaches = useReaches();
  const fished = [...new Set(outings.map((o) => o.water))];
  const [water, setWater] = useState(fished[0] ?? "");
  const [params, setParams] = useSearchParams();
  const open = params.get("outing");
  const setOpen = (id: string | null) =>
    setParams((now) => {
      if (id) now.set("outing", id);
      else now.delete("outing");
      return now;
    });
  const reach = reaches.data?.find((r) => r.reach.id === water)?.reach;
  const picked = outings.find((o) => o.id === open);
  return (
    <main className="prints-as-read h-full overflow-y-auto p-4 lg:p-6">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="text-xl font-bold">{phrase("Learn")}</h1>
        <PracticeButton />
        <Button onClick={() => window.print()}>{phrase("Print the season")}</Button>
      </div>
      <p className="figure text-soft">
        {phrase("{outings, plural, one {# outing} other {# outings}}", { outings: season.outings })} ·{" "}
        {phrase("{drifts, plural, one {# drift} other {# drifts}}", { drifts: season.drifts })} ·{" "}
        {phrase("{takes, plural, one {# take} other {# takes}}", { takes: season.takes })} ·{" "}
        {`${Math.round(season.minutes / 60)}\u00a0h`}
      </p>
      <div ref={box} className="mt-2">
        <SeasonStrip
          outings={outings}
          width={Math.max(width || 360, 340)}
          onPick={(id) => setOpen(id === open ? null : id)}
        />
      </div>
      {picked ? <OneOuting outing={picked} onClose={() => setOpen(null)} /> : null}
      {open && !picked ? (
        <p role="alert" className="mt-2">
          {phrase("There is no such outing of yours: it was taken back, or its address belongs to somebody else.")}
        </p>
      ) : null}
      <div className="mt-4 grid gap-6 lg:grid-cols-2">
        <section aria-label={phrase("What the water taught")}>
          <h2 className="mb-1 text-lg font-bold">{phrase("What the water taught")}</h2>
          <Choice
            label={phrase("Water")}
            width="w-full"
            value={water}
            groups={[
              {
                label: "",
                options: fished.map((id) => ({
                  value: id,
                  label: outings.find((o) => o.water === id)?.water_name ?? id,
                })),
              },
            ]}
            onChoose={setWater}
          />
          {reach ? (
            <Taught key={water} reach={reach} />
          ) : (
            <p className="mt-2">{phrase("This water is not among yours any more.")}</p>
          )}
        </section>
        <section aria-label={phrase("Were we right?")}>
          <h2 className="mb-1 text-lg font-bold">{phrase("Were we right?")}</h2>
          {season.predicted.length > 0 ? (
            <>
              <Calibration predicted={season.predicted} />
              <p className="mt-1">
                {phrase("In {inside} of {parts} parts what was said lies within what so many drifts may show.", {
                  inside: season.inside,
                  parts: season.parts,
                })}
              </p>
              <Counts rows={season.predicted} />
            </>
          ) : (
            <p>{phrase("No drift was logged with what was said of it before.")}</p>
          )}
        </section>
        <Rates title={phrase("Takes by rig")} rows={season.by_rig} note={season.compared} />
        <Rates title={phrase("Takes by water")} rows={season.by_water} />
        <Rates title={phrase("Takes by lane")} rows={season.by_lane} />
        <Rates title={phrase("Takes by hour of the day")} rows={season.by_hour} />
        <Lost season={season} />
      </div>
      <Questions />
      <div className="mt-6 print:hidden">
        <OldLog />
      </div>
    </main>
  );
}

function Counts({ rows }: { rows: Season["predicted"] }) {
  return (
    <details className="mt-1">
      <summary className="cursor-pointer">{phrase("The figures")}</summary>
      <table className="text-[13px]">
        <thead>
          <tr className="text-left text-soft">
            <th className="pr-4">{phrase("said")}</th>
            <th className="pr-4">{phrase("touched")}</th>
            <th className="pr-4">{phrase("drifts")}</th>
          </tr>
        </thead>
        <tbody className="figure">
          {rows.map((p) => (
            <tr key={p.said}>
              <td>{Math.round(p.said * 100)} %</td>
              <td>
                {Math.round(p.seen * 100)} % ({Math.round(p.low * 100)}–{Math.round(p.high * 100)})
              </td>
              <td>{p.drifts}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
