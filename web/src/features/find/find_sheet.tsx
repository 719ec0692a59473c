import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import type { Book, FindView, FoundRig, Reach, WorthView } from "../../api/client";
import { FactorBars } from "../../drawings/factor_bars";
import { RideDrawing } from "../../drawings/ride_drawing";
import { styleOf } from "../../drawings/track_style";
import { text } from "../../model/format";
import { range } from "../../model/minutes";
import { ridesText } from "../../model/rides";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useBook } from "../../state/queries";
import { useSystem } from "../../state/units";
import { useJob } from "../../state/use_job";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Progress } from "../../ui/progress";
import { SideSheet } from "../../ui/side_sheet";
import { Tick } from "../../ui/tick";
import { useSteadyOrder } from "../../ui/use_steady_order";
import { phrase, rich } from "../../words/phrase";
import { LessonNote } from "../water/lesson_note";
import { waterName } from "../water/water_chip";
import { Habits } from "./habits";
import { Help } from "./help";

const ANY = "any";
const KNOTS = ["", "0", "1", "2", "4", "8"];
/** Least end of the scale of good minutes. */
const SCALE = 30;

/** What do I tie, from what I own, for this water? The best rigs, drawn in it, with what each is worth and why. */
export function FindSheet() {
  const open = useSheets((s) => s.open === "find");
  const book = useBook();
  const water = useBench((s) => s.docs?.water);
  return (
    <SideSheet
      open={open}
      onClose={() => openSheet(null)}
      title={phrase("Find")}
      note={water ? phrase("What to tie, from what you own, for {waterName}.", { waterName: waterName(water) }) : ""}
      width="80rem"
    >
      {open && book.data && water ? <Find book={book.data} water={water} /> : null}
    </SideSheet>
  );
}

function Find({ book, water }: { book: Book; water: Reach }) {
  const hand = useBench((s) => s.docs?.rig ?? null);
  const units = useBench((s) => s.units);
  const system = useSystem();
  const [method, setMethod] = useState(ANY);
  const [knots, setKnots] = useState("");
  const [zone, setZone] = useState(water.zone_known ?? true);
  const [depth, setDepth] = useState(true);
  // biome-ignore lint/correctness/useExhaustiveDependencies: sentences are written in the person's units
  const asked = useMemo(
    () => ({
      kind: "find" as const,
      water,
      hand,
      methods: method === ANY ? [] : [method],
      most_knots: knots === "" ? null : Number(knots),
      zone_known: zone,
      depth_known: depth,
    }),
    [water, hand, method, knots, zone, depth, units],
  );
  const { found, share, fault, stop, again } = useJob<"find">(asked, 150);
  if (!system) return null;
  const here = book.methods.filter((m) => m.waters.includes(water.kind ?? "river"));
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_200px]">
      <section aria-label={phrase("What was found")} className="min-w-0">
        <LessonNote water={water.id} className="pb-2" />
        <div className="flex flex-wrap items-end gap-3 border-b border-rule pb-3">
          <Choice
            label={phrase("Method")}
            width="w-56"
            value={method}
            groups={[
              {
                label: "",
                options: [
                  { value: ANY, label: phrase("any method") },
                  ...here.map((m) => ({ value: m.key, label: m.name })),
                ],
              },
            ]}
            onChoose={setMethod}
          />
          <Choice
            label={phrase("From the rig in hand")}
            width="w-40"
            value={knots === "" ? ANY : knots}
            groups={[
              {
                label: "",
                options: KNOTS.map((k) => ({
                  value: k === "" ? ANY : k,
                  label:
                    k === ""
                      ? phrase("any knots")
                      : k === "0"
                        ? phrase("no knot")
                        : k === "1"
                          ? phrase("1 knot at most")
                          : phrase("{k} knots at most", { k }),
                })),
              },
            ]}
            onChoose={(k) => setKnots(k === ANY ? "" : k)}
          />
          <Tick on={!zone} onChange={(on) => setZone(!on)} className="text-[13px]">
            {phrase("where they take is not known")}
          </Tick>
          <Tick on={!depth} onChange={(on) => setDepth(!on)} className="text-[13px]">
            {phrase("the depth is a guess")}
          </Tick>
          {share !== null ? (
            <div className="ml-auto flex min-w-40 items-center gap-2">
              <Progress share={share} label={phrase("Methods that are searched")} className="flex-1" />
              <Button onClick={stop}>{phrase("Stop")}</Button>
            </div>
          ) : null}
        </div>
        {fault ? (
          <p role="alert" className="flex flex-wrap items-center gap-3 py-3">
            {fault} <Button onClick={again}>{phrase("Search again")}</Button>
          </p>
        ) : null}
        {!found && !fault ? (
          <p role="status" className="py-3">
            {phrase("Trying what you own in this water …")}
          </p>
        ) : null}
        {found ? <Rigs found={found.found} water={water} hand={found.found.hand ?? null} /> : null}
      </section>
      {found ? <Beside found={found.found} onChanged={again} /> : null}
    </div>
  );
}

