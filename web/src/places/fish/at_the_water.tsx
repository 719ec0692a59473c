import { Undo2 } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import type { PackRig, Tap } from "../../api/client";
import { Coverage } from "../../drawings/coverage";
import { text } from "../../model/format";
import { counselFor, type Outing, sightsOf, tapsOf } from "../../model/outing";
import { believed, driftSeconds, outside, Plan } from "../../model/pack";
import { happened, useBank } from "../../state/bank";
import type { KeptPack } from "../../state/bank_db";
import { driftOver, fliesDown, seenNow, useClock, usualCycle } from "../../state/drift_clock";
import { type Place, usePlace } from "../../state/place_now";
import { useComingBack } from "../../state/signed_out";
import { useDaylight } from "../../state/use_daylight";
import type { Packing } from "../../state/use_pack";
import { followStand, standNow, useStand } from "../../state/where_i_stand";
import { phrase, rich } from "../../words/phrase";
import { Clock } from "./clock";
import { MoreSheet } from "./more_sheet";
import { NextCard } from "./next_card";
import { TakeSheet } from "./take_sheet";
import { useAwake } from "./use_awake";
import { useRhythm } from "./use_rhythm";
import { WaterNow } from "./water_now";

const LANES = ["near", "main", "far"] as const;

type Props = { kept: KeptPack; outing: Outing; packing: Packing };

