import { describe, expect, it } from "vitest";
import type { Band, Drift } from "../api/client";
import { momentsOf } from "./drift_figures";

/** One fly that goes 8 m in 10 s and sinks to 0.9 m, as its frames tell it. */
const drift = {
  times_s: [0, 5, 10],
  x_mm: [[0], [4000], [8000]],
  y_mm: [[0], [0], [0]],
  z_mm: [[0], [-700], [-900]],
  lines: [[0]],
  flies: [{ id: "point", role: "point", node: 0 }],
} as unknown as Drift;
const band = {
  shares: [0.1, 0.5, 1],
  flies: [{ id: "point", p10_mm: [100, 500, 700], p90_mm: [200, 900, 1000] }],
} as unknown as Band;

describe("a drift in figures", () => {
  it("is told at even seconds with how far it came and how deep each fly is", () => {
    const told = momentsOf(drift, null);
    expect(told.map((m) => m.seconds)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(told[5]).toEqual({ seconds: 5, metres: 4, flies: [{ id: "point", depth: 0.7, low: null, high: null }] });
    expect(told[10]?.flies[0]?.depth).toBeCloseTo(0.9);
  });
  it("tells between what drifts one cannot tell apart have it, from the band's first moment on", () => {
    const fly = (k: number) => momentsOf(drift, band)[k]?.flies[0];
    expect(fly(0)).toMatchObject({ low: null, high: null });
    expect(fly(1)).toMatchObject({ low: 0.1, high: 0.2 });
    expect(fly(3)?.low).toBeCloseTo(0.3);
    expect(fly(10)).toMatchObject({ low: 0.7, high: 1 });
  });
  it("is as short for a minute on a lake as for seconds in a river", () => {
    const slow = { ...drift, times_s: [0, 30, 60] };
    expect(momentsOf(slow, null).map((m) => m.seconds)).toEqual([0, 5, 10, 15, 20, 25, 30, 35, 40, 45, 50, 55, 60]);
  });
});
