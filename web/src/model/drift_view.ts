import type { Drift } from "../api/client";

export type Point = { x: number; y: number; z: number };

/** The frame at or before a time, and how far on the way to the next. */
export function frameAt(drift: Drift, time: number): { frame: number; share: number } {
  const times = drift.times_s;
  const last = times.length - 1;
  if (time <= (times[0] ?? 0)) return { frame: 0, share: 0 };
  if (time >= (times[last] ?? 0)) return { frame: last, share: 0 };
  const step = (times[last] ?? 1) / last;
  let frame = Math.min(Math.floor(time / step), last - 1);
  while (frame > 0 && (times[frame] ?? 0) > time) frame -= 1;
  const from = times[frame] ?? 0;
  return { frame, share: (time - from) / ((times[frame + 1] ?? from + step) - from) };
}

/** Where a drawn node is at a time: metres from the first entry, across from the angler, up from the surface. */
export function nodeAt(drift: Drift, node: number, time: number): Point {
  const { frame, share } = frameAt(drift, time);
  const next = Math.min(frame + 1, drift.times_s.length - 1);
  const mix = (rows: readonly (readonly number[])[]) =>
    ((rows[frame]?.[node] ?? 0) * (1 - share) + (rows[next]?.[node] ?? 0) * share) / 1000;
  return { x: mix(drift.x_mm), y: mix(drift.y_mm), z: mix(drift.z_mm) };
}

/** The path of a drawn node through the whole drift. */
export function trackOf(drift: Drift, node: number): Point[] {
  return drift.x_mm.map((row, i) => ({
    x: (row[node] ?? 0) / 1000,
    y: (drift.y_mm[i]?.[node] ?? 0) / 1000,
    z: (drift.z_mm[i]?.[node] ?? 0) / 1000,
  }));
}

/** Drawn nodes of the fly line, from the tip to where the leader begins. */
export function flyLine(drift: Drift): number[] {
  const main = drift.lines[0] ?? [];
  const end = main.indexOf(drift.leader_from ?? 0);
  return end > 0 ? main.slice(0, end + 1) : [];
}

/** The drawn node whose way is told: what holds the rig up, or the last fly where the rod holds a line. */
export function toldNode(drift: Drift): number {
  const hold = drift.hold ?? 0;
  return drift.across && hold === 0 ? (drift.flies[drift.flies.length - 1]?.node ?? 0) : hold;
}

export type Extent = { least: number; most: number; far: number; high: number };
const extents = new WeakMap<Drift, Extent>();

/** How far a drift reaches, with rod and angler where it begins at the tip: along m, across m, up m. */
export function extentOf(drift: Drift): Extent {
  const known = extents.get(drift);
  if (known) return known;
  let least = 0;
  let most = Math.max(drift.length_m, 0.01);
  let far = (drift.off_m ?? 0) + 1;
  let high = 0;
  if (drift.across) {
    const you = drift.angler_x_m ?? 0;
    least = Math.min(least, you - 0.6);
    most = Math.max(most, you + 0.6);
    for (const row of drift.x_mm)
      for (const mm of row) {
        if (mm / 1000 < least) least = mm / 1000;
        if (mm / 1000 > most) most = mm / 1000;
      }
    for (const row of drift.y_mm) for (const mm of row) if (mm / 1000 + 0.4 > far) far = mm / 1000 + 0.4;
    for (const row of drift.z_mm) for (const mm of row) if (mm / 1000 > high) high = mm / 1000;
  }
  const found = { least, most, far, high };
  extents.set(drift, found);
  return found;
}

export function duration(drift: Drift): number {
  return drift.times_s[drift.times_s.length - 1] ?? 0;
}

/** Moves labels apart so that none overlaps, keeping their order; returns their new places. */
export function spread(wanted: number[], gap: number, least: number, most: number): number[] {
  const order = wanted.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  const first = order[0];
  if (first) first.y = Math.max(first.y, least);
  for (let k = 1; k < order.length; k += 1) {
    const above = order[k - 1];
    const here = order[k];
    if (above && here) here.y = Math.max(here.y, above.y + gap);
  }
  let floor = most;
  for (let k = order.length - 1; k >= 0; k -= 1) {
    const here = order[k];
    if (here) {
      here.y = Math.max(Math.min(here.y, floor), least);
      floor = here.y - gap;
    }
  }
  const out = [...wanted];
  for (const { y, i } of order) out[i] = y;
  return out;
}

/** A drift as it is used, of one as it is sent: frames come as steps from the one before. */
export function unstepped<Sent extends { x_mm: number[][]; y_mm: number[][]; z_mm: number[][] }>(drift: Sent): Sent {
  return { ...drift, x_mm: summed(drift.x_mm), y_mm: summed(drift.y_mm), z_mm: summed(drift.z_mm) };
}

function summed(steps: number[][]): number[][] {
  const frames: number[][] = [];
  for (const step of steps) {
    const before = frames[frames.length - 1];
    frames.push(before ? step.map((moved, node) => moved + (before[node] ?? 0)) : step);
  }
  return frames;
}
