import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer, Rig, UnitSystem } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { PhoneLine } from "./phone_line";

const rule = { factor: 1, offset: 0, unit: "m", decimals: 2, rounding: "digits", digits: 2 };
const system = {
  key: "metric",
  rules: { length: rule, diameter: { ...rule, factor: 1000, unit: "mm" }, bead: { ...rule, factor: 1000, unit: "mm" } },
} as unknown as UnitSystem;
const material = { key: "mono", name: "Mono", look: "mono" };
const fly = (mm: number | null) => ({
  kind: "fly",
  pattern: "Olive",
  hook: { size: 14, shank_mm: 9, gape_mm: 5, wire_mm: 0.45 },
  dressing: { key: "slim" },
  bead: mm === null ? null : { diameter_mm: mm, material: "tungsten" },
});
const rig = (more: object = {}) =>
  ({
    name: "Two nymphs",
    head: { kind: "held" },
    spans: [
      { id: "s0", name: "Sighter", material, d0_mm: 0.2, d1_mm: 0.2, length_mm: 500 },
      { id: "s1", name: "Tippet", material, d0_mm: 0.12, d1_mm: 0.12, length_mm: 800 },
    ],
    joints: [
      { id: "j0", knot: { name: "Loop", uses: ["loop"] } },
      { id: "j1", knot: { name: "Water knot", uses: ["join"] } },
    ],
    attachments: [
      { id: "dropper", at: { kind: "joint", joint: "j1" }, body: fly(2.5) },
      { id: "point", at: { kind: "point" }, body: fly(null) },
    ],
    ...more,
  }) as unknown as Rig;
const answer = (more: object = {}) =>
  ({ rig: rig(more), roles: { point: "point", dropper: "dropper" } }) as unknown as Answer;
const edit = vi.fn();
const select = vi.fn();

beforeEach(() => useBench.setState({ edit, select, faults: {} }));
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

describe("the line on a phone", () => {
  it("is read from the point up: flies and tippet first", () => {
    render(<PhoneLine answer={answer()} system={system} />);
    const rows = screen.getAllByRole("listitem").map((row) => row.textContent ?? "");
    expect(rows.map((r) => r.match(/^(point|dropper|Tippet|Sighter|water knot|loop)/)?.[0])).toEqual([
      "point",
      "Tippet",
      "dropper",
      "water knot",
      "Sighter",
      "loop",
    ]);
    expect(rows[3]).toContain("a dropper hangs here");
  });

  it("steps a bead and a length with one press each, and opens a part to all of its controls", async () => {
    render(<PhoneLine answer={answer()} system={system} />);
    const bead = within(screen.getAllByRole("group", { name: "bead" })[0] as HTMLElement);
    expect(bead.getByRole("status").textContent).toBe("none");
    await userEvent.click(bead.getByRole("button", { name: "More: bead" }));
    await userEvent.click(screen.getByRole("button", { name: "Less: Tippet length" }));
    expect(edit.mock.calls).toEqual([
      [{ op: "step_bead", at: "point", heavier: true }, "point.bead"],
      [{ op: "change_length", span: "s1", by_mm: -100 }, "s1.length"],
    ]);
    await userEvent.click(screen.getByRole("button", { name: /water knot/ }));
    expect(select).toHaveBeenCalledWith("j1");
  });

  it("says beside the part what was refused", () => {
    useBench.setState({ faults: { "point.bead": "there is no heavier one of yours" } });
    render(<PhoneLine answer={answer()} system={system} />);
    expect(screen.getByRole("alert").closest("li")?.textContent).toContain("point");
  });

  it("has the float's place where a float holds it", async () => {
    const head = { kind: "float", span: "s0", mm: 300 };
    render(<PhoneLine answer={answer({ head })} system={system} />);
    expect(within(screen.getByRole("group", { name: "float" })).getByRole("status").textContent).toContain("1.00");
    await userEvent.click(screen.getByRole("button", { name: "More: float" }));
    expect(edit).toHaveBeenCalledWith({ op: "set_float", deeper_mm: 100 }, "float");
  });
});
