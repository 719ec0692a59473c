import { useEffect } from "react";
import { api, type KeptReach, type RigRevision, taken } from "../api/client";
import { useBench } from "./bench_store";
import { readDraft } from "./draft";
import { useReaches, useRigs } from "./queries";

const REACH = "jarana.reach";
const RIG = "jarana.rig";

/** Opens the rig this browser last had in hand, in the water it was last looked at in; what was not saved yet comes back. */
export function useRigInHand(): "opening" | "no water" | "ready" {
  const docs = useBench((s) => s.docs);
  const saved = useBench((s) => s.saved);
  const reaches = useReaches();
  const rigs = useRigs();
  const kept = reaches.data;
  const known = rigs.data;
  useEffect(() => {
    if (docs || !kept || !known) return;
    let gone = false;
    const draft = readDraft();
    if (draft && known.some((r) => r.id === draft.saved.rigId)) {
      const water = kept.find((r) => r.reach.id === draft.docs.water.id);
      if (water) {
        remember(water);
        useBench.getState().open(draft.docs, draft.saved);
        return;
      }
    }
    const water =
      kept.find((r) => r.reach.id === recall(REACH)) ?? kept.find((r) => r.reach.id === "weir-run") ?? kept[0];
    if (!water) return;
    remember(water);
    const rig = known.find((r) => r.id === recall(RIG)) ?? known[0];
    if (!rig) {
      useBench.getState().open({ rig: null, water: water.reach }, null);
      return;
    }
    void api.GET("/api/rigs/{rig_id}", { params: { path: { rig_id: rig.id } } }).then((answer) => {
      if (!gone) takeInHand(taken(answer), water.reach);
    });
    return () => {
      gone = true;
    };
  }, [docs, kept, known]);
  useEffect(() => {
    try {
      if (docs) localStorage.setItem(REACH, docs.water.id);
      if (saved) localStorage.setItem(RIG, saved.rigId);
    } catch {}
  }, [docs, saved]);
  if (docs) return "ready";
  return kept?.length === 0 ? "no water" : "opening";
}

/** Takes a saved rig in hand. */
export function takeInHand(head: RigRevision, water = useBench.getState().docs?.water): void {
  if (!water) return;
  const saved = { rigId: head.rig_id, revision: head.id, number: head.number, rig: head.rig };
  useBench.getState().open({ rig: head.rig, water }, saved);
}

function remember(water: KeptReach): void {
  useBench.getState().markWater(water.reach.id, { number: water.number, water: water.reach });
}

function recall(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}
