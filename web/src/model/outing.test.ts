// @vitest-environment node
import { describe, expect, it } from "vitest";
import type { BankEvent, Counsel, Tap } from "../api/client";
import { counselFor, outingOf, sightsOf, standing } from "./outing";

const tap = (key: string, shows = "", more: Partial<Tap> = {}) => ({ key, label: key, shows, ...more }) as Tap;
const TAPS: Record<string, Tap> = Object.fromEntries(
  [
    tap("nothing", "nothing"),
    tap("ticked", "ticked"),
    tap("dragging", "dragging"),
    tap("take", "", { takes: true }),
    tap("retied", "", { ends: false, restores: true }),
    tap("dried", "", { ends: false }),
    tap("lost", "", { loses: true }),
    tap("hung"),
  ].map((t) => [t.key, t]),
);

let seq = 0;
function event(kind: string, payload: Record<string, unknown>, more: Partial<BankEvent> = {}): BankEvent {
  seq += 1;
  return {
    id: `e${seq}`,
    device: "a",
    seq,
    at: "",
    kind,
    about: "o",
    payload: { type: kind, version: 1, ...payload },
    undoes: null,
    ...more,
  };
}
const begun = () =>
  event(
    "outing",
    {
      rigs: [
        { id: "r", name: "R" },
        { id: "s", name: "S" },
      ],
      depth_m: 0.9,
      pace_m_s: 0.6,
    },
    { id: "o", about: null },
  );
const drift = (key: string, at: Partial<{ rig: number; option: number; lane: string; step: number }> = {}, more = {}) =>
  event("drift", { at: { rig: 0, option: 0, lane: "main", step: 1, ...at }, tap: key, ...more });

describe("an outing on the phone", () => {
  it("counts drifts, takes and where they were", () => {
    const told = outingOf(
      [begun(), drift("nothing"), drift("take"), drift("ticked", { step: 2 }), drift("dried")],
      TAPS,
    );
    expect(told).toMatchObject({ drifts: 3, takes: 1, step: 1, lane: "main" });
    expect(told?.covered).toEqual([
      { lane: "main", step: 1, drifts: 2, takes: 1 },
      { lane: "main", step: 2, drifts: 1, takes: 0 },
    ]);
  });
  it("is none without its beginning, or once that is taken back", () => {
    expect(outingOf([drift("ticked")], TAPS)).toBeNull();
    const first = begun();
    expect(outingOf([first, event("undo", {}, { undoes: first.id })], TAPS)).toBeNull();
  });
  it("takes back what is undone, and counts it again when the undo is", () => {
    const wrong = drift("take");
    const undo = event("undo", {}, { undoes: wrong.id });
    expect(outingOf([begun(), wrong, undo], TAPS)?.takes).toBe(0);
    expect(outingOf([begun(), wrong, undo, event("undo", {}, { undoes: undo.id })], TAPS)?.takes).toBe(1);
    expect(standing([wrong, undo])).toEqual([]);
  });
  it("follows changes: what is on, what was refused until something else is", () => {
    const refused = event("changed", { rig: 0, option: 3, made: false });
    const made = event("changed", { rig: 1, option: 2, made: true });
    const told = outingOf([begun(), refused, made], TAPS);
    expect(told).toMatchObject({ rig: 1, options: [0, 2], refused: { 0: [3], 1: [] } });
    const on = outingOf([begun(), refused, event("changed", { rig: 0, option: 1, made: true })], TAPS);
    expect(on?.refused[0]).toEqual([]);
  });
  it("has the water as it was seen last", () => {
    const told = outingOf(
      [
        begun(),
        event("seen", { pace_m_s: 0.4, sounded: false }),
        event("seen", { depth_m: 1.1, temperature_c: 19, sounded: true }),
      ],
      TAPS,
    );
    expect(told?.where).toEqual({ depth: 1.1, pace: 0.4, sounded: true });
    expect(told?.temperature).toBe(19);
  });
  it("loses a fly only by a tap that loses one", () => {
    const told = outingOf([begun(), drift("hung", {}, { fly: "point" }), drift("lost", {}, { fly: "point" })], TAPS);
    expect(told?.lost).toEqual([{ rig: 0, fly: "point" }]);
  });
  it("has a fly again that was tied on again, or that a change puts on", () => {
    const lost = drift("lost", {}, { fly: "point" });
    expect(outingOf([begun(), lost, drift("retied")], TAPS)?.lost).toEqual([]);
    const change = event("changed", { rig: 0, option: 1, made: true });
    expect(outingOf([begun(), lost, change], TAPS, () => ["point"])?.lost).toEqual([]);
    expect(outingOf([begun(), lost, change], TAPS, () => ["dropper"])?.lost).toHaveLength(1);
  });
  it("counts drifts told together, and gives the plan what each rig showed", () => {
    const batch = event("batch", {
      at: { rig: 0, option: 1, lane: "far", step: 1 },
      drifts: 6,
      low: 2,
      high: 3,
      takes: 1,
    });
    const told = outingOf(
      [begun(), batch, drift("ticked", {}, { second: 2.5 }), drift("take"), drift("nothing", { rig: 1 })],
      TAPS,
    );
    expect(told).toMatchObject({ drifts: 9, takes: 2 });
    if (!told) throw new Error("no outing");
    expect(sightsOf(told, 0, TAPS)).toEqual([
      { option: 1, drifts: 6, low: 2, high: 3 },
      { option: 0, shows: "ticked", second: 2.5 },
    ]);
    expect(sightsOf(told, 1, TAPS)).toEqual([{ option: 0, shows: "nothing", second: null }]);
  });
  it("ends", () => {
    expect(outingOf([begun(), event("ended", { note: "" })], TAPS)?.over).toBe(true);
  });
});

