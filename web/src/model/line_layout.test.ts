// @vitest-environment node
import { describe, expect, it } from "vitest";
import type { Rig } from "../api/client";
import { layoutLine, partsOf, rootOf, tailsOf } from "./line_layout";

const rig = {
  spans: [
    { id: "a", length_mm: 3800 },
    { id: "b", length_mm: 500 },
    { id: "c", length_mm: 520 },
  ],
  joints: [{ id: "j1" }, { id: "j2" }, { id: "j3" }],
  attachments: [
    { id: "drop", at: { kind: "joint", joint: "j3" } },
    { id: "pt", at: { kind: "point" } },
  ],
} as unknown as Rig;

describe("the line is laid out for reading", () => {
  it("draws long spans longer and leaves room in short ones", () => {
    const { spans } = layoutLine(rig, 1000);
    const widths = spans.map((s) => s.x1 - s.x0);
    expect(widths[0]).toBeGreaterThan(widths[1] ?? 0);
    expect(Math.min(...widths)).toBeGreaterThanOrEqual(92);
  });
  it("walks the parts from the line to the point, a dropper after its joint", () => {
    expect(partsOf(rig).map((p) => p.id)).toEqual(["j1", "a", "j2", "b", "j3", "drop", "c", "pt"]);
  });
  it("walks what trails a dropper after it, and knows what of it is on the line", () => {
    const far = { id: "far", at: { kind: "bend", attachment: "near" } };
    const near = { id: "near", at: { kind: "bend", attachment: "drop" } };
    const tailed = { ...rig, attachments: [far, ...rig.attachments, near] } as unknown as Rig;
    expect(partsOf(tailed).map((p) => p.id)).toEqual(["j1", "a", "j2", "b", "j3", "drop", "near", "far", "c", "pt"]);
    const drop = tailed.attachments.find((a) => a.id === "drop");
    expect(drop && tailsOf(tailed, drop).map((a) => a.id)).toEqual(["near", "far"]);
    const last = tailed.attachments[0];
    expect(last && rootOf(tailed, last).id).toBe("drop");
  });
});
