import { describe, expect, it } from "vitest";
import type { Joint, Rig } from "../api/client";
import { drawnAt, floatPlace, layoutLine, placeAt, unbroken } from "./line_layout";

const rig = (span: string, mm: number) =>
  ({
    head: { kind: "float", body: { id: "b", name: "ball" }, span, mm },
    spans: [
      { id: "butt", length_mm: 900 },
      { id: "tippet", length_mm: 600 },
      { id: "end", length_mm: 500 },
    ],
    joints: [{ id: "j0" }, { id: "j1" }, { id: "j2" }],
    attachments: [{ id: "point", at: { kind: "point" }, body: { kind: "fly" } }],
  }) as unknown as Rig;

describe("where a float sits", () => {
  it.each([
    ["butt", 0, 0, 2000],
    ["tippet", 100, 1000, 1000],
    ["tippet", 900, 1500, 500],
    ["end", 400, 1900, 100],
  ])("on %s, %i mm down it: %i below the line, %i above the point", (span, mm, down, above) => {
    expect(floatPlace(rig(span, mm))).toEqual({ down, above });
  });
  it("is nowhere where none holds the rig", () => {
    expect(floatPlace({ ...rig("butt", 0), head: { kind: "held" } } as Rig)).toBeNull();
  });
});

describe("a place on the drawn line", () => {
  const layout = layoutLine(rig("butt", 0), 1000);
  it.each([0, 450, 900, 1200, 1500, 1777, 2000])("%i mm is found again where it was drawn", (mm) => {
    expect(placeAt(layout, drawnAt(layout, mm))).toBeCloseTo(mm, 6);
  });
  it("is an end beyond the ends", () => {
    expect(placeAt(layout, -50)).toBe(0);
    expect(placeAt(layout, 9999)).toBe(2000);
    expect(drawnAt(layout, 9999)).toBe(layout.pointX);
  });
  it("grows along the line", () => {
    const drawn = [0, 300, 900, 950, 1500, 1600].map((mm) => drawnAt(layout, mm));
    expect([...drawn].sort((a, b) => a - b)).toEqual(drawn);
  });
});

describe("the pieces of a ready-made leader", () => {
  it.each([
    [["unbroken"], true],
    [["joint"], false],
    [[], false],
  ])("joined by %j", (uses, one) => {
    expect(unbroken({ id: "j", knot: { uses } } as unknown as Joint)).toBe(one);
  });
});
