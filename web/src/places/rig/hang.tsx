import type { Answer, Hang as Kept, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { Button } from "../../ui/button";
import { Pick } from "../../ui/pick";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";

type Props = { answer: Answer; usual: Kept; system: UnitSystem };

/** How a retrieve on a lake ends: fished out, or held where the line's mark is at the tip. */
export function Hang({ answer, usual, system }: Props) {
  const edit = useBench((s) => s.edit);
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const own = answer.rig.motion?.hang;
  const hang = own ?? usual;
  const metres = (mm: number | undefined) => text(system, "travel", (mm ?? 0) / 1000);
  const set = (part: object) => edit({ op: "set_hang", ...part }, "hang");
  const field = (key: string) => ({ fault: faults[`hang.${key}`], onTouched: () => clear(`hang.${key}`) });
  const told = own ? phrase("{holds} s with {metres} out", { holds: own.hold_s, metres: metres(own.left_mm) }) : "none";
  return (
    <Pick
      label={phrase("Hang")}
      shown={told}
      says={phrase("Hang at the line's mark: {told}", { told })}
      opens={phrase("Hang at the line's mark")}
      width="max-w-72"
      fault={undefined}
    >
      {() => (
        <div className="space-y-2">
          <p className="max-w-72 text-[13px]">
            {phrase("When the line’s mark comes to the tip the hand stops, the rod goes up, and the team is held.")}
          </p>
          {own ? (
            <div className="flex flex-wrap items-end gap-2">
              <TypedField
                label={phrase("Line left out")}
                width="w-24"
                shown={metres(hang.left_mm)}
                onCommit={(left) => set({ left })}
                {...field("left")}
              />
              <TypedField
                label={phrase("Rod up by")}
                width="w-24"
                shown={metres(hang.lift_mm)}
                onCommit={(lift) => set({ lift })}
                {...field("lift")}
              />
              <TypedField
                label={phrase("Held")}
                width="w-20"
                shown={`${hang.hold_s} s`}
                onCommit={(hold) => set({ hold })}
                {...field("hold")}
              />
            </div>
          ) : null}
          <Button onClick={() => set(own ? { off: true } : {})}>
            {own
              ? phrase("Without a hang")
              : phrase("Hang {holds} s with {metres} out", { holds: usual.hold_s, metres: metres(usual.left_mm) })}
          </Button>
        </div>
      )}
    </Pick>
  );
}
