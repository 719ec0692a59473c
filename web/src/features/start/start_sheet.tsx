import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Check, CircleAlert } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import {
  api,
  type Book,
  type MethodView,
  type Ranked,
  type RankingView,
  type Reach,
  Refused,
  type StartedRig,
  type StartView,
  type Suits,
  taken,
  type WorthView,
} from "../../api/client";
import { RideDrawing } from "../../drawings/ride_drawing";
import { text } from "../../model/format";
import { range } from "../../model/minutes";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useBook } from "../../state/queries";
import { useSystem } from "../../state/units";
import { useJob } from "../../state/use_job";
import { saveRig } from "../../state/use_keep_rig";
import { takeInHand } from "../../state/use_rig_in_hand";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { SideSheet } from "../../ui/side_sheet";
import { Tick } from "../../ui/tick";
import { useSomebodyThere } from "../../ui/use_steady_order";
import { phrase } from "../../words/phrase";
import { waterName } from "../water/water_chip";
import { Explained } from "./explained";
import { Searching } from "./searching";

const FIRST = 5;

/** From today's water to a whole rig of one's own tackle: the methods it speaks for, then why each part is what it is. */
export function StartSheet() {
  const open = useSheets((s) => s.open === "start");
  const book = useBook();
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("Start a rig")} width="40rem">
      {open && book.data ? <Start book={book.data} /> : null}
    </SideSheet>
  );
}

function Start({ book }: { book: Book }) {
  const [started, setStarted] = useState<{ rig: StartedRig; minutes: number | null } | null>(null);
  /** What was in hand when the sheet opened. */
  const [before] = useState(() => useBench.getState().saved?.rigId ?? null);
  const [trouble, setTrouble] = useState("");
  const queries = useQueryClient();
  if (!started) return <Methods book={book} onStarted={(rig, minutes) => setStarted({ rig, minutes })} />;
  const takeBack = async () => {
    try {
      await putBack(started.rig.rig_id, before);
      void queries.invalidateQueries({ queryKey: ["rigs"] });
      setStarted(null);
    } catch (error) {
      setTrouble(error instanceof Refused ? error.message : phrase("The server does not answer; nothing was changed."));
    }
  };
  return (
    <>
      {trouble ? (
        <p role="alert" className="text-[13px] text-float">
          {trouble}
        </p>
      ) : null}
      <Explained started={started.rig} minutes={started.minutes} book={book} onBack={() => void takeBack()} />
    </>
  );
}

