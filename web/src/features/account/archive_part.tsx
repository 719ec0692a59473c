import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type RestoredView, taken } from "../../api/client";
import { firstFault } from "../../model/faults";
import { Button } from "../../ui/button";
import { phrase, rich } from "../../words/phrase";
import { Part } from "./part";
import { sendArchive } from "./send_archive";

/** Everything one owns as a file, and a file brought back: looked at first, then kept. */
export function ArchivePart() {
  const queries = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [found, setFound] = useState<RestoredView | null>(null);
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const bring = async (picked: File, keep: boolean) => {
    setBusy(true);
    setTrouble("");
    setFound(null);
    try {
      setFound(taken(await sendArchive(picked, keep)));
      setFile(keep ? null : picked);
      if (keep) await queries.invalidateQueries();
    } catch (error) {
      setTrouble(phrase("Nothing was brought back. {firstFault}", { firstFault: firstFault(error) }));
      setFile(null);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Part title={phrase("Everything I own")}>
      <p>{phrase("Waters, rules, tackle, rigs with their history, outings: one file in open formats.")}</p>
      <div className="flex flex-wrap gap-2">
        <a
          className="inline-flex min-h-[48px] items-center rounded-s border border-ink bg-ink px-3 text-sheet"
          href="/api/v1/archive"
          download
        >
          {phrase("Download the archive")}
        </a>
        <Button className="min-h-[48px]" disabled={busy} onClick={() => picker.current?.click()}>
          {phrase("Bring one back")}
        </Button>
        <input
          ref={picker}
          type="file"
          accept=".zip,application/zip"
          aria-label={phrase("Archive")}
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const picked = event.target.files?.[0];
            event.target.value = "";
            if (picked) void bring(picked, false);
          }}
        />
      </div>
      <div role="status">
        {busy ? phrase("Reading it …") : null}
        {found ? <Told found={found} /> : null}
      </div>
      {trouble ? (
        <p role="alert" className="text-float">
          {trouble}
        </p>
      ) : null}
      {file && found && Object.keys(found.added).length > 0 ? (
        <Button strong className="min-h-[48px] self-start" disabled={busy} onClick={() => void bring(file, true)}>
          {phrase("Bring it back")}
        </Button>
      ) : null}
    </Part>
  );
}

function Told({ found }: { found: RestoredView }) {
  const counts = (rows: Record<string, number>) =>
    Object.entries(rows)
      .map(([what, n]) => `${n} ${what}`)
      .join(", ") || "nothing";
  return (
    <div className="rounded-s border border-rule p-3">
      <p>
        {rich("Of {person}, {toLocaleDateString}. {b} Here already: {counts}.", {
          person: found.person,
          toLocaleDateString: new Date(found.made_at).toLocaleDateString([], { dateStyle: "long" }),
          b: (
            <b>
              {found.kept ? phrase("Brought back") : phrase("It would bring")}: {counts(found.added)}.
            </b>
          ),
          counts: counts(found.same),
        })}
      </p>
      {found.clashed > 0 ? (
        <>
          <p className="mt-2">
            {phrase("Of {clashed} there is another here, which stays:", { clashed: found.clashed })}
          </p>
          <ul className="max-h-40 overflow-y-auto text-[13px]">
            {found.clashes.map((c) => (
              <li key={`${c.what} ${c.id}`}>
                {c.what} <span className="figure">{c.id}</span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </div>
  );
}
