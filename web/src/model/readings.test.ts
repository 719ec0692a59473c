import { describe, expect, it } from "vitest";
import type { Reading } from "../api/client";
import { shownReadings } from "./readings";

const reading = (key: string, severity: Reading["severity"], figure = "1"): Reading =>
  ({
    key,
    severity,
    title: `${key} ${severity}`,
    sentence: "",
    figure,
    unit: "m",
    tries: [],
    by_shares: true,
  }) as unknown as Reading;

describe("readings", () => {
  const before = [reading("zone", "look"), reading("bottom", "fine")];
  it("keep their place and severity while their shares are computed, with the new figure", () => {
    const now = shownReadings([reading("bottom", "act", "2"), reading("zone", "fine", "3")], null, before, null);
    expect(now.map((r) => [r.key, r.severity, r.figure, r.waiting])).toEqual([
      ["zone", "look", "3", true],
      ["bottom", "fine", "2", true],
    ]);
  });
  it("say at once what no drift decides, in the place they had", () => {
    const knot = (r: Reading) => ({ ...r, by_shares: false });
    const now = shownReadings([knot(reading("bottom", "act", "2")), reading("zone", "fine", "3")], null, before, null);
    expect(now.map((r) => [r.key, r.title, r.waiting])).toEqual([
      ["zone", "zone look", true],
      ["bottom", "bottom act", false],
    ]);
  });
  it("are told by shares as soon as there are any, with those that no drift decides among them, worst first", () => {
    const knot = { ...reading("knot", "look"), by_shares: false };
    const shares = [reading("zone", "fine"), reading("bottom", "act")];
    const nominal = [knot, reading("zone", "look"), reading("bottom", "fine")];
    expect(shownReadings(nominal, shares, before, null).map((r) => [r.key, r.severity, r.waiting])).toEqual([
      ["bottom", "act", false],
      ["knot", "look", false],
      ["zone", "fine", false],
    ]);
  });
  it("stand as one drift tells them where nothing was told before, waiting where shares will judge", () => {
    const knot = { ...reading("knot", "fine"), by_shares: false };
    const now = shownReadings([...before, knot], null, null, null);
    expect(now.map((r) => [r.title, r.waiting])).toEqual([
      ["zone look", true],
      ["bottom fine", true],
      ["knot fine", false],
    ]);
  });
  it("carry what to try once that is there, and never that of a rig before", () => {
    const offered = [{ ...reading("zone", "look"), tries: [{ name: "bead up" }] } as unknown as Reading];
    expect(shownReadings(before, before, null, offered)[0]?.tries).toHaveLength(1);
    const settled = [reading("zone", "fine"), reading("bottom", "fine")];
    expect(shownReadings(before, settled, before, offered).every((r) => r.tries?.length === 0)).toBe(true);
    expect(shownReadings(before, null, before, null).every((r) => r.tries?.length === 0)).toBe(true);
  });
});
