import { useState } from "react";
import type { Drawer, LeaderAnswer, LeaderBook, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { Choice } from "../../ui/choice";
import { Tick } from "../../ui/tick";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";
import { type Asked, ask } from "./use_leader";

type Props = {
  asked: Asked;
  answer: LeaderAnswer | undefined;
  book: LeaderBook;
  drawer: Drawer;
  faults: Record<string, string>;
  system: UnitSystem;
};
const SHORTEST_M = 0.6;
const LONGEST_M = 7;
const STEP_M = 0.05;
const STROKES = ["gentle", "usual", "hard"] as const;

/** What a leader is designed from: school, length, tippet, spools, and the cast it is meant for. */
export function Controls({ asked, answer, book, drawer, faults, system }: Props) {
  const school = book.schools.find((s) => s.key === asked.school);
  const total = (answer?.design.total_mm ?? 2700) / 1000;
  const usual = book.packets.find((p) => p.coated === (school?.kind === "sinking"))?.key ?? "";
  const ready = school?.kind === "packet" || school?.kind === "sinking";
  const cast = school?.kind === "taper" || ready || school?.kind === "level";
  const field = (name: string) => ({ fault: faults[name], onTouched: () => undefined });
  return (
    <section
      aria-label={phrase("What it is made from")}
      className="flex min-h-0 flex-col gap-3 overflow-y-auto border-rule bg-sheet px-4 py-3 lg:border-r"
    >
      <Choice
        label={phrase("School")}
        width="w-full"
        value={asked.school}
        groups={[{ label: "", options: book.schools.map((s) => ({ value: s.key, label: s.name })) }]}
        onChoose={(key) => ask({ school: key, shares: key === "own" ? [0.6, 0.2, 0.2] : null, packet: "", cut_to: "" })}
      />
      <p className="-mt-1 text-[13px] text-soft">{school?.about}</p>
      <div>
        <TypedField
          label={phrase("Length, from the line to the first fly")}
          width="w-full"
          shown={answer?.total ?? ""}
          onCommit={(value) => ask({ total: value })}
          {...field("total")}
        />
        <LengthSlider total={total} />
      </div>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <TypedField
          label={phrase("Tippet")}
          width="w-full"
          shown={answer?.tippet ?? ""}
          onCommit={(value) => ask({ tippet: value })}
          {...field("tippet")}
        />
        <TypedField
          label={phrase("Tippet's length")}
          width="w-full"
          shown={asked.tippet_length}
          hint={phrase("by school")}
          empty
          onCommit={(value) => ask({ tippet_length: value })}
          {...field("tippet_length")}
        />
        {ready ? (
          <>
            <Choice
              label={phrase("Ready-made")}
              width="w-full"
              value={answer?.spec.packet?.key ?? usual}
              groups={[
                {
                  label: "",
                  options: book.packets
                    .filter((p) => p.coated === (school?.kind === "sinking"))
                    .map((p) => ({ value: p.key, label: p.name })),
                },
              ]}
              onChoose={(key) => ask({ packet: key, cut_to: "" })}
            />
            <TypedField
              label={phrase("Cut back to")}
              width="w-full"
              shown={asked.cut_to}
              hint={phrase("as it came")}
              empty
              onCommit={(value) =>
                ask({
                  cut_to: value,
                  packet: asked.packet || answer?.spec.packet?.key || usual,
                })
              }
              {...field("cut_to")}
            />
          </>
        ) : null}
        {cast ? (
          <>
            <TypedField
              label={phrase("Head wind")}
              width="w-full"
              shown={text(system, "wind", answer?.spec.wind_m_s ?? 0)}
              onCommit={(value) => ask({ wind: value })}
              {...field("wind")}
            />
            <Choice
              label={phrase("Stroke")}
              width="w-full"
              value={asked.stroke}
              groups={[{ label: "", options: STROKES.map((s) => ({ value: s, label: s })) }]}
              onChoose={(key) => ask({ stroke: key as Asked["stroke"] })}
            />
          </>
        ) : null}
      </div>
      <div>
        <Choice
          label={phrase("Knot you prefer")}
          width="w-full"
          value={asked.joint}
          groups={[{ label: "", options: book.joints.map((k) => ({ value: k.key, label: k.name })) }]}
          onChoose={(key) => ask({ joint: key })}
        />
      </div>
      {asked.shares ? <OwnShares shares={asked.shares} fault={faults.shares} /> : null}
      <Tick on={asked.ring} onChange={(on) => ask({ ring: on })} className="text-[14px]">
        {phrase("A ring above the tippet")}
      </Tick>
      {school?.kind === "taper" ? (
        <Tick on={asked.optimise} onChange={(on) => ask({ optimise: on })} className="text-[14px]">
          {phrase("Move its shares up to 5 % for the wind")}
        </Tick>
      ) : null}
      <Spools asked={asked} drawer={drawer} system={system} />
    </section>
  );
}

function OwnShares({ shares, fault }: { shares: [number, number, number]; fault: string | undefined }) {
  const names = [phrase("Butt"), phrase("Step-down"), phrase("Tippet")];
  return (
    <fieldset>
      <legend className="text-[12px] text-soft">{phrase("Shares, %")}</legend>
      <div className="flex gap-2">
        {names.map((name, i) => (
          <TypedField
            key={name}
            label={name}
            width="w-20"
            shown={`${Math.round((shares[i] ?? 0) * 100)}`}
            onCommit={(value) => {
              const next: [number, number, number] = [...shares];
              next[i] = Number(value.replace("%", "").replace(",", ".")) / 100 || 0;
              const rest = i === 2 ? 1 : 2;
              next[rest] = Math.max(0.02, 1 - next[i] - (next[3 - i - rest] ?? 0));
              ask({ shares: next });
            }}
          />
        ))}
      </div>
      {fault ? (
        <p role="alert" className="text-[12px] text-float">
          {fault}
        </p>
      ) : null}
    </fieldset>
  );
}

function Spools({ asked, drawer, system }: { asked: Asked; drawer: Drawer; system: UnitSystem }) {
  const ladder = asked.without === null;
  const spools = [...(drawer.spools ?? [])].sort((a, b) => b.diameter_mm - a.diameter_mm);
  return (
    <fieldset className="min-w-0">
      <legend className="text-[12px] text-soft">{phrase("Spools it may be cut from")}</legend>
      <Tick on={ladder} onChange={(on) => ask({ without: on ? null : [] })} className="text-[14px]">
        {phrase("Any usual size, owned or not")}
      </Tick>
      {ladder
        ? null
        : spools.map((spool) => {
            const out = asked.without?.includes(spool.id) ?? false;
            return (
              <Tick
                key={spool.id}
                className="text-[13px]"
                on={!out}
                onChange={(on) => {
                  const others = (asked.without ?? []).filter((id) => id !== spool.id);
                  ask({ without: on ? others : [...others, spool.id] });
                }}
              >
                <span className="truncate">
                  {spool.number} · {spool.label}
                </span>
                <span className="figure ml-auto text-soft">{text(system, "diameter", spool.diameter_mm / 1000)}</span>
              </Tick>
            );
          })}
    </fieldset>
  );
}

/** The length, drawn along. It stays where it was put until an answer says how long the leader is. */
function LengthSlider({ total }: { total: number }) {
  const [put, setPut] = useState({ text: "", over: total });
  if (put.over !== total) setPut({ text: "", over: total });
  return (
    <input
      type="range"
      aria-label={phrase("Length")}
      min={SHORTEST_M}
      max={LONGEST_M}
      step={STEP_M}
      value={put.text || (Math.round(total / STEP_M) * STEP_M).toFixed(2)}
      onChange={(e) => {
        setPut({ text: e.target.value, over: total });
        ask({ total: `${e.target.value} m` });
      }}
      className="hit mt-1 w-full accent-[var(--ink)]"
    />
  );
}
