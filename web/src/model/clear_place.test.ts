import { describe, expect, it } from "vitest";
import { clearPlace } from "./clear_place";

const box = (x: number, y = 0) => ({ x, y, width: 70, height: 16 });

describe("a label", () => {
  it("stays where it is wanted while nothing runs there", () => {
    expect(
      clearPlace(
        [box(100), box(200)],
        [
          [
            [0, 60],
            [300, 60],
          ],
        ],
      ),
    ).toEqual(box(100));
  });
  it("goes to where no line crosses it, also between two points of one", () => {
    expect(
      clearPlace(
        [box(100), box(200)],
        [
          [
            [60, 8],
            [190, 8],
            [190, 200],
          ],
        ],
      ),
    ).toEqual(box(200));
  });
  it("keeps a little room to a line beside it", () => {
    const beside = (y: number) =>
      clearPlace(
        [box(100), box(300)],
        [
          [
            [100, y],
            [135, y],
            [170, y],
          ],
        ],
      )?.x;
    expect(beside(16 + 4)).toBe(300);
    expect(beside(16 + 6)).toBe(100);
  });
  it("takes the place that is crossed least where each is", () => {
    const lines = [
      [
        [100, 8],
        [120, 8],
        [140, 8],
        [160, 8],
        [210, 8],
      ] as [number, number][],
    ];
    expect(clearPlace([box(100), box(200)], lines)?.x).toBe(200);
  });
  it("has none where none is offered", () => {
    expect(clearPlace([], [])).toBeUndefined();
  });
});
