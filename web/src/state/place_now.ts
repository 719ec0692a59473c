import { create } from "zustand";

/** Where one stands: how far off one fishes, and how many steps along the reach. */
export type Place = { outing: string; lane: string; step: number };

const KEY = "jarana.place";
const FIRST = { lane: "main", step: 1 };

function read(): Place {
  try {
    return { outing: "", ...FIRST, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Place>) };
  } catch {
    return { outing: "", ...FIRST };
  }
}

const usePlaceNow = create<Place>(read);

/** The place of an outing, and how to go to another. */
export function usePlace(outing: string): [Place, (lane: string, step: number) => void] {
  const now = usePlaceNow();
  const go = (lane: string, step: number) => {
    const place = { outing, lane, step };
    usePlaceNow.setState(place);
    try {
      localStorage.setItem(KEY, JSON.stringify(place));
    } catch {}
  };
  return [now.outing === outing ? now : { outing, ...FIRST }, go];
}
