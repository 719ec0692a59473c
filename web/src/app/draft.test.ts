import { beforeEach, describe, expect, it } from "vitest";
import type { Docs, Saved } from "./bench_store";
import { keepDraft, readDraft, restoredRig } from "./draft";

const docs = { rig: { name: "r" }, water: { id: "w" } } as unknown as Docs;
const saved = { rigId: "1", revision: "2", number: 3, rig: null } as Saved;

beforeEach(() => sessionStorage.clear());

describe("what was not saved yet", () => {
  it("comes back after a reload, with the revision it was based on", () => {
    keepDraft({ docs, saved });
    expect(readDraft()).toEqual({ docs, saved });
    expect(restoredRig()).toEqual(docs.rig);
  });
  it("is gone once it is saved", () => {
    keepDraft({ docs, saved });
    keepDraft(null);
    expect(readDraft()).toBeNull();
  });
  it.each(["", "{", "null", '{"docs":{}}', '{"docs":{"rig":{},"water":{}},"saved":{}}'])(
    "is not made up from %s",
    (text) => {
      sessionStorage.setItem("jarana.draft", text);
      expect(readDraft()).toBeNull();
    },
  );
});
