import { useState } from "react";
import type { Book, Reach, RuleSetView, Section, UnitSystem } from "../../api/client";
import { StonesByBoot } from "../../drawings/stones_by_boot";
import { Cautions } from "../../features/cautions/cautions";
import { text } from "../../model/format";
import { onDay } from "../../model/moment";
import { isStill, paceText, STONES, ZONES } from "../../model/water";
import { useBench } from "../../state/bench_store";
import { useDays, useRuleSets } from "../../state/queries";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { TypedField } from "../../ui/typed_field";
import { useSize } from "../../ui/use_size";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";
import { GaugeStrip } from "./gauge_strip";
import { Group } from "./group";
import { Lanes, Obstacles } from "./lanes_and_obstacles";
import { PaceIt } from "./pace_it";
import { RulesSheet } from "./rules_sheet";
import { ToRig } from "./to_rig";
import { useWaterField } from "./use_water_field";

type Props = { water: Reach; section: Section; book: Book; system: UnitSystem };
/** What is read from the water: pace, where they hold, the day, the rules, and the cautions that go with them. */
export function Conditions({ water, section, book, system }: Props) {
  const nature = book.waters.find((w) => w.key === water.kind);
  return (
    <section
      aria-label={phrase("Conditions")}
      className="min-h-0 overflow-y-auto border-rule bg-sheet px-4 pb-4 max-lg:border-t lg:border-l"
    >
      <Cautions of={section.cautions} className="mt-3" />
      <Group title={phrase("This water")}>
        <div className="grid grid-cols-2 gap-x-3 gap-y-2">
          <Named water={water} field="name" label={phrase("Name")} shown={water.name} />
          <Named water={water} field="river" label={phrase("River or lake")} shown={water.river} />
          <Word water={water} field="kind" label={phrase("Kind")} words={book.waters.map((w) => w.key)} />
          <BedChoice water={water} book={book} />
        </div>
        {nature?.flows && book.beds.find((b) => b.key === water.bed)?.stony ? (
          <Stones water={water} system={system} />
        ) : null}
      </Group>
      {nature?.flows ? <PaceIt water={water} section={section} system={system} /> : null}
      <Group title={phrase("Where they hold")} word="taking-zone">
        <Holding water={water} system={system} />
      </Group>
      <Group title={phrase("Today")} word="day">
        <div className="grid grid-cols-2 gap-x-3 gap-y-2">
          <Typed
            name="temperature"
            label={phrase("Water")}
            shown={text(system, "temperature", water.temperature_c)}
            to={(value) => ({ op: "set_temperature", value })}
          />
          <Word water={water} field="clarity" label={phrase("Clarity")} words={["clear", "tinged", "coloured"]} />
          <Typed
            name="wind"
            label={phrase("Wind")}
            shown={text(system, "wind", water.wind_m_s ?? 0)}
            to={(value) => ({ op: "set_figure", field: "wind", value })}
          />
          <Word water={water} field="blows" label={phrase("It blows")} words={nature?.winds ?? []} />
          <Word
            water={water}
            field="surface"
            label={phrase("Surface")}
            words={[phrase("by the wind"), "glass", "ripple", "wave"]}
          />
          <Word water={water} field="light" label={phrase("Light")} words={["bright", "even", "low"]} />
          <div className="col-span-2">
            <Named water={water} field="about" label={phrase("About: insect and stage")} shown={water.about ?? ""} />
          </div>
        </div>
        <GaugeStrip water={water} system={system} />
        <Days water={water} system={system} />
      </Group>
      {nature?.flows ? (
        <Group title={phrase("Lanes, nearest first")} word="lane">
          <Lanes water={water} system={system} />
        </Group>
      ) : null}
      <Group title={phrase("What a fly can be lost to")}>
        <Obstacles water={water} system={system} />
      </Group>
      <Rules water={water} />
      <div className="mt-4">
        <ToRig />
      </div>
    </section>
  );
}

type WaterEditOf = Parameters<ReturnType<typeof useWaterField>["edit"]>[0];

type TypedProps = {
  name: string;
  label: string;
  shown: string;
  to: (value: string) => WaterEditOf;
  empty?: boolean;
  hint?: string;
};
function Typed(props: TypedProps) {
  const { fault, onTouched, edit } = useWaterField(props.name);
  return (
    <TypedField
      label={props.label}
      width="w-full"
      empty={props.empty ?? false}
      hint={props.hint ?? ""}
      shown={props.shown}
      onCommit={(value) => edit(props.to(value))}
      fault={fault}
      onTouched={onTouched}
    />
  );
}

