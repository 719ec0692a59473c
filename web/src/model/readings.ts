import type { Reading } from "../api/client";

/** A reading as it is shown: `waiting` while its shares are still being computed: it stands as it last did, or as one drift tells it. */
export type Shown = Reading & { waiting: boolean };

const ORDER = { act: 0, look: 1, fine: 2 };

/**
 * The readings to show, those judged by shares as these tell them once there are any, worst first, with what to try. Until then
 * a reading keeps its place, and
 * one that is judged by shares what it said, whatever one nominal drift says meanwhile: nothing flips twice.
 */
export function shownReadings(
  nominal: readonly Reading[],
  shares: readonly Reading[] | null,
  before: readonly Reading[] | null,
  tries: readonly Reading[] | null,
): Shown[] {
  const offered = new Map((tries ?? []).map((reading) => [reading.key, reading.tries ?? []]));
  // Fewer drifts tell what to try than decide in the end: nothing is offered for what is fine by then.
  const triesOf = (reading: Reading) => (reading.severity === "fine" ? [] : (offered.get(reading.key) ?? []));
  if (shares) {
    const told = new Map(shares.map((reading) => [reading.key, reading]));
    return nominal
      .map((reading) => told.get(reading.key) ?? reading)
      .map((reading) => ({ ...reading, tries: triesOf(reading), waiting: false }))
      .sort((a, b) => ORDER[a.severity] - ORDER[b.severity]);
  }
  if (!before)
    return nominal.map((reading) => ({
      ...reading,
      tries: triesOf(reading),
      waiting: reading.by_shares ?? false,
    }));
  const was = new Map(before.map((reading, place) => [reading.key, { reading, place }]));
  return nominal
    .map((reading, place) => {
      const last = was.get(reading.key);
      if (!reading.by_shares) return { shown: { ...reading, tries: [], waiting: false }, place: last?.place ?? place };
      const kept = last
        ? { ...last.reading, figure: reading.figure, unit: reading.unit, low: null, high: null }
        : reading;
      return { shown: { ...kept, tries: [], waiting: true }, place: last?.place ?? place };
    })
    .sort((a, b) => a.place - b.place)
    .map(({ shown }) => shown);
}
