import { useEffect, useMemo, useState } from "react";
import type { PackRig } from "../../api/client";
import { DepthStrip } from "../../drawings/depth_strip";
import { styleOf } from "../../drawings/track_style";
import { text } from "../../model/format";
import { depthAt, driftSeconds, inZone, type Where, zoneDepths } from "../../model/pack";
import type { KeptPack } from "../../state/bank_db";
import { useClock } from "../../state/drift_clock";
import { useNumber } from "../../state/units";
import { phrase, rich } from "../../words/phrase";

const TENTH_MS = 100;
const STEPS = 48;
const WIDTH = 366;

type Props = {
  kept: KeptPack;
  rig: PackRig;
  option: number;
  where: Where;
  gone: ReadonlySet<string>;
  drifts: number;
  chance: number | null;
};

/** Big seconds, and every fly at its depth now; without a drift what is on and what to expect. */
export function Clock({ kept, rig, option, where, gone, drifts, chance }: Props) {
  const number = useNumber();
  const { pack, system } = kept;
  const since = useClock((s) => s.since);
  const second = useClock((s) => s.second);
  const now = useTenths(since);
  const at = since === null ? null : (now - since) / 1000;
  const seconds = driftSeconds(pack, rig, option, where);
  const flies = rig.flies.filter((f) => !gone.has(f.id));
  const zone = zoneDepths(rig, where);
  const courses = useMemo(
    () =>
      rig.flies.map((f) =>
        Array.from({ length: STEPS + 1 }, (_, k) => depthAt(pack, rig, option, f.id, (seconds * k) / STEPS, where)),
      ),
    [pack, rig, option, where, seconds],
  );
  const zones = useMemo(() => rig.flies.map((f) => inZone(pack, rig, option, f.id, where)), [pack, rig, option, where]);
  const marks = rig.options[option]?.marks ?? [];
  const coming =
    at === null
      ? null
      : (marks.find((m) => m.second > at) ?? { name: rig.options[option]?.ends ?? "", second: seconds });
  const sunk = flies.filter((f) => !f.dry);
  const strip = sunk.map((f) => ({
    id: f.id,
    role: f.role,
    course: courses[rig.flies.indexOf(f)] ?? [],
    now: depthAt(pack, rig, option, f.id, at ?? 0, where),
  }));
  return (
    <section aria-label={phrase("The drift")}>
      <div className="flex items-end justify-between gap-3">
        {at === null ? (
          <div className="min-h-[64px]">
            {pack.rigs.length > 1 ? null : <p className="font-bold">{rig.name}</p>}
            <p className="text-soft">
              {option > 0 ? `${rig.options[option]?.text} · ` : ""}
              {rig.motion}
            </p>
            <p>
              {chance === null
                ? rig.options[option]?.expect
                : phrase("{kind} on about {tenths}", {
                    kind: rig.plan?.kind === "take" ? phrase("A take") : phrase("A touch"),
                    tenths: tenths(chance),
                  })}
            </p>
          </div>
        ) : (
          <>
            <p className="figure text-[64px] leading-none" aria-live="off">
              {number(at, at < 100 ? 1 : 0)}
              <small className="ml-2 text-[24px]">s</small>
            </p>
            <p className="pb-1 text-right">
              {coming && coming.second > at ? (
                <>
                  <span className="text-soft">{phrase("{comingName} in", { comingName: coming.name })}</span>
                  <b className="figure block text-[26px] leading-none">
                    {number(coming.second - at, at < 20 ? 1 : 0)} s
                  </b>
                </>
              ) : (
                <b className="text-xl">{phrase("{ends} now", { ends: rig.options[option]?.ends })}</b>
              )}
              {second !== null ? (
                <span className="block text-soft">{phrase("seen at {second} s", { second: number(second, 1) })}</span>
              ) : null}
            </p>
          </>
        )}
        {at === null ? (
          <p className="figure shrink-0 text-soft">{phrase("drift {drifts}", { drifts: drifts + 1 })}</p>
        ) : null}
      </div>
      {sunk.length > 0 ? (
        <DepthStrip
          flies={strip}
          depth={where.depth}
          zone={zone}
          seconds={seconds}
          at={at}
          marks={marks}
          system={system}
          width={WIDTH}
          height={190}
        />
      ) : null}
      {gone.size > 0 ? (
        <p className="text-look">
          {rich("A fly is lost: the others are shown as with it. More, {i}, when it is.", {
            i: <i>{phrase("tied on again")}</i>,
          })}
        </p>
      ) : null}
      <ul className="mt-1 text-[14px]">
        {flies.map((f) => (
          <li key={f.id} className="flex items-center justify-between gap-2">
            <span className="flex min-w-0 items-center gap-2">
              <svg width={22} height={8} aria-hidden="true">
                <path
                  d="M1 4h20"
                  stroke={styleOf(f.role).ink}
                  strokeWidth={3}
                  strokeDasharray={styleOf(f.role).dash}
                  strokeLinecap="round"
                />
              </svg>
              <span className="truncate">
                {f.name}
                {f.bead ? ` · ${f.bead}` : ""}
              </span>
            </span>
            <span className="shrink-0 text-[13px] text-soft">
              {f.dry ? phrase("on top") : zoneText(zones[rig.flies.indexOf(f)] ?? null, seconds, where, system, number)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

type Write = (value: number, decimals: number) => string;

function zoneText(
  zone: [number, number] | null,
  whole: number,
  where: Where,
  system: KeptPack["system"],
  write: Write,
): string {
  if (!zone) return phrase("not in the zone");
  // In still water the flies are brought back through it: it ends, too.
  if (where.pace <= 0 && zone[1] < whole * 0.97)
    return phrase("zone {zone}–{zone2} s", { zone: write(zone[0], 0), zone2: write(zone[1], 0) });
  const metres = where.pace > 0 ? ` · ${text(system, "travel", zone[0] * where.pace)}` : "";
  return phrase("zone from {zone} s{metres}", { zone: write(zone[0], where.pace > 0 ? 1 : 0), metres });
}

/** A share of drifts as anglers say it. */
export function tenths(share: number): string {
  const count = Math.round(share * 10);
  if (share < 0.05) return phrase("fewer than 1 drift of 20");
  return count >= 10
    ? phrase("nearly every drift")
    : phrase("{drifts, plural, one {# drift} other {# drifts}} of 10", { drifts: Math.max(count, 1) });
}

/** The time, in tenths, while something drifts and somebody looks. */
function useTenths(since: number | null): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (since === null) return;
    let timer: number | undefined;
    const follow = () => {
      window.clearInterval(timer);
      setNow(Date.now());
      if (document.visibilityState === "visible") timer = window.setInterval(() => setNow(Date.now()), TENTH_MS);
    };
    follow();
    document.addEventListener("visibilitychange", follow);
    return () => {
      window.clearInterval(timer);
      document.removeEventListener("visibilitychange", follow);
    };
  }, [since]);
  return Math.max(now, since ?? 0);
}
