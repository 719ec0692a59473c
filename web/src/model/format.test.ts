// @vitest-environment node
import { describe, expect, it } from "vitest";
import type { UnitSystem } from "../api/client";
import { figure, type Kind, stepOf, text } from "./format";
import golden from "./format.golden.json";

const rule = (unit: string, factor: number, decimals: number, form = "decimal", offset = 0) => ({
  unit,
  factor,
  decimals,
  form,
  offset,
});
const metric: UnitSystem = {
  key: "metric",
  name: "",
  rules: { length: rule("m", 1, 2), diameter: rule("mm", 1000, 2), temperature: rule("°C", 1, 0) },
};
const x: UnitSystem = {
  key: "x",
  name: "",
  rules: {
    length: rule("ft", 1 / 0.3048, 0, "feet_inches"),
    diameter: rule("X", 1 / 0.0254, 1, "x"),
    temperature: rule("°F", 1.8, 0, "decimal", 160 / 9),
  },
};

describe("figures are written by the server's rules", () => {
  it("keeps the third decimal only of a diameter that has one", () => {
    expect(text(metric, "diameter", 0.00012)).toBe("0.12 mm");
    expect(text(metric, "diameter", 0.000127)).toBe("0.127 mm");
  });
  it("writes feet and quarter inches", () => {
    expect(text(x, "length", 0.508)).toBe("1′ 8″");
    expect(text(x, "length", 0.0635)).toBe("2½″");
    expect(text(x, "length", 0.3048 * 3)).toBe("3′");
  });
  it("writes X numbers on both sides of 0X", () => {
    expect(text(x, "diameter", 0.1524e-3)).toBe("5X");
    expect(text(x, "diameter", 0.3048e-3)).toBe("01X");
  });
  it("shifts before it scales", () => {
    expect(figure(x, "temperature", 9)).toEqual({ digits: "48", unit: "°F" });
  });
});

describe("the screen and the server write the same figure", () => {
  it.each(golden.systems.map((system) => [system.key, system] as const))("in %s, tie or no tie", (_key, system) => {
    const wrong = Object.entries(system.written).flatMap(([kind, rows]) =>
      rows
        .map(([si, said]) => [kind, si, said, text(system.units as UnitSystem, kind as Kind, si as number)])
        .filter(([, , said, here]) => said !== here),
    );
    expect(wrong).toEqual([]);
  });
});

describe("what a press adds", () => {
  it("is what the units say, and metric where units kept from before say nothing", () => {
    const feet = { rules: { length: { step: 0.1524 }, depth: {} } } as unknown as UnitSystem;
    expect(stepOf(feet, "length")).toBe(0.1524);
    expect(stepOf(feet, "depth")).toBe(0.05);
    expect(stepOf(feet, "bead")).toBe(0);
  });
});
