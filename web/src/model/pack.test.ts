// @vitest-environment node
import { describe, expect, it } from "vitest";
import type { Pack, PackRig } from "../api/client";
import {
  believed,
  binomial,
  depthAt,
  driftSeconds,
  inZone,
  outside,
  Plan,
  type Sight,
  shares,
  zoneDepths,
} from "./pack";
import golden from "./plan.golden.json";

const where = { depth: 1, pace: 0.5, sounded: false };

function packOf(plan: unknown, minutes: number[][]): Pack {
  const options = minutes.map((row) => ({ minutes: row, seconds: [10], curves: [] }));
  return { depths: [1], paces: [0.5], flows: true, fractions: [0, 1], rigs: [{ plan, options }] } as never;
}

describe("a plan looked up on the phone comes to what the core reckons", () => {
  for (const { plan, minutes, logs } of golden.plans) {
    const pack = packOf(plan, minutes as number[][]);
    const rig = pack.rigs[0] as PackRig;
    it.each(logs.map((log) => [log.seen.length, log] as const))(`${plan.kind}, after %i`, (_, log) => {
      const mine = new Plan(pack, rig, where, log.seen as Sight[]);
      for (const [b, p] of mine.belief.entries()) expect(p).toBeCloseTo(log.belief[b] ?? 0, 6);
      for (const [o, w] of mine.worth().entries()) expect(w).toBeCloseTo(log.worth[o] ?? 0, 5);
      const said = mine.next(0, golden.left, () => true);
      expect(said?.option ?? null).toBe(log.next?.option ?? null);
      if (log.next) expect(said?.gain).toBeCloseTo(log.next.gain, 3);
    });
  }
  it("doubts the water only where what was seen is far from what it should be", () => {
    const first = golden.plans[0];
    if (!first) throw new Error("no plan");
    const pack = packOf(first.plan, first.minutes as number[][]);
    const rig = pack.rigs[0] as PackRig;
    const many = (shows: string): Sight[] => Array.from({ length: 12 }, () => ({ option: 1, shows, second: null }));
    expect(new Plan(pack, rig, where, []).doubt()).toBe("");
    expect(new Plan(pack, rig, where, many("nothing")).doubt()).toBe("less");
    expect(new Plan(pack, rig, where, many("dragging")).doubt()).toBe("more");
  });
  it("does not offer what may not be", () => {
    const first = golden.plans[0];
    const log = first?.logs.find((l) => l.next);
    if (!first || !log?.next) throw new Error("no change");
    const pack = packOf(first.plan, first.minutes as number[][]);
    const mine = new Plan(pack, pack.rigs[0] as PackRig, where, log.seen as Sight[]);
    expect(mine.next(0, golden.left, (o) => o !== log.next?.option)?.option).not.toBe(log.next.option);
  });
});

/** Two depths by two paces: a fly that sinks evenly to half of the depth, faster where it flows slower. */
function grid(flows = true): Pack {
  const depths = [1, 2];
  const paces = flows ? [0.4, 0.8] : [0];
  const waters = depths.flatMap((d) => paces.map((p) => ({ d, seconds: flows ? 4 / p : 60 })));
  const rows = (share: number) =>
    waters.map(({ d }) =>
      flows ? [0, d * 50 * share, d * 50 * share] : [0, 75 * share, Math.min(150 * share, d * 100)],
    );
  const curves = [{ fly: "point", p10: rows(0.8), p50: rows(1), p90: rows(1.1) }];
  const options = [{ seconds: waters.map((w) => w.seconds), curves, minutes: [0] }];
  return { depths, paces, flows, fractions: [0, 0.5, 1], rigs: [{ options, plan: null, zone_cm: [30, 120] }] } as never;
}

