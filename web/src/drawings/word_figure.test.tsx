import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { WordFigure } from "./word_figure";

afterEach(cleanup);
const lit = () => screen.getByRole("img").querySelectorAll('[stroke="var(--float)"], [fill="var(--float)"]').length;

describe("a word that is drawn", () => {
  it.each(["butt", "taper", "sighter", "joint", "tippet", "dropper", "point", "float", "shot"])(
    "lights its part of the leader: %s",
    (part) => {
      render(<WordFigure figure={`line:${part}`} name={part} />);
      expect(screen.getByRole("img", { name: `Drawn: ${part}` })).toBeTruthy();
      expect(lit()).toBeGreaterThan(0);
    },
  );
  it.each(["pace", "bed", "drift", "drag", "lane"])("lights its part of the water: %s", (part) => {
    render(<WordFigure figure={`water:${part}`} name={part} />);
    expect(lit()).toBeGreaterThan(0);
  });
  it("lights nothing that it does not know", () => {
    render(<WordFigure figure="line:reel" name="reel" />);
    expect(lit()).toBe(0);
  });
});
