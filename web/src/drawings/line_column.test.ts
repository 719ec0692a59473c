import { expect, it } from "vitest";
import { thickness } from "./line_column";

it.each([
  ["Coloured mono 0.18 mm", "0.18 mm"],
  ["fluorocarbon tippet 0,127 mm", "0,127 mm"],
  ["nylon 0.0060 in", "0.0060 in"],
  ["copolymer tippet 4.7X", "4.7X"],
  ["copolymer tippet 4,7X", "4,7X"],
  ["nylon 5½X", "5½X"],
  ["nylon 02,8X", "02,8X"],
  ["a winder", ""],
])("tells of %s that it is %s thick", (line, told) => {
  expect(thickness(line)).toBe(told);
});
