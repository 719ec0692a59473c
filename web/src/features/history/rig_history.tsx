import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { api, type HistoryEntry, taken } from "../../api/client";
import { when } from "../../model/moment";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useHistory } from "../../state/queries";
import { saveRig } from "../../state/use_keep_rig";
import { useRigsHere } from "../../state/use_rigs_here";
import { Button } from "../../ui/button";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";
import { RigThumb } from "../library/rig_thumb";

/** Revisions that are drawn in today's water. */
const DRAWN = 12;
const OCCASION: Record<string, string> = {
  started: phrase("started from the method"),
  tied: phrase("tied"),
  restored: phrase("an earlier state restored"),
  imported: phrase("brought in from a file"),
  duplicated: phrase("copied from another rig"),
  renamed: phrase("renamed"),
};

/** The revisions of the rig in hand: what each changed, two compared, an earlier one restored. */
export function RigHistory() {
  const open = useSheets((s) => s.open === "history");
  const name = useBench((s) => s.docs?.rig?.name ?? "");
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("History")} note={name} width="30rem">
      <Revisions />
    </SideSheet>
  );
}

function Revisions() {
  const saved = useBench((s) => s.saved);
  const units = useBench((s) => s.units);
  const history = useHistory(saved?.rigId ?? null, units);
  const [params, setParams] = useSearchParams();
  const [note, setNote] = useState("");
  const rows = history.data ?? [];
  // An address may name a revision, or two that are compared: rev=3, rev=2-5.
  const numbers = (params.get("rev") ?? "").split("-").map(Number).filter(Number.isInteger).slice(0, 2);
  const picked = rows.filter((row) => numbers.includes(row.number)).sort((a, b) => a.number - b.number);
  const [one, two] = picked;
  const compared = useQuery({
    queryKey: ["compared", saved?.rigId, one?.id, two?.id],
    enabled: Boolean(saved && one && two),
    queryFn: async () => {
      const path = { rig_id: saved?.rigId ?? "", old: one?.id ?? "", new: two?.id ?? "" };
      return taken(await api.GET("/api/v1/rigs/{rig_id}/compare/{old}/{new}", { params: { path } }));
    },
  });
  const told =
    compared.data?.changes.map((c) => c.said) ?? (compared.isError ? [phrase("The server does not answer.")] : null);
  const { here } = useRigsHere(rows.slice(0, DRAWN).map((row) => row.id));
  if (!saved) return null;
  const path = (revision_id: string) => ({ params: { path: { rig_id: saved.rigId, revision_id } } });

  const restore = async (row: HistoryEntry) => {
    try {
      await saveRig();
      const old = taken(await api.GET("/api/v1/rigs/{rig_id}/revisions/{revision_id}", path(row.id)));
      useBench.getState().setRig(old.rig);
      await saveRig("restored");
      await history.refetch();
      setNote(phrase("As in rev {number} again. Undo takes it back like any change.", { number: row.number }));
    } catch {
      setNote(phrase("The server does not answer; nothing was changed."));
    }
  };
  const pick = (row: HistoryEntry) => {
    const now = numbers.includes(row.number)
      ? numbers.filter((n) => n !== row.number)
      : [...numbers.slice(-1), row.number];
    setParams(
      (was) => {
        if (now.length > 0) was.set("rev", now.join("-"));
        else was.delete("rev");
        return was;
      },
      { replace: true },
    );
  };
  const unknown = rows.length > 0 && numbers.some((n) => !rows.some((row) => row.number === n));
  return (
    <>
      <p className="text-[13px] text-soft">{phrase("Tick two to compare them.")}</p>
      <p role="status">{note}</p>
      {unknown ? <p role="alert">{phrase("There is no such revision of this rig.")}</p> : null}
      {told && one && two ? (
        <section aria-label={phrase("Comparison")} className="my-2 rounded-s border border-ink px-3 py-2">
          <p className="font-semibold">
            {phrase("From rev {number} to rev {number3}", { number: one.number, number3: two.number })}
          </p>
          {here.get(one.id)?.here && here.get(two.id)?.here ? (
            <figure className="my-1">
              <RigThumb
                name={phrase("Rev {number} over rev {number3}", { number: two.number, number3: one.number })}
                here={here.get(two.id)}
                before={here.get(one.id)?.here}
                width={400}
                height={130}
              />
              <figcaption className="text-[12px] text-soft">
                {phrase("In today's water: rev {number}; dashed, rev {number3}", {
                  number: two.number,
                  number3: one.number,
                })}
              </figcaption>
            </figure>
          ) : null}
          <ul>
            {told.length === 0 ? <li>{phrase("No difference.")}</li> : told.map((line) => <li key={line}>{line}</li>)}
          </ul>
        </section>
      ) : null}
      <ol className="mt-2" aria-label={phrase("Revisions")}>
        {rows.map((row, i) => (
          <li key={row.id} className="flex items-start gap-3 border-t border-hair py-2">
            <label className="grid hit place-items-center self-center">
              <input
                type="checkbox"
                aria-label={phrase("Compare rev {number}", { number: row.number })}
                checked={picked.some((p) => p.id === row.id)}
                onChange={() => pick(row)}
                className="size-5 accent-[var(--ink)]"
              />
            </label>
            {i < DRAWN ? (
              <RigThumb
                name={phrase("Rev {number}", { number: row.number })}
                here={here.get(row.id)}
                width={96}
                height={52}
              />
            ) : null}
            <div className="min-w-0 flex-1">
              <p>
                {row.changes.length > 0
                  ? row.changes.join("; ")
                  : (OCCASION[row.occasion] ?? (row.number === 1 ? phrase("as it began") : phrase("nothing changed")))}
                {row.changes.length > 0 && row.takes ? <span className="text-soft"> ({row.takes})</span> : null}
                {row.changes.length > 0 && OCCASION[row.occasion] ? `, ${OCCASION[row.occasion]}` : ""}
              </p>
              <p className="text-[13px] text-soft">
                {phrase("rev {number}, {madeat}", { number: row.number, madeat: when(row.made_at) })}
              </p>
            </div>
            {i === 0 ? (
              <span className="text-[13px] text-soft">{phrase("newest")}</span>
            ) : (
              <Button
                onClick={() => void restore(row)}
                aria-label={phrase("Restore rev {number}", { number: row.number })}
              >
                {phrase("Restore")}
              </Button>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}
