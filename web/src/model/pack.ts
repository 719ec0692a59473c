import type { Pack, PackRig, PlanTable } from "../api/client";

/** How the water is now: depth in m, pace in m/s, and whether the depth was sounded. */
export type Where = { depth: number; pace: number; sounded: boolean };
/** A water of the pack and how much it counts between its neighbours. */
export type Share = { water: number; weight: number };
export type Depths = { p10: number; p50: number; p90: number };

const CLOSE = 0.02;
/** m over the bed of a shallower water of a lake in which a fly counts as lying there. */
const LIES = 0.04;
/** How late in a drift the part that is over counts instead of the second (core/bank/look_up.py, whose golden vectors hold this file). */
const SLIDES = 2;

/** The water as it is believed to be: as it is said to be, by what earlier outings taught; a sounded depth is as it was found. */
export function believed(pack: Pack, where: Where): Where {
  const deeper = where.sounded ? 1 : (pack.deeper ?? 1);
  return { ...where, depth: where.depth * deeper, pace: where.pace * (pack.faster ?? 1) };
}

/** Says whether a depth and a pace lie outside what the pack was computed for. */
export function outside(pack: Pack, where: Where): boolean {
  const out = (values: readonly number[], v: number) => {
    const first = values[0] ?? v;
    const last = values[values.length - 1] ?? v;
    return v < first * (1 - CLOSE) || v > last * (1 + CLOSE);
  };
  return out(pack.depths, where.depth) || (pack.flows && out(pack.paces, where.pace));
}

/** The waters of the pack next to a depth and a pace, with their shares; outside it the nearest. */
export function shares(pack: Pack, where: Where): Share[] {
  const rows = between(pack.depths, where.depth);
  const columns = pack.flows ? between(pack.paces, where.pace) : [[0, 1] as const];
  const found: Share[] = [];
  for (const [i, a] of rows)
    for (const [j, b] of columns) if (a * b > 0) found.push({ water: i * pack.paces.length + j, weight: a * b });
  return found;
}

function between(values: readonly number[], at: number): (readonly [number, number])[] {
  const last = values.length - 1;
  if (last <= 0 || at <= (values[0] ?? 0)) return [[0, 1]];
  if (at >= (values[last] ?? 0)) return [[last, 1]];
  const i = values.findIndex((v) => v > at) - 1;
  const low = values[i] ?? 1;
  const share = (at - low) / ((values[i + 1] ?? low) - low);
  return [
    [i, 1 - share],
    [i + 1, share],
  ];
}

/** How much each of some ascending values counts at a value: the parabola through three, straight between others. */
export function curved(values: readonly number[], at: number): number[] {
  const last = values.length - 1;
  const inside = at > (values[0] ?? 0) && at < (values[last] ?? 0);
  if (last !== 2 || !inside) {
    const found = values.map(() => 0);
    for (const [i, w] of between(values, at)) found[i] = w;
    return found;
  }
  const x = Math.log(at);
  const knots = values.map(Math.log);
  return knots.map((k, i) => knots.reduce((p, other, j) => (i === j ? p : (p * (x - other)) / (k - other)), 1));
}

/** The waters of the pack for depths and seconds, which bend between them, with how much each counts; together 1. */
function bent(pack: Pack, where: Where): Share[] {
  const rows = curved(pack.depths, where.depth);
  const columns = pack.flows ? curved(pack.paces, where.pace) : [1];
  return rows
    .flatMap((a, i) => columns.map((b, j) => ({ water: i * columns.length + j, weight: a * b })))
    .filter((s) => s.weight !== 0);
}

/** How long a drift lasts, s. */
export function driftSeconds(pack: Pack, rig: PackRig, option: number, where: Where): number {
  const seconds = rig.options[option]?.seconds ?? [];
  return bent(pack, where).reduce((sum, s) => sum + s.weight * (seconds[s.water] ?? 0), 0);
}

