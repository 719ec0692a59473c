import { describe, expect, it } from "vitest";
import type { Strength } from "../../api/client";
import { loadOn, NOWHERE } from "./pull_choice";

const link = (part: string, force_n: number, loses: string[], lost: string): Strength =>
  ({ kind: "joint", part, name: part, force_n, shown: `${force_n} N`, loses, lost, why: "" }) as Strength;

const chain = [
  link("top", 12, ["bead", "upper", "point"], "two flies"),
  link("knot", 9, ["bead", "upper", "point"], "two flies"),
  link("own", 15, ["upper"], "one fly"),
];

describe("a pull at a fly", () => {
  it("goes through the links that would lose it, and the weakest of them goes", () => {
    const load = loadOn(chain, "upper");
    expect(load?.goes).toBe("knot");
    expect([...(load?.holds.keys() ?? [])]).toEqual(["top", "knot", "own"]);
  });

  it("tells the loss as the server counted it, in hooks", () => {
    expect(loadOn(chain, "point")?.said).toBe("9 N, and you lose two flies");
  });

  it("is nothing where nobody pulls, or nothing hangs", () => {
    expect(loadOn(chain, NOWHERE)).toBeNull();
    expect(loadOn(chain, "elsewhere")).toBeNull();
  });
});
