import { useEffect, useMemo } from "react";
import type { Ladder } from "../api/client";
import { useBench } from "./bench_store";
import { useDrawer } from "./queries";
import { type Looked, useJob } from "./use_job";

/** Ladders that were climbed, by what they were asked of: opened again they are there at once. */
const kept = new Map<string, Ladder>();
const MOST_KEPT = 6;
const drawers = new WeakMap<object, number>();
let seen = 0;

/** A number for each drawer as it was: another one once anything in it changed. */
function numberOf(drawer: object | undefined): number {
  if (!drawer) return 0;
  const known = drawers.get(drawer);
  if (known !== undefined) return known;
  seen += 1;
  drawers.set(drawer, seen);
  return seen;
}

/** Whether a ladder was climbed in this tab: whoever uses ladders has them climbed again behind what is done. */
export function usesLadders(): boolean {
  return kept.size > 0;
}

/**
 * The ladder of the rig in hand in today's water, climbed after a rest while it is wanted, and again when rig, water or
 * drawer changed.
 */
export function useLadder(wanted: boolean, rest: number): Looked<Ladder> {
  const rig = useBench((s) => s.docs?.rig ?? null);
  const water = useBench((s) => s.docs?.water ?? null);
  const units = useBench((s) => s.units);
  const drawer = numberOf(useDrawer().data);
  const key = useMemo(() => JSON.stringify([rig, water, units, drawer]), [rig, water, units, drawer]);
  const there = kept.get(key);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for all that is asked
  const asked = useMemo(
    () => (wanted && rig && water && drawer && !kept.has(key) ? { kind: "ladder" as const, rig, water } : null),
    [key, wanted],
  );
  const looked = useJob<"ladder">(asked, rest);
  const found = looked.share === null ? (looked.found?.ladder ?? null) : null;
  useEffect(() => {
    if (!found) return;
    kept.set(key, found);
    const oldest = kept.keys().next().value;
    if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  }, [found, key]);
  return { ...looked, found: there ?? found };
}
