import { render, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import type { Rig, TieSheet } from "../api/client";
import { LineColumn, thickness } from "./line_column";

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

const span = (id: string, d0_mm: number, d1_mm: number) => ({
  id,
  name: id,
  material: { look: "mono" },
  d0_mm,
  d1_mm,
  length_mm: 1000,
});
const rig = {
  name: "Dry fly",
  line: { name: "floating" },
  head: { kind: "fly line" },
  spans: [span("butt", 0.3, 0.3), span("taper", 0.3, 0.15)],
  joints: ["butt", "taper"].map((id) => ({ id: `${id} joint`, knot: { name: "Blood", uses: [] } })),
  attachments: [{ id: "fly", at: { kind: "point" }, body: { kind: "shot", name: "", mass_mg: 100 } }],
} as unknown as Rig;
const sheet = { cuts: [], flies: [] } as unknown as TieSheet;

it("draws a taper from its thick end to its thin one, and a level line as one stroke", () => {
  render(<LineColumn rig={rig} sheet={sheet} width={400} height={500} done={new Set()} now={null} />);
  const tapers = screen.getAllByTestId("column-taper");
  expect(tapers).toHaveLength(1);
  const [left = 0, , right = 0, thin = 0, , end = 0] =
    (tapers[0]?.getAttribute("d") ?? "").match(/[\d.]+/g)?.map(Number) ?? [];
  expect(right - left).toBeCloseTo(0.3 * 24, 6);
  expect(thin - end).toBeCloseTo(0.15 * 24, 6);
});