/** The one screen at the water: what is on, where the flies are now, what was seen, what to change. */
export function AtTheWater({ kept, outing, packing }: Props) {
  const { pack, system } = kept;
  const rig = pack.rigs[outing.rig] ?? (pack.rigs[0] as PackRig);
  const option = outing.options[outing.rig] ?? 0;
  const taps = useMemo(() => tapsOf(pack), [pack]);
  const since = useClock((s) => s.since);
  const cycles = useClock((s) => s.cycles);
  const [sheet, setSheet] = useState<"more" | "water" | null>(null);
  const [taking, setTaking] = useState<{ drift: string; second: number | null } | null>(null);
  const [hand, setHand] = useHand();
  const waits = useBank((s) => s.events.filter((e) => e.state === "waits").length);
  const refused = useBank((s) => s.events.filter((e) => e.state === "refused").length);
  const trouble = useBank((s) => s.trouble);
  const reached = useBank((s) => s.reached);
  const out = useComingBack();
  useAwake(since !== null);
  const [place, go] = usePlace(outing.id);
  const at = { rig: outing.rig, option, lane: place.lane, step: place.step };
  const noting = useStand((s) => s.on);
  useEffect(() => (noting ? followStand() : undefined), [noting]);
  useDaylight(pack.light, outing.last);
  const there = useMemo(() => believed(pack, outing.where), [pack, outing.where]);
  const drawn = rig.flies.some((f) => !f.dry);
  const deeper = drawn && there.depth !== outing.where.depth;
  const faster = drawn && there.pace !== outing.where.pace;
  const seconds = driftSeconds(pack, rig, option, there);
  const plan = useMemo(
    () => new Plan(pack, rig, outing.where, sightsOf(outing, outing.rig, taps)),
    [pack, rig, outing, taps],
  );
  const left = Math.max((pack.horizon ?? 0) - outing.drifts, pack.least_left ?? 0);
  const refusedHere = outing.refused[outing.rig] ?? [];
  const gone = new Set(outing.lost.filter((l) => l.rig === outing.rig).map((l) => l.fly));
  const next = plan.next(option, left, (o) => !refusedHere.includes(o));
  const counsel = counselFor({ ...outing, lane: place.lane, step: place.step }, rig.counsel);
  const stop = outing.stopped;
  const leave = stop !== null && stop.lane === place.lane && stop.step === place.step ? stop.why : "";
  const against = rig.against ?? [];
  const warm = outing.temperature !== null && pack.warm_c !== null && outing.temperature >= pack.warm_c;

  const end = async (tap: Tap) => {
    const clock = useClock.getState();
    const running = clock.since !== null;
    const now = clock.second ?? (Date.now() - (clock.since ?? 0)) / 1000;
    // A tap after the drift was over says what was seen, not when.
    const second = tap.shows === "nothing" || !running || now >= seconds ? null : now;
    if (running && tap.ends !== false) driftOver();
    const length = running ? Math.min((Date.now() - (clock.since ?? 0)) / 1000, 3600) : null;
    const said = rig.plan?.kind === "touch" ? Math.min(Math.max(plan.chance(option), 0), 1) : null;
    const here = { ...at, ...standNow() };
    const id = await happened("drift", { at: here, tap: tap.key, second, seconds: length, said });
    if (tap.steps) go(place.lane, place.step + 1);
    if (tap.takes) setTaking({ drift: id, second });
  };
  const down = async () => {
    const running = useClock.getState().since !== null;
    const first = rig.first_row[0];
    if (running && first) await end(first);
    fliesDown();
  };
  useRhythm(rig, seconds, option, down);
  const undo = () => outing.last && void happened("undo", {}, { undoes: outing.last.id });
  const cycle = usualCycle(cycles);
  return (
    <main className="flex h-full flex-col text-[15px] lg:mx-auto lg:max-w-[28rem]">
      <div className="flex min-h-0 flex-1 flex-col gap-2 overflow-y-auto p-3 pb-1">
        <header className="flex items-baseline justify-between gap-2">
          <h1 className="truncate text-lg font-bold">{pack.water_name}</h1>
          <p role="status" className="shrink-0 text-[13px] text-soft">
            {waits > 0
              ? phrase("{reached}, {waits} kept here", {
                  reached: out ? phrase("signed out") : reached ? phrase("sending") : phrase("no signal"),
                  waits,
                })
              : phrase("all sent")}
          </p>
        </header>
        {out ? (
          <a
            className="flex hit items-center justify-center rounded-s border border-float font-semibold"
            href="/enter?phone"
          >
            {phrase("come in again")}
          </a>
        ) : null}
        {trouble ? (
          <p role="alert" className="text-float">
            {trouble}
          </p>
        ) : null}
        {refused > 0 ? (
          <p role="alert" className="text-float">
            {phrase("{refused} taps were refused by the server; they stay here.", { refused })}
          </p>
        ) : null}
        <button
          type="button"
          className="flex hit items-center justify-between gap-2 rounded-s border border-rule px-2 text-left"
          onClick={() => setSheet("water")}
        >
          <span className="figure">
            {text(system, "depth", outing.where.depth)}
            {pack.flows ? ` · ${text(system, "speed", outing.where.pace)}` : ""}
            {outing.temperature === null ? "" : ` · ${text(system, "temperature", outing.temperature)}`}
          </span>
          <span className="shrink-0 text-[13px] text-soft">
            {outing.where.sounded ? phrase("sounded") : phrase("change")}
          </span>
        </button>
        {deeper || faster ? (
          <p className="text-[13px] text-soft">
            {phrase("Drawn {deeper}{faster}, as learnt here{deeper2}", {
              deeper: deeper ? phrase("{depth} deep", { depth: text(system, "depth", there.depth) }) : "",
              faster: faster ? phrase(" at {speed}", { speed: text(system, "speed", there.pace) }) : "",
              deeper2: deeper ? phrase("; sound it, and that counts.") : ".",
            })}
          </p>
        ) : null}
        {outside(pack, outing.where) ? (
          <p className="text-look">
            {phrase("Farther off than this pack was made for: depths and plan are those nearest to it.")}
          </p>
        ) : null}
        {warm ? (
          <p role="alert" className="border-l-4 border-float pl-2 font-bold">
            {phrase("{temperature}: stop here, a played fish may not recover.", {
              temperature: text(system, "temperature", outing.temperature ?? 0),
            })}
          </p>
        ) : null}
        {leave ? (
          <p role="alert" className="border-l-4 border-float pl-2 font-bold">
            {leave}
          </p>
        ) : null}
        {against.length > 0 ? (
          <p role="alert" className="border-l-4 border-float pl-2">
            <b>{phrase("Not to be fished here like this:")}</b> {against.join("; ")}.
          </p>
        ) : null}
        {pack.rigs.length > 1 ? (
          <div className="grid auto-cols-fr grid-flow-col gap-1.5">
            {pack.rigs.map((r, k) => (
              <button
                key={r.id}
                type="button"
                aria-pressed={k === outing.rig}
                className={`min-h-[48px] rounded-s border px-1 leading-tight ${k === outing.rig ? "border-ink bg-ink text-sheet" : "border-rule bg-sheet"}`}
                onClick={() =>
                  k !== outing.rig &&
                  void happened("changed", { rig: k, option: outing.options[k] ?? 0, text: r.name, made: true })
                }
              >
                <b className="block truncate">{r.name}</b>
                <span className="text-[12px]">{r.method}</span>
              </button>
            ))}
          </div>
        ) : null}
        <Clock
          kept={kept}
          rig={rig}
          option={option}
          where={there}
          gone={gone}
          drifts={outing.drifts}
          chance={rig.plan ? plan.chance(option) : null}
        />
        {warm || leave || against.length > 0 ? null : (
          <NextCard
            rig={rig}
            index={outing.rig}
            option={option}
            next={next}
            plan={plan}
            counsel={counsel}
            quiet={since !== null}
          />
        )}
        <Places place={place} go={go} />
        <Coverage lanes={LANES} covered={outing.covered} lane={place.lane} step={place.step} width={360} />
      </div>
      <div className="flex shrink-0 flex-col gap-1.5 border-t border-hair p-3 pt-2">
        <div className={`grid grid-cols-3 gap-1.5 ${hand === "left" ? "[direction:rtl]" : ""}`}>
          <button
            type="button"
            className="flex min-h-14 items-center justify-center gap-1.5 rounded-s border border-rule bg-sheet px-1 leading-tight disabled:opacity-50"
            disabled={!outing.last}
            onClick={undo}
          >
            <Undo2 size={18} aria-hidden />
            <span className="min-w-0 text-[13px]">
              {rich("undo{lastTap}", { lastTap: <b className="block truncate">{lastTap(outing, taps)}</b> })}
            </span>
          </button>
          <Rhythm cycle={cycle} />
          <button
            type="button"
            className="min-h-14 rounded-s border border-rule bg-sheet"
            onClick={() => setSheet("more")}
          >
            {phrase("more")}
          </button>
        </div>
        <div className={`grid grid-cols-4 gap-1.5 ${hand === "left" ? "[direction:rtl]" : ""}`}>
          {rig.first_row.map((tap) => (
            <button
              key={tap.key}
              type="button"
              className="min-h-16 rounded-s border border-edge bg-sheet px-0.5 text-[16px] leading-tight font-semibold active:bg-ink active:text-sheet"
              onPointerDown={() => seenNow()}
              onClick={() => void end(tap)}
            >
              {tap.label}
            </button>
          ))}
        </div>
        <button type="button" className="min-h-[72px] rounded-s bg-ink text-sheet" onClick={() => void down()}>
          <span className="text-2xl font-bold">{phrase("Flies down")}</span>
          <span className="block text-[13px]">
            {since === null
              ? phrase("starts the clock of drift {drifts}", { drifts: outing.drifts + 1 })
              : phrase("next drift; this one: {label}", { label: rig.first_row[0]?.label })}
          </span>
        </button>
      </div>
      <TakeSheet rig={rig} option={option} at={at} taking={taking} onDone={() => setTaking(null)} />
      <MoreSheet
        open={sheet === "more"}
        onClose={() => setSheet(null)}
        kept={kept}
        rig={rig}
        outing={outing}
        at={at}
        hand={hand}
        setHand={setHand}
        onTap={end}
        packing={packing}
      />
      <WaterNow open={sheet === "water"} onClose={() => setSheet(null)} kept={kept} outing={outing} />
    </main>
  );
}

