import { create } from "zustand";

const KEPT = "jarana.flies";
const MOST = 9;

function read(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? "[]");
    return Array.isArray(kept) ? kept.filter((k): k is string => typeof k === "string").slice(0, MOST) : [];
  } catch {
    return [];
  }
}

/** The flies that were put on last, the newest first. */
export const useLastFlies = create<{ last: string[]; used: (weight: string) => void }>((set, get) => ({
  last: read(),
  used(weight) {
    const last = [weight, ...get().last.filter((w) => w !== weight)].slice(0, MOST);
    set({ last });
    try {
      localStorage.setItem(KEPT, JSON.stringify(last));
    } catch {}
  },
}));
