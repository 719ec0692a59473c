import { cleanup, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Ladder, Rig, UnitSystem } from "../../api/client";
import { Shown } from "./ladder_sheet";

afterEach(cleanup);
const rule = { factor: 1, unit: "m", decimals: 2, rounding: "digits", digits: 2 };
const system = {
  key: "metric",
  rules: { bead: { ...rule, factor: 1000, unit: "mm", decimals: 1 }, travel: rule },
} as unknown as UnitSystem;
const rig = { name: "Two nymphs" } as unknown as Rig;
const cell = (more: object) => ({
  rung: 0,
  text: "2.5 mm bead",
  mark: "",
  touches: 0.4,
  low_m: 2,
  high_m: 5,
  today: false,
  ...more,
});
const ladder = {
  kind: "weight",
  across: "m/s",
  down: "m",
  columns: ["0.4", "0.6"],
  rows: ["0.5", "0.9"],
  rungs: ["2.5 mm bead", "3.3 mm bead"],
  figures: ["2.5", "3.3"],
  sizes: [2.5, 3.3],
  cells: [
    [cell({}), cell({})],
    [cell({ today: true, rung: 1 }), cell({ mark: "longer", text: "0.40 m more tippet", rung: 1, low_m: null })],
  ],
  carry: ["2.5 mm bead"],
  buy: ["4.6 mm bead would fill 2 cells of it"],
} as unknown as Ladder;

describe("a ladder", () => {
  it("is a table of depth by pace in which today's cell is told", () => {
    render(<Shown ladder={ladder} rig={rig} system={system} />);
    const table = screen.getByRole("table");
    expect(within(table).getAllByRole("columnheader")).toHaveLength(3);
    expect(within(table).getAllByRole("rowheader")).toHaveLength(2);
    expect(within(table).getAllByText(/today/)).toHaveLength(1);
    expect(within(table).getByText("0.40 m more tippet")).toBeTruthy();
  });
  it("writes a shot by what it weighs, not by how big it is drawn", () => {
    const shot = { ...ladder, rungs: ["0.06 g", "0.20 g"], figures: ["0.06 g", "0.20 g"], sizes: [0.78, 1.17] };
    render(<Shown ladder={shot as Ladder} rig={rig} system={system} />);
    expect(screen.getAllByText("0.06 g")).toHaveLength(2);
    expect(screen.queryByText("0.8")).toBeNull();
  });
  it("of depths draws every fly in the water and tells how many are where they take", () => {
    const deep = (flies: [number, boolean?, boolean?][]) =>
      cell({
        text: "2.1 m",
        touches: 0,
        low_m: null,
        flies: flies.map(([m, takes = false, lies = false]) => ({ m, takes, lies })),
      });
    const lake = {
      ...ladder,
      kind: "count",
      rows: ["floating"],
      columns: ["10", "90"],
      cells: [
        [
          deep([[0.2], [0.5], [0.9]]),
          deep([
            [1.1, true],
            [1.9, true],
            [4, false, true],
          ]),
        ],
      ],
      depth_m: 4,
      zone_m: [1, 2],
    } as unknown as Ladder;
    const { container } = render(<Shown ladder={lake} rig={rig} system={system} />);
    expect(screen.getByText(/2 of 3 where they take/)).toBeTruthy();
    const dots = [...container.querySelectorAll("circle")];
    expect(dots).toHaveLength(6);
    expect(dots.map((d) => Number(d.getAttribute("cy")))).toEqual([5.5, 7.75, 10.75, 12.25, 18.25, 34]);
    expect(dots.slice(3).map((d) => d.getAttribute("fill"))).toEqual(["var(--ink)", "var(--ink)", "var(--sheet)"]);
  });
  it("of depths to come down to says so, how the rig is set in a row, and explains the marks that are there alone", () => {
    const zone = {
      ...ladder,
      wish: "zone",
      settings: ["float 0.40 m", "float 0.80 m"],
      cells: [
        [cell({}), cell({ mark: "deep" })],
        [cell({ today: true, rung: 1 }), cell({ mark: "longer", text: "float 1.20 m", rung: 1, low_m: null })],
      ],
    };
    render(<Shown ladder={zone as unknown as Ladder} rig={rig} system={system} />);
    expect(screen.getAllByText(/where they take, or deeper/).length).toBeGreaterThan(0);
    expect(screen.getByRole("rowheader", { name: /0.9\s*float 0.80 m/ })).toBeTruthy();
    expect(screen.getByText(/it sinks past/).textContent).toMatch(/A stroke through the dot.*Framed: today/);
    expect(screen.queryByText(/A cross/)).toBeNull();
    expect(screen.queryByText(/is not yours/)).toBeNull();
    cleanup();
    render(<Shown ladder={ladder} rig={rig} system={system} />);
    expect(screen.queryByText(/it sinks past/)).toBeNull();
    expect(screen.queryByText(/Under a depth/)).toBeNull();
  });
  it("says what to carry and what to buy", () => {
    render(<Shown ladder={ladder} rig={rig} system={system} />);
    expect(screen.getByText(/Carry beside it/).parentElement?.textContent).toContain("2.5 mm bead");
    expect(screen.getByText(/would fill 2 cells/)).toBeTruthy();
  });
});
