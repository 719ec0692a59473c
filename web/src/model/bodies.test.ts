// @vitest-environment node
import { describe, expect, it } from "vitest";
import type { Attachment, UnitSystem } from "../api/client";
import { bodyName, flyOf, sizeOf, weightOf } from "./bodies";
import golden from "./format.golden.json";

const system = {
  rules: {
    bead: { unit: "mm", factor: 1000, decimals: 1, form: "decimal", offset: 0 },
    fly_mass: { unit: "g", factor: 1000, decimals: 2, form: "decimal", offset: 0 },
  },
} as unknown as UnitSystem;
const fly = { kind: "fly", pattern: "Quill", hook: { size: 14 }, bead: { diameter_mm: 2.8 } } as Attachment["body"];
const bare = { ...fly, bead: null } as Attachment["body"];
const shot = { kind: "shot", name: "BB", mass_mg: 400, density_kg_m3: 7300 } as Attachment["body"];

describe("what hangs on a line", () => {
  it("is called by pattern and hook, or by the size of the shot", () => {
    expect(bodyName(fly)).toBe("Quill #14");
    expect(bodyName(shot)).toBe("shot BB");
    expect(flyOf(shot)).toBeNull();
  });
  it.each(golden.hooks)("is called by its hook as the server writes it: %i", (size, label) => {
    expect(bodyName({ ...fly, hook: { size } } as Attachment["body"])).toBe(`Quill #${label}`);
  });
  it("says what makes it heavy", () => {
    expect(weightOf({ ...fly, wraps: { turns: 8 } } as Attachment["body"], system)).toBe("2.8 mm, 8 turns");
    expect(weightOf({ ...bare, wraps: { turns: 8 } } as Attachment["body"], system)).toBe("8 turns");
    expect(weightOf(fly, system)).toBe("2.8 mm");
    expect(weightOf(bare, system)).toBe("no bead");
    expect(weightOf(shot, system)).toBe("0.40 g");
  });
  it("is drawn as big as it is", () => {
    expect(sizeOf(fly)).toBe(2.8);
    expect(sizeOf(bare)).toBeLessThan(2);
  });
  it.each(golden.shots)("is drawn as big as the server says shot of %f mg is", (mass_mg, density_kg_m3, mm) => {
    expect(sizeOf({ ...shot, mass_mg, density_kg_m3 } as Attachment["body"])).toBeCloseTo(mm as number, 9);
  });
});
