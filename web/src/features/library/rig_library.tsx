import { useQueryClient } from "@tanstack/react-query";
import { Copy, Download, FolderOpen, Pencil, Trash2, Upload } from "lucide-react";
import { type FormEvent, useRef, useState } from "react";
import { api, type Fault, Refused, type RigHereView, type RigSummary, taken } from "../../api/client";
import { range } from "../../model/minutes";
import { when } from "../../model/moment";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useBook, useReaches, useRigs } from "../../state/queries";
import { saveRig } from "../../state/use_keep_rig";
import { takeInHand } from "../../state/use_rig_in_hand";
import { useRigsHere } from "../../state/use_rigs_here";
import { Button } from "../../ui/button";
import { CsvLinks } from "../../ui/csv_links";
import { SideSheet } from "../../ui/side_sheet";
import { Tick } from "../../ui/tick";
import { say } from "../../ui/toast";
import { phrase } from "../../words/phrase";
import { Term } from "../help/term";
import { ShareButton } from "../share/share_button";
import { waterName } from "../water/water_chip";
import { RigThumb } from "./rig_thumb";

/** Every rig one has: find it, take it in hand, copy it, rename it, throw it away and get it back; files in and out. */
export function RigLibrary() {
  const open = useSheets((s) => s.open === "rigs");
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("Your rigs")}>
      <Library />
    </SideSheet>
  );
}

/** What was done while the sheet stays open, and the way back. */
type Note = { text: string; undo?: () => void };

