// @vitest-environment node
import { describe, expect, it } from "vitest";
import type { Reach, UnitSystem } from "../api/client";
import { alongText, isStill, paceText } from "./water";

const metric = { key: "metric", rules: { speed: { unit: "m/s", factor: 1, decimals: 2, form: "plain", offset: 0 } } };
const system = metric as unknown as UnitSystem;
const water = (kind: string, pace_m_s: number) => ({ kind, pace_m_s }) as Reach;

describe("a water", () => {
  it("is still when it is a lake, and a river without pace is a river", () => {
    expect(isStill(water("lake", 0))).toBe(true);
    expect(isStill(water("river", 0))).toBe(false);
  });

  it("tells its pace, or that it is still", () => {
    expect(paceText(system, water("river", 0.62))).toBe("0.62 m/s");
    expect(paceText(system, water("river", 0))).toBe("0.00 m/s");
    expect(paceText(system, water("lake", 0))).toBe("still");
  });

  it("is measured along, or out from the shore", () => {
    expect(alongText(water("river", 1))).toBe("along");
    expect(alongText(water("lake", 0))).toBe("out from the shore");
  });
});
