import type { Answer, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { Choice } from "../../ui/choice";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";

type Props = { answer: Answer; system: UnitSystem };

const LAYS = [
  { value: "straight", label: phrase("straight") },
  { value: "serpentine", label: phrase("in curves") },
  { value: "pile", label: phrase("heaped in the leader") },
  { value: "reach", label: phrase("laid upstream") },
] as const;
const HELD_LAYS = [
  { value: "straight", label: phrase("laid upstream") },
  { value: "tuck", label: phrase("tucked: flies first") },
] as const;

/** Where the rod is and how the line lies: tip, way of the cast, slack, mend. Only over a river, from the tip on. */
export function StanceControls({ answer, system }: Props) {
  const edit = useBench((s) => s.edit);
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const { across } = answer.drift;
  if (!across) return null;
  const stance = answer.rig.stance;
  const lies = across.cast_deg !== null && across.cast_deg !== undefined;
  const step = (what: "tip" | "angle" | "slack" | "mend", more: boolean) =>
    edit(
      { op: "step_stance", what, more, ...(what === "angle" ? { now: across.cast_deg ?? 0 } : {}) },
      `stance.${what}`,
    );
  const steps = (what: "tip" | "angle" | "slack" | "mend", less: string, more: string) => ({
    less: { label: less, run: () => step(what, false) },
    more: { label: more, run: () => step(what, true) },
  });
  const field = (key: string) => ({ fault: faults[`stance.${key}`], onTouched: () => clear(`stance.${key}`) });
  const lay = stance?.lay ?? "straight";
  const lays = lies ? LAYS : HELD_LAYS;
  const mend = stance?.mend_m ?? 0;
  return (
    <div
      role="group"
      aria-label={phrase("Rod and line")}
      className="flex flex-wrap items-end gap-x-3 gap-y-1 px-3 pt-1"
    >
      <TypedField
        label={phrase("Rod tip, up")}
        width="w-32"
        shown={text(system, "near", across.tip_m)}
        onCommit={(tip) => edit({ op: "set_stance", tip }, "stance")}
        {...steps("tip", phrase("Rod tip lower"), phrase("Rod tip higher"))}
        {...field("tip")}
      />
      {lies ? (
        <TypedField
          label={phrase("Cast, ° downstream")}
          width="w-32"
          shown={`${Math.round(across.cast_deg ?? 0)}°`}
          onCommit={(angle) => edit({ op: "set_stance", angle }, "stance")}
          {...steps("angle", phrase("Cast more upstream"), phrase("Cast more downstream"))}
          {...field("angle")}
        />
      ) : null}
      <Choice
        label={phrase("Line lies")}
        width="w-44"
        value={lay}
        shown={lays.find((l) => l.value === lay)?.label ?? lay}
        groups={[{ label: "", options: lays.map((l) => ({ value: l.value, label: l.label })) }]}
        onChoose={(value) =>
          edit({ op: "set_stance", lay: value as "straight" | "serpentine" | "pile" | "reach" | "tuck" }, "stance.lay")
        }
      />
      {lies ? (
        <>
          <TypedField
            label={phrase("Slack")}
            width="w-32"
            shown={text(system, "near", stance?.slack_m ?? 0)}
            onCommit={(slack) => edit({ op: "set_stance", slack }, "stance")}
            {...steps("slack", phrase("Less slack"), phrase("More slack"))}
            {...field("slack")}
          />
          <TypedField
            label={phrase("Mend upstream")}
            width="w-32"
            shown={`${mend < 0 ? "−" : ""}${text(system, "near", Math.abs(mend))}`}
            onCommit={(typed) => edit({ op: "set_stance", mend: typed }, "stance")}
            {...steps("mend", phrase("Mend less, or downstream"), phrase("Mend more upstream"))}
            {...field("mend")}
          />
          {mend ? (
            <TypedField
              label={phrase("after")}
              width="w-16"
              shown={`${stance?.mend_s ?? 0} s`}
              onCommit={(after) => edit({ op: "set_stance", after }, "stance")}
              {...field("after")}
            />
          ) : null}
        </>
      ) : null}
    </div>
  );
}
