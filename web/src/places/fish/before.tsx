import { useState } from "react";
import type { UnitSystem } from "../../api/client";
import { PackList } from "../../features/packing/pack_list";
import { waterName } from "../../features/water/water_chip";
import { text } from "../../model/format";
import { when } from "../../model/moment";
import { happened, useBank } from "../../state/bank";
import type { KeptPack } from "../../state/bank_db";
import { useBench } from "../../state/bench_store";
import { useClock } from "../../state/drift_clock";
import { openSheet } from "../../state/open_sheets";
import { useBook, useRigs } from "../../state/queries";
import { useSystem } from "../../state/units";
import type { Packing } from "../../state/use_pack";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { phrase } from "../../words/phrase";
import { Past } from "./past";
import { PhoneCode } from "./phone_code";

const MOST = 3;
/** Rigs shown before more are asked for. */
const SHOWN = 12;

/** Before the first cast: which rigs go along, the day pack, and off. */
export function Before({ packing }: { packing: Packing }) {
  const docs = useBench((s) => s.docs);
  const saved = useBench((s) => s.saved?.rigId ?? null);
  const kept = useBank((s) => s.kept);
  const trouble = useBank((s) => s.trouble);
  const system = useSystem();
  return (
    <main className="mx-auto flex max-w-[30rem] flex-col gap-4 p-4 text-[15px]">
      <h1 className="text-2xl font-bold">{phrase("Fish")}</h1>
      {trouble ? (
        <p role="alert" className="text-float">
          {trouble}
        </p>
      ) : null}
      {kept && packing.doing !== "planned" ? <Ready kept={kept} /> : null}
      {docs && system ? (
        <Along water={docs.water} inHand={saved} system={system} packing={packing} again={kept !== null} />
      ) : kept ? null : (
        <p>
          {phrase(
            "Without a signal nothing can be taken along. At home, or where there is one, choose rigs here first.",
          )}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <PhoneCode />
        <Button onClick={() => openSheet("account")}>{phrase("Account")}</Button>
      </div>
      <Past />
    </main>
  );
}

/** A pack that lies on the phone. */
function Ready({ kept }: { kept: KeptPack }) {
  const { pack, system } = kept;
  const docs = useBench((s) => s.docs);
  const other = docs !== null && JSON.stringify(docs.water) !== JSON.stringify(pack.water);
  const begin = () => {
    useClock.setState({ since: null, second: null, began: null, rhythm: false, cycles: [] });
    return happened(
      "outing",
      {
        water: pack.water.id,
        water_name: pack.water_name,
        rigs: pack.rigs.map((r) => ({
          id: r.id,
          revision: kept.revisions[r.id] ?? null,
          name: r.name,
          method: r.method,
        })),
        depth_m: pack.water.depth_m,
        pace_m_s: pack.water.pace_m_s,
        temperature_c: pack.water.temperature_c,
        pack: pack.key,
      },
      { about: null },
    );
  };
  const first = pack.rigs.map((r) => r.plan?.sound_first).find(Boolean);
  return (
    <section aria-label={phrase("Your day pack")} className="rounded-s border border-ink bg-sheet p-4">
      <p className="text-lg font-bold">{pack.water_name}</p>
      <p className="figure text-soft">
        {text(system, "depth", pack.water.depth_m)}
        {pack.flows ? ` · ${text(system, "speed", pack.water.pace_m_s ?? 0)}` : ""} ·{" "}
        {text(system, "temperature", pack.water.temperature_c ?? 0)}
      </p>
      <ul className="my-2">
        {pack.rigs.map((r) => (
          <li key={r.id}>
            <b>{r.name}</b>
            <span className="block text-soft">{r.options[0]?.expect}</span>
            {(r.against ?? []).map((rule) => (
              <span key={rule} className="block font-semibold text-float">
                {rule}
              </span>
            ))}
          </li>
        ))}
      </ul>
      <p className="text-[13px] text-soft">
        {phrase("On this phone since {toLocaleString}{whole}", {
          toLocaleString: new Date(kept.keptAt).toLocaleString([], { dateStyle: "short", timeStyle: "short" }),
          whole: pack.whole ? phrase(", with the waters around it.") : phrase("; for the water as it is written only."),
        })}
      </p>
      {other ? (
        <p className="mt-1 text-look">{phrase("Today's water on the desk is another one, or was changed since.")}</p>
      ) : null}
      {pack.learnt ? <p className="mt-2">{pack.learnt}</p> : null}
      {first ? <p className="mt-2 font-bold">{first}</p> : null}
      <ul className="mt-2 text-look">
        {pack.cautions.map((c) => (
          <li key={c.key}>{c.full}</li>
        ))}
      </ul>
      <Button strong className="mt-3 min-h-16 w-full text-xl" onClick={() => void begin()}>
        {phrase("At the water")}
      </Button>
    </section>
  );
}

type AlongProps = {
  water: KeptPack["pack"]["water"];
  inHand: string | null;
  system: UnitSystem;
  packing: Packing;
  again: boolean;
};

function Along({ water, inHand, system, packing, again }: AlongProps) {
  const rigs = useRigs();
  const book = useBook();
  const [all, setAll] = useState(false);
  const [chosen, setChosen] = useState<string[]>(inHand ? [inHand] : []);
  const toggle = (id: string) =>
    setChosen((now) => (now.includes(id) ? now.filter((k) => k !== id) : [...now, id].slice(-MOST)));
  const waters = new Map(book.data?.methods.map((method) => [method.key, method.waters]));
  const first = (row: { id: string; method: string }) =>
    row.id === inHand ? 2 : Number(waters.get(row.method)?.includes(water.kind ?? "") ?? true);
  const rows = [...(rigs.data ?? [])].sort((a, b) => first(b) - first(a));
  const some = Math.min(SHOWN, rows.filter((row) => first(row) > 0).length || SHOWN);
  return (
    <section aria-label={phrase("Take it along")}>
      <h2 className="mb-1 text-lg font-bold">{again ? phrase("Make another pack") : phrase("Take it along")}</h2>
      <p className="mb-2 text-soft">
        {phrase("Up to {MOST} rigs for {waterName}: depths and plan go onto this phone and work without a signal.", {
          MOST,
          waterName: waterName(water),
        })}
      </p>
      <ul aria-label={phrase("Your rigs")} className="mb-3 flex flex-col gap-1.5">
        {rows.slice(0, all ? rows.length : some).map((row) => (
          <li key={row.id}>
            <label
              className={`flex min-h-[48px] items-center gap-3 rounded-s border px-3 ${chosen.includes(row.id) ? "border-ink bg-sheet" : "border-rule"}`}
            >
              <input
                type="checkbox"
                className="size-5 accent-[var(--ink)]"
                checked={chosen.includes(row.id)}
                onChange={() => toggle(row.id)}
              />
              <span className="min-w-0 flex-1">
                <b>{row.name}</b>
                <span className="block text-[13px] text-soft">{row.flies.join(" · ")}</span>
              </span>
              <span className="shrink-0 text-[12px] text-soft">
                {phrase("changed {when}", { when: when(row.made_at) })}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {!all && rows.length > some ? (
        <Button className="mb-3 w-full" onClick={() => setAll(true)}>
          {phrase("{more, plural, one {# more rig} other {# more rigs}}", { more: rows.length - some })}
        </Button>
      ) : null}
      {packing.doing ? (
        <div role="status">
          <p>
            {packing.doing === "planned"
              ? phrase("Computing the water as it is written")
              : phrase("Ready; now the waters around it")}{" "}
            … <span className="figure">{Math.round(packing.share * 100)} %</span>
          </p>
          <Progress share={packing.share} label={phrase("Packing")} className="my-2" />
          <Button onClick={packing.stop}>{phrase("Stop")}</Button>
        </div>
      ) : (
        <Button
          strong={!again}
          className="min-h-14 w-full text-lg"
          disabled={chosen.length === 0}
          onClick={() => void packing.make(chosen, water as never, system as never)}
        >
          {phrase("Pack {rigs, plural, one {this rig} other {# rigs}}", { rigs: chosen.length })}
        </Button>
      )}
      <div className="mt-2">
        <PackList rigs={chosen} />
      </div>
      {packing.fault ? (
        <p role="alert" className="mt-2 text-float">
          {packing.fault}
        </p>
      ) : null}
    </section>
  );
}
