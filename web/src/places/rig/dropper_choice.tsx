import { useQuery } from "@tanstack/react-query";
import { Check } from "lucide-react";
import { type Attachment, api, type Rig, taken, type UnitSystem } from "../../api/client";
import { CardButton } from "../../features/knots/knot_card";
import { useBench } from "../../state/bench_store";
import { Pick } from "../../ui/pick";
import { phrase } from "../../words/phrase";

type Props = { attachment: Attachment; rig: Rig; system: UnitSystem };
const NAME: Record<string, string> = {
  tag: phrase("long tag"),
  link: phrase("girthed link"),
  ring: phrase("ring"),
  bend: phrase("in the line"),
  fold: phrase("fold"),
  point: phrase("point"),
};

/** The five ways to hang a dropper, with what each holds and costs on this rig. */
export function DropperChoice({ attachment, rig, system }: Props) {
  const fault = useBench((s) => s.faults[`${attachment.id}.school`]);
  const shown = NAME[attachment.school] ?? attachment.school;
  return (
    <Pick
      label={phrase("Hung by")}
      shown={shown}
      says={phrase("Hung by: {shown}. Other ways to hang it", { shown })}
      opens={phrase("Ways to hang it")}
      width="w-32"
      fault={fault}
    >
      {(done) => <Schools attachment={attachment} rig={rig} system={system} onDone={done} />}
    </Pick>
  );
}

function Schools({ attachment, rig, system, onDone }: Props & { onDone: () => void }) {
  const edit = useBench((s) => s.edit);
  const depth = useBench((s) => s.docs?.water.depth_m ?? 1);
  const part = attachment.id;
  const choices = useQuery({
    queryKey: ["droppers", rig, part, depth, system.key],
    placeholderData: (before) => before,
    queryFn: async () =>
      taken(
        await api.POST("/api/v1/workbench/droppers", {
          body: { rig, part, depth_m: depth, hard: false },
        }),
      ).choices,
  });
  return (
    <>
      {choices.isError ? <p role="alert">{phrase("The server does not answer; trying again.")}</p> : null}
      <ul>
        {(choices.data ?? []).map((choice) => (
          <li key={choice.school} className="flex gap-1 border-t border-hair first:border-t-0">
            <button
              type="button"
              disabled={choice.fault !== ""}
              aria-current={choice.now ? "true" : undefined}
              className="grid flex-1 grid-cols-[1.2rem_minmax(0,1fr)_auto] items-center gap-x-2 rounded-s px-1 py-1.5 text-left enabled:hover:bg-hair"
              onClick={() => {
                if (!choice.now)
                  edit(
                    { op: "set_school", at: part, school: choice.school as Attachment["school"] & "tag" },
                    `${part}.school`,
                  );
                onDone();
              }}
            >
              {choice.now ? <Check size={15} aria-hidden /> : <span />}
              <span className="font-semibold">{choice.name}</span>
              <span className="figure text-[13px]">{choice.holds}</span>
              {choice.fault ? null : (
                <>
                  <span />
                  <span aria-hidden className="col-span-2 h-1.5 rounded-s bg-hair">
                    <span
                      className="block h-full rounded-s bg-ink"
                      style={{ width: `${(choice.of_best ?? 0) * 100}%` }}
                    />
                  </span>
                </>
              )}
              <span />
              <span className="col-span-2 text-[12px] text-soft">
                {choice.words} {choice.fault ? <em>{phrase("Not here: {fault}.", { fault: choice.fault })}</em> : null}
              </span>
              {choice.facts?.length ? (
                <>
                  <span />
                  <span className="col-span-2 text-[12px]">
                    {phrase("{facts} · a snag takes {loses, plural, one {one fly} other {# flies}}", {
                      facts: choice.facts.join(" · "),
                      loses: choice.loses ?? 0,
                    })}
                  </span>
                </>
              ) : null}
            </button>
            <CardButton of={choice.card} system={system} />
          </li>
        ))}
      </ul>
    </>
  );
}