function lastTap(outing: Outing, taps: Record<string, Tap>): string {
  const last = outing.last;
  if (!last) return "";
  const tap = (last.payload as { tap?: string }).tap;
  return tap ? (taps[tap]?.label ?? tap) : last.kind;
}

function Places({ place, go }: { place: Place; go: (lane: string, step: number) => void }) {
  return (
    <div className="grid grid-cols-4 gap-1.5">
      {LANES.map((lane) => (
        <button
          key={lane}
          type="button"
          aria-pressed={lane === place.lane}
          className={`min-h-[48px] rounded-s border ${lane === place.lane ? "border-ink bg-ink font-bold text-sheet" : "border-rule bg-sheet"}`}
          onClick={() => go(lane, place.step)}
        >
          {lane}
        </button>
      ))}
      <button
        type="button"
        className="min-h-[48px] rounded-s border border-rule bg-sheet"
        onClick={() => go(place.lane, place.step + 1)}
      >
        {phrase("step +")}
      </button>
    </div>
  );
}

/** The clock starts the next drift by itself, once it knows how long one takes. */
function Rhythm({ cycle }: { cycle: number | null }) {
  const rhythm = useClock((s) => s.rhythm);
  return (
    <button
      type="button"
      aria-pressed={rhythm}
      disabled={cycle === null && !rhythm}
      className={`min-h-14 rounded-s border px-1 leading-tight disabled:opacity-50 ${rhythm ? "border-ink bg-ink text-sheet" : "border-rule bg-sheet"}`}
      onClick={() => useClock.setState({ rhythm: !rhythm })}
    >
      {rich("by itself{span}", {
        span: (
          <span className="figure block text-[12px]">
            {cycle === null ? phrase("after 3 drifts") : phrase("each {cycle} s", { cycle: cycle.toFixed(0) })}
          </span>
        ),
      })}
    </button>
  );
}

function useHand(): ["left" | "right", (hand: "left" | "right") => void] {
  const [hand, set] = useState<"left" | "right">("right");
  useEffect(() => {
    try {
      if (localStorage.getItem("jarana.hand") === "left") set("left");
    } catch {}
  }, []);
  return [
    hand,
    (now) => {
      set(now);
      try {
        localStorage.setItem("jarana.hand", now);
      } catch {}
    },
  ];
}
