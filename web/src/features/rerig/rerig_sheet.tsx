import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Reach, type RerigView, type Rig, taken } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useRigs } from "../../state/queries";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { SideSheet } from "../../ui/side_sheet";

/** From the rig in hand to another of one's own: what is done, in order, with knots and minutes in today's weather. */
export function RerigSheet() {
  const open = useSheets((s) => s.open === "rerig");
  const docs = useBench((s) => s.docs);
  return (
    <SideSheet
      open={open}
      onClose={() => openSheet(null)}
      title="Re-rig"
      note="With the fewest knots, then the least line, then the fewest minutes."
      width="40rem"
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
        other: other.rig as Rig,
        there: await ask(rig, other.rig as Rig),
        back: await ask(other.rig as Rig, rig),
      };
    },
  });
  if (others.length === 0)
    return <p>You have one rig only. Start another, or take one that Find offers, and the way there is told here.</p>;
  const take = (other: Rig) => {
    useBench.getState().setRig(other);
    openSheet(null);
  };
  return (
    <>
      <p className="mb-2">
        From <b>{rig.name}</b> to
      </p>
      <Choice
        label="Another rig of yours"
        width="w-full"
        value={target ?? ""}
        groups={[{ label: "", options: others.map((row) => ({ value: row.id, label: row.name })) }]}
        onChoose={setTo}
      />
      {way.isError ? <p role="alert">The server does not answer.</p> : null}
      {way.data ? (
        <>
          <Steps way={way.data.there} />
          <p className="mt-3 text-[13px] text-soft">The way back: {way.data.back.takes}.</p>
          <Button strong className="mt-3" onClick={() => take(way.data.other)}>
            It is done: take it in hand
          </Button>
        </>
      ) : (
        <p role="status">Looking for the way …</p>
      )}
    </>
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
              {step.cost.knots > 0 ? `${step.cost.knots} ${step.cost.knots === 1 ? "knot" : "knots"} · ` : ""}
              {step.cost.minutes} min
            </span>
          </li>
        ))}
      </ol>
      {way.stays_on_winder.length > 0 ? (
        <p className="mt-2 text-[13px]">Onto a winder, whole: {way.stays_on_winder.join(", ")}.</p>
      ) : (
        <p className="mt-2 text-[13px]">Nothing is left over for a winder.</p>
      )}
    </>
  );
}
