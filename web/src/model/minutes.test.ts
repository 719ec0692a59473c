// @vitest-environment node
import { expect, it } from "vitest";
import { range } from "./minutes";

it("brackets what lies between P10 and P90, and nothing where both read alike", () => {
  expect(range(4.6, 10.4)).toBe("(5–10)");
  expect(range(54.6, 55.4)).toBe("");
  expect(range(54.4, 54.6)).toBe("(54–55)");
});
