import { cleanup, configure } from "@testing-library/react";
import { afterAll, afterEach, vi } from "vitest";

/** A slow machine is no fault: what is waited for may take longer than the usual second. */
configure({ asyncUtilTimeout: 5000 });

/** Files share a process, each with its own modules: nothing a file made, kept, stubbed or left under way may meet the next one. */
vi.resetModules();
const { setTimeout, setInterval } = globalThis;
const left = new Set<ReturnType<typeof setTimeout>>();
function kept(later: typeof setTimeout): typeof setTimeout {
  const keep = (...given: Parameters<typeof setTimeout>) => {
    const timer = later(...given);
    left.add(timer);
    return timer;
  };
  return Object.assign(keep, later);
}
globalThis.setTimeout = kept(setTimeout);
globalThis.setInterval = kept(setInterval as typeof setTimeout) as typeof setInterval;
globalThis.fetch = () => new Promise(() => {});

afterEach(cleanup);
afterAll(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
  for (const timer of left) clearTimeout(timer);
  Object.assign(globalThis, { setTimeout, setInterval });
  if (typeof document === "undefined") return;
  localStorage.clear();
  sessionStorage.clear();
  document.documentElement.removeAttribute("style");
  document.body.replaceChildren();
  history.replaceState(null, "", "/");
});
