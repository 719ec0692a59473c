import { type Answer, api, type SystemKey } from "../api/client";
import { useFollowing } from "./use_following";

const REST_MS = 500;

async function ask(answer: Answer, units: SystemKey, signal: AbortSignal) {
  const { rig, water, seq } = answer;
  return (await api.POST("/api/workbench/band", { body: { rig, water, seq, units }, signal })).data;
}

/** The band of an answer once it has been computed, and the readings written with it. */
export function useBand(answer: Answer, units: SystemKey) {
  return useFollowing(answer, units, REST_MS, ask);
}
