import { create } from "zustand";

/** What undo and redo mean in a place that has a past of its own; null where they mean the rig and its water. */
export type UndoHere = { undo: (() => void) | null; redo: (() => void) | null };

export const useUndoHere = create<{ here: UndoHere | null }>(() => ({ here: null }));
