import { describe, expect, it } from "vitest";
import type { Word } from "../api/client";
import { foundWords } from "./find_words";

const word = (key: string, name: string, ...also: string[]): Word => ({
  key,
  name,
  also,
  text: "",
  places: [],
  figure: "",
});
const WORDS = [
  word("float", "float", "indicator"),
  word("load", "float load"),
  word("sighter", "sighter", "indicator mono"),
];

describe("what a word means is found", () => {
  it("by every piece that is typed, in any order", () => {
    expect(foundWords(WORDS, "LOAD flo").map((w) => w.key)).toEqual(["load"]);
  });
  it("by what others call it, after those that are called so", () => {
    expect(foundWords([word("a", "mono line"), ...WORDS], "mono").map((w) => w.key)).toEqual(["a", "sighter"]);
    expect(foundWords(WORDS, "indicator").map((w) => w.key)).toEqual(["float", "sighter"]);
  });
  it("not at all where nothing is called so", () => {
    expect(foundWords(WORDS, "spoon")).toEqual([]);
  });
  it("among all of them while nothing is typed", () => {
    expect(foundWords(WORDS, "  ")).toEqual(WORDS);
  });
});
