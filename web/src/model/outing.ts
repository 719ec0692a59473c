import type { BankEvent, Counsel, Pack, Tap } from "../api/client";
import type { Sight, Where } from "./pack";

type At = { rig: number; option: number; lane: string; step: number };

/** A drift, or some told at once, as the outing has it. */
export type Ended = {
  id: string;
  at: At;
  tap: string;
  second: number | null;
  drifts: number;
  low: number;
  high: number;
  takes: number;
  place: number;
};

/** An outing as its events tell it on this phone. */
export type Outing = {
  id: string;
  rigs: { id: string; name: string }[];
  rig: number;
  /** What is changed of each rig. */
  options: number[];
  where: Where;
  temperature: number | null;
  lane: string;
  step: number;
  drifts: number;
  ended: Ended[];
  takes: number;
  landed: number;
  covered: { lane: string; step: number; drifts: number; takes: number }[];
  /** Options that were refused, by rig: not offered again until something else is on. */
  refused: Record<number, number[]>;
  lost: { rig: number; fly: string }[];
  /** Where nobody fishes on, and why; null where one may. */
  stopped: { lane: string; step: number; why: string } | null;
  last: BankEvent | null;
  over: boolean;
};

/** The events that stand, in this phone's own order; what is taken back is left out. */
export function standing(events: readonly BankEvent[]): BankEvent[] {
  const undone = new Map<string, boolean>();
  const stands = (id: string): boolean => {
    const known = undone.get(id);
    if (known !== undefined) return !known;
    undone.set(id, false);
    const back = events.some((e) => e.undoes === id && stands(e.id));
    undone.set(id, back);
    return !back;
  };
  return events.filter((e) => !e.undoes && stands(e.id));
}

/** Tells an outing from its events. */
export function outingOf(
  events: readonly BankEvent[],
  taps: Record<string, Tap>,
  putsOn: (rig: number, option: number) => readonly string[] = () => [],
): Outing | null {
  const rows = standing(events);
  const begun = rows.find((e) => e.kind === "outing");
  if (!begun) return null;
  const told = begun.payload as {
    rigs: { id: string; name: string }[];
    depth_m: number;
    pace_m_s: number;
    temperature_c?: number | null;
  };
  const made: Outing = {
    id: begun.id,
    rigs: told.rigs,
    rig: 0,
    options: told.rigs.map(() => 0),
    where: { depth: told.depth_m, pace: told.pace_m_s, sounded: false },
    temperature: told.temperature_c ?? null,
    lane: "main",
    step: 1,
    drifts: 0,
    ended: [],
    takes: 0,
    landed: 0,
    covered: [],
    refused: {},
    lost: [],
    stopped: null,
    last: null,
    over: false,
  };
  rows.forEach((event, place) => {
    if (event === begun) return;
    made.last = event;
    const of = event.payload as Record<string, never> & Told;
    if (event.kind === "drift") {
      const tap = taps[of.tap];
      settle(made, of.at);
      if (tap?.stops) made.stopped = { lane: of.at.lane, step: of.at.step, why: tap.stops };
      if (tap?.loses && of.fly) made.lost.push({ rig: of.at.rig, fly: of.fly });
      const count = tap?.ends === false ? 0 : 1;
      const takes = tap?.takes ? 1 : 0;
      if (tap?.restores) made.lost = made.lost.filter((l) => l.rig !== of.at.rig);
      const entry = {
        id: event.id,
        at: of.at,
        tap: of.tap,
        second: of.second ?? null,
        drifts: count,
        low: 0,
        high: 0,
        takes,
        place,
      };
      made.ended.push(entry);
      cover(made, entry);
    } else if (event.kind === "batch") {
      settle(made, of.at);
      const entry = {
        id: event.id,
        at: of.at,
        tap: "",
        second: null,
        drifts: of.drifts,
        low: of.low,
        high: of.high,
        takes: of.takes,
        place,
      };
      made.ended.push(entry);
      cover(made, entry);
    } else if (event.kind === "take") {
      if (of.ended === "landed") made.landed += 1;
    } else if (event.kind === "changed") {
      if (of.made) {
        made.rig = of.rig;
        made.options[of.rig] = of.option;
        made.refused[of.rig] = [];
        const fresh = putsOn(of.rig, of.option);
        made.lost = made.lost.filter((l) => l.rig !== of.rig || !fresh.includes(l.fly));
      } else {
        made.refused[of.rig] = [...(made.refused[of.rig] ?? []), of.option];
      }
    } else if (event.kind === "seen") {
      if (of.depth_m) made.where = { ...made.where, depth: of.depth_m, sounded: of.sounded };
      if (of.pace_m_s !== undefined && of.pace_m_s !== null) made.where = { ...made.where, pace: of.pace_m_s };
      if (of.temperature_c !== undefined && of.temperature_c !== null) made.temperature = of.temperature_c;
    } else if (event.kind === "ended") made.over = true;
  });
  return made;
}

type Told = {
  at: At;
  tap: string;
  second?: number | null;
  fly?: string | null;
  drifts: number;
  low: number;
  high: number;
  takes: number;
  ended: string;
  made: boolean;
  rig: number;
  option: number;
  depth_m?: number | null;
  pace_m_s?: number | null;
  temperature_c?: number | null;
  sounded: boolean;
};

function settle(made: Outing, at: At): void {
  made.rig = at.rig;
  made.lane = at.lane;
  made.step = at.step;
}

function cover(made: Outing, entry: Ended): void {
  made.drifts += entry.drifts;
  made.takes += entry.takes;
  const there = made.covered.find((c) => c.lane === entry.at.lane && c.step === entry.at.step);
  if (there) {
    there.drifts += entry.drifts;
    there.takes += entry.takes;
  } else made.covered.push({ lane: entry.at.lane, step: entry.at.step, drifts: entry.drifts, takes: entry.takes });
}

/** What the plan of a rig has to go by: its own drifts. */
export function sightsOf(outing: Outing, rig: number, taps: Record<string, Tap>): Sight[] {
  return outing.ended
    .filter((e) => e.at.rig === rig && e.drifts > 0)
    .flatMap((e): Sight[] => {
      if (!e.tap) return [{ option: e.at.option, drifts: e.drifts, low: e.low, high: e.high }];
      const shows = taps[e.tap]?.shows;
      return shows ? [{ option: e.at.option, shows, second: e.second }] : [];
    });
}

/** The first rule of practice that what was counted speaks for; null where none does. */
export function counselFor(outing: Outing, rules: readonly Counsel[]): Counsel | null {
  for (const rule of rules) {
    const since = rule.since ?? [];
    const from = since.length ? outing.ended.findLastIndex((e) => since.includes(e.tap)) + 1 : 0;
    const own = outing.ended
      .slice(from)
      .filter((e) => e.at.rig === outing.rig)
      .filter((e) => !rule.here || (e.at.lane === outing.lane && e.at.step === outing.step))
      .flatMap((e) =>
        e.tap ? [e.tap] : Array.from({ length: e.drifts }, (_, k) => (k < e.takes ? "take" : "nothing")),
      );
    const last = own.slice(-rule.last);
    const hits = last.filter((tap) => rule.of.includes(tap)).length;
    if (rule.only ? last.length >= rule.last && hits === last.length : hits >= rule.least) return rule;
  }
  return null;
}

/** Everything that can be tapped with the rigs of a pack, by key. */
export function tapsOf(pack: Pack): Record<string, Tap> {
  const all = [...pack.rigs.flatMap((r) => r.first_row), ...(pack.more ?? [])];
  return Object.fromEntries(all.map((tap) => [tap.key, tap]));
}
