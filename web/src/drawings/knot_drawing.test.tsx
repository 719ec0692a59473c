import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { KnotDrawing } from "./knot_drawing";

const STEP = {
  says: "Through the eye.",
  strokes: [
    { role: "eye", d: "", x: 100, y: 30, width: 0, dx: 0, dy: 0 },
    { role: "line", d: "M0 30C1 30 2 30 3 30", x: 0, y: 0, width: 0, dx: 0, dy: 0 },
    { role: "end", d: "M3 30C4 30 5 30 6 30", x: 0, y: 0, width: 0, dx: 0, dy: 0 },
    { role: "cut", d: "", x: 80, y: 40, width: 0, dx: 0, dy: 0 },
    { role: "pull", d: "", x: 10, y: 30, width: 0, dx: -10, dy: 0 },
  ],
};

afterEach(cleanup);

describe("a knot's step", () => {
  it("is a picture with its sentence", () => {
    render(<KnotDrawing step={STEP} label="Step 1: Through the eye." />);
    expect(screen.getByRole("img", { name: "Step 1: Through the eye." })).toBeTruthy();
  });

  it("tells the end from the standing line by a hollow stroke, not by colour alone", () => {
    const { container } = render(<KnotDrawing step={STEP} label="s" />);
    const paths = (d: string) => container.querySelectorAll(`path[d="${d}"]`);
    expect(paths("M0 30C1 30 2 30 3 30").length).toBe(2);
    expect(paths("M3 30C4 30 5 30 6 30").length).toBe(3);
  });

  it("draws what comes later over what came before", () => {
    const { container } = render(<KnotDrawing step={STEP} label="s" />);
    const all = [...container.querySelectorAll("path")].map((p) => p.getAttribute("d"));
    expect(all.indexOf("M3 30C4 30 5 30 6 30")).toBeGreaterThan(all.lastIndexOf("M0 30C1 30 2 30 3 30"));
  });
});