function Library() {
  const rigs = useRigs();
  const [note, setNote] = useState<Note | null>(null);
  const [wanted, setWanted] = useState("");
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [best, setBest] = useState(false);
  const water = useBench((s) => s.docs?.water);
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = (rigs.data ?? []).filter((rig) => {
    const text = `${rig.name} ${rig.method} ${rig.flies.join(" ")}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  const { here } = useRigsHere(found.map((rig) => rig.revision));
  const looking = water !== undefined && found.some((rig) => !here.has(rig.revision));
  const book = useBook();
  /** The water a rig is made for, where that is another kind than today's. */
  const madeFor = (rig: RigSummary) => {
    const waters = book.data?.methods.find((m) => m.key === rig.method)?.waters ?? [];
    return !water?.kind || waters.includes(water.kind) ? undefined : waters[0];
  };
  const minutes = (rig: RigSummary) => (madeFor(rig) ? -1 : (here.get(rig.revision)?.here?.worth.minutes ?? -1));
  const shown = best ? [...found].sort((a, b) => minutes(b) - minutes(a)) : found;
  return (
    <>
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-0 flex-1 max-sm:basis-full">
          <span className="block text-[12px] text-soft">{phrase("Find by name, method or fly")}</span>
          <input
            value={wanted}
            onChange={(event) => setWanted(event.target.value)}
            className="hit w-full rounded-s border border-edge bg-sheet px-2"
          />
        </label>
        <Button onClick={() => openSheet("find")}>{phrase("Find one")}</Button>
        <Button onClick={() => openSheet("start")}>{phrase("Start a rig")}</Button>
        <BringIn onFaults={setFaults} />
      </div>
      {faults.length > 0 ? (
        <div role="alert" className="mt-3 rounded-s border border-float p-2 text-[13px]">
          <p className="font-semibold text-float">{phrase("Nothing was imported. In the file:")}</p>
          <ul>
            {faults.map((fault) => (
              <li key={`${fault.path} ${fault.reason}`}>
                <span className="figure">{fault.path}</span> {fault.value ? `“${fault.value}”: ` : ""}
                {fault.reason}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      <div role="status" className="mt-2 flex items-center gap-3 empty:hidden">
        {note ? <span>{note.text}</span> : null}
        {note?.undo ? (
          <Button
            onClick={() => {
              note.undo?.();
              setNote(null);
            }}
          >
            {phrase("Undo")}
          </Button>
        ) : null}
      </div>
      {looking ? (
        <p role="status" className="mt-2 hit text-[13px] text-soft">
          {phrase("Looking at each in today's water …")}
        </p>
      ) : found.length > 1 ? (
        <Tick on={best} onChange={setBest} className="mt-2 text-[13px]">
          {phrase("worth most in {water} first", { water: water ? waterName(water) : phrase("today's water") })}
        </Tick>
      ) : null}
      <ul className="mt-1" aria-label={phrase("Rigs")}>
        {shown.map((rig) => (
          <OneRig key={rig.id} rig={rig} here={here.get(rig.revision)} madeFor={madeFor(rig)} onNote={setNote} />
        ))}
      </ul>
      {rigs.data && found.length === 0 ? (
        <p className="mt-3 text-soft">
          {rigs.data.length === 0
            ? phrase("No rig yet. Start one from a method, made of your own spools and flies for today's water.")
            : phrase("No rig has these words.")}
        </p>
      ) : null}
    </>
  );
}

function useAgain() {
  const queries = useQueryClient();
  return () => {
    void queries.invalidateQueries({ queryKey: ["rigs"] });
    void queries.invalidateQueries({ queryKey: ["history"] });
  };
}

function BringIn({ onFaults }: { onFaults: (faults: readonly Fault[]) => void }) {
  const picker = useRef<HTMLInputElement>(null);
  const again = useAgain();
  const bring = async (file: File) => {
    onFaults([]);
    try {
      const body = { rig_id: crypto.randomUUID(), revision_id: crypto.randomUUID(), text: await file.text() };
      const made = taken(await api.POST("/api/v1/rigs/import", { body }));
      takeInHand(made);
      again();
      openSheet(null);
      say(phrase("Brought in: {rigName}.", { rigName: made.rig.name }));
    } catch (error) {
      const faults = error instanceof Refused ? error.problem?.faults : undefined;
      onFaults(faults?.length ? faults : [{ path: file.name, value: "", reason: refusal(error) }]);
    }
  };
  return (
    <>
      <Button onClick={() => picker.current?.click()}>
        <Upload size={15} aria-hidden /> {phrase("From a file")}
      </Button>
      <input
        ref={picker}
        type="file"
        accept=".json,application/json"
        aria-label={phrase("Rig file")}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) void bring(file);
        }}
      />
    </>
  );
}

type OneProps = {
  rig: RigSummary;
  here: RigHereView | null | undefined;
  madeFor: string | undefined;
  onNote: (note: Note) => void;
};

function OneRig({ rig, here, madeFor, onNote }: OneProps) {
  const inHand = useBench((s) => s.saved?.rigId === rig.id);
  const [naming, setNaming] = useState(false);
  const reaches = useReaches();
  const again = useAgain();
  const path = { params: { path: { rig_id: rig.id } } };

  const act = async (work: () => Promise<void>) => {
    try {
      await work();
      again();
    } catch (error) {
      onNote({ text: refusal(error) });
    }
  };
  /** Takes it in hand, in the water it was fished in where one is named. */
  const take = (water?: string) =>
    act(async () => {
      await saveRig();
      const row = reaches.data?.find((r) => r.reach.id === water);
      if (water && !row) return onNote({ text: phrase("That water is no longer among yours.") });
      if (row) useBench.getState().setWater(row.reach, row.number);
      takeInHand(taken(await api.GET("/api/v1/rigs/{rig_id}", path)), row?.reach);
      openSheet(null);
    });
  const duplicate = () =>
    act(async () => {
      if (inHand) await saveRig();
      const body = { rig_id: crypto.randomUUID(), revision_id: crypto.randomUUID() };
      takeInHand(taken(await api.POST("/api/v1/rigs/{rig_id}/duplicate", { ...path, body })));
      onNote({ text: phrase("Copied; the copy is in hand.") });
    });
  const throwAway = () =>
    act(async () => {
      taken(await api.DELETE("/api/v1/rigs/{rig_id}", path));
      onNote({
        text: phrase("{rigName} was thrown away.", { rigName: rig.name }),
        undo: () =>
          void act(async () => {
            taken(await api.POST("/api/v1/rigs/{rig_id}/bring-back", path));
          }),
      });
      if (inHand) await takeNext(rig.id);
    });
  const rename = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get("name") ?? "").trim();
    setNaming(false);
    if (!name || name === rig.name) return;
    if (inHand) useBench.getState().edit({ op: "rename", name }, "rig.name");
    else
      void act(async () => {
        taken(await api.POST("/api/v1/rigs/{rig_id}/rename", { ...path, body: { id: crypto.randomUUID(), name } }));
      });
  };
  return (
    <li className={`border-t border-hair py-2 ${inHand ? "border-l-[3px] border-l-float pl-2" : ""}`}>
      {naming ? (
        <form onSubmit={rename} className="flex gap-2">
          <input
            name="name"
            aria-label={phrase("New name")}
            defaultValue={rig.name}
            maxLength={120}
            // biome-ignore lint/a11y/noAutofocus: the person just asked to type here
            autoFocus
            onKeyDown={(event) => {
              if (event.key === "Escape") {
                event.stopPropagation();
                setNaming(false);
              }
            }}
            className="hit min-w-0 flex-1 rounded-s border border-edge bg-sheet px-2"
          />
          <Button type="submit">{phrase("Rename")}</Button>
        </form>
      ) : (
        <div className="flex flex-wrap items-center gap-1.5">
          <div className="grid w-full grid-cols-[110px_minmax(0,1fr)] gap-3 sm:grid-cols-[150px_minmax(0,1fr)]">
            <RigThumb name={rig.name} here={here} />
            <div className="min-w-0">
              <p className="font-semibold">{rig.name}</p>
              <p className="text-[13px] text-soft">
                {phrase("{flies} · rev {number}, {madeat}", {
                  flies: rig.flies.join(" · "),
                  number: rig.number,
                  madeat: when(rig.made_at),
                })}
              </p>
              {madeFor ? (
                <p className="text-[13px] text-soft">{phrase("Made for a {madeFor}.", { madeFor })}</p>
              ) : (
                <Here here={here} />
              )}
              {rig.waters?.length ? (
                <p className="text-[13px] text-soft">
                  {phrase("Fished in")}{" "}
                  {rig.waters.map((w, i) => (
                    <span key={w.id}>
                      {i ? ", " : ""}
                      <button
                        type="button"
                        className="hit underline"
                        aria-label={phrase("{wName}, with {rigName}", { wName: w.name, rigName: rig.name })}
                        onClick={() => void take(w.id)}
                      >
                        {w.name}
                      </button>
                    </span>
                  ))}
                </p>
              ) : null}
            </div>
          </div>
          {inHand ? (
            <span className="px-2 text-[13px] text-soft">{phrase("in hand")}</span>
          ) : (
            <Button onClick={() => void take()} aria-label={phrase("Take {rigName} in hand", { rigName: rig.name })}>
              <FolderOpen size={15} aria-hidden /> {phrase("Take")}
            </Button>
          )}
          <Button
            onClick={() => setNaming(true)}
            aria-label={phrase("Rename {rigName}", { rigName: rig.name })}
            title={phrase("Rename")}
          >
            <Pencil size={15} aria-hidden />
          </Button>
          <Button
            onClick={() => void duplicate()}
            aria-label={phrase("Copy {rigName}", { rigName: rig.name })}
            title={phrase("Copy")}
          >
            <Copy size={15} aria-hidden />
          </Button>
          <Files rig={rig} inHand={inHand} />
          <ShareButton
            kind="rig"
            subject={rig.id}
            name={rig.name}
            before={async () => (inHand ? void (await saveRig()) : undefined)}
          />
          <Button
            onClick={() => void throwAway()}
            aria-label={phrase("Throw {rigName} away", { rigName: rig.name })}
            title={phrase("Throw away")}
          >
            <Trash2 size={15} aria-hidden />
          </Button>
        </div>
      )}
    </li>
  );
}

/** What a rig is worth in today's water, or why nothing. */
function Here({ here }: { here: RigHereView | null | undefined }) {
  if (!here) return null;
  if (!here.here) return <p className="text-[13px] text-float">{phrase("It cannot be fished in today's water.")}</p>;
  const { worth } = here.here;
  if (worth.excluded)
    return <p className="text-[13px] text-float">{phrase("Not here: {excluded}.", { excluded: worth.excluded })}</p>;
  return (
    <p className="text-[13px]">
      <span className="figure text-[15px] font-bold">{Math.round(worth.minutes)}</span>{" "}
      <span className="figure">{range(worth.p10, worth.p90)}</span>{" "}
      <Term word="good-minutes" className="text-soft">
        {phrase("good min/h here")}
      </Term>
    </p>
  );
}

/** The files of a rig; what is on the bench is saved first, so that the file is what is seen. */
function Files({ rig, inHand }: { rig: RigSummary; inHand: boolean }) {
  const [open, setOpen] = useState(false);
  const units = useBench((s) => s.units);
  const show = async () => {
    if (inHand) await saveRig().catch(() => undefined);
    setOpen(!open);
  };
  const at = `/api/v1/rigs/${rig.id}`;
  return (
    <>
      <Button
        onClick={() => void show()}
        aria-expanded={open}
        aria-label={phrase("Files of {rigName}", { rigName: rig.name })}
        title={phrase("Files")}
      >
        <Download size={15} aria-hidden />
      </Button>
      {open ? (
        <div className="order-last flex w-full flex-wrap gap-4 pb-1 text-[13px]">
          <a className="hit content-center underline" href={`${at}/rig.json`} download>
            {phrase("Rig, JSON")}
          </a>
          <a className="hit content-center underline" href={`${at}/drawing.svg?units=${units}`} download>
            {phrase("Drawing, SVG")}
          </a>
          <CsvLinks of={phrase("Cut sheet")} href={`${at}/cut-sheet.csv`} />
        </div>
      ) : null}
    </>
  );
}

/** Takes the newest other rig in hand, or none. */
async function takeNext(gone: string): Promise<void> {
  const rigs = taken(await api.GET("/api/v1/rigs")).rigs.filter((r) => r.id !== gone);
  const water = useBench.getState().docs?.water;
  const next = rigs[0];
  if (next) takeInHand(taken(await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: next.id } } })));
  else if (water) useBench.getState().open({ rig: null, water }, null);
}

function refusal(error: unknown): string {
  if (!(error instanceof Refused)) return phrase("The server does not answer; nothing was changed.");
  const fault = error.problem?.faults[0];
  return fault ? `${fault.value ? `${fault.value}: ` : ""}${fault.reason}` : error.message;
}
