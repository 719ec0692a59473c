import { ToggleGroup } from "radix-ui";
import type { Answer, Book, Drawer, UnitSystem } from "../../api/client";
import { number, stepOf, text } from "../../model/format";
import { floatPlace } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { openSheet } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Hint } from "../../ui/hint";
import { Tick } from "../../ui/tick";
import { TypedField } from "../../ui/typed_field";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";
import { Hang } from "./hang";
import { Measured } from "./measured";
import { Retrieve } from "./retrieve";

/** How far a press slides the float. */
type Props = { answer: Answer; book: Book; drawer: Drawer; system: UnitSystem };

/** How the rig is fished: the motions of its method, and the float or the count-down that goes with them. */
export function MotionControls({ answer, book, drawer, system }: Props) {
  const edit = useBench((s) => s.edit);
  const { rig, drift } = answer;
  const method = book.methods.find((m) => m.key === rig.method);
  const { water } = answer;
  const paces = (method?.paces ?? []).filter((p) => p.waters.includes(water.kind ?? "river"));
  const kind = rig.motion?.kind ?? "led";
  const lead = rig.motion?.lead ?? 1;
  const moves = book.motions.find((m) => m.key === kind);
  const leads = moves?.leads ?? false;
  const now = paces.find((p) => p.kind === kind && (!leads || (p.lead || 1) === lead));
  const choose = (name: string) => {
    const pace = paces.find((p) => p.name === name);
    if (!pace) return;
    edit({ op: "set_motion", kind: pace.kind, lead: pace.lead || 1 }, "motion");
  };
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3 pt-2">
      {paces.length > 1 ? (
        <ToggleGroup.Root
          type="single"
          aria-label={phrase("How it is fished")}
          value={now?.name ?? ""}
          onValueChange={(name) => name && choose(name)}
          className="flex flex-wrap rounded-s border border-rule bg-sheet"
        >
          {paces.map((pace) => (
            <ToggleGroup.Item
              key={pace.name}
              value={pace.name}
              className="hit px-2.5 text-[13px] data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-sheet"
            >
              {pace.name}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      ) : null}
      {leads && !now && water.kind !== "lake" ? (
        <span className="text-[13px] font-semibold">
          {phrase("led at {lead} × the pace", { lead: number(system, lead, 2) })}
        </span>
      ) : null}
      <FloatControls answer={answer} drawer={drawer} system={system} />
      <DryState answer={answer} />
      <LineOut answer={answer} system={system} />
      {moves && moves.pulls.length > 0 ? (
        <Retrieve answer={answer} usual={moves.pulls} system={system} most={book.limits.pulls} />
      ) : null}
      {water.kind === "lake" && rig.head?.kind === "fly line" && moves?.hang ? (
        <Hang answer={answer} usual={moves.hang} system={system} />
      ) : null}
      {water.kind === "lake" && rig.head?.kind === "fly line" && moves?.hang ? (
        <Boat answer={answer} system={system} />
      ) : null}
      {drift.axis === "seconds" && moves?.counts ? <CountDown seconds={rig.motion?.count_s ?? 20} /> : null}
      {drift.axis === "seconds" || drift.across ? null : (
        <span className="figure text-[13px]">
          <small>
            {drift.head === "held"
              ? phrase("led")
              : drift.head === "fly line"
                ? phrase("top")
                : kindName(drift.head ?? "")}
          </small>{" "}
          {text(system, "speed", drift.pace_m_s ?? 0)}
        </span>
      )}
      <div className="ml-auto flex items-center gap-1">
        <Button onClick={() => openSheet("schools")} title={phrase("Both schools, with this rig's figures")}>
          {phrase("Where anglers disagree")}
        </Button>
        <Measured answer={answer} system={system} />
        <Assumes />
      </div>
    </div>
  );
}

function FloatControls({ answer, drawer, system }: { answer: Answer; drawer: Drawer; system: UnitSystem }) {
  const edit = useBench((s) => s.edit);
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const { head } = answer.rig;
  const place = floatPlace(answer.rig);
  if (head?.kind !== "float" || !place) return null;
  const slide = (deeper_mm: number) => edit({ op: "set_float", deeper_mm }, "float");
  const step_mm = 1000 * stepOf(system, "length");
  const floats = drawer.floats ?? [];
  return (
    <>
      <Choice
        label={phrase("Float")}
        width="w-44"
        value={head.body.id}
        shown={head.body.name}
        groups={[
          {
            label: "",
            options: floats.map((f) => ({
              value: f.id,
              label: f.name,
              note: phrase("lifts {liftgf} g", { liftgf: f.lift_gf }),
            })),
          },
        ]}
        onChoose={(body) => edit({ op: "set_float", body }, "float.body")}
      />
      <TypedField
        label={phrase("Above the point")}
        width="w-36"
        shown={text(system, "length", place.above / 1000)}
        onCommit={(above) => edit({ op: "set_float", above }, "float")}
        less={{ label: phrase("Float nearer to the flies"), run: () => slide(-step_mm) }}
        more={{ label: phrase("Float farther up: the flies deeper"), run: () => slide(step_mm) }}
        fault={faults["float.above"] ?? faults.float}
        onTouched={() => clear(faults.float ? "float" : "float.above")}
      />
      <TypedField
        label={phrase("Below the line")}
        width="w-24"
        shown={text(system, "length", place.down / 1000)}
        onCommit={(down) => edit({ op: "set_float", down }, "float")}
        fault={faults["float.down"]}
        onTouched={() => clear("float.down")}
      />
    </>
  );
}

/** Whether the dry fly that holds the rig still bears its whole lift. */
function DryState({ answer }: { answer: Answer }) {
  const edit = useBench((s) => s.edit);
  const { head } = answer.rig;
  if (head?.kind !== "dry fly") return null;
  return (
    <Tick on={head.used ?? false} onChange={(on) => edit({ op: "set_dry", used: on }, "dry")} className="text-[13px]">
      {phrase("the dry is used: after twenty casts or a fish, until dried and dressed")}
    </Tick>
  );
}

function CountDown({ seconds }: { seconds: number }) {
  const edit = useBench((s) => s.edit);
  const fault = useBench((s) => s.faults.count);
  const clear = useBench((s) => s.clearFault);
  const step = (by_s: number) => edit({ op: "change_count", by_s }, "count");
  return (
    <TypedField
      label={phrase("Count down")}
      width="w-32"
      shown={`${seconds} s`}
      onCommit={(value) => edit({ op: "set_count", value }, "count")}
      less={{ label: phrase("Five seconds less"), run: () => step(-5) }}
      more={{ label: phrase("Five seconds more"), run: () => step(5) }}
      fault={fault}
      onTouched={() => clear("count")}
    />
  );
}

/** How fast a boat drifts after the flies; nothing at anchor, or on the bank. */
function Boat({ answer, system }: { answer: Answer; system: UnitSystem }) {
  const edit = useBench((s) => s.edit);
  const fault = useBench((s) => s.faults["stance.boat"]);
  const clear = useBench((s) => s.clearFault);
  const adrift = answer.rig.stance?.boat_m_s ?? 0;
  return (
    <TypedField
      label={phrase("Boat drifts")}
      width="w-28"
      shown={adrift ? text(system, "speed", adrift) : phrase("at anchor")}
      onCommit={(typed) =>
        edit({ op: "set_stance", boat: typed === phrase("at anchor") || !typed ? "0" : typed }, "stance")
      }
      fault={fault}
      onTouched={() => clear("stance.boat")}
    />
  );
}

/** How much fly line is in the water, where the rig is fished on it. */
function LineOut({ answer, system }: { answer: Answer; system: UnitSystem }) {
  const edit = useBench((s) => s.edit);
  const fault = useBench((s) => s.faults.out);
  const clear = useBench((s) => s.clearFault);
  const { head } = answer.rig;
  if (head?.kind !== "fly line") return null;
  return (
    <TypedField
      label={phrase("Line out")}
      width="w-20"
      shown={text(system, "travel", (head.out_mm ?? 9000) / 1000)}
      onCommit={(value) => edit({ op: "set_line_out", value }, "out")}
      fault={fault}
      onTouched={() => clear("out")}
    />
  );
}

/** What the computation takes for granted. */
function Assumes() {
  return (
    <Hint label={phrase("What this assumes")}>
      <p>
        {phrase(
          "Line and flies in three dimensions, from the rod tip on; the rod itself does not bend, the fly does not turn.",
        )}
      </p>
      <p>
        {phrase(
          "Lanes go straight down the stream, their seams blended over 0.3 m. The wind grows with height (log law).",
        )}
      </p>
      <p>{phrase("The mean flow of a rough bed (log law); its unsteadiness is in the band, not in the track.")}</p>
      <p>{phrase("Line that does not stretch, and bends freely unless it is fly line.")}</p>
      <p>
        {phrase(
          "Drag of thin line after Sucker & Brauer and Glauert & Lighthill, of beads after Clift & Gauvin. Flies’ drag and spreads are starting values: your own timings replace them.",
        )}
      </p>
      <p>{phrase("The band: 128 waters you could not tell apart. Pace and weight ±10 %, depth ±7 %, drag ±30 %.")}</p>
    </Hint>
  );
}
