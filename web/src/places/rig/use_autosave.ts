import { useCallback, useEffect, useRef, useState } from "react";
import { api, Refused, type RigRevision, taken } from "../../api/client";
import { useBench } from "../../app/bench_store";

const REST_MS = 2000;
export type SaveState = "saved" | "unsaved" | "saving" | "stale";

/** Saves the rig after two seconds of rest, each time as a new revision; a stale base offers both. */
export function useAutosave(): {
  state: SaveState;
  newest: RigRevision | null;
  keepMine: () => void;
  takeTheirs: () => void;
} {
  const docs = useBench((s) => s.docs);
  const saved = useBench((s) => s.saved);
  const markSaved = useBench((s) => s.markSaved);
  const open = useBench((s) => s.open);
  const [busy, setBusy] = useState(false);
  const [newest, setNewest] = useState<RigRevision | null>(null);
  const pending = useRef<{ id: string; rig: unknown } | null>(null);
  const dirty = Boolean(docs && saved && JSON.stringify(docs.rig) !== JSON.stringify(saved.rig));

  const save = useCallback(async () => {
    const { docs: now, saved: base } = useBench.getState();
    if (!now || !base) return;
    // A send that got no answer is repeated under its own id, so that nothing is doubled.
    if (pending.current?.rig !== now.rig) pending.current = { id: crypto.randomUUID(), rig: now.rig };
    setBusy(true);
    try {
      const row = taken(
        await api.POST("/api/rigs/{rig_id}/revisions", {
          params: { path: { rig_id: base.rigId } },
          body: { id: pending.current.id, base: base.revision, rig: now.rig },
        }),
      );
      pending.current = null;
      markSaved({ rigId: row.rig_id, revision: row.id, number: row.number, rig: now.rig });
    } catch (error) {
      if (error instanceof Refused && error.status === 409) {
        setNewest((error.problem as unknown as { newest: RigRevision }).newest);
      } else window.setTimeout(() => setBusy(false), REST_MS);
      if (error instanceof Refused) setBusy(false);
      return;
    }
    setBusy(false);
  }, [markSaved]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: every change of the rig starts the rest anew
  useEffect(() => {
    if (!dirty || busy || newest) return;
    const timer = window.setTimeout(() => void save(), REST_MS);
    return () => window.clearTimeout(timer);
  }, [dirty, busy, newest, save, docs?.rig]);

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
  return { state: newest ? "stale" : busy ? "saving" : dirty ? "unsaved" : "saved", newest, keepMine, takeTheirs };
}
