import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { api, type KeptReach, type Reach, Refused, taken } from "../api/client";
import { useBench } from "./bench_store";

const REST_MS = 1500;

/** Today as the person's own clock has it, not the server's. */
export function today(): string {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, "0");
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

/** Saves a water as it is today and returns what the server has of it. */
export async function saveWater(water: Reach, number: number | null): Promise<KeptReach> {
  return taken(
    await api.PUT("/api/v1/reaches/{reach_id}", {
      params: { path: { reach_id: water.id } },
      body: { reach: water, base: number, day: today() },
    }),
  );
}

/** Saves today's water after a rest, as the dated copy of today; a stale base offers both. */
export function useKeepWater(): {
  state: "saved" | "unsaved";
  newest: KeptReach | null;
  keepMine: () => void;
  takeTheirs: () => void;
} {
  const queries = useQueryClient();
  const water = useBench((s) => s.docs?.water);
  const waters = useBench((s) => s.waters);
  const markWater = useBench((s) => s.markWater);
  const setWater = useBench((s) => s.setWater);
  const [newest, setNewest] = useState<KeptReach | null>(null);
  const [tries, setTries] = useState(0);
  const base = water ? waters[water.id] : undefined;
  const dirty = Boolean(water && base && JSON.stringify(water) !== JSON.stringify(base.water));

  const save = useCallback(async () => {
    const { docs, waters: known } = useBench.getState();
    const now = docs?.water;
    const from = now ? known[now.id] : undefined;
    if (!now || !from) return;
    try {
      const kept = await saveWater(now, from.number);
      markWater(now.id, { number: kept.number, water: now });
      void queries.invalidateQueries({ queryKey: ["reaches"] });
      void queries.invalidateQueries({ queryKey: ["days", now.id] });
    } catch (error) {
      if (error instanceof Refused && error.status === 409) {
        setNewest((error.problem as unknown as { newest: KeptReach }).newest);
      } else if (error instanceof Refused && error.status < 500 && error.status !== 429) {
        useBench.getState().tell(error.problem?.faults[0]?.reason ?? error.message);
      } else setTries((n) => n + 1);
    }
  }, [markWater, queries]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: every change of the water, and every failed send, starts the rest anew
  useEffect(() => {
    if (!dirty || newest) return;
    const timer = window.setTimeout(() => void save(), REST_MS);
    return () => window.clearTimeout(timer);
  }, [dirty, newest, save, water, tries]);

  const keepMine = () => {
    if (!newest) return;
    markWater(newest.reach.id, { number: newest.number, water: newest.reach });
    setNewest(null);
  };
  const takeTheirs = () => {
    if (newest) setWater(newest.reach, newest.number);
    setNewest(null);
  };
  return { state: dirty ? "unsaved" : "saved", newest, keepMine, takeTheirs };
}
