import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Cut, TieSheet, TieStep, UnitSystem } from "../../api/client";
import { AllSteps } from "./all_steps";
import { OneStep } from "./one_step";
import { PullList } from "./pull_list";

vi.stubGlobal(
  "ResizeObserver",
  class {
    observe() {}
    disconnect() {}
  },
);
afterEach(cleanup);

const cut: Cut = {
  part: "tippet",
  name: "Tippet",
  line: "Fluorocarbon tippet 0.12 mm",
  look: "fluorocarbon",
  spool_id: "spool-9",
  spool: "Spool 9",
  finished_mm: 520,
  eaten_mm: 20,
  held_mm: 120,
  tag_mm: 0,
  cut_mm: 660,
  finished_shown: "0.52 m",
  extra_shown: "14 cm",
  cut_shown: "0.66 m",
  measured: "1 forearm + 1 hand span",
};
const step: TieStep = {
  key: "j1",
  kind: "join",
  part: "j1",
  cut: "tippet",
  title: "Join to the sighter with a blood",
  detail: "Cross the ends.",
  figures: [{ figure: "2 cm", name: "this knot eats", key: "eats" }],
};
const pulls: TieSheet["pulls"] = [
  {
    spool_id: "spool-9",
    name: "9 · fluorocarbon 0.12",
    needed_mm: 660,
    needed_shown: "0.66 m",
    left_shown: "0.4 m",
    after_shown: "0.0 m",
    short: true,
  },
  {
    spool_id: null,
    name: "Braid 0.30 mm",
    needed_mm: 600,
    needed_shown: "0.60 m",
    left_shown: "none",
    after_shown: "",
    short: true,
  },
];
const sheet: TieSheet = {
  pulls,
  flies: [
    { part: "point", name: "Quill #14, 2.8 mm bead", owned: 6 },
    { part: "dropper", name: "Olive #16", owned: null },
  ],
  cuts: [cut],
  steps: [step, { key: "test", kind: "test", part: "rig", cut: null, title: "Test it", detail: "Pull.", figures: [] }],
  dressing: [],
  cautions: [{ key: "nippers", short: "Nippers, not teeth.", full: "Nippers, not teeth." }],
  total_shown: "0.66 m",
};
const system = { rules: {} } as unknown as UnitSystem;

describe("the pull list", () => {
  it("says which spool is short and what is not owned", () => {
    render(<PullList sheet={sheet} />);
    expect(screen.getByTestId("pull-spool-9").textContent).toContain("not enough on it");
    expect(screen.getByText("you own none of it")).toBeTruthy();
    expect(screen.getByText(/6 in the box/).textContent).toContain("Olive #16 (not in your box)");
  });
});

describe("all steps", () => {
  it("tell what to cut, from where, by hand, and what the knot eats", () => {
    render(<AllSteps sheet={sheet} system={system} ticked={new Set()} onTick={vi.fn()} />);
    const row = screen.getByTestId("step-j1");
    for (const text of ["0.66 m", "Spool 9", "1 forearm + 1 hand span", "Eats"])
      expect(row.textContent).toContain(text);
  });
  it("are ticked off by their key", async () => {
    const tick = vi.fn();
    render(<AllSteps sheet={sheet} system={system} ticked={new Set(["test"])} onTick={tick} />);
    const boxes = screen.getAllByRole<HTMLInputElement>("checkbox");
    expect(boxes.map((b) => b.checked)).toEqual([false, true]);
    await userEvent.click(boxes[0] as HTMLElement);
    expect(tick).toHaveBeenCalledWith("j1", true);
  });
});

describe("one step", () => {
  const show = (more: Partial<Parameters<typeof OneStep>[0]> = {}) => {
    const tick = vi.fn();
    render(
      <OneStep
        step={step}
        card={null}
        index={1}
        count={9}
        cut={cut}
        pull={pulls}
        system={system}
        ticked={false}
        onTick={tick}
        onBack={vi.fn()}
        onNext={vi.fn()}
        {...more}
      />,
    );
    return tick;
  };
  it("says it in big type: what to cut, then what to tie", () => {
    show();
    const heads = screen.getAllByRole("heading").map((h) => h.textContent);
    expect(heads).toEqual(["Cut 0.66 m of fluorocarbon tippet 0.12 mm", "Join to the sighter with a blood"]);
    expect(screen.getByText(/not enough on it/)).toBeTruthy();
    expect(
      within(screen.getByRole("region", { name: "Step" })).getByText("By hand: 1 forearm + 1 hand span."),
    ).toBeTruthy();
  });
  it("is ticked off by one button, and can be taken back", async () => {
    const tick = show();
    await userEvent.click(screen.getByRole("button", { name: "Tied and tested" }));
    expect(tick).toHaveBeenCalledWith(true);
    cleanup();
    const back = show({ ticked: true });
    await userEvent.click(screen.getByRole("button", { name: "Not done after all" }));
    expect(back).toHaveBeenCalledWith(false);
  });
  it("has no way back from the first", () => {
    show({ index: 0, onBack: null });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Back" }).disabled).toBe(true);
  });
});
