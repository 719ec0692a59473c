import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, expect, it } from "vitest";
import { CsvLinks } from "./csv_links";

afterEach(cleanup);

const hrefs = () =>
  screen.getAllByRole("link").map((a) => [a.getAttribute("aria-label") ?? a.textContent, a.getAttribute("href")]);

it("leads to a table with commas and to one with semicolons, both to be kept", () => {
  render(<CsvLinks of="Flies" href="/flies.csv" />);
  expect(hrefs()).toEqual([
    ["Flies, CSV", "/flies.csv"],
    ["Flies, CSV with semicolons and decimal commas", "/flies.csv?cells=semicolon"],
  ]);
  expect(screen.getAllByRole("link").every((a) => a.hasAttribute("download"))).toBe(true);
});

it("keeps what was asked for already", () => {
  render(<CsvLinks href="/answers.csv?water=weir" />);
  expect(hrefs().at(-1)).toEqual(["CSV with semicolons and decimal commas", "/answers.csv?water=weir&cells=semicolon"]);
});
