import type { KeptReach, Reach } from "../api/client";
import type { Docs, Kept, Saved, SavedWater } from "./bench_store";

/** What is on the bench, kept by this tab so that a reload loses nothing: not a change, not a step back. */
export type Draft = {
  docs: Docs;
  saved: Saved;
  kept: Kept;
  /** What the server had of the water when its changes began. */
  base?: SavedWater | undefined;
};

const KEPT = "jarana.draft";
const STEPS = 40;

/** Keeps a draft with as many steps back as there is room for. */
export function keepDraft(draft: Draft | null): void {
  if (!draft) {
    write(null);
    return;
  }
  for (let steps = STEPS; ; steps = Math.floor(steps / 2)) {
    const { past, future } = draft.kept;
    const kept = { ...draft.kept, past: steps ? past.slice(-steps) : [], future: future.slice(0, steps) };
    if (write(JSON.stringify({ ...draft, kept })) || steps === 0) return;
  }
}

function write(text: string | null): boolean {
  try {
    if (text) sessionStorage.setItem(KEPT, text);
    else sessionStorage.removeItem(KEPT);
    return true;
  } catch {
    return false;
  }
}

let restored: Docs["rig"] = null;
let restoredReach: Reach | null = null;

/** The rig that came back from the last reload, if one did. */
export function restoredRig(): Docs["rig"] {
  return restored;
}

/** The water that came back with it. */
export function restoredWater(): Reach | null {
  return restoredReach;
}

export function readDraft(): Draft | null {
  try {
    const draft = JSON.parse(sessionStorage.getItem(KEPT) ?? "null") as Draft | null;
    if (!draft?.docs?.rig || !draft.docs.water || !draft.saved?.rigId) return null;
    restored = draft.docs.rig;
    restoredReach = draft.docs.water;
    return { ...draft, kept: draft.kept ?? { past: [], future: [], waiting: [] } };
  } catch {
    return null;
  }
}

/**
 * The water a draft comes back with, and what its changes began on: its own where something of it was not saved, else the newest.
 * What was saved elsewhere meanwhile is never written over by it: the server is told on what it began.
 */
export function waterOf(draft: Draft, newest: KeptReach): { water: Reach; base: SavedWater } {
  const now = { number: newest.number, water: newest.reach };
  const base = draft.base ?? now;
  const mine = JSON.stringify(draft.docs.water);
  const isKept = [base.water, newest.reach].some((water) => JSON.stringify(water) === mine);
  return isKept ? { water: newest.reach, base: now } : { water: draft.docs.water, base };
}

/** Whether a draft holds anything that was not saved. */
export function isUnsaved(draft: Draft): boolean {
  const { waiting, redone } = draft.kept;
  return (
    waiting.length > 0 ||
    (redone ?? []).length > 0 ||
    JSON.stringify(draft.docs.rig) !== JSON.stringify(draft.saved.rig)
  );
}
