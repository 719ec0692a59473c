import type { QueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, forGood, type SystemKey, taken, type UnitSystem } from "../api/client";
import { number } from "../model/format";
import { useBench } from "./bench_store";
import { useBook } from "./queries";

const WHOLE: SystemKey[] = ["metric", "imperial", "x"];
/** A choice of one's own, where units were chosen each by itself; and what could not be told to the server yet. */
const OWN = "jarana.units.own";
const UNTOLD = "jarana.units.untold";
/** Whose they are: who comes in here after somebody reads and tells nothing of theirs. */
const WHOSE = "jarana.units.whose";

/** How the person reads and types; while a new choice is on its way, as before. */
export function useSystem(): UnitSystem | undefined {
  const units = useBench((s) => s.units);
  const known = useBook().data?.units;
  return known?.find((u) => u.key === units) ?? known?.[known.length - 1];
}

/** Writes numbers that are the same in all units, with the person's decimal mark. */
export function useNumber(): (value: number, decimals: number) => string {
  const system = useSystem();
  return (value, decimals) => (system ? number(system, value, decimals) : value.toFixed(decimals));
}

/** What stands between whole and parts: a point or a comma. */
export function useMark(): string {
  return useSystem()?.mark ?? ".";
}

/** Takes units, and tells the server, so that every browser of the person takes them. */
export function chooseUnits(units: SystemKey): void {
  if (!WHOLE.includes(units)) keep(OWN, units);
  keep(UNTOLD, units);
  wanted = units;
  useBench.getState().setUnits(units);
  if (!telling) telling = tellAll().finally(() => (telling = null));
}

let telling: Promise<void> | null = null;
/** What is to be told; kept here too, where a browser keeps nothing. */
let wanted: SystemKey | null = null;

/** Tells what was chosen last, one after the other: an earlier choice never comes to the server after a later one. */
async function tellAll(): Promise<void> {
  for (let units = wanted; units; units = wanted) {
    try {
      const known = taken(await api.PUT("/api/v1/me/units", { body: { units } })).units;
      if (wanted !== units) continue;
      untell();
      if (known === units || useBench.getState().units !== units) continue;
      if (!WHOLE.includes(known)) keep(OWN, known);
      useBench.getState().setUnits(known);
    } catch (error) {
      if (!forGood(error)) return;
      if (wanted === units) untell();
    }
  }
}

function untell(): void {
  wanted = null;
  keep(UNTOLD, null);
}

/** What is chosen of a quantity by itself, where it was. */
export function optionIn(units: SystemKey, quantity: string): string | undefined {
  const found = units.split(",").find((part) => part.startsWith(`${quantity}=`));
  return found?.slice(quantity.length + 1);
}

/** Units with a quantity chosen by itself; the server answers with the shortest words for them. */
export function withOption(units: SystemKey, quantity: string, option: string): SystemKey {
  const others = units.split(",").filter((part) => !part.startsWith(`${quantity}=`));
  return [...others, `${quantity}=${option}`].join(",");
}

/** Goes on to the next system of units; one's own choice is the last of them. */
export function nextUnits(): void {
  const own = kept(OWN);
  const all = own ? [...WHOLE, own] : WHOLE;
  chooseUnits(all[(all.indexOf(useBench.getState().units) + 1) % all.length] ?? "metric");
}

/** Asks anew for whatever a server wrote in the units of before, once others are chosen; who one is stays as it is. */
export function askAnewInOtherUnits(queries: QueryClient): () => void {
  return useBench.subscribe((now, before) => {
    if (now.units === before.units) return;
    void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "me" });
  });
}

/** Follows what the person chose elsewhere; what was chosen here without a signal goes first. */
export function useUnitsOfMine(me: { id: string; units?: string } | undefined): void {
  const { id, units: chosen = "" } = me ?? {};
  useEffect(() => {
    if (id === undefined) return;
    const another = (kept(WHOSE) ?? id) !== id;
    keep(WHOSE, id);
    if (another) {
      untell();
      keep(OWN, null);
      return useBench.getState().setUnits(chosen || "metric");
    }
    const untold = kept(UNTOLD);
    if (untold) chooseUnits(untold);
    else if (chosen && chosen !== useBench.getState().units) useBench.getState().setUnits(chosen);
  }, [id, chosen]);
}

function kept(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

function keep(key: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
  } catch {}
}
