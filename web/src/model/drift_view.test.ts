// @vitest-environment node
import { describe, expect, it } from "vitest";
import type { Drift } from "../api/client";
import { frameAt, nodeAt, spread, unstepped } from "./drift_view";

const drift = {
  times_s: [0, 0.1, 0.2],
  x_mm: [[0], [100], [300]],
  y_mm: [[0], [0], [-20]],
  z_mm: [[0], [-50], [-150]],
} as unknown as Drift;

describe("a drift is read between its frames", () => {
  it("goes straight from frame to frame", () => {
    expect(frameAt(drift, 0.15)).toEqual({ frame: 1, share: expect.closeTo(0.5, 6) });
    expect(nodeAt(drift, 0, 0.15)).toEqual({
      x: expect.closeTo(0.2, 6),
      y: expect.closeTo(-0.01, 6),
      z: expect.closeTo(-0.1, 6),
    });
  });
  it("stops at its ends", () => {
    expect(nodeAt(drift, 0, -1)).toEqual({ x: 0, y: 0, z: 0 });
    expect(nodeAt(drift, 0, 9).x).toBeCloseTo(0.3);
  });
});

describe("labels are moved apart", () => {
  it("keeps a gap and the order", () => {
    expect(spread([10, 12, 40], 16, 0, 100)).toEqual([10, 26, 42]);
  });
  it("keeps the gap where all want to stand above the least", () => {
    expect(spread([2, 3, 4], 19, 10, 200)).toEqual([10, 29, 48]);
    expect(spread([4, 2], 19, 10, 200)).toEqual([29, 10]);
    expect(spread([], 19, 10, 200)).toEqual([]);
  });
  it("stays inside", () => {
    const [a, b] = spread([98, 99], 16, 0, 100);
    expect(b).toBe(100);
    expect(a).toBe(84);
  });
});

describe("a drift that was sent", () => {
  it("is put together from its first frame and the steps after it", () => {
    const sent = {
      key: "k",
      x_mm: [
        [0, 5],
        [10, -1],
        [10, 2],
      ],
      y_mm: [
        [7, 7],
        [1, 0],
        [0, -2],
      ],
      z_mm: [
        [0, 0],
        [-5, -6],
        [1, 0],
      ],
    };
    expect(unstepped(sent)).toEqual({
      key: "k",
      x_mm: [
        [0, 5],
        [10, 4],
        [20, 6],
      ],
      y_mm: [
        [7, 7],
        [8, 7],
        [8, 5],
      ],
      z_mm: [
        [0, 0],
        [-5, -6],
        [-4, -6],
      ],
    });
    expect(unstepped({ x_mm: [], y_mm: [], z_mm: [] })).toEqual({ x_mm: [], y_mm: [], z_mm: [] });
  });
});