/** How deep a fly is at a second of the drift, m: looked up between the waters of the pack. */
export function depthAt(pack: Pack, rig: PackRig, option: number, fly: string, second: number, where: Where): Depths {
  const one = rig.options[option];
  const curve = one?.curves.find((c) => c.fly === fly);
  const near = bent(pack, where);
  const whole = driftSeconds(pack, rig, option, where);
  const part = Math.min(second / Math.max(whole, 1e-9), 1);
  const look = (rows: readonly (readonly number[])[]): number => {
    if (!one) return 0;
    const at = (water: number) => {
      const own = one.seconds[water] ?? 1;
      return along(rows[water] ?? [], own, pack.fractions ?? [], second + (own - whole) * part ** SLIDES) / 100;
    };
    const depthOf = (water: number) => pack.depths[Math.floor(water / pack.paces.length)] ?? where.depth;
    if (pack.flows) {
      const share = near.reduce((sum, s) => sum + (s.weight * at(s.water)) / depthOf(s.water), 0);
      return Math.min(Math.max(share * where.depth, 0), where.depth);
    }
    // In still water flies sink as if there were no bed: where a shallower water has them lying, the deeper one tells.
    const deepest = near[near.length - 1];
    const lying = near.some((s) => at(s.water) > depthOf(s.water) - LIES);
    const found = lying && deepest ? at(deepest.water) : near.reduce((sum, s) => sum + s.weight * at(s.water), 0);
    return Math.min(Math.max(found, 0), where.depth);
  };
  if (!curve) return { p10: 0, p50: 0, p90: 0 };
  return { p10: look(curve.p10), p50: look(curve.p50), p90: look(curve.p90) };
}

function along(row: readonly number[], seconds: number, fractions: readonly number[], second: number): number {
  const last = row.length - 1;
  const share = second / Math.max(seconds, 1e-9);
  if (share >= 1) return row[last] ?? 0;
  const i = Math.max(fractions.findIndex((f) => f > share) - 1, 0);
  const from = fractions[i] ?? 0;
  const to = fractions[i + 1] ?? 1;
  const part = (share - from) / Math.max(to - from, 1e-9);
  return (row[i] ?? 0) * (1 - part) + (row[i + 1] ?? 0) * part;
}

/** When a fly is in the taking zone, from and to, s; null where it never is. */
export function inZone(pack: Pack, rig: PackRig, option: number, fly: string, where: Where): [number, number] | null {
  const zone = zoneDepths(rig, where);
  if (!zone) return null;
  const seconds = driftSeconds(pack, rig, option, where);
  const times = Array.from({ length: 81 }, (_, k) => (seconds * k) / 80);
  const inside = times.filter((t) => {
    const { p50 } = depthAt(pack, rig, option, fly, t, where);
    return p50 >= zone[0] - 1e-6 && p50 <= zone[1] + 1e-6;
  });
  const first = inside[0];
  return first === undefined ? null : [first, inside[inside.length - 1] ?? first];
}

/** The taking zone as depths, m: it stands over the bed, or hangs from the surface, whatever the depth. */
export function zoneDepths(rig: PackRig, where: Where): [number, number] | null {
  if (!rig.zone_cm) return null;
  const [low, high] = rig.zone_cm;
  if (rig.zone_datum === "surface") return [low / 100, Math.min(high / 100, where.depth)];
  return [Math.max(where.depth - high / 100, 0), Math.max(where.depth - low / 100, 0)];
}

/** What was seen of a drift, or of some drifts together. */
export type Sight =
  | { option: number; shows: string; second: number | null }
  | { option: number; drifts: number; low: number; high: number };

type Rows = readonly (readonly number[])[];

/** The plan of a rig in the water as it is now: its tables, looked up between those of the pack. */
export class Plan {
  readonly belief: number[];
  private readonly near: { table: PlanTable; weight: number }[];

  constructor(
    pack: Pack,
    private readonly rig: PackRig,
    where: Where,
    seen: readonly Sight[],
  ) {
    const plan = rig.plan;
    this.near = plan
      ? shares(pack, where).flatMap((s) => {
          const table = plan.tables[s.water];
          return table ? [{ table, weight: s.weight }] : [];
        })
      : [];
    let p = this.mean((t) => (where.sounded ? t.sounded : t.prior).map((v) => v / 100_000));
    for (const sight of seen) {
      const likely = this.likely(sight);
      if (!likely) continue;
      const next = p.map((v, b) => v * (likely[b] ?? 0));
      const whole = next.reduce((sum, v) => sum + v, 0);
      if (whole > 0) p = next.map((v) => v / whole);
    }
    this.belief = p;
  }

  /** How good a drift of each option is expected to be. */
  worth(): number[] {
    return this.rig.options.map((_, o) => this.expect((t) => t.good[o] ?? []));
  }

