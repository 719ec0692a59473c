// @vitest-environment node
import { describe, expect, it } from "vitest";
import { onDay, when } from "./moment";

const now = new Date(2026, 10, 25, 18, 0);

describe("moments are said as they are today", () => {
  it("gives today's the hour only", () => {
    expect(when(new Date(2026, 10, 25, 9, 14).toISOString(), now)).toBe("09:14");
    expect(onDay("2026-11-25", now)).toBe("today");
  });
  it("adds the day, and the year of another year", () => {
    expect(when(new Date(2026, 10, 14, 9, 14).toISOString(), now)).toMatch(/14.*09:14/);
    expect(when(new Date(2025, 3, 11, 9, 14).toISOString(), now)).toMatch(/2025/);
    expect(onDay("2025-04-11", now)).toMatch(/2025/);
  });
});
