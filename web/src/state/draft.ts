import type { Docs, Kept, Saved } from "./bench_store";

/** What is on the bench, kept by this tab so that a reload loses nothing: not a change, not a step back. */
export type Draft = { docs: Docs; saved: Saved; kept: Kept };

const KEPT = "jarana.draft";
const STEPS = 40;

/** Keeps a draft with as many steps back as there is room for. */
export function keepDraft(draft: Draft | null): void {
  if (!draft) {
    write(null);
    return;
  }
  for (let steps = STEPS; ; steps = Math.floor(steps / 2)) {
    const { past, future, waiting } = draft.kept;
    const kept = { past: steps ? past.slice(-steps) : [], future: future.slice(0, steps), waiting };
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

/** The rig that came back from the last reload, if one did. */
export function restoredRig(): Docs["rig"] {
  return restored;
}

export function readDraft(): Draft | null {
  try {
    const draft = JSON.parse(sessionStorage.getItem(KEPT) ?? "null") as Draft | null;
    if (!draft?.docs?.rig || !draft.docs.water || !draft.saved?.rigId) return null;
    restored = draft.docs.rig;
    return { ...draft, kept: draft.kept ?? { past: [], future: [], waiting: [] } };
  } catch {
    return null;
  }
}

/** Whether a draft holds anything that was not saved. */
export function isUnsaved(draft: Draft): boolean {
  return draft.kept.waiting.length > 0 || JSON.stringify(draft.docs.rig) !== JSON.stringify(draft.saved.rig);
}
