import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type OutingView, type Rate, type Season, taken } from "../../api/client";
import { Calibration } from "../../drawings/calibration";
import { SeasonStrip } from "../../drawings/season_strip";
import { openBank } from "../../state/bank";
import { useReaches } from "../../state/queries";
import { Choice } from "../../ui/choice";
import { useSize } from "../../ui/use_size";
import { OldLog } from "./old_log";
import { OneOuting } from "./one_outing";
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
        <h1 className="text-xl font-bold">Learn</h1>
        <p className="mt-2 max-w-prose">
          What you tap at the water comes here: what the ticks say of depth, pace and hand, whether our predictions were
          right, where the takes came. Go to Fish and take a rig along.
        </p>
        <div className="mt-3">
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
  const [open, setOpen] = useState<string | null>(null);
  const reach = reaches.data?.find((r) => r.reach.id === water)?.reach;
  const picked = outings.find((o) => o.id === open);
  return (
    <main className="h-full overflow-y-auto p-4 lg:p-6">
      <h1 className="text-xl font-bold">Learn</h1>
      <p className="figure text-soft">
        {season.outings} outings · {season.drifts} drifts · {season.takes} takes · {Math.round(season.minutes / 60)} h
      </p>
      <div ref={box} className="mt-2">
        <SeasonStrip
          outings={outings}
          width={Math.max(width || 360, 340)}
          onPick={(id) => setOpen(id === open ? null : id)}
        />
      </div>
      {picked ? <OneOuting outing={picked} onClose={() => setOpen(null)} /> : null}
      <div className="mt-4 grid gap-6 lg:grid-cols-2">
        <section aria-label="What the water taught">
          <h2 className="mb-1 text-lg font-bold">What the water taught</h2>
          <Choice
            label="Water"
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
            <p className="mt-2">This water is not among yours any more.</p>
          )}
        </section>
        <section aria-label="Were we right?">
          <h2 className="mb-1 text-lg font-bold">Were we right?</h2>
          {season.predicted.length > 0 ? (
            <>
              <Calibration predicted={season.predicted} />
              <p className="mt-1">
                In {season.inside} of {season.parts} parts what was said lies within what so many drifts may show.
              </p>
              <Counts rows={season.predicted} />
            </>
          ) : (
            <p>No drift was logged with what was said of it before.</p>
          )}
        </section>
        <Rates title="Takes by rig" rows={season.by_rig} note={season.compared} />
        <Rates title="Takes by water" rows={season.by_water} />
        <Rates title="Takes by lane" rows={season.by_lane} />
        <Rates title="Takes by hour of the day" rows={season.by_hour} />
      </div>
      <div className="mt-6">
        <OldLog />
      </div>
    </main>
  );
}

function Counts({ rows }: { rows: Season["predicted"] }) {
  return (
    <details className="mt-1">
      <summary className="cursor-pointer">The figures</summary>
      <table className="text-[13px]">
        <thead>
          <tr className="text-left text-soft">
            <th className="pr-4">said</th>
            <th className="pr-4">touched</th>
            <th className="pr-4">drifts</th>
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

/** Takes in 100 drifts with between what that lies, drawn, counts beside it. */
function Rates({ title, rows, note = "" }: { title: string; rows: Rate[]; note?: string }) {
  const most = Math.max(...rows.map((r) => r.high), 0.05);
  return (
    <section aria-label={title}>
      <h2 className="mb-1 text-lg font-bold">{title}</h2>
      <table className="w-full text-[13px]">
        <thead className="sr-only">
          <tr>
            <th>what</th>
            <th>takes in 100 drifts</th>
            <th>counts</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.name}>
              <td className="max-w-44 truncate pr-2 align-middle">{r.name}</td>
              <td className="w-full">
                <svg viewBox="0 0 200 16" className="block h-4 w-full" preserveAspectRatio="none" aria-hidden="true">
                  <rect x={0} y={7} width={200} height={2} fill="var(--hair)" />
                  <rect
                    x={(r.low / most) * 200}
                    y={5}
                    width={Math.max(((r.high - r.low) / most) * 200, 2)}
                    height={6}
                    fill="var(--water-deep)"
                  />
                  <rect x={(r.share / most) * 200 - 1.5} y={1} width={3} height={14} fill="var(--float)" />
                </svg>
              </td>
              <td className="figure whitespace-nowrap pl-2 text-right">
                {Math.round(r.share * 100)} <small>of 100</small>{" "}
                <small className="text-soft">
                  {r.takes}/{r.drifts}
                </small>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {note ? <p className="mt-1">{note}</p> : null}
    </section>
  );
}
