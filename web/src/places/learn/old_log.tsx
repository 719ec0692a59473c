import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type BroughtLog, Refused, taken } from "../../api/client";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { CsvLinks } from "../../ui/csv_links";
import { phrase } from "../../words/phrase";

/** Brings a log from before in: looked through first, then written, once however often it is brought. */
export function OldLog() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>{phrase("Bring an older log in")}</Button>
      <BottomSheet open={open} onClose={() => setOpen(false)} title={phrase("An older log")}>
        {open ? <Bring /> : null}
      </BottomSheet>
    </>
  );
}

function Bring() {
  const queries = useQueryClient();
  const [text, setText] = useState("");
  const [told, setTold] = useState<BroughtLog | null>(null);
  const [wrong, setWrong] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const bring = async (log: string, write: boolean) => {
    setBusy(true);
    setWrong([]);
    setTold(null);
    try {
      setTold(taken(await api.POST("/api/v1/outings/log", { body: { text: log, write } })));
      if (write) for (const key of ["season", "outings", "lesson"]) void queries.invalidateQueries({ queryKey: [key] });
    } catch (error) {
      const faults = error instanceof Refused ? (error.problem?.faults ?? []) : [];
      const lines = faults.map((f) => `${f.path}: ${f.value ? `“${f.value}”, ` : ""}${f.reason}`);
      setWrong(lines.length > 0 ? lines : [error instanceof Error ? error.message : phrase("It could not be read.")]);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="flex flex-col gap-3">
      <p>
        {phrase(
          "A CSV with a line for what was fished on a day with a rig: day, water and drifts; and as you know them rig, touched, takes, lane, depth, pace, temperature.",
          {},
        )}{" "}
        <CsvLinks of={phrase("A file to write over")} href="/api/v1/outings/log.csv" className="underline" />
      </p>
      <label className="flex flex-col gap-1">
        <span className="font-semibold">{phrase("The file")}</span>
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          className="min-h-[48px]"
          onChange={async (event) => {
            const log = (await event.target.files?.[0]?.text()) ?? "";
            setText(log);
            if (log) await bring(log, false);
          }}
        />
      </label>
      {wrong.length > 0 ? (
        <ul role="alert" className="text-float">
          {wrong.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
      {told ? (
        <div role="status">
          <p>
            {told.written ? phrase("Brought in: ") : phrase("It holds ")}
            <b>
              {phrase("{outings, plural, one {# outing} other {# outings}}", { outings: told.outings })},{" "}
              {phrase("{drifts, plural, one {# drift} other {# drifts}}", { drifts: told.drifts })},{" "}
              {phrase("{takes, plural, one {# take} other {# takes}}", { takes: told.takes })}
            </b>
            .
          </p>
          {told.strange.length > 0 ? (
            <p className="text-soft">
              {phrase("Not among yours, kept by name: {strange}.", { strange: told.strange.slice(0, 6).join(", ") })}
            </p>
          ) : null}
        </div>
      ) : null}
      {told && !told.written ? (
        <Button strong disabled={busy} onClick={() => void bring(text, true)}>
          {phrase("Bring it in")}
        </Button>
      ) : null}
    </div>
  );
}
