import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Counsel, PackRig } from "../../api/client";
import type { Plan } from "../../model/pack";
import { happened } from "../../state/bank";
import { NextCard } from "./next_card";

vi.mock("../../state/units", () => ({ useNumber: () => (value: number, decimals: number) => value.toFixed(decimals) }));
vi.mock("../../state/bank", () => ({ happened: vi.fn() }));
const told = vi.mocked(happened);

const rig = (kind = "touch") =>
  ({
    plan: { kind },
    options: [
      { text: "as it is", edits: [], knots: [0, 2], minutes: [0, 3.4] },
      {
        text: "point bead 2.8 → 3.3 mm",
        edits: [{ op: "step_bead", at: "point", heavier: true }],
        knots: [2, 0],
        minutes: [3.4, 0],
      },
    ],
  }) as unknown as PackRig;
const plan = (doubt = "") => ({ doubt: () => doubt, worth: () => [0.36, 0.634] }) as unknown as Plan;
const counsel = { key: "snow", says: "Fish slower", why: "it is cold" } as unknown as Counsel;
type More = Partial<Parameters<typeof NextCard>[0]>;
const show = (more: More = {}) =>
  render(
    <NextCard
      rig={rig()}
      index={1}
      option={0}
      next={{ option: 1, gain: 2 }}
      plan={plan()}
      counsel={null}
      quiet={false}
      {...more}
    />,
  );

beforeEach(() => {
  told.mockClear();
});
afterEach(cleanup);

describe("the next change", () => {
  it("says what, what it is worth beside what is fished, and what it costs", () => {
    show();
    const card = screen.getByRole("region", { name: "Next" });
    expect(card.textContent).toContain("Next: point bead 2.8 → 3.3 mm");
    expect(card.textContent).toContain("good for 63 % of its way, as it is for 36 %. 2 knots, 3 min.");
  });

  it("is told in takes where takes are what teaches", () => {
    show({ rig: rig("take") });
    expect(screen.getByText(/About 6.3 takes in 10 casts, as it is 3.6/)).toBeTruthy();
  });

  it("is done by one tap, with its edits", async () => {
    show();
    await userEvent.setup().click(screen.getByRole("button", { name: "Do it" }));
    expect(told).toHaveBeenCalledWith("changed", {
      rig: 1,
      option: 1,
      text: "point bead 2.8 → 3.3 mm",
      made: true,
      why: "",
      edits: [{ op: "step_bead", at: "point", heavier: true }],
    });
  });

  it("is put off by two, with a reason and no edit", async () => {
    show();
    const user = userEvent.setup();
    await user.click(screen.getByRole("button", { name: "Not now" }));
    expect(told).not.toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: "too cold for a knot" }));
    expect(told).toHaveBeenCalledWith(
      "changed",
      expect.objectContaining({ made: false, why: "too cold for a knot", edits: [] }),
    );
    expect(screen.getByRole("button", { name: "Do it" })).toBeTruthy();
  });

  it("asks nothing while a drift goes on", () => {
    show({ quiet: true });
    expect(screen.getByText(/Next, after this drift/)).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("where nothing would bring more", () => {
  it("says to keep fishing, and doubts the water only where there is a doubt", async () => {
    show({ next: null });
    expect(screen.getByText("Keep fishing: no change would bring more than it costs.")).toBeTruthy();
    expect(screen.queryByText(/why\?/)).toBeNull();
    cleanup();
    show({ next: null, plan: plan("It touches less than it should: you lead faster.") });
    expect(screen.getByText("It touches less than it should: why?")).toBeTruthy();
    expect(screen.getByText("you lead faster.")).toBeTruthy();
  });

  it("gives counsel of practice until it is put off", async () => {
    show({ next: null, counsel });
    expect(screen.getByText("Fish slower.")).toBeTruthy();
    await userEvent.setup().click(screen.getByRole("button", { name: "Not now" }));
    expect(screen.queryByText("Fish slower.")).toBeNull();
    expect(screen.getByText(/Keep fishing/)).toBeTruthy();
  });
});
