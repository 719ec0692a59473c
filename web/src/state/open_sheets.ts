import { create } from "zustand";

const NAMES = [
  "palette",
  "keys",
  "rigs",
  "history",
  "start",
  "schools",
  "find",
  "ladder",
  "rerig",
  "shopping",
  "practice",
  "account",
  "clubs",
  "help",
  "units",
] as const;
/** Which of the sheets over the places is open. */
export type SheetName = (typeof NAMES)[number];
/** Writes a sheet into the address, over the entry that is there or as one more. */
type Address = (open: SheetName | null, over: boolean) => void;

type State = {
  open: SheetName | null;
  /** Whether the sheets have come: until then what is open cannot be seen. */
  here: boolean;
  /** What was typed meanwhile. */
  ahead: string;
};

export const useSheets = create<State>(() => ({ open: null, here: false, ahead: "" }));
let address: Address | null = null;

/** Opens a sheet, or closes the one that is open; Back closes what was opened. */
export function openSheet(open: SheetName | null): void {
  const before = useSheets.getState().open;
  if (before === open) return;
  useSheets.setState({ open, ahead: "" });
  address?.(open, before !== null);
}

/** Keeps a key pressed while the sheets are on their way: a letter, or one taken back. Says whether it was either. */
export function typeAhead(key: string): boolean {
  const { ahead } = useSheets.getState();
  const types = [...key].length === 1;
  if (types) useSheets.setState({ ahead: ahead + key });
  else if (key === "Backspace") useSheets.setState({ ahead: ahead.slice(0, -1) });
  return types || key === "Backspace";
}

/** Says who writes addresses. */
export function addressSheets(by: Address | null): void {
  address = by;
}

/** Follows an address that changed: Back, a link, a reload. */
export function followAddress(search: string): void {
  const named = new URLSearchParams(search).get("sheet");
  useSheets.setState({ open: NAMES.find((name) => name === named) ?? null });
}

/** What an address says of the sheet that is open, and of nothing else. */
const WITH_A_SHEET = ["rev"];

/** The search part of an address with a sheet in it, or with none. */
export function searchWith(search: string, open: SheetName | null): string {
  const parts = new URLSearchParams(search);
  if (open) parts.set("sheet", open);
  else for (const key of ["sheet", ...WITH_A_SHEET]) parts.delete(key);
  return parts.toString();
}
