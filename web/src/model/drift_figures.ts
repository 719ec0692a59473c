import type { Band, Drift } from "../api/client";
import { duration, nodeAt, toldNode } from "./drift_view";

/** A moment of a drift in figures, SI: how far it has come, and how deep each fly is, with P10 and P90 where they are known. */
export type Moment = {
  seconds: number;
  metres: number;
  flies: { id: string; depth: number; low: number | null; high: number | null }[];
};

/** About so many moments are told. */
const MOMENTS = 12;
const STEPS_S = [0.5, 1, 2, 5, 10, 20, 30, 60];

/** A drift at even moments: what its picture shows, to be read. */
export function momentsOf(drift: Drift, band: Band | null): Moment[] {
  const whole = duration(drift);
  const step = STEPS_S.find((s) => whole / s <= MOMENTS) ?? whole / MOMENTS;
  const told = toldNode(drift);
  const from = nodeAt(drift, told, 0).x;
  return Array.from({ length: step > 0 ? Math.floor(whole / step) + 1 : 1 }, (_, k) => {
    const seconds = k * step;
    return {
      seconds,
      metres: nodeAt(drift, told, seconds).x - from,
      flies: drift.flies.map((fly) => {
        const sure = band?.flies.find((f) => f.id === fly.id);
        const at = (depths: readonly number[]) => between(band?.shares ?? [], depths, whole > 0 ? seconds / whole : 0);
        return {
          id: fly.id,
          depth: -nodeAt(drift, fly.node, seconds).z,
          low: sure ? at(sure.p10_mm) : null,
          high: sure ? at(sure.p90_mm) : null,
        };
      }),
    };
  });
}

/** A depth of the band (told in mm at shares of the drift) at any share, m; null before its first. */
function between(shares: readonly number[], depths_mm: readonly number[], share: number): number | null {
  const after = shares.findIndex((s) => s >= share);
  if (after === 0) return shares[0] === share ? (depths_mm[0] ?? 0) / 1000 : null;
  const k = after < 0 ? shares.length - 1 : after;
  const [from, to] = [shares[k - 1] ?? 0, shares[k] ?? 1];
  const mix = to > from ? Math.min((share - from) / (to - from), 1) : 0;
  return ((depths_mm[k - 1] ?? 0) * (1 - mix) + (depths_mm[k] ?? 0) * mix) / 1000;
}