describe("what practice does by what was counted", () => {
  const rule = (more: Partial<Counsel>): Counsel => ({
    key: "k",
    of: ["hung"],
    least: 2,
    last: 5,
    says: "s",
    why: "w",
    ...more,
  });
  const told = (...events: BankEvent[]) => {
    const found = outingOf([begun(), ...events], TAPS);
    if (!found) throw new Error("no outing");
    return found;
  };
  it("speaks from so many of the last on", () => {
    const now = told(drift("hung"), drift("nothing"), drift("hung"));
    expect(counselFor(now, [rule({ least: 3 })])).toBeNull();
    expect(counselFor(now, [rule({ least: 2 })])?.key).toBe("k");
    expect(counselFor(now, [rule({ least: 2, last: 2 })])).toBeNull();
  });
  it("wants a whole run where it is one", () => {
    const run = rule({ of: ["nothing"], least: 3, last: 3, only: true });
    expect(counselFor(told(drift("nothing"), drift("nothing")), [run])).toBeNull();
    expect(
      counselFor(told(drift("ticked"), drift("nothing"), drift("nothing"), drift("nothing")), [run]),
    ).not.toBeNull();
    expect(counselFor(told(drift("nothing"), drift("ticked"), drift("nothing")), [run])).toBeNull();
  });
  it("counts only at this place where it says so, and since something happened", () => {
    const here = rule({ of: ["nothing"], least: 2, last: 2, only: true, here: true });
    expect(counselFor({ ...told(drift("nothing"), drift("nothing", { step: 2 })), step: 2 }, [here])).toBeNull();
    const since = rule({ of: ["nothing"], least: 2, last: 2, only: true, since: ["dried"] });
    expect(counselFor(told(drift("nothing"), drift("nothing"), drift("dried")), [since])).toBeNull();
    expect(counselFor(told(drift("dried"), drift("nothing"), drift("nothing")), [since])).not.toBeNull();
  });
  it("takes the first that speaks", () => {
    const now = told(drift("hung"), drift("hung"));
    expect(counselFor(now, [rule({ key: "a", least: 3 }), rule({ key: "b" }), rule({ key: "c" })])?.key).toBe("b");
  });
});
