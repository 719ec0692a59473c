import { type Answer, api, type SystemKey } from "../api/client";
import { useFollowing } from "./use_following";

const REST_MS = 500;

async function ask(answer: Answer, _units: SystemKey, signal: AbortSignal) {
  const { rig, water, seq } = answer;
  return (await api.POST("/api/v1/workbench/band", { body: { rig, water, seq }, signal })).data;
}

/** The band of an answer once it has been computed, and the readings written with it. */
export function useBand(answer: Answer, units: SystemKey) {
  return useFollowing(answer, units, REST_MS, ask);
}
