import { Refused } from "../api/client";
import { phrase } from "../words/phrase";

type Field = "" | "name" | "mail" | "word" | "old";
/** What was refused, by field; under "" what belongs to none. */
export type Faults = { [field in Field]?: string };

/** What is wrong, from what a call threw. */
export function faultsOf(error: unknown): Faults {
  const faults = error instanceof Refused ? (error.problem?.faults ?? []) : [];
  return faults.length > 0 ? Object.fromEntries(faults.map((f) => [f.path, f.reason])) : { "": firstFault(error) };
}

/** The first thing that is wrong, with where it stands. */
export function firstFault(error: unknown): string {
  if (!(error instanceof Refused)) return phrase("The server does not answer; nothing was changed.");
  const fault = error.problem?.faults[0];
  return fault ? `${fault.path}: ${fault.value ? `${fault.value}; ` : ""}${fault.reason}` : error.message;
}
