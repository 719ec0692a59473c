import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { api, type LessonAct, taken } from "../api/client";
import { useBench } from "./bench_store";

/** Does something with what outings taught of a water; everything computed with it is computed anew. */
export function useLessonAct(water: string): { act: (act: LessonAct["act"]) => Promise<void>; fault: string } {
  const queries = useQueryClient();
  const [fault, setFault] = useState("");
  const act = useCallback(
    async (what: LessonAct["act"]) => {
      setFault("");
      try {
        const params = { path: { reach_id: water } };
        taken(await api.PUT("/api/v1/reaches/{reach_id}/lesson", { params, body: { act: what } }));
        await queries.invalidateQueries({ queryKey: ["lesson", water] });
        if (what === "correct") await follow(water, queries);
        else useBench.getState().again();
      } catch (error) {
        setFault(error instanceof Error ? error.message : "");
      }
    },
    [water, queries],
  );
  return { act, fault };
}

/** Takes the water as it was just written down into the bench, where it is the one in hand. */
async function follow(water: string, queries: ReturnType<typeof useQueryClient>): Promise<void> {
  const rows = taken(await api.GET("/api/v1/reaches")).reaches;
  queries.setQueryData(["reaches"], rows);
  const mine = rows.find((r) => r.reach.id === water);
  const { docs, setWater } = useBench.getState();
  if (mine && docs?.water.id === water) setWater(mine.reach, mine.number);
}
