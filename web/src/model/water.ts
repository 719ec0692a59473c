import type { Reach, UnitSystem } from "../api/client";
import { phrase } from "../words/phrase";
import { text } from "./format";

/** Taking zones in the words they are usually told in. */
export const ZONES = [
  { name: phrase("on the stones"), low: "0 cm", high: "15 cm", datum: "bed" },
  { name: phrase("15–30 cm up"), low: "15 cm", high: "30 cm", datum: "bed" },
] as const;

/** Whether a water does not flow: the one place that knows. */
export function isStill(water: Reach): boolean {
  return water.kind === "lake";
}

/** The pace of a water as it is written; a lake is still. */
export function paceText(system: UnitSystem, water: Reach): string {
  return isStill(water) ? phrase("still") : text(system, "speed", water.pace_m_s);
}

/** Sizes everybody knows, for the stones of a bed. */
export const STONES = [
  { name: phrase("an egg"), size: "5 cm" },
  { name: phrase("a fist"), size: "9 cm" },
  { name: phrase("a head"), size: "20 cm" },
  { name: phrase("a boot"), size: "30 cm" },
  { name: phrase("a rucksack"), size: "50 cm" },
] as const;
/** What a place along its bed is measured along. */
export function alongText(water: Reach): string {
  return isStill(water) ? phrase("out from the shore") : phrase("along");
}
