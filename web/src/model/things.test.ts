import { describe, expect, it } from "vitest";
import type { Drawer } from "../api/client";
import { thingsOf } from "./things";

describe("what is owned, by name", () => {
  it("is a fly for each weight of its pattern, with its hook and bead", () => {
    const patterns = [
      {
        name: "Resin quill",
        hook: { size: 14 },
        weights: [
          { id: "a", bead: { diameter_mm: 2.8 } },
          { id: "b", bead: null },
        ],
      },
    ];
    expect(thingsOf({ patterns } as unknown as Drawer)).toEqual([
      { kind: "flies", row: "a", name: "Resin quill #14, 2.8 mm bead" },
      { kind: "flies", row: "b", name: "Resin quill #14" },
    ]);
  });
  it("names a spool by its number, and everything of an empty drawer by nothing", () => {
    const spools = [{ id: "s", number: 3, label: "clear 0.12" }];
    expect(thingsOf({ spools } as unknown as Drawer)).toEqual([{ kind: "spools", row: "s", name: "3 · clear 0.12" }]);
    expect(thingsOf({} as Drawer)).toEqual([]);
  });
});
