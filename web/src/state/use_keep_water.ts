import { useQueryClient } from "@tanstack/react-query";
import { api, type KeptReach, type Reach, taken } from "../api/client";
import { useBench } from "./bench_store";
import { restoredWater } from "./draft";
import { type Keeping, useAutosave } from "./use_autosave";

/** Today as the person's own clock has it, not the server's. */
export function today(): string {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, "0");
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

/** Saves a water as it is today and returns what the server has of it. */
export async function saveWater(water: Reach, number: number | null, last = false): Promise<KeptReach> {
  return taken(
    await api.PUT("/api/v1/reaches/{reach_id}", {
      params: { path: { reach_id: water.id } },
      body: { reach: water, base: number, day: today() },
      keepalive: last,
    }),
  );
}

/** Goes on with a water that has what was changed here and elsewhere; undo goes back to mine. */
export function goOnWithWater(water: Reach, newest: KeptReach): void {
  const { markWater, setWater } = useBench.getState();
  markWater(newest.reach.id, { number: newest.number, water: newest.reach });
  setWater(water);
}

/** Whether a water is what this tab had, now or when it was last reloaded. */
function isOurs(newest: KeptReach): boolean {
  const text = JSON.stringify(newest.reach);
  return [useBench.getState().docs?.water, restoredWater()].some((water) => water && JSON.stringify(water) === text);
}

/** Keeps today's water, as the dated copy of today. */
export function useKeepWater(): Keeping<KeptReach> {
  const queries = useQueryClient();
  const water = useBench((s) => s.docs?.water);
  const waters = useBench((s) => s.waters);
  const base = water ? waters[water.id] : undefined;
  return useAutosave<KeptReach>({
    now: water,
    dirty: Boolean(water && base && JSON.stringify(water) !== JSON.stringify(base.water)),
    tell: useBench.getState().tell,
    ours: isOurs,
    async send(last) {
      const { docs, waters: known, markWater } = useBench.getState();
      const now = docs?.water;
      const from = now ? known[now.id] : undefined;
      if (!now || !from) return;
      const kept = await saveWater(now, from.number, last);
      markWater(now.id, { number: kept.number, water: now });
      void queries.invalidateQueries({ queryKey: ["reaches"] });
      void queries.invalidateQueries({ queryKey: ["days", now.id] });
    },
    base(newest) {
      useBench.getState().markWater(newest.reach.id, { number: newest.number, water: newest.reach });
    },
    take(newest) {
      useBench.getState().setWater(newest.reach, newest.number);
    },
  });
}
