import type { Docs, Saved } from "./bench_store";

/** What was on the bench but not yet saved, kept by this tab so that a reload loses nothing. */
export type Draft = { docs: Docs; saved: Saved };

const KEPT = "jarana.draft";

export function keepDraft(draft: Draft | null): void {
  try {
    if (draft) sessionStorage.setItem(KEPT, JSON.stringify(draft));
    else sessionStorage.removeItem(KEPT);
  } catch {}
}

let restored: Docs["rig"] = null;

/** The rig that came back from the last reload, if one did. */
export function restoredRig(): Docs["rig"] {
  return restored;
}

export function readDraft(): Draft | null {
  try {
    const draft = JSON.parse(sessionStorage.getItem(KEPT) ?? "null") as Draft | null;
    if (!draft?.docs?.rig || !draft.docs.water || !draft.saved?.rigId) return null;
    restored = draft.docs.rig;
    return draft;
  } catch {
    return null;
  }
}
