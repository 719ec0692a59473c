import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, type Rig, type RigRevision, taken } from "../api/client";
import { useBench } from "./bench_store";
import { keepDraft, restoredRig } from "./draft";
import { type Keeping, useAutosave } from "./use_autosave";

const DRAFT_MS = 120;
export type SaveState = Keeping<RigRevision>["state"] | "sending";

let pending: { id: string; rig: unknown } | null = null;

/** Sends the rig as it is, under one id until it is answered, so that nothing is doubled. Nothing when it is saved already. */
export async function saveRig(occasion: "changed" | "restored" = "changed", last = false): Promise<void> {
  const { docs, saved: base, markSaved } = useBench.getState();
  if (!docs?.rig || !base || !isDirty()) return;
  if (pending?.rig !== docs.rig) pending = { id: crypto.randomUUID(), rig: docs.rig };
  const row = taken(
    await api.POST("/api/v1/rigs/{rig_id}/revisions", {
      params: { path: { rig_id: base.rigId } },
      body: { id: pending.id, base: base.revision, rig: docs.rig, occasion },
      keepalive: last,
    }),
  );
  pending = null;
  if (useBench.getState().saved?.rigId !== base.rigId) return;
  markSaved({ rigId: row.rig_id, revision: row.id, number: row.number, rig: docs.rig });
}

export function isDirty(): boolean {
  const { docs, saved } = useBench.getState();
  return Boolean(docs?.rig && saved && JSON.stringify(docs.rig) !== JSON.stringify(saved.rig));
}

const savedAs = (row: RigRevision) => ({ rigId: row.rig_id, revision: row.id, number: row.number, rig: row.rig });

/** Goes on with a rig that has what was changed here and elsewhere; it is kept as one more revision, and undo goes back to mine. */
export function goOnWith(rig: Rig, newest: RigRevision): void {
  const { markSaved, setRig } = useBench.getState();
  markSaved(savedAs(newest));
  setRig(rig);
}

/** Whether a revision is what this tab had on the bench, now or when it was last reloaded. */
function isOurs(revision: RigRevision): boolean {
  const text = JSON.stringify(revision.rig);
  return [useBench.getState().docs?.rig, restoredRig()].some((rig) => rig && JSON.stringify(rig) === text);
}

/** Keeps the rig in hand, each time as a new revision. */
export function useKeepRig(): Omit<Keeping<RigRevision>, "state"> & { state: SaveState } {
  const queries = useQueryClient();
  const docs = useBench((s) => s.docs);
  const saved = useBench((s) => s.saved);
  const waits = useBench((s) => s.waiting.length + s.redone.length > 0);
  const keeping = useAutosave<RigRevision>({
    now: docs?.rig,
    dirty: isDirty(),
    ours: isOurs,
    tell: useBench.getState().tell,
    async send(last) {
      await saveRig("changed", last);
      void queries.invalidateQueries({ queryKey: ["rigs"] });
      void queries.invalidateQueries({ queryKey: ["history"] });
    },
    base(newest) {
      const { saved: base, markSaved } = useBench.getState();
      if (base) markSaved({ ...base, revision: newest.id, number: newest.number, rig: newest.rig });
    },
    take(newest) {
      const { docs: here, open } = useBench.getState();
      if (!here) return;
      open({ rig: newest.rig, water: here.water }, savedAs(newest));
    },
  });
  useDraft();
  const calm = keeping.state === "stale" || !waits || !saved;
  return { ...keeping, state: calm ? keeping.state : "sending" };
}

/** Keeps what is on the bench, and the way back, in this tab, so that a reload takes nothing. */
function useDraft(): void {
  const docs = useBench((s) => s.docs);
  const saved = useBench((s) => s.saved);
  const past = useBench((s) => s.past);
  const future = useBench((s) => s.future);
  const waiting = useBench((s) => s.waiting);
  const redone = useBench((s) => s.redone);
  const base = useBench((s) => (s.docs ? s.waters[s.docs.water.id] : undefined));
  useEffect(() => {
    if (!docs?.rig || !saved) return;
    const kept = { docs, saved, base, kept: { past, future, waiting, redone } };
    const timer = window.setTimeout(() => keepDraft(kept), DRAFT_MS);
    const leave = () => keepDraft(kept);
    window.addEventListener("pagehide", leave);
    return () => {
      window.clearTimeout(timer);
      window.removeEventListener("pagehide", leave);
    };
  }, [docs, saved, base, past, future, waiting, redone]);
}
