import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Band, Drift, Rig, UnitSystem } from "../api/client";
import { TankDrawing } from "./tank_drawing";

afterEach(cleanup);

const rule = (unit: string, factor: number, decimals: number) => ({
  unit,
  factor,
  decimals,
  form: "decimal",
  offset: 0,
});
const metric = {
  key: "metric",
  rules: { depth: rule("m", 1, 2), travel: rule("m", 1, 1), speed: rule("m/s", 1, 2) },
} as unknown as UnitSystem;
const feet = {
  key: "imperial",
  rules: { depth: rule("ft", 1 / 0.3048, 1), travel: rule("ft", 1 / 0.3048, 0), speed: rule("ft/s", 1 / 0.3048, 1) },
} as unknown as UnitSystem;

/** Two flies in a metre of water for ten seconds: the point comes to 0.9 m after 4 m, the dropper stays at 0.5 m. */
const drift = {
  key: "k1",
  axis: "metres",
  head: "held",
  depth_m: 1,
  length_m: 8,
  times_s: [0, 5, 10],
  x_mm: [
    [0, 0, 0],
    [4000, 3500, 3000],
    [8000, 7500, 7000],
  ],
  y_mm: [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ],
  z_mm: [
    [0, -100, -200],
    [0, -400, -700],
    [0, -500, -900],
  ],
  lines: [[0, 1, 2]],
  bed: [
    { x_m: 0, depth_m: 1, zone_top_m: 0.6, zone_end_m: 1 },
    { x_m: 8, depth_m: 1, zone_top_m: 0.6, zone_end_m: 1 },
  ],
  paces: [
    { depth_m: 0, pace_m_s: 0.8 },
    { depth_m: 0.5, pace_m_s: 0.7 },
    { depth_m: 1, pace_m_s: 0.4 },
  ],
  flies: [
    { id: "dropper", role: "dropper", node: 1, settled_depth_m: 0.5, metres_to_bottom: null, entry_x_m: 0 },
    { id: "point", role: "point", node: 2, settled_depth_m: 0.9, metres_to_bottom: 4, entry_x_m: 0 },
  ],
} as unknown as Drift;
const rig = { head: { kind: "held" }, attachments: [] } as unknown as Rig;
const band = {
  shares: [0, 1],
  flies: [{ id: "point", p10_mm: [150, 800], p90_mm: [250, 950] }],
} as unknown as Band;

type More = Partial<Parameters<typeof TankDrawing>[0]>;
const draw = (more: More = {}) =>
  render(
    <TankDrawing
      drift={drift}
      ghost={null}
      band={null}
      rig={rig}
      system={metric}
      bedName="cobble"
      width={800}
      height={400}
      time={5}
      {...more}
    />,
  );
const fly = (id: string) => screen.getByTestId(`fly-${id}`);
const number = (of: Element, name: string) => Number(of.getAttribute(name));
const said = () => screen.getByTestId("section").textContent ?? "";

