import { create } from "zustand";

export type View = "side" | "above" | "both" | "figures";
type TankView = { chosen: View | null; choose: (view: View) => void };

/** From which side the drift is looked at; nothing chosen yet follows what the rig is held by. */
export const useTankView = create<TankView>((set) => ({
  chosen: null,
  choose: (view) => set({ chosen: view }),
}));

/** Least height in which plan and section stand one over the other, px. */
export const ROOM_FOR_BOTH = 400;

/** What is shown: the chosen view where there is room for it; a line that lies across wants both. */
export function shownView(chosen: View | null, lies: boolean, height: number): View {
  const wanted = chosen ?? (lies ? "both" : "side");
  return wanted === "both" && height < ROOM_FOR_BOTH ? (lies && chosen === null ? "above" : "side") : wanted;
}
