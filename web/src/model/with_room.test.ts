import { describe, expect, it } from "vitest";
import { withRoom } from "./with_room";

describe("texts along a track", () => {
  it("are written where one is far enough from the last, across or down", () => {
    const places = [
      [0, 0],
      [29, 9],
      [30, 0],
      [31, 10],
    ] as const;
    expect(withRoom(places, 30, 10)).toEqual([0, 2, 3]);
  });

  it("of something that hardly moves are written once", () => {
    expect(
      withRoom(
        [...Array(12).keys()].map((k) => [k, k / 2] as const),
        32,
        13,
      ),
    ).toEqual([0]);
    expect(withRoom([], 32, 13)).toEqual([]);
  });
});