function Named(props: { water: Reach; field: "name" | "river" | "species" | "about"; label: string; shown: string }) {
  const { fault, onTouched, edit } = useWaterField(props.field);
  return (
    <TypedField
      label={props.label}
      width="w-full"
      plain
      empty={props.field === "river" || props.field === "about"}
      shown={props.shown}
      onCommit={(value) => edit({ op: "set_text", field: props.field, value })}
      fault={fault}
      onTouched={onTouched}
    />
  );
}

type Words = "kind" | "clarity" | "wariness" | "blows" | "surface" | "light";
function Word(props: { water: Reach; field: Words; label: string; words: readonly string[] }) {
  const { fault, edit } = useWaterField(props.field);
  const value = props.water[props.field] || props.words[0] || "";
  const words = props.words.includes(value) ? props.words : [value, ...props.words];
  return (
    <Choice
      label={props.label}
      width="w-full"
      value={value}
      shown={kindName(value)}
      groups={[{ label: "", options: words.map((word) => ({ value: word, label: kindName(word) })) }]}
      onChoose={(word) => edit({ op: "set_word", field: props.field, value: word })}
      fault={fault}
    />
  );
}

function BedChoice({ water, book }: { water: Reach; book: Book }) {
  const { fault, edit } = useWaterField("bed");
  return (
    <Choice
      label={phrase("Bed")}
      width="w-full"
      value={water.bed}
      shown={book.beds.find((b) => b.key === water.bed)?.name ?? ""}
      groups={[{ label: "", options: book.beds.map((b) => ({ value: b.key, label: b.name })) }]}
      onChoose={(bed) => edit({ op: "set_bed", bed: bed as Reach["bed"] })}
      fault={fault}
    />
  );
}

/** How big the bigger stones are, drawn beside a boot; the kind alone where nobody looked. */
function Stones({ water, system }: { water: Reach; system: UnitSystem }) {
  const { edit } = useWaterField("stones");
  const [ref, size] = useSize<HTMLDivElement>();
  const told = water.stones_m ?? null;
  return (
    <div ref={ref} className="mt-2">
      <Typed
        name="stones"
        label={phrase("Its bigger stones: of six, the largest")}
        shown={told === null ? "" : text(system, "short", told)}
        empty
        hint={phrase("not looked at: by its kind")}
        to={(value) => ({ op: "set_stones", value })}
      />
      {told !== null && size.width > 0 ? (
        <div className="mt-1.5">
          <StonesByBoot stones={told} width={size.width} />
        </div>
      ) : null}
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {STONES.map((s) => (
          <Button key={s.name} onClick={() => edit({ op: "set_stones", value: s.size })}>
            {s.name}
          </Button>
        ))}
      </div>
    </div>
  );
}

function Holding({ water, system }: { water: Reach; system: UnitSystem }) {
  const { edit } = useWaterField("zone");
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const { zone } = water;
  const known = water.zone_known ?? true;
  const datum = zone.datum ?? "bed";
  const low = text(system, "short", zone.low_m);
  const high = text(system, "short", zone.high_m);
  const side = (name: "low" | "high") => ({
    fault: faults[`water.zone.${name}`],
    onTouched: () => clear(`water.zone.${name}`),
  });
  return (
    <>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <Typed
          name="depth"
          label={phrase("Depth there")}
          shown={text(system, "depth", water.depth_m)}
          to={(value) => ({ op: "set_depth", value })}
        />
        <Typed
          name="off"
          label={phrase("How far off")}
          shown={text(system, "travel", water.off_m ?? 6)}
          to={(value) => ({ op: "set_figure", field: "off", value })}
        />
        {water.soundings?.length ? (
          <Typed
            name="fish_at"
            label={phrase("Where along")}
            shown={text(system, "travel", water.fish_at_m ?? 0)}
            to={(value) => ({ op: "set_figure", field: "fish_at", value })}
          />
        ) : null}
        <Typed
          name="drift"
          label={phrase("Length of a drift")}
          shown={text(system, "travel", water.drift_m ?? 8)}
          to={(value) => ({ op: "set_figure", field: "drift", value })}
        />
        <Named water={water} field="species" label={phrase("Fish")} shown={water.fish?.species ?? ""} />
        <Typed
          name="fish"
          label={phrase("Usual weight")}
          shown={text(system, "fish", water.fish?.mass_kg ?? 0.5)}
          to={(value) => ({ op: "set_fish", value })}
        />
        <Word water={water} field="wariness" label={phrase("Wariness")} words={["low", "usual", "high"]} />
      </div>
      <fieldset className="mt-2">
        <legend className="text-[12px] text-soft">
          {phrase("Taking zone, {known}", {
            known: known
              ? datum === "bed"
                ? phrase("up from the bed")
                : phrase("down from the surface")
              : phrase("not known: all of it"),
          })}
        </legend>
        <div className="grid grid-cols-2 gap-x-3">
          <TypedField
            label={phrase("From")}
            width="w-full"
            shown={low}
            onCommit={(value) => edit({ op: "set_zone", low: value })}
            {...side("low")}
          />
          <TypedField
            label={phrase("To")}
            width="w-full"
            shown={high}
            onCommit={(value) => edit({ op: "set_zone", high: value })}
            {...side("high")}
          />
        </div>
        <div className="mt-2 flex flex-wrap gap-1.5">
          {ZONES.map((z) => (
            <Button key={z.name} onClick={() => edit({ op: "set_zone", low: z.low, high: z.high, datum: z.datum })}>
              {z.name}
            </Button>
          ))}
          <Button aria-pressed={!known} onClick={() => edit({ op: "set_zone", known: false })}>
            {phrase("nobody knows")}
          </Button>
          <Button onClick={() => edit({ op: "set_zone", datum: datum === "bed" ? "surface" : "bed" })}>
            {datum === "bed" ? phrase("from the surface") : phrase("from the bed")}
          </Button>
        </div>
      </fieldset>
    </>
  );
}

