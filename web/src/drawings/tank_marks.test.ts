import { describe, expect, it } from "vitest";
import { labelSides } from "./tank_marks";

const marks = (...xs: number[]) => xs.map((x) => ({ x, label: "2.0 m" }));

describe("where the bottom is found", () => {
  it("is told to the right of its mark while there is room to the edge, else to its left", () => {
    const long = 8 + 5 * 7.4;
    expect(labelSides(marks(400 - long), 54, 400)).toEqual(["start"]);
    expect(labelSides(marks(400 - long + 1), 54, 400)).toEqual(["end"]);
  });
  it("is told on either side of two marks close together, whichever comes first", () => {
    expect(labelSides(marks(200, 220), 54, 400)).toEqual(["end", "start"]);
    expect(labelSides(marks(220, 200), 54, 400)).toEqual(["start", "end"]);
    expect(labelSides(marks(200, 251), 54, 400)).toEqual(["start", "start"]);
  });
  it("is not told where no side has room", () => {
    expect(labelSides(marks(360, 380), 54, 400)).toEqual(["end", null]);
    expect(labelSides(marks(70), 54, 100)).toEqual([null]);
    expect(labelSides(marks(150, 190, 230), 54, 400)).toEqual(["end", null, "start"]);
  });
  it("keeps clear of a label before it", () => {
    expect(labelSides(marks(300, 380), 54, 400)).toEqual(["start", null]);
    expect(labelSides(marks(280, 380), 54, 400)).toEqual(["start", "end"]);
  });
});