describe("the water in section", () => {
  it("says in words what it shows", () => {
    draw();
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "The drift in section, water 1.00 m deep: dropper does not find the bottom, at 0.50 m in the end; " +
        "point finds the bottom after 4.0 m, at 0.90 m in the end.",
    );
  });

  it("puts every fly where it is at the moment, to one scale of depth", () => {
    draw();
    const surface = 62;
    const bed = 400 - 40 - 26;
    expect(number(fly("dropper"), "cy")).toBeCloseTo(surface + 0.4 * (bed - surface), 3);
    expect(number(fly("point"), "cy")).toBeCloseTo(surface + 0.7 * (bed - surface), 3);
    expect(number(fly("dropper"), "cx")).toBeGreaterThan(number(fly("point"), "cx"));
  });

  it("shows what floats on a lake at the moment, alone where no fly hangs below it", () => {
    const still = { ...drift, axis: "seconds", head: "dry fly", hold: 0 };
    draw({ drift: { ...still, flies: [] } as unknown as Drift });
    const [x, y] = (/^M([\d.]+) ([\d.]+)/.exec(screen.getByTestId("afloat").getAttribute("d") ?? "") ?? [])
      .slice(1)
      .map(Number);
    expect(x).toBeCloseTo(54 + 0.5 * (800 - 14 - 54) - 9, 0);
    expect(y).toBeCloseTo(62 - 1, 0);
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "The drift in section, water 1.00 m deep; no fly hangs in it.",
    );
    cleanup();
    draw({ drift: { ...still, head: "held" } as unknown as Drift });
    expect(screen.queryByTestId("afloat")).toBeNull();
  });

  it("moves them on with time, and no fly below the bed", () => {
    draw({
      time: 10,
      drift: {
        ...drift,
        z_mm: [
          [0, 0, 0],
          [0, 0, 0],
          [0, -500, -1300],
        ],
      } as unknown as Drift,
    });
    expect(number(fly("point"), "cy")).toBe(400 - 40 - 26);
    expect(number(fly("point"), "cx")).toBeCloseTo(54 + (7 / 8) * (800 - 14 - 54), 3);
  });

  it("keeps the labels of flies at one depth apart", () => {
    const level = drift.flies.map((f) => ({ ...f, settled_depth_m: 0.5 }));
    draw({ drift: { ...drift, flies: level } as Drift });
    const labels = screen.getAllByText(/^(dropper|point)/).map((t) => number(t, "y"));
    expect(Math.abs((labels[0] ?? 0) - (labels[1] ?? 0))).toBeGreaterThanOrEqual(19);
  });

  it("keeps the labels in the order of the depths, under the tracks where all swim high", () => {
    const labels = () =>
      [...screen.getByTestId("section").querySelectorAll("text")]
        .filter((t) => /^(dropper|point) /.test(t.textContent ?? ""))
        .sort((a, b) => number(a, "y") - number(b, "y"))
        .map((t) => t.textContent?.split(" ")[0]);
    draw();
    expect(labels()).toEqual(["dropper", "point"]);
    cleanup();
    const flies = drift.flies.map((fly, k) => ({ ...fly, settled_depth_m: 0.1 + 0.05 * k }));
    draw({ drift: { ...drift, flies, across: { tip_m: 0.3, line_m: 8 } } as unknown as Drift });
    expect(labels()).toEqual(["dropper", "point"]);
  });

  it("puts the labels under the surface of a narrow tank, where they would stand on a track", () => {
    const labels = () => screen.getAllByText(/^(dropper|point)/).map((t) => number(t, "y"));
    draw({ width: 390 });
    expect(labels()).toEqual([62 + 16 + 0.5, 62 + 16 + 0.5 + 19]);
    cleanup();
    draw({ width: 800 });
    expect(Math.min(...labels())).toBeGreaterThan(62 + 60);
    cleanup();
    const z = drift.z_mm.map((row) => row.map((v) => v * 0.3));
    const flies = drift.flies.map((fly) => ({ ...fly, settled_depth_m: fly.settled_depth_m * 0.3 }));
    draw({ width: 390, drift: { ...drift, z_mm: z, flies } as Drift });
    expect(labels()).toEqual([400 - 40 - 26 - 8 - 19, 400 - 40 - 26 - 8]);
    cleanup();
    const short = { ...drift, x_mm: drift.x_mm.map((row) => row.map((v) => v * 0.3)) } as Drift;
    draw({ width: 390, drift: short });
    expect(Math.min(...labels())).toBeGreaterThan(62 + 60);
  });

  it("reads in the person's units, the depth of the bed being the same place", () => {
    draw();
    const metres = number(fly("point"), "cy");
    cleanup();
    draw({ system: feet });
    expect(number(fly("point"), "cy")).toBeCloseTo(metres, 6);
    expect(said()).toContain("depth, ft");
    expect(said()).toContain("3.0 ft");
  });

  it("draws how sure a track is only for flies that are there", () => {
    draw({ band });
    expect(screen.getByTestId("band-point").getAttribute("d")).toMatch(/^M.* Z$/);
    cleanup();
    draw({ band: { ...band, flies: [{ ...band.flies[0], id: "gone" }] } as Band });
    expect(screen.queryByTestId("band-gone")).toBeNull();
    cleanup();
    draw();
    expect(screen.queryByTestId("band-point")).toBeNull();
  });

  it("draws a pinned rig behind", () => {
    draw({ ghost: { ...drift, key: "g" } as Drift });
    expect(screen.getByTestId("ghost").querySelectorAll("path")).toHaveLength(3);
  });

  it("tells where the bottom is found, and the pace at the top", () => {
    draw();
    expect(said()).toContain("4.0 m");
    expect(said()).toContain("0.80 m/s");
  });

  it("names the bed at the left, or at the right where a fly finds the bottom there", () => {
    const name = () => screen.getByText("cobble");
    draw();
    expect(number(name(), "x")).toBe(54 + 8);
    cleanup();
    const found = drift.flies.map((one) => ({ ...one, entry_x_m: 0, metres_to_bottom: 0.5 }));
    draw({ drift: { ...drift, flies: found } });
    expect(number(name(), "x")).toBe(800 - 14 - 8);
    expect(name().getAttribute("text-anchor")).toBe("end");
  });

  it("reads a lake against seconds, with no pace and no line", () => {
    draw({ drift: { ...drift, axis: "seconds", paces: [] } as unknown as Drift });
    expect(said()).toContain("seconds since it landed");
    expect(said()).not.toContain("m/s");
    expect(number(fly("point"), "cx")).toBeCloseTo(54 + 0.5 * (800 - 14 - 54), 3);
  });

  it.each([
    ["float", { kind: "float", body: { diameter_mm: 16 } }, "circle[r='8.8']"],
    ["dry fly", { kind: "dry fly" }, "path[stroke-width='1.8']"],
    ["fly line", { kind: "fly line" }, "circle[fill='var(--mat-flyline)']"],
    ["held", { kind: "held" }, "path[stroke='var(--mat-sighter)']"],
  ])("shows what holds the rig: %s", (head, kind, mark) => {
    draw({ drift: { ...drift, head } as Drift, rig: { ...rig, head: kind } as unknown as Rig });
    expect(screen.getByTestId("section").querySelector(mark)).not.toBeNull();
  });
});
