import { create } from "zustand";
import { phrase } from "../words/phrase";

const KEY = "jarana.places";
const DIGITS = 5;
/** A place is noted for so long after it was found, ms. */
const FRESH_MS = 60_000;

type State = { on: boolean; fix: { lat: number; lon: number; at: number } | null; trouble: string };

function wished(): boolean {
  try {
    return localStorage.getItem(KEY) === "on";
  } catch {
    return false;
  }
}

/** Whether places are noted with what is tapped; nobody's are unless they wished it. */
export const useStand = create<State>(() => ({ on: wished(), fix: null, trouble: "" }));

export function notePlaces(on: boolean): void {
  try {
    localStorage.setItem(KEY, on ? "on" : "off");
  } catch {}
  useStand.setState({ on, fix: null, trouble: "" });
}

/** Follows where the phone is while somebody fishes; returns how to stop. */
export function followStand(): () => void {
  if (!navigator.geolocation) {
    useStand.setState({ trouble: phrase("This browser does not tell where it is.") });
    return () => undefined;
  }
  const round = (v: number) => Number(v.toFixed(DIGITS));
  const watch = navigator.geolocation.watchPosition(
    ({ coords }) =>
      useStand.setState({
        fix: { lat: round(coords.latitude), lon: round(coords.longitude), at: Date.now() },
        trouble: "",
      }),
    () => useStand.setState({ trouble: phrase("The phone does not say where it is; taps are kept without a place.") }),
    { enableHighAccuracy: true, maximumAge: FRESH_MS },
  );
  return () => navigator.geolocation.clearWatch(watch);
}

/** The place to note with a tap; nothing where none is wished or known. */
export function standNow(now = Date.now()): { lat: number; lon: number } | Record<string, never> {
  const { on, fix } = useStand.getState();
  return on && fix && now - fix.at < FRESH_MS ? { lat: fix.lat, lon: fix.lon } : {};
}
