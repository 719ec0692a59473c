import { useEffect } from "react";
import { outingOf, tapsOf } from "../../model/outing";
import { followSignal, openBank, useBank } from "../../state/bank";
import { usePack } from "../../state/use_pack";
import { AtTheWater } from "./at_the_water";
import { Before } from "./before";

/** Along at the water: what is where now, what happened, what to change next. Works without a signal. */
export function FishPlace() {
  const { ready, kept, events, outing } = useBank();
  const packing = usePack();
  useEffect(() => {
    void openBank();
    return followSignal();
  }, []);
  const { doing, finish } = packing;
  useEffect(() => {
    // Once in each visit: without a signal it waits for the next.
    if (kept && !kept.pack.whole && doing === null && navigator.onLine) finish(kept);
  }, [kept, doing, finish]);
  if (!ready) return null;
  if (kept && outing) {
    const own = events.map((r) => r.event).filter((e) => e.id === outing || e.about === outing);
    const told = outingOf(own, tapsOf(kept.pack), (r, o) => kept.pack.rigs[r]?.options[o]?.puts_on ?? []);
    if (told) return <AtTheWater kept={kept} outing={told} packing={packing} />;
  }
  return <Before packing={packing} />;
}
