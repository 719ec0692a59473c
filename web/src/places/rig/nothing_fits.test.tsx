import { fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { TriesAnswer } from "../../api/client";
import { useSheets } from "../../state/open_sheets";
import { NothingFits } from "./nothing_fits";

const told = (changes: Partial<TriesAnswer>) =>
  ({ nothing_fits: "Nothing you own betters it.", what_would: [], readings: [], seq: 1, ...changes }) as TriesAnswer;

describe("where nothing that is owned betters a rig", () => {
  afterEach(() => useSheets.setState({ open: null }));

  it("says nothing before it is known, nor where something does", () => {
    const { container, rerender } = render(<NothingFits tries={null} />);
    expect(container.textContent).toBe("");
    rerender(<NothingFits tries={told({ nothing_fits: "" })} />);
    expect(container.textContent).toBe("");
  });

  it("says what would help and its minutes; a heavier bead is no other method", () => {
    render(<NothingFits tries={told({ what_would: [{ text: "a 4 mm bead", minutes: 11.6, method: "" }] })} />);
    expect(screen.getByText("A 4 mm bead").parentElement?.textContent).toContain("12 min");
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("opens what another method is started with", () => {
    render(<NothingFits tries={told({ what_would: [{ text: "another method", minutes: 7, method: "held" }] })} />);
    fireEvent.click(screen.getByRole("button", { name: "Start another method" }));
    expect(useSheets.getState().open).toBe("start");
  });
});
