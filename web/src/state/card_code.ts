import { create } from "zustand";

/** Pictures of links that are printed on the card of a rig instead of its own code; until the page is loaded anew. */
type CardCodes = { pictures: Record<string, string>; put: (rig: string, picture: string) => void };

export const useCardCode = create<CardCodes>((set) => ({
  pictures: {},
  put: (rig, picture) => set((now) => ({ pictures: { ...now.pictures, [rig]: picture } })),
}));
