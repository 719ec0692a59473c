import { beforeEach, describe, expect, it } from "vitest";
import { chose, recent } from "./recent";

beforeEach(() => localStorage.clear());

describe("what was chosen by name", () => {
  it("comes first the next time, each once, the last first", () => {
    for (const key of ["a", "b", "a"]) chose(key);
    expect(recent()).toEqual(["a", "b"]);
  });
  it("is remembered six long", () => {
    for (const key of "abcdefgh") chose(key);
    expect(recent()).toEqual(["h", "g", "f", "e", "d", "c"]);
  });
  it.each(["{", '{"a":1}', "[1,null]"])("is nothing where what was kept is damaged: %s", (kept) => {
    localStorage.setItem("jarana.recent", kept);
    expect(recent()).toEqual([]);
  });
});
