import { describe, expect, it } from "vitest";
import type { UnitSystem } from "../api/client";
import { ridesText } from "./rides";

const rides = [
  { role: "dropper", p50_mm: [0, 300, 412] },
  { role: "point", p50_mm: [] },
] as never;
const inches = {
  key: "imperial",
  mark: ",",
  rules: { depth: { decimals: 1, factor: 39.3701, form: "", offset: 0, unit: "in" } },
} as unknown as UnitSystem;

describe("how deep a rig rides, read out", () => {
  it("is told of every fly at the end of its way, in the person's units", () => {
    expect(ridesText(inches, rides)).toBe("dropper 16,2 in deep, point 0,0 in deep");
  });
  it("is told in centimetres where no units are known yet", () => {
    expect(ridesText(undefined, rides)).toBe("dropper 41 cm deep, point 0 cm deep");
  });
});
