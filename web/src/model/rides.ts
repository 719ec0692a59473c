import type { RigRides, UnitSystem } from "../api/client";
import { kindName } from "../words/kinds";
import { phrase } from "../words/phrase";
import { text } from "./format";

/** How deep every fly of a rig comes in the end, as it is read out. */
export function ridesText(system: UnitSystem | undefined, rides: RigRides["rides"]): string {
  const deep = (mm: number) =>
    system ? text(system, "depth", mm / 1000) : phrase("{mm} cm", { mm: Math.round(mm / 10) });
  return rides
    .map((r) =>
      phrase("{role} {deep} deep", { role: kindName(r.role), deep: deep(r.p50_mm[r.p50_mm.length - 1] ?? 0) }),
    )
    .join(", ");
}
