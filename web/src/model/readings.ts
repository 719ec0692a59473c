import type { Reading } from "../api/client";

/** A reading as it is shown: `old` while its shares are still being computed and it stands as it last did. */
export type Shown = Reading & { old: boolean };

/**
 * The readings to show: those told by shares once there are any, with what to try. Until then a reading keeps its place, and
 * one that is judged by shares what it said, whatever one nominal drift says meanwhile: nothing flips twice.
 */
export function shownReadings(
  nominal: readonly Reading[],
  shares: readonly Reading[] | null,
  before: readonly Reading[] | null,
  tries: readonly Reading[] | null,
): Shown[] {
  const offered = new Map((tries ?? []).map((reading) => [reading.key, reading.tries ?? []]));
  if (shares) return shares.map((reading) => ({ ...reading, tries: offered.get(reading.key) ?? [], old: false }));
  if (!before) return nominal.map((reading) => ({ ...reading, tries: offered.get(reading.key) ?? [], old: false }));
  const was = new Map(before.map((reading, place) => [reading.key, { reading, place }]));
  return nominal
    .map((reading, place) => {
      const last = was.get(reading.key);
      if (!reading.by_shares) return { shown: { ...reading, tries: [], old: false }, place: last?.place ?? place };
      const kept = last
        ? { ...last.reading, figure: reading.figure, unit: reading.unit, low: null, high: null }
        : reading;
      return { shown: { ...kept, tries: [], old: last !== undefined }, place: last?.place ?? place };
    })
    .sort((a, b) => a.place - b.place)
    .map(({ shown }) => shown);
}
