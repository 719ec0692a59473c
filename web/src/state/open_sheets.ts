import { create } from "zustand";

/** Which of the sheets over the places is open. */
export type SheetName = "palette" | "keys" | "rigs" | "history" | "start" | "schools";

type State = { open: SheetName | null };

export const useSheets = create<State>(() => ({ open: null }));

export function openSheet(open: SheetName | null): void {
  useSheets.setState({ open });
}
