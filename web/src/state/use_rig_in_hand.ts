import { useEffect } from "react";
import { api, type InHand, type KeptReach, type RigRevision } from "../api/client";
import { type Docs, type Kept, type Saved, useBench } from "./bench_store";
import { isUnsaved, readDraft, waterOf } from "./draft";
import { useInHand, useReaches } from "./queries";

/** Opens the person's rig in hand in today's water; what was not saved yet in this tab comes back. */
export function useRigInHand(): "opening" | "no water" | "ready" {
  const docs = useBench((s) => s.docs);
  const saved = useBench((s) => s.saved);
  const reaches = useReaches();
  const held = useInHand();
  const kept = reaches.data;
  const hand = held.data;
  useEffect(() => {
    if (docs || !kept || !hand) return;
    let gone = false;
    void open(kept, hand).then((opened) => {
      if (!gone && opened) useBench.getState().open(opened.docs, opened.saved, opened.kept);
    });
    return () => {
      gone = true;
    };
  }, [docs, kept, hand]);
  useEffect(() => {
    const water = docs?.water.id ?? null;
    const rig = saved?.rigId ?? null;
    if (!docs || (water === told.water && rig === told.rig)) return;
    told = { water, rig };
    void api.PUT("/api/v1/in-hand", { body: { water, rig } }).catch(() => undefined);
  }, [docs, saved]);
  if (docs) return "ready";
  return kept?.length === 0 ? "no water" : "opening";
}

/** What the server was last told is in hand. */
let told: { water: string | null; rig: string | null } = { water: null, rig: null };
type Opened = { docs: Docs; saved: Saved | null; kept?: Kept };

async function open(waters: readonly KeptReach[], hand: InHand): Promise<Opened | null> {
  const draft = readDraft();
  const drafted = draft && waters.find((r) => r.reach.id === draft.docs.water.id);
  const head = await headOf(draft?.saved.rigId ?? hand.rig);
  if (draft && drafted && head && (isUnsaved(draft) || draft.saved.revision === head.id)) {
    const { water, base } = waterOf(draft, drafted);
    useBench.getState().markWater(water.id, base);
    return { ...draft, docs: { ...draft.docs, water } };
  }
  const water = waters.find((r) => r.reach.id === hand.water) ?? waters[0];
  if (!water) return null;
  remember(water);
  const newest = head ?? (await headOf(hand.rig));
  if (!newest) return { docs: { rig: null, water: water.reach }, saved: null };
  return { docs: { rig: newest.rig, water: water.reach }, saved: savedOf(newest) };
}

async function headOf(rigId: string | null | undefined): Promise<RigRevision | null> {
  if (!rigId) return null;
  return (await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: rigId } } })).data ?? null;
}

/** What is saved of a revision. */
export function savedOf(head: RigRevision): Saved {
  return { rigId: head.rig_id, revision: head.id, number: head.number, rig: head.rig };
}

/** Takes a saved rig in hand. */
export function takeInHand(head: RigRevision, water = useBench.getState().docs?.water): void {
  if (!water) return;
  useBench.getState().open({ rig: head.rig, water }, savedOf(head));
}

function remember(water: KeptReach): void {
  useBench.getState().markWater(water.reach.id, { number: water.number, water: water.reach });
}
