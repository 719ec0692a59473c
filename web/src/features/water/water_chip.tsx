import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import { Link } from "react-router";
import type { Book, Reach, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { paceText, ZONES } from "../../model/water";
import { useBench } from "../../state/bench_store";
import { useReaches } from "../../state/queries";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";

type Props = { water: Reach; book: Book; system: UnitSystem };

/** Today's water: which reach, and its figures changed in place. */
export function WaterChip({ water, book, system }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger className="flex hit min-w-0 items-center gap-2 rounded-s border border-rule bg-sheet px-3 text-left hover:border-ink max-[900px]:max-w-[34%] max-[900px]:px-2">
        <span className="text-[13px] whitespace-nowrap text-soft max-2xl:sr-only">{phrase("today's water")}</span>
        <span className="truncate font-semibold">
          {water.river ? <span className="max-sm:sr-only">{water.river}, </span> : null}
          {water.name}
        </span>
        <span className="figure whitespace-nowrap text-[13px] max-sm:hidden">
          {text(system, "depth", water.depth_m)} · {paceText(system, water)} ·{" "}
          {text(system, "temperature", water.temperature_c)}
        </span>
        <ChevronDown size={14} aria-hidden className="shrink-0 max-sm:hidden" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          className="z-40 w-[min(26rem,calc(100vw-1rem))] rounded-s border border-ink bg-sheet p-4"
        >
          <WaterForm water={water} book={book} system={system} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

export function waterName(water: Reach): string {
  return water.river ? `${water.river}, ${water.name}` : water.name;
}

function WaterForm({ water, book, system }: Props) {
  const edit = useBench((s) => s.edit);
  const setWater = useBench((s) => s.setWater);
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const reaches = useReaches();
  const field = (name: string) => ({ fault: faults[`water.${name}`], onTouched: () => clear(`water.${name}`) });
  const { zone } = water;
  const low = text(system, "short", zone.low_m);
  const high = text(system, "short", zone.high_m);
  const setZone = (change: { low?: string; high?: string; datum?: "bed" | "surface" }) =>
    edit({ op: "set_zone", ...change }, "water.zone");
  const others = (reaches.data ?? []).map(({ reach }) => ({ value: reach.id, label: waterName(reach) }));
  return (
    <div className="grid gap-3">
      <Choice
        label={phrase("Reach")}
        width="w-full"
        value={water.id}
        shown={waterName(water)}
        groups={[{ label: "", options: others }]}
        onChoose={(id) => {
          const chosen = reaches.data?.find((r) => r.reach.id === id);
          if (chosen) setWater(chosen.reach, chosen.number);
        }}
      />
      <div className="grid grid-cols-3 gap-3">
        <TypedField
          label={phrase("Depth")}
          width="w-full"
          shown={text(system, "depth", water.depth_m)}
          onCommit={(value) => edit({ op: "set_depth", value }, "water.depth")}
          {...field("depth")}
        />
        <TypedField
          label={phrase("Surface pace")}
          width="w-full"
          shown={text(system, "speed", water.pace_m_s)}
          onCommit={(value) => edit({ op: "set_pace", value }, "water.pace")}
          {...field("pace")}
        />
        <TypedField
          label={phrase("Temperature")}
          width="w-full"
          shown={text(system, "temperature", water.temperature_c)}
          onCommit={(value) => edit({ op: "set_temperature", value }, "water.temperature")}
          {...field("temperature")}
        />
      </div>
      <fieldset>
        <legend className="text-[13px] font-semibold">
          {phrase("Taking zone, {datum}", {
            datum: zone.datum === "surface" ? phrase("down from the surface") : phrase("up from the bed"),
          })}
        </legend>
        <div className="mt-1 grid grid-cols-3 items-start gap-3">
          <TypedField
            label={phrase("From")}
            width="w-full"
            shown={low}
            onCommit={(value) => setZone({ low: value })}
            {...field("zone.low")}
          />
          <TypedField
            label={phrase("To")}
            width="w-full"
            shown={high}
            onCommit={(value) => setZone({ high: value })}
            {...field("zone.high")}
          />
        </div>
        <div className="mt-2 flex gap-2">
          {ZONES.map((preset) => (
            <Button
              key={preset.name}
              onClick={() => setZone({ low: preset.low, high: preset.high, datum: preset.datum })}
            >
              {preset.name}
            </Button>
          ))}
        </div>
      </fieldset>
      <Choice
        label={phrase("Bed")}
        width="w-full"
        value={water.bed}
        shown={book.beds.find((b) => b.key === water.bed)?.name ?? ""}
        groups={[{ label: "", options: book.beds.map((b) => ({ value: b.key, label: b.name })) }]}
        onChoose={(bed) => edit({ op: "set_bed", bed: bed as Reach["bed"] }, "water.bed")}
      />
      <p className="text-[12px] text-soft">
        {phrase("Soundings, lanes, pacing and earlier days are in")}{" "}
        <Link to="/water" className="underline">
          {phrase("Water")}
        </Link>
        {phrase(". Wade with care: never alone above the thigh.")}
      </p>
    </div>
  );
}
