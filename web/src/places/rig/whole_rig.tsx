import { useState } from "react";
import type { Answer, Book, Drawer, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";

type Props = {
  answer: Answer;
  book: Book;
  drawer: Drawer;
  system: UnitSystem;
  /** Open, without a button before it. */
  always?: boolean;
};

/** What belongs to the whole rig: what holds it, rod and line, and how far apart the flies are. */
export function WholeRig({ answer, book, drawer, system, always = false }: Props) {
  const edit = useBench((s) => s.edit);
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const { rig } = answer;
  const held = rig.head?.kind ?? "held";
  const stretches = answer.stretches ?? [];
  const leaders = drawer.leaders ?? [];
  const ready = rig.spans.find((span) => span.ready)?.ready;
  const fault = (stem: string) => Object.entries(faults).find(([field]) => field.startsWith(stem));
  const spacing = fault("rig.spacing");
  const apart = stretches.map((s) => text(system, "length", s.mm / 1000));
  const [open, setOpen] = useState(false);
  return (
    <>
      {always ? null : (
        <Button className="mt-1 lg:hidden" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? phrase("Close") : phrase("Rod, line, leader, what holds it: {rodName}", { rodName: rig.rod.name })}
        </Button>
      )}
      <div
        role="group"
        aria-label={phrase("The whole rig")}
        className={`flex flex-wrap items-start gap-x-3 gap-y-2 px-1 pt-1 ${open || always ? "" : "max-lg:hidden"}`}
      >
        <Choice
          label={phrase("Held by")}
          width="w-32"
          value={held}
          shown={book.heads.find((h) => h.key === held)?.name ?? held}
          groups={[{ label: "", options: book.heads.map((h) => ({ value: h.key, label: h.name })) }]}
          onChoose={(kind) => edit({ op: "hold_with", kind }, "rig.held")}
          fault={fault("rig.held")?.[1]}
        />
        <Choice
          label={phrase("Rod")}
          width="w-44"
          value={rig.rod.id}
          shown={rig.rod.name}
          groups={[{ label: "", options: (drawer.rods ?? []).map((r) => ({ value: r.id, label: r.name })) }]}
          onChoose={(rod) => edit({ op: "use_rod", rod }, "rig.rod")}
        />
        <Choice
          label={phrase("Line")}
          width="w-44"
          value={rig.line.id}
          shown={rig.line.name}
          groups={[{ label: "", options: (drawer.lines ?? []).map((row) => ({ value: row.id, label: row.name })) }]}
          onChoose={(id) => edit({ op: "use_line", line: id }, "line")}
        />
        {(drawer.leaders ?? []).length > 0 ? (
          <Choice
            label={phrase("Leader")}
            width="w-40"
            value={ready ?? "tied"}
            shown={leaders.find((l) => l.id === ready)?.name ?? phrase("tied from spools")}
            groups={[
              {
                label: "",
                options: leaders.map((l) => ({ value: l.id, label: l.name, note: l.suits ?? "" })),
              },
            ]}
            onChoose={(leader) => edit({ op: "put_on_leader", leader }, "rig.leader")}
            fault={fault("rig.leader")?.[1]}
          />
        ) : null}
        {stretches.length > 0 ? (
          <TypedField
            label={`${stretches[0]?.above} ${stretches.map((s) => `→ ${s.below}`).join(" ")}`}
            width={stretches.length > 2 ? "w-64" : stretches.length > 1 ? "w-44" : "w-24"}
            shown={apart.join(" / ")}
            onCommit={(typed) => edit({ op: "set_spacing", lengths: typed.split("/") }, "rig.spacing")}
            fault={spacing?.[1]}
            onTouched={() => spacing && clear(spacing[0])}
          />
        ) : null}
      </div>
    </>
  );
}
