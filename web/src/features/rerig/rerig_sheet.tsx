import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { api, type Reach, type RerigView, type Rig, type RigRevision, type RigRides, taken } from "../../api/client";
import { FactorBars } from "../../drawings/factor_bars";
import { RideDrawing } from "../../drawings/ride_drawing";
import { range } from "../../model/minutes";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useRigs } from "../../state/queries";
import { useJob } from "../../state/use_job";
import { saveRig } from "../../state/use_keep_rig";
import { takeInHand } from "../../state/use_rig_in_hand";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Progress } from "../../ui/progress";
import { SideSheet } from "../../ui/side_sheet";
import { phrase, rich } from "../../words/phrase";
import { Term } from "../help/term";

/** From the rig in hand to another of one's own: what is done, in order, with knots and minutes in today's weather. */
export function RerigSheet() {
  const open = useSheets((s) => s.open === "rerig");
  const docs = useBench((s) => s.docs);
  return (
    <SideSheet
      open={open}
      onClose={() => openSheet(null)}
      title={phrase("Re-rig, or another rod")}
      note={phrase("With the fewest knots, then the least line, then the fewest minutes.")}
      width="44rem"
    >
      {open && docs?.rig ? <Ways rig={docs.rig} water={docs.water} /> : null}
    </SideSheet>
  );
}

function Ways({ rig, water }: { rig: Rig; water: Reach }) {
  const saved = useBench((s) => s.saved?.rigId);
  const units = useBench((s) => s.units);
  const rigs = useRigs();
  const others = (rigs.data ?? []).filter((row) => row.id !== saved);
  const [to, setTo] = useState<string | null>(null);
  const target = to ?? others[0]?.id ?? null;
  const way = useQuery({
    queryKey: ["rerig", rig, water, target, units],
    enabled: target !== null,
    queryFn: async () => {
      const path = { rig_id: target as string };
      const other = taken(await api.GET("/api/v1/rigs/{rig_id}", { params: { path } }));
      const ask = async (before: Rig, after: Rig) =>
        taken(await api.POST("/api/v1/workbench/rerig", { body: { before, after, water: water as never } }));
      return {
        head: other,
        other: other.rig as Rig,
        there: await ask(rig, other.rig as Rig),
        back: await ask(other.rig as Rig, rig),
      };
    },
  });
  if (others.length === 0)
    return (
      <p>
        {phrase("You have one rig only. Start another, or take one that Find offers, and the way there is told here.")}
      </p>
    );
  const take = (other: Rig) => {
    useBench.getState().setRig(other);
    openSheet(null);
  };
  const takeUp = async (head: RigRevision) => {
    await saveRig().catch(() => undefined);
    takeInHand(head);
    openSheet(null);
  };
  return (
    <>
      <p className="mb-2">{rich("From {rig} to", { rig: <b>{rig.name}</b> })}</p>
      <Choice
        label={phrase("Another rig of yours")}
        width="w-full"
        value={target ?? ""}
        groups={[{ label: "", options: others.map((row) => ({ value: row.id, label: row.name })) }]}
        onChoose={setTo}
      />
      {way.data ? <Both rig={rig} other={way.data.other} water={water} /> : null}
      {way.isError ? <p role="alert">{phrase("The server does not answer.")}</p> : null}
      {way.data ? (
        <>
          <Steps way={way.data.there} />
          <p className="mt-3 text-[13px] text-soft">
            {phrase("The way back: {takes}.", { takes: way.data.back.takes })}
          </p>
          <div className="mt-3 flex flex-wrap gap-2">
            <Button strong onClick={() => take(way.data.other)}>
              {phrase("It is done: the rig in hand is tied so")}
            </Button>
            <Button onClick={() => void takeUp(way.data.head)}>{phrase("Take up the other rod instead")}</Button>
          </div>
        </>
      ) : (
        <p role="status">{phrase("Looking for the way …")}</p>
      )}
    </>
  );
}

/** Both rigs in today's water, on the same drifts. */
function Both({ rig, other, water }: { rig: Rig; other: Rig; water: Reach }) {
  const units = useBench((s) => s.units);
  // biome-ignore lint/correctness/useExhaustiveDependencies: sentences are written in the person's units
  const asked = useMemo(() => ({ kind: "side-by-side" as const, rig, other, water }), [rig, other, water, units]);
  const { found, share, fault, stop } = useJob<"side-by-side">(asked, 100);
  if (fault) return <p role="alert">{fault}</p>;
  if (!found)
    return (
      <div className="mt-3 flex items-center gap-3">
        <p role="status">{phrase("Fishing both …")}</p>
        <Progress share={share ?? 0} label={phrase("How far both are fished")} className="flex-1" />
        <Button onClick={stop}>{phrase("Stop")}</Button>
      </div>
    );
  const { one, other: two, told } = found.both;
  return (
    <section aria-label={phrase("Side by side")} className="mt-3">
      <div className="grid gap-3 sm:grid-cols-2">
        <Rides rig={rig} shown={one ?? null} water={water} now />
        <Rides rig={other} shown={two ?? null} water={water} now={false} />
      </div>
      <p className="mt-1">{told}</p>
    </section>
  );
}

function Rides({ rig, shown, water, now }: { rig: Rig; shown: RigRides | null; water: Reach; now: boolean }) {
  return (
    <div className={`min-w-0 rounded-s border p-2 ${now ? "border-float" : "border-rule"}`}>
      <p className="truncate font-semibold">{rig.name}</p>
      <p className="text-[12px] text-soft">{now ? phrase("in hand") : phrase("the other rod")}</p>
      {shown ? (
        <>
          <p>
            <span className="figure text-[22px] font-bold">{Math.round(shown.worth.minutes)}</span>{" "}
            <span className="figure text-[12px]">{range(shown.worth.p10, shown.worth.p90)}</span>{" "}
            <Term word="good-minutes" className="text-[12px] text-soft">
              {phrase("good min/h")}
            </Term>
          </p>
          <RideDrawing
            rides={shown.rides}
            water={water}
            head={rig.head?.kind ?? "held"}
            width={236}
            height={110}
            name={phrase("{rigName} in the water", { rigName: rig.name })}
          />
          <FactorBars factors={shown.worth.factors} />
        </>
      ) : null}
    </div>
  );
}

export function Steps({ way }: { way: RerigView }) {
  return (
    <>
      <p className="mt-3 text-[17px] font-semibold">{way.takes}</p>
      <ol className="mt-1">
        {way.steps.map((step, i) => (
          <li key={`${i} ${step.text}`} className="flex items-baseline gap-3 border-t border-hair py-1">
            <span className="figure w-5 text-soft">{i + 1}</span>
            <span className="flex-1">{step.text.charAt(0).toUpperCase() + step.text.slice(1)}</span>
            <span className="figure whitespace-nowrap text-[13px] text-soft">
              {phrase("{knots, plural, =0 {} one {# knot · } other {# knots · }}{minutes} min", {
                knots: step.cost.knots,
                minutes: step.cost.minutes,
              })}
            </span>
          </li>
        ))}
      </ol>
      {way.stays_on_winder.length > 0 ? (
        <p className="mt-2 text-[13px]">
          {phrase("Onto a winder, whole: {staysonwinder}.", { staysonwinder: way.stays_on_winder.join(", ") })}
        </p>
      ) : (
        <p className="mt-2 text-[13px]">{phrase("Nothing is left over for a winder.")}</p>
      )}
    </>
  );
}
