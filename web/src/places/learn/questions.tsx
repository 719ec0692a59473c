import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type LogAnswer, taken } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { CsvLinks } from "../../ui/csv_links";
import { phrase } from "../../words/phrase";
import { Rates } from "./rates";

/** Ready questions of the log: answered in a sentence, drawn with their counts, their figures as a file. */
export function Questions() {
  const units = useBench((s) => s.units);
  const asked = useQuery({
    queryKey: ["log-answers", units],
    queryFn: async () => taken(await api.GET("/api/v1/log/answers")).answers,
  });
  const [open, setOpen] = useState<string | null>(null);
  const rows = asked.data ?? [];
  if (rows.length === 0) return null;
  return (
    <section aria-label={phrase("Ask the log")} className="mt-6">
      <h2 className="mb-1 text-lg font-bold">{phrase("Ask the log")}</h2>
      <ul>
        {rows.map((a) => (
          <li key={a.key} className="border-t border-rule py-1">
            <button
              type="button"
              aria-expanded={open === a.key}
              className="flex hit w-full flex-wrap items-baseline gap-x-3 text-left "
              onClick={() => setOpen(open === a.key ? null : a.key)}
            >
              <b>{a.asks}</b> <span className="text-soft">{a.says}</span>
            </button>
            {open === a.key ? <Answer answer={a} /> : null}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Answer({ answer }: { answer: LogAnswer }) {
  const rows = answer.rows.map((r) => ({ ...r, takes: r.hits }));
  return (
    <div className="max-w-[40rem] pb-2">
      {rows.length > 0 ? <Rates title={answer.asks} quiet rows={rows} /> : null}
      <p className="text-[13px] text-soft">
        {phrase("Drifts that {of}, of all; the bar is what lies in eight of ten of what such counts may come from.", {
          of: answer.of,
        })}{" "}
        <CsvLinks href={`/api/v1/log/answers/${answer.key}.csv`} className="underline" />
      </p>
    </div>
  );
}