  /** The chance that a drift of an option touches, or brings a take. */
  chance(option: number): number {
    return 1 - this.expect((t) => t.codes.nothing?.[option] ?? []);
  }

  /** The change that brings most over the drifts left, and what it brings; null: keep fishing. */
  next(option: number, left: number, may: (option: number) => boolean): { option: number; gain: number } | null {
    const plan = this.rig.plan;
    if (!plan) return null;
    const worth = this.worth();
    const now = (worth[option] ?? 0) * left;
    let best: { option: number; gain: number } | null = null;
    worth.forEach((w, o) => {
      if (o === option || !may(o)) return;
      const costs = ((this.rig.options[option]?.minutes[o] ?? 0) * 60) / plan.cycle_s;
      const gain = w * Math.max(left - costs, 0) - now;
      if (!best || gain > best.gain) best = { option: o, gain };
    });
    const found = best as { option: number; gain: number } | null;
    return found && found.gain > Math.max(plan.speaks ?? 0, (plan.share ?? 0) * left) ? found : null;
  }

  /** What is doubted of the water, in words; empty where what was seen is as it should be. */
  doubt(): string {
    const plan = this.rig.plan;
    if (plan?.kind !== "touch") return "";
    const mean = this.belief.reduce((sum, v, b) => sum + (v * (plan.bins[b] ?? 0)) / 1000, 0);
    const from = plan.doubted ?? 1;
    return mean < -from ? (plan.less ?? "") : mean > from ? (plan.more ?? "") : "";
  }

  private expect(row: (t: PlanTable) => readonly number[]): number {
    const values = this.mean(row);
    return this.belief.reduce((sum, v, b) => sum + (v * (values[b] ?? 0)) / 1000, 0);
  }

  private mean(row: (t: PlanTable) => readonly number[]): number[] {
    const found: number[] = [];
    for (const { table, weight } of this.near) {
      row(table).forEach((v, b) => {
        found[b] = (found[b] ?? 0) + weight * v;
      });
    }
    return found;
  }

  private likely(sight: Sight): number[] | null {
    const miss = this.rig.plan?.mistaps ?? 0;
    if ("drifts" in sight) {
      const touches = this.mean((t) => t.codes.nothing?.[sight.option] ?? []).map(
        (v) => (1 - 1.5 * miss) * (1 - v / 1000) + miss / 2,
      );
      return touches.map((p) => binomial(sight.drifts, p, sight.low, sight.high));
    }
    const first = this.near[0]?.table;
    if (!first?.codes[sight.shows]) return null;
    const codes = this.mean((t) => t.codes[sight.shows]?.[sight.option] ?? []).map((v) => v / 1000);
    const rows = first.at[sight.shows]?.[sight.option] as Rows | undefined;
    if (sight.second === null || !rows) return codes.map((v) => (1 - 1.5 * miss) * v + miss / 2);
    const second = sight.second;
    const parts = (t: PlanTable): Rows => t.at[sight.shows]?.[sight.option] ?? [];
    const part = this.mean((t) => parts(t)[partOf(t.edges, second)] ?? []);
    const whole = this.mean((t) => sum(parts(t)));
    return codes.map(
      (v, b) =>
        (1 - miss) * ((part[b] ?? 0) / 1000) * (v / Math.max((whole[b] ?? 0) / 1000, 1e-9)) + (miss * v) / rows.length,
    );
  }
}

function partOf(edges: readonly number[], second: number): number {
  const next = edges.findIndex((e) => e > second);
  return Math.min(Math.max(next < 0 ? edges.length - 2 : next - 1, 0), edges.length - 2);
}

function sum(rows: Rows): number[] {
  const found: number[] = [];
  for (const row of rows)
    row.forEach((v, b) => {
      found[b] = (found[b] ?? 0) + v;
    });
  return found;
}

/** The chance that of n drifts, each of which touches with p, between two numbers do. */
export function binomial(n: number, p: number, low: number, high: number): number {
  let found = 0;
  let ways = 1;
  for (let k = 0; k <= Math.min(high, n); k++) {
    if (k > 0) ways = (ways * (n - k + 1)) / k;
    if (k >= low) found += ways * p ** k * (1 - p) ** (n - k);
  }
  return found;
}
