import { X } from "lucide-react";
import { useState } from "react";
import type { Reach, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { isStill } from "../../model/water";
import { useBench } from "../../state/bench_store";
import { Button } from "../../ui/button";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";
import { useWaterField } from "./use_water_field";

type Props = {
  water: Reach;
  system: UnitSystem;
  selected: number | null;
  onSelect: (index: number | null) => void;
};
const NONE = { above: "0", slope_deg: 0 };

/** The sounding that is picked: its place, depth and name, or the depth by a weight on the line; and a new one. */
export function SoundingControls({ water, system, selected, onSelect }: Props) {
  const field = useWaterField("sounding");
  const faults = useBench((s) => s.faults);
  const sounding = selected === null ? null : (water.soundings?.[selected] ?? null);
  const [helper, setHelper] = useState(false);
  const add = () => {
    field.edit({ op: "set_sounding", ...NONE });
    onSelect(water.soundings?.length ?? 1);
  };
  const one = (name: string) => ({ fault: faults[`water.sounding.${name}`], onTouched: field.onTouched });
  return (
    <div className="min-h-[74px] border-t border-rule px-4 py-2">
      <div className="flex flex-wrap items-end gap-3">
        {sounding && selected !== null ? (
          <>
            <TypedField
              label={isStill(water) ? phrase("Out from the shore") : phrase("Along")}
              shown={text(system, "travel", sounding.x_m)}
              onCommit={(at) => field.edit({ op: "set_sounding", index: selected, at, ...NONE })}
              {...one("at")}
            />
            <TypedField
              label={phrase("Depth by staff")}
              shown={text(system, "depth", sounding.depth_m)}
              onCommit={(depth) => field.edit({ op: "set_sounding", index: selected, depth, ...NONE })}
              {...one("depth")}
            />
            <TypedField
              label={phrase("Name")}
              width="w-28"
              shown={sounding.name ?? ""}
              onCommit={(name) => field.edit({ op: "set_sounding", index: selected, name, ...NONE })}
              empty
              plain
              {...one("name")}
            />
            <Button aria-expanded={helper} onClick={() => setHelper(!helper)}>
              {phrase("Depth by line")}
            </Button>
            <Button
              aria-label={phrase("Take this sounding away")}
              title={phrase("Take this sounding away")}
              onClick={() => {
                field.edit({ op: "drop_row", of: "soundings", index: selected });
                onSelect(null);
              }}
            >
              <X size={15} aria-hidden />
            </Button>
          </>
        ) : (
          <p className="max-w-[34rem] self-center text-[13px] text-soft">
            {water.soundings?.length
              ? phrase(
                  "Drag a sounding, or pick it to type its depth. The fish hold where the depth of the day is read.",
                )
              : phrase(
                  "A level bed so far. Add a sounding: paced distance, and depth by staff, rod or a weight on the line.",
                )}
          </p>
        )}
        <Button className="ml-auto" onClick={add}>
          {phrase("Add a sounding")}
        </Button>
      </div>
      {helper && sounding && selected !== null ? <ByLine index={selected} one={one} edit={field.edit} /> : null}
      {field.fault && !sounding ? (
        <p role="alert" className="text-[13px] text-float">
          {field.fault}
        </p>
      ) : null}
    </div>
  );
}

function ByLine(props: {
  index: number;
  one: (name: string) => { fault: string | undefined; onTouched: () => void };
  edit: ReturnType<typeof useWaterField>["edit"];
}) {
  const [line, setLine] = useState("");
  const [above, setAbove] = useState("");
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <TypedField
        label={phrase("Line out, tip to weight")}
        width="w-36"
        shown={line}
        onCommit={setLine}
        {...props.one("line")}
      />
      <TypedField
        label={phrase("Tip over the water")}
        width="w-36"
        shown={above}
        onCommit={setAbove}
        {...props.one("above")}
      />
      <Button
        disabled={!line || !above}
        onClick={() => props.edit({ op: "set_sounding", index: props.index, line, above, slope_deg: 0 })}
      >
        {phrase("That is the depth")}
      </Button>
      <p className="self-center text-[13px] text-soft">{phrase("Let a weight down to the bed on a straight line.")}</p>
    </div>
  );
}
