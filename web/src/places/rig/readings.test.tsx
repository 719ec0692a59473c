import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Reading } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { Readings } from "./readings";

afterEach(cleanup);
const bottom: Reading = {
  key: "bottom",
  severity: "act",
  title: "Does not find the bottom",
  sentence: "The point comes no closer than 3 cm.",
  figure: "3",
  unit: "cm",
  value: null,
  low: null,
  high: null,
  why: ["A heavier bead brings it down."],
  parts: ["point"],
  tries: [
    {
      edit: { op: "step_bead", at: "point", heavier: true },
      name: "point bead 2.8 → 3.3 mm",
      effect: "finds the bottom late, 3.7 m",
      severity: "look",
      costs: "but too long for the rod",
    },
  ],
};
const zone: Reading = {
  key: "zone",
  severity: "fine",
  title: "In the taking zone",
  sentence: "Point 81% of the drift.",
  figure: "81",
  unit: "%",
  low: "72",
  high: "86",
};

describe("readings", () => {
  it("say what is wrong and fold what is fine to one line", () => {
    render(<Readings readings={[bottom, zone]} pinned={null} cautions={[]} />);
    expect(screen.getByText(bottom.sentence)).toBeTruthy();
    expect(screen.queryByText(zone.sentence)).toBeNull();
    expect(screen.getByTestId("reading-zone").textContent).toContain("(72–86)");
    expect(screen.getByTestId("reading-bottom").textContent).not.toContain("(");
  });
  it("open to their reason, and show the part on the line", async () => {
    render(<Readings readings={[bottom]} pinned={null} cautions={[]} />);
    expect(screen.queryByText("A heavier bead brings it down.")).toBeNull();
    await userEvent.click(screen.getByRole("button", { name: "Does not find the bottom" }));
    expect(screen.getByText("A heavier bead brings it down.")).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Show it on the line" }));
    expect(useBench.getState().selected).toBe("point");
  });
  it("offer an edit with its effect and its cost, done by one click", async () => {
    const editAll = vi.fn();
    useBench.setState({ editAll });
    render(<Readings readings={[bottom]} pinned={null} cautions={[]} />);
    const offer = screen.getByRole("button", { name: /2.8 → 3.3 mm/ });
    expect(offer.textContent).toContain("finds the bottom late, 3.7 m");
    expect(offer.textContent).toContain("but too long for the rod");
    await userEvent.click(offer);
    expect(editAll).toHaveBeenCalledWith([{ op: "step_bead", at: "point", heavier: true }], "try");
  });
  it("fade while their shares are still being computed", () => {
    render(<Readings readings={[{ ...bottom, waiting: true }, zone]} pinned={null} cautions={[]} />);
    expect(screen.getByTestId("reading-bottom").getAttribute("aria-busy")).toBe("true");
    expect(screen.getByTestId("reading-zone").getAttribute("aria-busy")).toBe("false");
  });
  it("stand beside those of a pinned rig where they differ", () => {
    const pinned = { ...bottom, title: "Finds the bottom", figure: "2.4", unit: "m" };
    render(<Readings readings={[bottom, zone]} pinned={[pinned, zone]} cautions={[]} />);
    const row = within(screen.getByTestId("reading-bottom"));
    expect(row.getByText(/pinned: finds the bottom/)).toBeTruthy();
    expect(screen.getByTestId("reading-zone").textContent).not.toContain("pinned");
  });
});
