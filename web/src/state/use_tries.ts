import { type Answer, api, type SystemKey } from "../api/client";
import { useFollowing } from "./use_following";

/** ms after an answer before what to try is computed: somebody who steps on is never slowed by it. */
const REST_MS = 400;

async function ask(answer: Answer, _units: SystemKey, signal: AbortSignal) {
  const { rig, water, seq, readings } = answer;
  if (readings.every((r) => r.severity === "fine")) return undefined;
  return (await api.POST("/api/v1/workbench/tries", { body: { rig, water, seq }, signal })).data;
}

/** What to try, once it has been computed; null until then. */
export function useTries(answer: Answer, units: SystemKey) {
  return useFollowing(answer, units, REST_MS, ask);
}
