// @vitest-environment node
import { describe, expect, it } from "vitest";
import { addressOf, namedBy } from "./in_hand_address";

const RIG = "0b6f2d52-7f0e-4f0a-9f3e-0a4b1f8f3c11";

describe("the address of a place", () => {
  it.each([
    ["/rig", { about: "rig", id: null }],
    [`/rig/${RIG}`, { about: "rig", id: RIG }],
    ["/rig/taper", { about: "rig", id: null }],
    [`/rig/${RIG}/taper`, { about: "rig", id: RIG }],
    ["/tie", { about: "rig", id: null }],
    [`/tie/${RIG}`, { about: "rig", id: RIG }],
    ["/water", { about: "water", id: null }],
    ["/water/weir%20run", { about: "water", id: "weir run" }],
    ["/water/%", { about: "water", id: "%" }],
    ["/tackle/flies", null],
    ["/rig/a/b/c", null],
  ])("%s names %o", (path, named) => expect(namedBy(path)).toEqual(named));

  it.each([
    ["/rig", `/rig/${RIG}`],
    ["/rig/another", `/rig/${RIG}`],
    ["/rig/taper", `/rig/${RIG}/taper`],
    ["/rig/another/taper", `/rig/${RIG}/taper`],
    ["/tie", `/tie/${RIG}`],
    ["/water/x", `/water/${RIG}`],
    ["/tackle/flies", "/tackle/flies"],
  ])("%s stays the same place with another id", (path, address) => expect(addressOf(path, RIG)).toBe(address));
});
