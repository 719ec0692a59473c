import { create } from "zustand";

type State = {
  /** When the flies were down, ms since the epoch; null while nothing drifts. */
  since: number | null;
  /** When what was seen was first seen, s. */
  second: number | null;
  /** The next drift begins by itself. */
  rhythm: boolean;
  /** When the last drift began, ms since the epoch. */
  began: number | null;
  /** Lengths of the last cycles, s. */
  cycles: number[];
};

const KEY = "jarana.drift";
const MOST_CYCLES = 7;
/** Started drifts after which a rhythm is known. */
export const KNOWN_AFTER = 3;
const LONGEST_CYCLE_S = 600;

function read(): State {
  const fresh = { since: null, second: null, rhythm: false, began: null, cycles: [] };
  try {
    return { ...fresh, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<State>) };
  } catch {
    return fresh;
  }
}

/** The clock of a drift; it goes on through a reload. */
export const useClock = create<State>(read);

useClock.subscribe((s) => {
  try {
    localStorage.setItem(KEY, JSON.stringify(s));
  } catch {}
});

/** Flies down: the clock begins. */
export function fliesDown(now = Date.now()): void {
  useClock.setState((s) => {
    const gap = s.began === null ? null : (now - s.began) / 1000;
    const cycles = gap !== null && gap < LONGEST_CYCLE_S ? [...s.cycles, gap].slice(-MOST_CYCLES) : s.cycles;
    return { since: now, second: null, began: now, cycles };
  });
}

/** What is seen is seen now. */
export function seenNow(now = Date.now()): void {
  useClock.setState((s) => (s.since === null || s.second !== null ? s : { second: (now - s.since) / 1000 }));
}

/** The drift is over; when it began stays known for the rhythm. */
export function driftOver(): void {
  useClock.setState({ since: null, second: null, rhythm: false });
}

/** The usual length of a cycle, s; null until it is known. */
export function usualCycle(cycles: readonly number[]): number | null {
  if (cycles.length < KNOWN_AFTER) return null;
  const sorted = [...cycles].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? null;
}