function Days({ water, system }: { water: Reach; system: UnitSystem }) {
  const [open, setOpen] = useState(false);
  const days = useDays(water.id, open);
  const setWater = useBench((s) => s.setWater);
  return (
    <div className="mt-2">
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        {phrase("Earlier days")}
      </Button>
      {open ? (
        <ul className="mt-1">
          {(days.data ?? []).map((row) => (
            <li key={row.day} className="flex items-center gap-2 border-t border-hair py-1 text-[13px]">
              <span className="flex-1">
                {onDay(row.day)}: <span className="figure">{text(system, "depth", row.reach.depth_m)}</span>
                {isStill(row.reach) ? "" : ` · ${paceText(system, row.reach)}`} · {kindName(row.reach.clarity ?? "")}
              </span>
              <Button
                onClick={() => setWater(row.reach)}
                aria-label={phrase("Use that day's figures: {day}", { day: onDay(row.day) })}
              >
                {phrase("Use that day's figures")}
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

function Rules({ water }: { water: Reach }) {
  const { edit } = useWaterField("rules");
  const sets = useRuleSets(useBench((s) => s.units));
  const all = sets.data ?? [];
  const now = all.find((r) => r.rules.id === water.rules);
  const [writing, setWriting] = useState<RuleSetView | "new" | null>(null);
  return (
    <Group title={phrase("Rules you entered")} word="rule-set">
      <Choice
        label={phrase("They hold here")}
        width="w-full"
        value={water.rules ?? "none"}
        shown={now?.rules.name ?? phrase("none attached")}
        groups={[
          {
            label: "",
            options: [
              { value: "none", label: phrase("none attached") },
              ...all.map((r) => ({ value: r.rules.id, label: r.rules.name })),
            ],
          },
        ]}
        onChoose={(id) => edit({ op: "set_rules", rules: id === "none" ? null : id })}
      />
      {now ? (
        <p className="mt-1 text-[13px]">
          {now.said.join(" · ")}
          <span className="block text-soft">
            {phrase("From {source}, checked {onDay}.", { source: now.rules.source, onDay: onDay(now.rules.checked) })}
          </span>
        </p>
      ) : null}
      <div className="mt-1 flex flex-wrap gap-2">
        {now ? <Button onClick={() => setWriting(now)}>{phrase("Change them")}</Button> : null}
        <Button onClick={() => setWriting("new")}>{phrase("Write down others")}</Button>
      </div>
      <p className="mt-1 text-[13px] text-soft">
        {phrase("Check the licence and the local rules; these are only your notes.")}
      </p>
      <RulesSheet
        rules={writing}
        onClose={() => setWriting(null)}
        onKept={(id) => {
          void sets.refetch();
          if (water.rules !== id) edit({ op: "set_rules", rules: id });
        }}
        onDropped={(id) => {
          void sets.refetch();
          if (water.rules === id) edit({ op: "set_rules", rules: null });
        }}
      />
    </Group>
  );
}
