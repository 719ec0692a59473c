import type { SystemKey } from "../api/client";
import { useBench } from "./bench_store";

const ORDER: SystemKey[] = ["metric", "imperial", "x"];

/** Goes on to the next system of units. */
export function nextUnits(): void {
  const { units, setUnits } = useBench.getState();
  setUnits(ORDER[(ORDER.indexOf(units) + 1) % ORDER.length] ?? "metric");
}
