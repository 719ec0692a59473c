import { Plus, X } from "lucide-react";
import type { Reach, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { TypedField } from "../../ui/typed_field";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";
import { Refusal } from "./group";
import { useWaterField } from "./use_water_field";

/** The strips of water between the angler and the far bank, nearest first. */
export function Lanes({ water, system }: { water: Reach; system: UnitSystem }) {
  const { fault, onTouched, edit } = useWaterField("lanes");
  const lanes = water.lanes ?? [];
  return (
    <>
      {lanes.map((lane, index) => (
        <div key={index} className="flex flex-wrap items-end gap-2 pb-1">
          <TypedField
            label={phrase("Lane")}
            plain
            width="w-20"
            shown={lane.name}
            onCommit={(name) => edit({ op: "set_lane", index, name })}
          />
          <TypedField
            label={phrase("Width")}
            width="w-[76px]"
            shown={text(system, "travel", lane.width_m)}
            onCommit={(width) => edit({ op: "set_lane", index, width })}
          />
          <TypedField
            label={phrase("Pace")}
            width="w-[84px]"
            shown={text(system, "speed", lane.pace_m_s)}
            onCommit={(pace) => edit({ op: "set_lane", index, pace })}
          />
          <TypedField
            label={phrase("Depth")}
            empty
            hint={phrase("as here")}
            width="w-[72px]"
            shown={lane.depth_m === null || lane.depth_m === undefined ? "" : text(system, "depth", lane.depth_m)}
            onCommit={(depth) => edit({ op: "set_lane", index, depth })}
          />
          <Drop
            what={phrase("lane {laneName}", { laneName: lane.name })}
            run={() => edit({ op: "drop_row", of: "lanes", index })}
          />
        </div>
      ))}
      <Refusal fault={fault} onTouched={onTouched} />
      <Button onClick={() => edit({ op: "set_lane" })}>
        <Plus size={14} aria-hidden /> {phrase("Lane")}
      </Button>
    </>
  );
}

const HOW_HIGH = {
  weed: phrase("Stands up"),
  boulder: phrase("Stands up"),
  snag: phrase("Stands up"),
  branch: phrase("Hangs down"),
  undercut: phrase("High"),
} as const;

/** What a fly can be lost to, and stretches that are left alone. */
export function Obstacles({ water, system }: { water: Reach; system: UnitSystem }) {
  const { fault, onTouched, edit } = useWaterField("obstacles");
  const kinds = ["weed", "boulder", "snag", "branch", "undercut", "left alone"] as const;
  return (
    <>
      {(water.obstacles ?? []).map((o, index) => (
        <div key={index} className="grid grid-cols-[1fr_1fr_auto] items-end gap-x-2 gap-y-1 pb-2">
          <Choice
            label={phrase("Kind")}
            width="w-full"
            value={o.kind}
            shown={kindName(o.kind)}
            groups={[{ label: "", options: kinds.map((kind) => ({ value: kind, label: kindName(kind) })) }]}
            onChoose={(kind) => edit({ op: "set_obstacle", index, kind: kind as (typeof kinds)[number] })}
          />
          <TypedField
            label={phrase("Along")}
            width="w-full"
            shown={text(system, "travel", o.x_m)}
            onCommit={(at) => edit({ op: "set_obstacle", index, at })}
          />
          <Drop what={o.kind} run={() => edit({ op: "drop_row", of: "obstacles", index })} />
          <TypedField
            label={phrase("Length")}
            width="w-full"
            shown={text(system, "travel", o.length_m)}
            onCommit={(length) => edit({ op: "set_obstacle", index, length })}
          />
          {o.kind === "left alone" ? null : (
            <TypedField
              label={HOW_HIGH[o.kind]}
              width="w-full"
              shown={text(system, "depth", o.height_m)}
              onCommit={(height) => edit({ op: "set_obstacle", index, height })}
            />
          )}
        </div>
      ))}
      <Refusal fault={fault} onTouched={onTouched} />
      <Button onClick={() => edit({ op: "set_obstacle" })}>
        <Plus size={14} aria-hidden /> {phrase("Weed, boulder, snag, left alone …")}
      </Button>
    </>
  );
}

function Drop({ what, run }: { what: string; run: () => void }) {
  return (
    <button
      type="button"
      aria-label={phrase("Take {what} away", { what })}
      onClick={run}
      className="grid hit w-8 place-items-center rounded-s border border-rule"
    >
      <X size={14} aria-hidden />
    </button>
  );
}
