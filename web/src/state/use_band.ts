import { useMemo } from "react";
import type { Answer, SystemKey } from "../api/client";
import { useJob } from "./use_job";

const REST_MS = 150;

/** The band of an answer once it has been computed, and the readings written with it. */
export function useBand(answer: Answer, units: SystemKey) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: its readings are written in the person's units
  const asked = useMemo(() => ({ kind: "band" as const, rig: answer.rig, water: answer.water }), [answer, units]);
  return useJob<"band">(asked, REST_MS);
}
