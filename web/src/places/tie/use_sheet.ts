import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { api, type Rig, type SystemKey, type TieSheet, taken } from "../../api/client";

/** The tie sheet of the rig in hand. */
export function useSheet(rig: Rig | null, units: SystemKey) {
  return useQuery({
    queryKey: ["sheet", rig, units],
    enabled: rig !== null,
    placeholderData: keepPreviousData,
    queryFn: async (): Promise<TieSheet> => taken(await api.POST("/api/v1/sheet", { body: { rig: rig as Rig } })),
  });
}

const KEPT = "jarana.ticks";
const MOST_RIGS = 20;

function readAll(): Record<string, string[]> {
  try {
    const all = JSON.parse(localStorage.getItem(KEPT) ?? "{}");
    return all && typeof all === "object" ? all : {};
  } catch {
    return {};
  }
}

/** What is ticked off of a rig; kept in this browser. A step that changed has another key, so its tick is gone. */
export function useTicks(rigId: string | null): {
  ticked: ReadonlySet<string>;
  set: (step: string, on: boolean) => void;
  clear: () => void;
} {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    setTicked(new Set(rigId ? (readAll()[rigId] ?? []) : []));
  }, [rigId]);
  const keep = useCallback(
    (next: Set<string>) => {
      setTicked(next);
      if (!rigId) return;
      const { [rigId]: _, ...others } = readAll();
      const rows = [...Object.entries(others), [rigId, [...next]] as const].slice(-MOST_RIGS);
      try {
        localStorage.setItem(KEPT, JSON.stringify(Object.fromEntries(rows)));
      } catch {}
    },
    [rigId],
  );
  return {
    ticked,
    set: (step, on) => {
      const next = new Set(ticked);
      if (on) next.add(step);
      else next.delete(step);
      keep(next);
    },
    clear: () => keep(new Set()),
  };
}

/** The newest tie of a rig that still stands. */
export function useLastTie(rigId: string | null) {
  return useQuery({
    queryKey: ["last-tie", rigId],
    enabled: rigId !== null,
    queryFn: async () =>
      taken(await api.GET("/api/v1/rigs/{rig_id}/ties/last", { params: { path: { rig_id: rigId ?? "" } } })).tie ??
      null,
  });
}

/** Everything that changes when line leaves a spool or comes back. */
export function useStockChanged(): () => void {
  const queries = useQueryClient();
  return () => {
    for (const key of ["sheet", "drawer", "last-tie", "history", "rigs"])
      void queries.invalidateQueries({ queryKey: [key] });
  };
}