/** Throws a rig away that was only just started, and takes in hand what was there before it; nothing, where nothing was. */
async function putBack(started: string, before: string | null): Promise<void> {
  const head = before ? taken(await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: before } } })) : null;
  taken(await api.DELETE("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: started } } }));
  const { docs, open } = useBench.getState();
  if (head) takeInHand(head);
  else if (docs) open({ rig: null, water: docs.water }, null);
}

type MethodsProps = { book: Book; onStarted: (rig: StartedRig, minutes: number | null) => void };

function Methods({ book, onStarted }: MethodsProps) {
  const water = useBench((s) => s.docs?.water);
  const system = useSystem();
  const queries = useQueryClient();
  const [all, setAll] = useState(false);
  const [busy, setBusy] = useState<string | null>(null);
  const [trouble, setTrouble] = useState("");
  const [searched, setSearched] = useState<string | null>(null);
  const [usual, setUsual] = useState(false);
  /** Rows are put in order of their worth once it is known of all, and never under a finger. */
  const [settled, setSettled] = useState(false);
  const [held, watched] = useSomebodyThere();
  const ranked = useQuery({
    queryKey: ["ranked", water],
    enabled: water !== undefined,
    queryFn: async () => taken(await api.POST("/api/v1/methods/ranked", { body: { water: water as never } })).methods,
  });
  // What was found stays; while one method is searched nothing else is.
  const [kept, setKept] = useState<{ of: Reach; ranking: RankingView } | null>(null);
  const known = kept && kept.of === water ? kept.ranking : null;
  const wanted = known || searched ? undefined : water;
  const looked = useJob<"ranking">(
    useMemo(() => (wanted ? { kind: "ranking" as const, water: wanted } : null), [wanted]),
  );
  const whole = looked.share === null ? (looked.found?.ranking ?? null) : null;
  useEffect(() => {
    if (whole && water) setKept({ of: water, ranking: whole });
  }, [whole, water]);
  const ranking = known ?? looked.found?.ranking ?? null;
  useEffect(() => {
    if (known && !held) setSettled(true);
  }, [known, held]);
  if (!water || !system) return null;
  const keep = async (method: string, found: StartView | null) => {
    setBusy(method);
    setTrouble("");
    try {
      await saveRig().catch(() => undefined);
      const body = {
        rig_id: crypto.randomUUID(),
        revision_id: crypto.randomUUID(),
        method,
        water,
        rig: found?.rig ?? null,
      };
      const made = taken(await api.POST("/api/v1/rigs/start", { body }));
      takeInHand(made);
      void queries.invalidateQueries({ queryKey: ["rigs"] });
      void queries.invalidateQueries({ queryKey: ["history"] });
      onStarted(
        found ? { ...made, choices: found.reasons, missing: found.missing ?? [] } : made,
        found ? found.worth.minutes : null,
      );
    } catch (error) {
      setSearched(null);
      setTrouble(error instanceof Refused ? error.message : phrase("The server does not answer; nothing was changed."));
    } finally {
      setBusy(null);
    }
  };
  const rows = ranked.data ?? [];
  const method = book.methods.find((m) => m.key === searched);
  if (method)
    return (
      <Searching
        method={method}
        water={water}
        onStarted={(found) => void keep(method.key, found)}
        onUsual={() => void keep(method.key, null)}
        onInstead={setSearched}
        onBack={() => setSearched(null)}
      />
    );
  const worth = new Map(ranking?.methods.map((m) => [m.method, m.worth]));
  const by = settled ? worth : new Map<string, WorthView>();
  const here = rows.filter((row) => row.here).sort((a, b) => minutesOf(by, b.key) - minutesOf(by, a.key));
  const out = ranking?.left_out ?? [];
  const shown = all ? here : here.slice(0, FIRST);
  const elsewhere = rows.filter((row) => !row.here);
  return (
    <>
      <p className="text-soft">
        {phrase("For {waterName}: {depth}{pacems}, a {fish} {species}. Made of your own tackle.", {
          waterName: waterName(water),
          depth: text(system, "depth", water.depth_m),
          pacems: water.pace_m_s > 0 ? `, ${text(system, "speed", water.pace_m_s)}` : phrase(", still"),
          fish: text(system, "fish", water.fish?.mass_kg ?? 0.5),
          species: water.fish?.species,
        })}
      </p>
      {trouble ? (
        <p role="alert" className="mt-2 text-[13px] text-float">
          {trouble}
        </p>
      ) : null}
      {ranked.isError ? <p role="alert">{phrase("The server does not answer; trying again.")}</p> : null}
      <Tick on={usual} onChange={setUsual} className="mt-2 text-[13px]">
        {phrase("as it is usually tied, not the best of what you own here")}
      </Tick>
      {looked.share !== null ? (
        <div className="mt-2 flex items-center gap-3 text-[13px]">
          <p role="status">{phrase("Trying each with what you own …")}</p>
          <Progress share={looked.share} label={phrase("Methods that are tried")} className="flex-1" />
        </div>
      ) : null}
      <ol
        aria-label={
          settled
            ? phrase("Methods, the one worth most here first")
            : phrase("Methods, the one this water speaks for most first")
        }
        className="mt-2"
        {...watched}
      >
        {shown.map((row) => (
          <One
            key={row.key}
            row={row}
            method={book.methods.find((m) => m.key === row.key)}
            worth={worth.get(row.key)}
            ranked={ranking?.methods.find((m) => m.method === row.key)}
            water={water}
            out={out.find((o) => o.method === book.methods.find((m) => m.key === row.key)?.name)?.reason}
            busy={busy}
            onStart={(key) => (usual ? void keep(key, null) : setSearched(key))}
          />
        ))}
      </ol>
      {all ? (
        <section aria-label={phrase("Not in this water")} className="mt-3 text-[13px] text-soft">
          <h3 className="font-semibold">{phrase("Not in this water")}</h3>
          <p>{elsewhere.map((row) => book.methods.find((m) => m.key === row.key)?.name).join(" · ")}</p>
        </section>
      ) : rows.length > 0 ? (
        <Button className="mt-3" onClick={() => setAll(true)}>
          {phrase("All {rowsCount} methods", { rowsCount: rows.length })}
        </Button>
      ) : (
        <p role="status">{phrase("Asking the water …")}</p>
      )}
    </>
  );
}

type OneProps = {
  row: Suits;
  method: MethodView | undefined;
  worth: WorthView | undefined;
  /** The best rig of it that was met so far. */
  ranked: Ranked | undefined;
  water: Reach;
  /** Why it may not be fished here. */
  out: string | undefined;
  busy: string | null;
  onStart: (key: string) => void;
};

function minutesOf(worth: ReadonlyMap<string, WorthView>, key: string): number {
  return worth.get(key)?.minutes ?? -1;
}

function One({ row, method, worth, ranked, water, out, busy, onStart }: OneProps) {
  if (!method) return null;
  const lacks = ranked?.not_owned ?? 0;
  return (
    <li className="border-t border-hair">
      <button
        type="button"
        disabled={busy !== null}
        onClick={() => onStart(row.key)}
        className="grid w-full grid-cols-[92px_minmax(0,1fr)] items-start gap-x-3 rounded-s px-1 py-2 text-left hover:bg-hair disabled:opacity-60 sm:grid-cols-[132px_minmax(0,1fr)_auto]"
      >
        <span className="row-span-6">
          {ranked?.rides?.length ? (
            <RideDrawing
              rides={ranked.rides}
              water={water}
              head={ranked.head ?? ""}
              width={132}
              height={74}
              name={phrase("{methodName}, drawn in this water", { methodName: method.name })}
            />
          ) : (
            <span aria-hidden className="block h-[52px] rounded-s bg-hair sm:h-[74px]" />
          )}
        </span>
        <span className="font-semibold">{method.name}</span>
        <span className="text-[13px] sm:self-center sm:text-right">
          {worth && busy !== row.key ? (
            <>
              <span className="figure text-[17px] font-bold">{Math.round(worth.minutes)}</span>{" "}
              <span className="figure">{range(worth.p10, worth.p90)}</span>{" "}
              <span className="text-soft">{phrase("good min/h")}</span>
            </>
          ) : (
            <span className="underline">{busy === row.key ? phrase("tying it …") : phrase("start")}</span>
          )}
        </span>
        {worth && lacks > 0 ? (
          <span className="sm:col-span-2 text-[13px] text-float">
            {phrase("{lacks, plural, one {# part of it is} other {# parts of it are}} not yours", { lacks })}
          </span>
        ) : null}
        {out ? (
          <span className="sm:col-span-2 text-[13px] text-float">{phrase("Not here: {out}", { out })}</span>
        ) : null}
        <span className="sm:col-span-2 text-[13px] text-soft">{method.when}</span>
        {row.pros.length > 0 ? (
          <span className="sm:col-span-2 flex gap-1.5 text-[13px]">
            <Check size={15} aria-label={phrase("for it")} className="mt-0.5 shrink-0 text-fine" />
            <span>{sentence(row.pros)}</span>
          </span>
        ) : null}
        {row.cons.length > 0 ? (
          <span className="sm:col-span-2 flex gap-1.5 text-[13px]">
            <CircleAlert size={15} aria-label={phrase("against it")} className="mt-0.5 shrink-0 text-look" />
            <span>{sentence(row.cons)}</span>
          </span>
        ) : null}
      </button>
    </li>
  );
}

function sentence(words: readonly string[]): string {
  const whole = words.join("; ");
  return `${whole.charAt(0).toUpperCase()}${whole.slice(1)}.`;
}
