import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Book, type Reach, type RigRevision, taken } from "../../api/client";
import { SmallBed } from "../../drawings/small_bed";
import { firstFault } from "../../model/faults";
import { text } from "../../model/format";
import { paceText } from "../../model/water";
import { useBench } from "../../state/bench_store";
import { runJob } from "../../state/run_job";
import { useSystem } from "../../state/units";
import { savedOf } from "../../state/use_rig_in_hand";
import { Button } from "../../ui/button";
import { say } from "../../ui/toast";
import { phrase } from "../../words/phrase";
import { newWater } from "../water/make_water";
import { type Picked, PickSheet } from "./pick_sheet";

const OWN = "own";
const HAVE = [
  ["all", phrase("Like the sample drawer")],
  ["picked", phrase("I pick")],
  ["later", phrase("My own, later")],
] as const;
type Have = (typeof HAVE)[number][0];

/** The first minutes: a water, tackle, and a rig is tied. */
export function BeginPage({ book }: { book: Book }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const units = useBench((s) => s.units);
  const system = useSystem();
  const samples = useQuery({
    queryKey: ["samples", units],
    queryFn: async () => taken(await api.GET("/api/v1/samples")),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const [water, setWater] = useState("");
  const [have, setHave] = useState<Have>("all");
  const [picked, setPicked] = useState<Picked>({});
  const [busy, setBusy] = useState(false);
  const [looking, setLooking] = useState("");
  const [trouble, setTrouble] = useState("");
  const none = have === "picked" && Object.values(picked).every((ids) => ids.length === 0);
  const go = async () => {
    setBusy(true);
    setTrouble("");
    try {
      const own = water === OWN ? await newWater(book) : null;
      const body = {
        water: own ? null : water,
        picked: have === "all" ? null : have === "picked" ? picked : {},
      };
      const begun = taken(await api.POST("/api/v1/samples", { body }));
      const { reach: here, number } = own ?? begun.water;
      const bench = useBench.getState();
      bench.markWater(here.id, { number, water: here });
      const rig = own ? null : await firstRig(here, begun.methods, book, setLooking);
      // Only now: an open bench takes this page away, and whoever sees the bench may open something there.
      bench.open({ rig: rig?.rig ?? null, water: here }, rig ? savedOf(rig) : null);
      await navigate(rig ? "/rig" : "/water");
      void queries.invalidateQueries();
      if (rig) say(phrase("Tied for {hereName}: {rigName}.", { hereName: here.name, rigName: rig.rig.name }));
      if (!rig && have === "picked") say(phrase("Nothing of what you picked suits this water yet."));
    } catch (error) {
      setTrouble(firstFault(error));
      setBusy(false);
    }
  };
  if (!system) return null;
  return (
    <main className="h-full overflow-y-auto px-4 pt-4 lg:px-6 lg:pt-6">
      <h1 className="text-xl font-bold">{phrase("Start with a water")}</h1>
      <p className="mt-1 mb-3 max-w-prose">
        {phrase(
          "Say where you fish and with what. A rig is tied of it, and you see how deep every fly goes. What you take from the samples can be thrown away later.",
        )}
      </p>
      <div className="max-w-4xl">
        <fieldset>
          <legend className="font-bold">{phrase("1 Where?")}</legend>
          <div className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-2">
            {(samples.data?.waters ?? []).map((w) => (
              <WaterTile
                key={w.id}
                name={w.name}
                note={[w.river || w.kind, text(system, "depth", w.depth_m), paceText(system, w)].join(" · ")}
                shown={w}
                on={water === w.id}
                onPick={() => setWater(w.id)}
              />
            ))}
            <WaterTile
              name={phrase("My own")}
              note={phrase("drawn next: depth, pace, bed")}
              shown={null}
              on={water === OWN}
              onPick={() => setWater(OWN)}
            />
          </div>
        </fieldset>
        <fieldset className="mt-5">
          <legend className="font-bold">{phrase("2 With what?")}</legend>
          <div className="mt-1 flex flex-wrap gap-2">
            {HAVE.map(([key, name]) => (
              <Button
                key={key}
                strong={have === key}
                aria-pressed={have === key}
                className="min-h-[48px]"
                onClick={() => setHave(key)}
              >
                {name}
              </Button>
            ))}
          </div>
          {have === "picked" ? (
            <PickSheet kinds={samples.data?.kinds ?? []} picked={picked} onPick={setPicked} />
          ) : (
            <p className="mt-2 text-soft">
              {have === "all"
                ? phrase("Three rods, lines, twenty spools and a box of flies, to try everything with.")
                : phrase("You put it in under Tackle; until then a rig names what you lack.")}
            </p>
          )}
        </fieldset>
        <div className="sticky bottom-0 mt-4 flex flex-wrap items-center gap-3 bg-paper py-3">
          <Button strong className="min-h-[48px]" disabled={!water || none || busy} onClick={() => void go()}>
            {busy
              ? phrase("Tying …")
              : water === OWN
                ? phrase("Draw it")
                : have === "later"
                  ? phrase("Take it")
                  : phrase("Tie a rig for it")}
          </Button>
          <span role="status" className="text-soft">
            {busy ? looking : !water ? phrase("Pick a water.") : none ? phrase("Pick some tackle.") : ""}
          </span>
          {trouble ? (
            <p role="alert" className="text-float">
              {trouble}
            </p>
          ) : null}
        </div>
      </div>
    </main>
  );
}

/** Keeps the first rig a method comes to of what there is; null where none does. */
async function firstRig(
  water: Reach,
  methods: readonly string[],
  book: Book,
  tell: (text: string) => void,
): Promise<RigRevision | null> {
  const never = new AbortController().signal;
  for (const method of methods) {
    tell(phrase("Looking at {name} …", { name: book.methods.find((m) => m.key === method)?.name ?? method }));
    const { started } = await runJob<"start">({ kind: "start", method, water }, never, () => undefined);
    if (!started) continue;
    const ids = { rig_id: crypto.randomUUID(), revision_id: crypto.randomUUID() };
    return taken(await api.POST("/api/v1/rigs/start", { body: { ...ids, method, water, rig: started.rig } }));
  }
  return null;
}

type TileProps = { name: string; note: string; shown: Reach | null; on: boolean; onPick: () => void };

function WaterTile({ name, note, shown, on, onPick }: TileProps) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onPick}
      className={`min-h-[48px] rounded-s border p-2 text-left ${on ? "border-2 border-ink bg-sheet" : "border-rule bg-sheet"}`}
    >
      <span className="block font-semibold">{name}</span>
      <span className="block text-[13px] text-soft">{note}</span>
      {shown ? <SmallBed water={shown} /> : null}
    </button>
  );
}
