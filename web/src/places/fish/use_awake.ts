import { useEffect } from "react";

/** Keeps the screen on while a drift goes on, where the browser lets it. */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    navigator.wakeLock.request("screen").then(
      (got) => {
        if (over) void got.release();
        else lock = got;
      },
      () => undefined,
    );
    return () => {
      over = true;
      void lock?.release();
    };
  }, [on]);
}