function Rigs({ found, water, hand }: { found: FindView; water: Reach; hand: WorthView | null }) {
  const [rigs, watched] = useSteadyOrder(found.rigs, (rig) => rig.method);
  const most = Math.max(SCALE, hand?.p90 ?? 0, ...rigs.map((r) => r.p90));
  return (
    <>
      <p role="status" className="sr-only">
        {found.settled
          ? phrase("{rigsCount} rigs found", { rigsCount: found.rigs.length })
          : phrase("first answers; the search goes on")}
      </p>
      {hand ? (
        <p className="border-l-2 border-float py-1 pl-2 text-[13px]">
          <b>{phrase("In hand now:")}</b>{" "}
          {hand.excluded
            ? phrase("ruled out, {excluded}.", { excluded: hand.excluded })
            : phrase("about {minutes} good minutes in the hour.", { minutes: Math.round(hand.minutes) })}
        </p>
      ) : null}
      <ol
        aria-label={phrase("Rigs, best first; of those about equal the one with fewest knots")}
        aria-busy={!found.settled}
        {...watched}
      >
        {rigs.map((rig) => (
          <One
            key={rig.method}
            rig={rig}
            water={water}
            hand={hand}
            most={most}
            settled={found.settled && found.rigs.includes(rig)}
          />
        ))}
      </ol>
      {found.turns_on ? <p className="mt-2 text-[13px] text-soft">{found.turns_on}</p> : null}
    </>
  );
}

type OneProps = { rig: FoundRig; water: Reach; hand: WorthView | null; most: number; settled: boolean };

