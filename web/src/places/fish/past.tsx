import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, taken } from "../../api/client";
import { useNumber } from "../../state/units";
import { Button } from "../../ui/button";
import { CsvLinks } from "../../ui/csv_links";
import { phrase } from "../../words/phrase";

/** Outings that are over, newest first, each with its table and as a file. */
export function Past() {
  const outings = useQuery({
    queryKey: ["outings"],
    queryFn: async () => taken(await api.GET("/api/v1/outings")).outings,
  });
  const [open, setOpen] = useState<string | null>(null);
  const rows = outings.data ?? [];
  if (rows.length === 0) return null;
  return (
    <section aria-label={phrase("Your outings")}>
      <h2 className="mb-1 text-lg font-bold">{phrase("Your outings")}</h2>
      <ul>
        {rows.map((o) => (
          <li key={o.id} className="border-t border-rule py-2">
            <div className="flex items-baseline justify-between gap-3">
              <span>
                <b>{o.water_name}</b>{" "}
                <span className="text-soft">
                  {new Date(o.begun_at).toLocaleDateString([], { dateStyle: "medium" })}
                </span>
              </span>
              <span className="figure whitespace-nowrap">
                {phrase("{drifts, plural, one {# drift} other {# drifts}}", { drifts: o.drifts })} ·{" "}
                {phrase("{takes, plural, one {# take} other {# takes}}", {
                  takes: o.fish.length || o.fished.reduce((n, f) => n + (f.takes ?? 0), 0),
                })}
              </span>
            </div>
            <div className="mt-1 flex gap-2">
              <Button aria-expanded={open === o.id} onClick={() => setOpen(open === o.id ? null : o.id)}>
                {open === o.id ? phrase("Close") : phrase("Table")}
              </Button>
              <CsvLinks
                className="inline-flex hit items-center rounded-s border border-rule bg-sheet px-3 py-1 hover:border-ink"
                href={`/api/v1/outings/${o.id}/outing.csv`}
              />
              <a
                className="inline-flex hit items-center rounded-s border border-rule bg-sheet px-3 py-1 hover:border-ink"
                href={`/api/v1/outings/${o.id}/outing.geojson?places=1`}
                download
                title={phrase("With places, where you had them noted")}
              >
                {phrase("GeoJSON")}
              </a>
            </div>
            {open === o.id ? <Table id={o.id} /> : null}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Table({ id }: { id: string }) {
  const number = useNumber();
  const page = useQuery({
    queryKey: ["outing", id],
    queryFn: async () => taken(await api.GET("/api/v1/outings/{outing_id}", { params: { path: { outing_id: id } } })),
  });
  const outing = page.data?.outing;
  if (!outing) return null;
  return (
    <div className="mt-2 overflow-x-auto">
      <table className="w-full text-[13px]">
        <thead>
          <tr className="text-left text-soft">
            <th>{phrase("time")}</th>
            <th>{phrase("what")}</th>
            <th>{phrase("second")}</th>
            <th>{phrase("where")}</th>
            <th>{phrase("rig")}</th>
          </tr>
        </thead>
        <tbody>
          {outing.rows.map((row) => (
            <tr key={row.id} className="border-t border-hair">
              <td className="figure">{new Date(row.at).toLocaleTimeString([], { timeStyle: "short" })}</td>
              <td>{row.kind === "drift" ? row.what : `${row.kind} ${row.what}`}</td>
              <td className="figure">
                {row.second === null || row.second === undefined ? "" : `${number(row.second, 1)} s`}
              </td>
              <td>{row.lane ? `${row.lane} ${row.step}` : ""}</td>
              <td>{row.rig === null || row.rig === undefined ? "" : outing.rigs[row.rig]?.name}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
