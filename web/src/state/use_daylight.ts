import { useEffect } from "react";

/** Whether the screen is read by day at an hour of the clock. */
export function isLight(light: readonly [number, number], now: Date): boolean {
  const hour = now.getHours() + now.getMinutes() / 60;
  return hour >= light[0] && hour < light[1];
}

function chosen(): boolean {
  try {
    return localStorage.getItem("jarana.theme") !== null;
  } catch {
    return false;
  }
}

/** Day or dusk by the clock, as long as nobody chose one; looked at when something happens, without a timer. */
export function useDaylight(light: readonly [number, number] | null | undefined, happened: unknown): void {
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at again with everything that happens
  useEffect(() => {
    if (!light) return;
    const look = () => {
      if (!chosen()) document.documentElement.dataset.theme = isLight(light, new Date()) ? "day" : "dusk";
    };
    look();
    document.addEventListener("visibilitychange", look);
    return () => document.removeEventListener("visibilitychange", look);
  }, [light, happened]);
}
