import { create } from "zustand";
import { type Answer, api, type Reach, type Rig, taken } from "../api/client";

type Ghost = {
  /** The pinned rig and how it does in today's water. */
  rig: Rig | null;
  answer: Answer | null;
  pin: (answer: Answer) => void;
  let_go: () => void;
  /** Computes the pinned rig anew when the water or the units changed. */
  follow: (water: Reach) => Promise<void>;
};

let asked = 0;

/** One rig pinned behind the one in hand, to compare against. */
export const useGhost = create<Ghost>((set, get) => ({
  rig: null,
  answer: null,
  pin(answer) {
    asked += 1;
    set({ rig: answer.rig, answer });
  },
  let_go() {
    asked += 1;
    set({ rig: null, answer: null });
  },
  async follow(water) {
    const { rig } = get();
    if (!rig) return;
    asked += 1;
    const mine = asked;
    try {
      const answer = taken(await api.POST("/api/v1/workbench", { body: { rig, water, edits: [], seq: 0 } }));
      if (mine === asked) set({ answer });
    } catch {
      // The rig in hand says when the server cannot be reached; the ghost just stays as it was.
    }
  },
}));
