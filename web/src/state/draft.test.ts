import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Docs, Saved, Waiting } from "./bench_store";
import { isUnsaved, keepDraft, readDraft, restoredRig, restoredWater, waterOf } from "./draft";

const docs = { rig: { name: "r" }, water: { id: "w" } } as unknown as Docs;
const saved = { rigId: "1", revision: "2", number: 3, rig: null } as Saved;
const waiting = [{ edit: { op: "step_bead", at: "point", heavier: true }, field: "point.bead" }] as Waiting[];
const nothing = { past: [], future: [], waiting: [] };

beforeEach(() => sessionStorage.clear());

describe("what was not saved yet", () => {
  it("comes back after a reload, with the revision it was based on, its past and what was still on the way", () => {
    const kept = { past: [docs, docs], future: [docs], waiting };
    keepDraft({ docs, saved, kept });
    expect(readDraft()).toEqual({ docs, saved, kept });
    expect(restoredRig()).toEqual(docs.rig);
  });
  it("keeps fewer steps back where there is no room, and never loses what waits", () => {
    const put = vi.spyOn(Storage.prototype, "setItem").mockImplementation(function (this: Storage, _key, text) {
      if (text.length > 900) throw new DOMException("full", "QuotaExceededError");
      (this as unknown as Record<string, string>)["jarana.draft"] = text;
    });
    keepDraft({ docs, saved, kept: { past: Array(200).fill(docs), future: [], waiting } });
    put.mockRestore();
    const kept = readDraft()?.kept;
    expect(kept?.past.length).toBeGreaterThan(0);
    expect(kept?.past.length).toBeLessThan(40);
    expect(kept?.waiting).toEqual(waiting);
  });
  it("is gone once it is put away", () => {
    keepDraft({ docs, saved, kept: nothing });
    keepDraft(null);
    expect(readDraft()).toBeNull();
  });
  it("is told from what was saved: an edit on the way is not saved", () => {
    const same = { docs, saved: { ...saved, rig: docs.rig }, kept: nothing };
    expect(isUnsaved(same)).toBe(false);
    expect(isUnsaved({ ...same, saved })).toBe(true);
    expect(isUnsaved({ ...same, kept: { ...nothing, waiting } })).toBe(true);
    expect(isUnsaved({ ...same, kept: { ...nothing, redone: waiting } })).toBe(true);
  });
  it("comes back with the newest water where its own was saved, else with its own and what that began on", () => {
    const water = (depth_m: number) => ({ id: "w", depth_m }) as unknown as Docs["water"];
    const base = { number: 4, water: water(0.9) };
    const newest = { number: 5, reach: water(1.1) };
    const drafted = (depth: number) => ({ docs: { ...docs, water: water(depth) }, saved, kept: nothing, base });
    expect(waterOf(drafted(0.9), newest)).toEqual({ water: water(1.1), base: { number: 5, water: water(1.1) } });
    expect(waterOf(drafted(0.7), newest)).toEqual({ water: water(0.7), base });
    // It was sent as the page was left, and has arrived.
    expect(waterOf(drafted(1.1), newest).base).toEqual({ number: 5, water: water(1.1) });
    keepDraft(drafted(0.7));
    readDraft();
    expect(restoredWater()).toEqual(water(0.7));
  });
  it.each(["", "{", "null", '{"docs":{}}', '{"docs":{"rig":{},"water":{}},"saved":{}}'])(
    "is not made up from %s",
    (text) => {
      sessionStorage.setItem("jarana.draft", text);
      expect(readDraft()).toBeNull();
    },
  );
});
