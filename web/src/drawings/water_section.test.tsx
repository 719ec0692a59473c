import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Reach, Section, UnitSystem } from "../api/client";
import { LanesPlan } from "./lanes_plan";
import { WaterSection } from "./water_section";

afterEach(cleanup);
const rule = (unit: string, decimals: number) => ({ unit, factor: 1, decimals, form: "decimal", offset: 0 });
const system = {
  rules: { travel: rule("m", 1), depth: rule("m", 2), speed: rule("m/s", 2), wind: rule("m/s", 0) },
} as unknown as UnitSystem;
const water = {
  kind: "river",
  depth_m: 0.9,
  pace_m_s: 0.6,
  fish_at_m: 6,
  off_m: 5.5,
  wind_m_s: 3,
  blows: "upstream",
  soundings: [
    { x_m: 0, depth_m: 0.5, name: "lip" },
    { x_m: 10, depth_m: 0.9, name: "" },
  ],
  obstacles: [{ kind: "weed", x_m: 4, length_m: 2, height_m: 0.3 }],
  lanes: [
    { name: "near", width_m: 2, pace_m_s: 0.3 },
    { name: "main", width_m: 5, pace_m_s: 0.6 },
  ],
} as unknown as Reach;
const section = {
  length_m: 10,
  deepest_m: 0.9,
  bed: [
    { x_m: 0, depth_m: 0.5, zone_top_m: 0.2, zone_end_m: 0.5 },
    { x_m: 10, depth_m: 0.9, zone_top_m: 0.6, zone_end_m: 0.9 },
  ],
  columns: [{ x_m: 2, paces: [{ depth_m: 0.05, pace_m_s: 0.7 }] }],
  fish_depth_m: 0.6,
  throws: [],
  paced: "",
  lines: [],
  cautions: [],
} as Section;

function show(shown = water) {
  const select = vi.fn();
  const move = vi.fn();
  render(
    <WaterSection
      water={shown}
      section={section}
      system={system}
      bedName="cobble"
      width={700}
      height={400}
      selected={null}
      onSelect={select}
      onMove={move}
    />,
  );
  return { select, move };
}

describe("the water in section", () => {
  it("names every sounding with its place and depth", () => {
    show();
    expect(screen.getByRole("button", { name: /Sounding lip, 0.0 m along, 0.50 m deep/ })).toBeTruthy();
    expect(screen.getByRole("button", { name: /Sounding 2, 10.0 m along, 0.90 m deep/ })).toBeTruthy();
  });
  it.each([
    ["ArrowDown", 10, 0.95],
    ["ArrowUp", 10, 0.85],
    ["ArrowLeft", 9.5, 0.9],
    ["ArrowRight", 10.5, 0.9],
  ])("moves a sounding by %s", (key, at, depth) => {
    const { move } = show();
    fireEvent.keyDown(screen.getByRole("button", { name: /Sounding 2/ }), { key });
    expect(move).toHaveBeenCalledWith(1, at, expect.closeTo(depth, 9));
  });
  it("never moves one out of the water or before the beginning", () => {
    const { move } = show();
    fireEvent.keyDown(screen.getByRole("button", { name: /Sounding lip/ }), { key: "ArrowLeft" });
    expect(move).toHaveBeenCalledWith(0, 0, 0.5);
  });
  it("picks a sounding when it is reached by Tab", () => {
    const { select } = show();
    fireEvent.focus(screen.getByRole("button", { name: /Sounding lip/ }));
    expect(select).toHaveBeenCalledWith(0);
  });
});

describe("the water from above", () => {
  it("tells lanes, distance and wind to those who do not see it", () => {
    render(<LanesPlan water={water} system={system} width={700} />);
    const said = screen.getByRole("img").getAttribute("aria-label");
    expect(said).toContain("near 0.30 m/s, main 0.60 m/s");
    expect(said).toContain("the fish 5.5 m off");
    expect(screen.getByText("wind")).toBeTruthy();
  });
});

describe("soundings close together", () => {
  const near = (x_m: number, depth_m: number) =>
    ({
      ...water,
      soundings: [
        { x_m: 0, depth_m: 0.5, name: "riffle" },
        { x_m, depth_m, name: "lip" },
      ],
    }) as unknown as Reach;
  const heights = (...texts: string[]) => texts.map((t) => Number(screen.getByText(t).getAttribute("y")));
  const mark = (i: number) => Number(document.querySelectorAll("circle")[i]?.getAttribute("cy"));

  it("have their names in two rows and no depth under the next mark", () => {
    show(near(0.6, 0.55));
    const [riffle, lip, shallow] = heights("riffle", "lip", "0.50 m");
    expect(lip).toBeLessThan((riffle ?? 0) - 10);
    expect(shallow).toBeLessThan(mark(0));
  });

  it("have them in two rows at the far end, too, where a name ends at its mark", () => {
    const far = [
      { x_m: 9.2, depth_m: 0.9, name: "run" },
      { x_m: 10, depth_m: 0.9, name: "tail of it" },
    ];
    show({ ...water, soundings: far } as unknown as Reach);
    const [run, tail] = heights("run", "tail of it");
    expect(tail).toBeLessThan((run ?? 0) - 10);
  });

  it("farther apart stand in one row, each depth below its mark", () => {
    show(near(4, 0.55));
    const [riffle, lip, shallow] = heights("riffle", "lip", "0.50 m");
    expect(lip).toBe(riffle);
    expect(shallow).toBeGreaterThan(mark(0));
  });
});
