import { beforeEach, describe, expect, it, vi } from "vitest";

async function clock() {
  vi.resetModules();
  return import("./drift_clock");
}
beforeEach(() => localStorage.clear());

describe("the clock of a drift", () => {
  it("goes on through a reload", async () => {
    const { fliesDown } = await clock();
    fliesDown(1000);
    expect((await clock()).useClock.getState().since).toBe(1000);
  });
  it("keeps the second at which something was first seen", async () => {
    const { fliesDown, seenNow, useClock } = await clock();
    seenNow(500);
    expect(useClock.getState().second).toBeNull();
    fliesDown(1000);
    seenNow(3500);
    seenNow(9000);
    expect(useClock.getState().second).toBe(2.5);
    fliesDown(20_000);
    expect(useClock.getState().second).toBeNull();
  });
  it("knows a cycle after three drifts, ended or not, and leaves long pauses out", async () => {
    const { fliesDown, driftOver, useClock, usualCycle } = await clock();
    const at = [0, 20, 42, 60, 2000].map((s) => 1000 + s * 1000);
    at.forEach((t, k) => {
      if (k % 2) driftOver();
      fliesDown(t);
    });
    expect(useClock.getState().cycles).toEqual([20, 22, 18]);
    expect(usualCycle([20, 22])).toBeNull();
    expect(usualCycle([20, 22, 18])).toBe(20);
  });
  it("stands still when a drift is over, and so does its rhythm", async () => {
    const { fliesDown, driftOver, useClock } = await clock();
    fliesDown(1000);
    useClock.setState({ rhythm: true });
    driftOver();
    expect(useClock.getState()).toMatchObject({ since: null, second: null, rhythm: false });
  });
});
