import { cleanup, render, screen, within } from "@testing-library/react";
import { afterEach, expect, it } from "vitest";
import { Shown } from "./pack_list";

afterEach(cleanup);

const list = {
  groups: [
    {
      name: "Spools",
      rows: [
        { amount: "2.40 m", name: "Fluorocarbon 0.12 mm, spool 4", note: "only 1.90 m on it", lacking: true },
        { amount: "0.60 m", name: "Sighter 0.20 mm, spool 7", note: "12 m on it", lacking: false },
      ],
    },
  ],
  labels: [
    {
      name: "Short and led",
      method: "Short line",
      pieces: ["Mono 0.20 mm 1.20 m", "Mono 0.12 mm 0.80 m"],
      flies: ["Slim olive #16 on 12 cm", "Resin quill #14 at the point"],
      whole: "2.00 m",
    },
  ],
};

it("lists what to take by its kind, what there is too little of told apart", () => {
  render(<Shown list={list} />);
  const rows = within(screen.getByRole("region", { name: "Spools" })).getAllByRole("listitem");
  expect(rows.map((r) => r.textContent)).toEqual([
    "2.40 mFluorocarbon 0.12 mm, spool 4only 1.90 m on it",
    "0.60 mSighter 0.20 mm, spool 712 m on it",
  ]);
  expect(screen.getByText("only 1.90 m on it").className).toContain("font-semibold");
  expect(screen.getByText("12 m on it").className).not.toContain("font-semibold");
});

it("has a label for each winder with its pieces from the top and its flies", () => {
  render(<Shown list={list} />);
  const labels = screen.getByRole("region", { name: "Labels for winders" });
  expect(within(labels).getByText("Mono 0.20 mm 1.20 m – Mono 0.12 mm 0.80 m")).toBeTruthy();
  expect(within(labels).getAllByRole("listitem")).toHaveLength(2);
});