function One({ rig, water, hand, most, settled }: OneProps) {
  const navigate = useNavigate();
  const system = useSystem();
  const take = () => {
    const bench = useBench.getState();
    bench.setRig(rig.rig);
    openSheet(null);
    void navigate("/rig");
  };
  const gain = hand ? Math.round(rig.worth_min_per_hour) - Math.round(hand.minutes) : null;
  return (
    <li className="grid gap-x-4 gap-y-2 border-b border-rule py-3 sm:grid-cols-[128px_232px_minmax(0,1fr)] xl:grid-cols-[128px_232px_minmax(0,1fr)_200px_84px]">
      <div>
        <p className="leading-none">
          <span className="figure text-[34px] font-bold">{Math.round(rig.worth_min_per_hour)}</span>{" "}
          <span className="figure text-[13px]">{range(rig.p10, rig.p90)}</span>
        </p>
        <p className="text-[12px] text-soft">
          {phrase("good minutes in the hour{settled}", { settled: settled ? "" : phrase(", settling") })}
        </p>
        <WorthScale
          low={rig.p10}
          middle={rig.worth_min_per_hour}
          high={rig.p90}
          hand={hand?.minutes ?? null}
          most={most}
        />
        {gain !== null ? (
          <p className="text-[12px] text-soft">
            {gain === 0
              ? phrase("as good as in hand")
              : phrase("{gain}{abs} on what is in hand", { gain: gain > 0 ? "+" : "−", abs: Math.abs(gain) })}
          </p>
        ) : null}
      </div>
      <RideDrawing
        rides={rig.rides ?? []}
        water={water}
        head={rig.rig.head?.kind ?? "held"}
        width={228}
        height={112}
        name={phrase("{rigName} in the water: {ridesText}", {
          rigName: rig.rig.name,
          ridesText: ridesText(system, rig.rides ?? []),
        })}
      />
      <div className="min-w-0">
        <h3 className="font-semibold">{rig.rig.name}</h3>
        <p className="text-[13px] text-soft">{rig.moved}</p>
        <ul className="text-[13px]">
          {(rig.rides ?? []).map((ride) => (
            <li key={ride.id} className="flex items-start gap-2">
              <svg width={22} height={6} aria-hidden className="mt-2 shrink-0">
                <line
                  x1={0}
                  x2={22}
                  y1={3}
                  y2={3}
                  stroke={styleOf(ride.role).ink}
                  strokeWidth={2}
                  strokeDasharray={styleOf(ride.role).dash}
                />
              </svg>
              <span>{ride.label}</span>
              {ride.bead_mm && system ? (
                <span className="figure ml-auto whitespace-nowrap">{text(system, "bead", ride.bead_mm / 1000)}</span>
              ) : null}
            </li>
          ))}
        </ul>
        {rig.gives_up.length > 0 ? (
          <p className="text-[13px]">{phrase("Gives up: {givesup}.", { givesup: rig.gives_up.join(", ") })}</p>
        ) : null}
        {(rig.missing ?? []).length > 0 ? (
          <p className="text-[13px] text-float">
            {phrase("Not yours: {missing}.", { missing: (rig.missing ?? []).map((m) => m.what).join("; ") })}
          </p>
        ) : null}
      </div>
      <FactorBars factors={rig.factors} />
      <div className="flex flex-col items-start gap-1 xl:items-end">
        {rig.knots !== null && rig.knots !== undefined ? (
          <p className="text-right text-[13px]">
            {rich("{figure} {knots, plural, one {knot} other {knots}}{line}{minutes} min", {
              figure: <span className="figure text-[18px] font-semibold">{rig.knots}</span>,
              knots: rig.knots,
              line: <br />,
              minutes: <span className="figure">{rig.minutes}</span>,
            })}
          </p>
        ) : null}
        <Button strong onClick={take}>
          {rich("Take it {rig}", { rig: <span className="sr-only">{rig.rig.name}</span> })}
        </Button>
      </div>
    </li>
  );
}

type ScaleProps = { low: number; middle: number; high: number; hand: number | null; most: number };

/** A worth on the common scale, from the least to the most of eight drifts of ten; the rig in hand is a red stroke. */
function WorthScale({ low, middle, high, hand, most }: ScaleProps) {
  const x = (minutes: number) => 2 + (126 * Math.min(minutes, most)) / most;
  return (
    <svg width={130} height={18} aria-hidden className="my-1 block">
      <line x1={2} x2={128} y1={9} y2={9} stroke="var(--rule)" />
      <rect x={x(low)} y={5} width={Math.max(x(high) - x(low), 1)} height={8} fill="var(--edge)" opacity={0.5} />
      <line x1={x(middle)} x2={x(middle)} y1={3} y2={15} stroke="var(--ink)" strokeWidth={3} />
      {hand !== null ? <line x1={x(hand)} x2={x(hand)} y1={0} y2={18} stroke="var(--float)" strokeWidth={2} /> : null}
    </svg>
  );
}

function Beside({ found, onChanged }: { found: FindView; onChanged: () => void }) {
  return (
    <aside aria-label={phrase("What holds it down")} className="text-[13px] lg:border-l lg:border-rule lg:pl-4">
      {found.nothing_fits ? (
        <>
          <h3 className="text-[16px] font-semibold">{phrase("Nothing fits")}</h3>
          <p className="mt-1">{found.nothing_fits}</p>
        </>
      ) : null}
      <Help would={found.what_would} />
      {found.left_out.length > 0 ? (
        <>
          <h3 className="mt-3 font-semibold">{phrase("Left out")}</h3>
          <ul>
            {found.left_out.map((row) => (
              <li key={row.method} className="border-t border-hair py-1">
                <b>{row.method}</b>: {row.reason}
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <p className="mt-4 text-soft">
        {phrase(
          "A good minute: a hooked fly is where they take, moving as they bear, and you would notice the take. The order of rigs is worth more than the figure.",
        )}
      </p>
      <Habits onChanged={onChanged} />
    </aside>
  );
}