describe("depths between the waters of a pack", () => {
  const pack = grid();
  const rig = pack.rigs[0] as PackRig;
  it("are those of a water of the pack at its own depth and pace", () => {
    expect(depthAt(pack, rig, 0, "point", 10, { depth: 1, pace: 0.4, sounded: false }).p50).toBeCloseTo(0.5);
    expect(depthAt(pack, rig, 0, "point", 2.5, { depth: 1, pace: 0.4, sounded: false }).p50).toBeCloseTo(0.25);
  });
  it("scale with the depth, and last as long as the pace lets them", () => {
    expect(depthAt(pack, rig, 0, "point", 9, { depth: 1.5, pace: 0.4, sounded: false }).p50).toBeCloseTo(0.75);
    expect(driftSeconds(pack, rig, 0, { depth: 1, pace: 0.6, sounded: false })).toBeCloseTo(7.5);
  });
  it("weigh four waters to one in all", () => {
    const found = shares(pack, { depth: 1.25, pace: 0.5, sounded: false });
    expect(found).toHaveLength(4);
    expect(found.reduce((sum, s) => sum + s.weight, 0)).toBeCloseTo(1);
  });
  it("say where they do not reach", () => {
    expect(outside(pack, { depth: 1.99, pace: 0.8, sounded: false })).toBe(false);
    expect(outside(pack, { depth: 2.1, pace: 0.8, sounded: false })).toBe(true);
    expect(outside(pack, { depth: 1.5, pace: 0.3, sounded: false })).toBe(true);
  });
  it("tell when a fly is in the zone, which stands over the bed", () => {
    const found = inZone(pack, rig, 0, "point", { depth: 1, pace: 0.4, sounded: false });
    expect(found?.[0]).toBeCloseTo(0);
    expect(inZone(pack, rig, 0, "point", { depth: 2, pace: 0.4, sounded: false })?.[0]).toBeCloseTo(4, 0);
  });
  it("tell of a zone that hangs from the surface, whatever the depth", () => {
    const hung = { ...rig, zone_cm: [50, 150], zone_datum: "surface" } as PackRig;
    expect(zoneDepths(hung, { depth: 2, pace: 0.4, sounded: false })).toEqual([0.5, 1.5]);
    expect(zoneDepths(hung, { depth: 1, pace: 0.4, sounded: false })).toEqual([0.5, 1]);
    const stands = zoneDepths(rig, { depth: 2, pace: 0.4, sounded: false });
    expect(stands?.[0]).toBeCloseTo(0.8);
    expect(stands?.[1]).toBeCloseTo(1.7);
  });
  it("go on in a lake as the deeper water has them where a shallower one has them lying", () => {
    const lake = grid(false);
    const own = lake.rigs[0] as PackRig;
    expect(depthAt(lake, own, 0, "point", 60, { depth: 1.6, pace: 0, sounded: false }).p50).toBeCloseTo(1.5);
    expect(depthAt(lake, own, 0, "point", 60, { depth: 1.2, pace: 0, sounded: false }).p50).toBeCloseTo(1.2);
  });
});

describe("a depth looked up on the phone is the core's", () => {
  it.each(golden.depths.map((of) => [of.pack.flows ? "river" : "lake", of] as const))("in a %s", (_, of) => {
    const curves = [{ fly: "point", p10: of.rows, p50: of.rows, p90: of.rows }];
    const options = [{ seconds: of.seconds, curves }];
    const pack = { ...of.pack, rigs: [{ options }] } as never as Pack;
    for (const { depth, pace, second, deep, whole } of of.asked) {
      const here = { depth, pace, sounded: false };
      expect(driftSeconds(pack, pack.rigs[0] as PackRig, 0, here)).toBeCloseTo(whole, 5);
      expect(depthAt(pack, pack.rigs[0] as PackRig, 0, "point", second, here).p50).toBeCloseTo(deep, 5);
    }
  });
});

describe("so many of n drifts", () => {
  it("is a binomial law", () => {
    expect(binomial(6, 0.5, 0, 6)).toBeCloseTo(1);
    expect(binomial(6, 0.5, 3, 3)).toBeCloseTo(20 / 64);
    expect(binomial(4, 0.1, 0, 0)).toBeCloseTo(0.6561);
  });
});

describe("what earlier outings taught", () => {
  const taught = { ...grid(), deeper: 1.1, faster: 0.9 } as Pack;
  it("makes the water as deep and as fast as it is believed to be", () => {
    const there = believed(taught, { depth: 1, pace: 0.5, sounded: false });
    expect(there.depth).toBeCloseTo(1.1);
    expect(there.pace).toBeCloseTo(0.45);
  });
  it("leaves a sounded depth as it was found", () => {
    expect(believed(taught, { depth: 1, pace: 0.5, sounded: true }).depth).toBe(1);
  });
  it("changes nothing where nothing was learnt, or a pack is older than that", () => {
    const where = { depth: 1.3, pace: 0.7, sounded: false };
    expect(believed(grid(), where)).toEqual(where);
  });
});
