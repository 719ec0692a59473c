import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, Refused, type RigRevision, taken } from "../api/client";
import { useBench } from "./bench_store";
import { keepDraft, restoredRig } from "./draft";

const REST_MS = 2000;
const DRAFT_MS = 120;
export type SaveState = "saved" | "unsaved" | "saving" | "sending" | "stale";
export type Keeping = {
  state: SaveState;
  newest: RigRevision | null;
  keepMine: () => void;
  takeTheirs: () => void;
};

let pending: { id: string; rig: unknown } | null = null;

/** Sends the rig as it is, under one id until it is answered, so that nothing is doubled. Null when it is saved already. */
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

/** Whether a revision is what this tab had on the bench, now or when it was last reloaded. */
function isOurs(revision: RigRevision): boolean {
  const text = JSON.stringify(revision.rig);
  return [useBench.getState().docs?.rig, restoredRig()].some((rig) => rig && JSON.stringify(rig) === text);
}

export function isDirty(): boolean {
  const { docs, saved } = useBench.getState();
  return Boolean(docs?.rig && saved && JSON.stringify(docs.rig) !== JSON.stringify(saved.rig));
}

/** Saves the rig after two seconds of rest, each time as a new revision; a stale base offers both. */
export function useKeepRig(): Keeping {
  const queries = useQueryClient();
  const docs = useBench((s) => s.docs);
  const saved = useBench((s) => s.saved);
  const past = useBench((s) => s.past);
  const future = useBench((s) => s.future);
  const waiting = useBench((s) => s.waiting);
  const markSaved = useBench((s) => s.markSaved);
  const open = useBench((s) => s.open);
  const [busy, setBusy] = useState(false);
  const [newest, setNewest] = useState<RigRevision | null>(null);
  const dirty = isDirty();
  const stale = useRef(false);
  stale.current = newest !== null;

  const save = useCallback(async () => {
    setBusy(true);
    try {
      await saveRig();
      void queries.invalidateQueries({ queryKey: ["rigs"] });
      void queries.invalidateQueries({ queryKey: ["history"] });
      setBusy(false);
    } catch (error) {
      if (error instanceof Refused && error.status === 409) {
        const theirs = (error.problem as unknown as { newest: RigRevision }).newest;
        // What this page itself sent as it was left comes back as the newest: that is no other's change.
        if (isOurs(theirs)) {
          const { saved: base } = useBench.getState();
          if (base) markSaved({ ...base, revision: theirs.id, number: theirs.number, rig: theirs.rig });
        } else setNewest(theirs);
        setBusy(false);
      } else window.setTimeout(() => setBusy(false), REST_MS);
    }
  }, [queries, markSaved]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: every change of the rig starts the rest anew
  useEffect(() => {
    if (!dirty || busy || newest) return;
    const timer = window.setTimeout(() => void save(), REST_MS);
    return () => window.clearTimeout(timer);
  }, [dirty, busy, newest, save, docs?.rig]);

  useEffect(() => {
    if (!docs?.rig || !saved) return;
    const kept = { docs, saved, kept: { past, future, waiting } };
    const timer = window.setTimeout(() => keepDraft(kept), DRAFT_MS);
    const leave = () => keepDraft(kept);
    window.addEventListener("pagehide", leave);
    return () => {
      window.clearTimeout(timer);
      window.removeEventListener("pagehide", leave);
    };
  }, [docs, saved, past, future, waiting]);

  useEffect(() => {
    const leave = () => {
      if (document.visibilityState === "hidden" && !stale.current) void saveRig("changed", true).catch(() => undefined);
    };
    document.addEventListener("visibilitychange", leave);
    return () => document.removeEventListener("visibilitychange", leave);
  }, []);

  const keepMine = () => {
    if (!newest || !saved) return;
    markSaved({ ...saved, revision: newest.id, number: newest.number, rig: newest.rig });
    setNewest(null);
  };
  const takeTheirs = () => {
    if (!newest || !docs) return;
    open(
      { rig: newest.rig, water: docs.water },
      { rigId: newest.rig_id, revision: newest.id, number: newest.number, rig: newest.rig },
    );
    setNewest(null);
  };
  const state = newest ? "stale" : waiting.length > 0 ? "sending" : busy ? "saving" : dirty ? "unsaved" : "saved";
  return { state, newest, keepMine, takeTheirs };
}
