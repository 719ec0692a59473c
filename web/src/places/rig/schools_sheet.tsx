import { Check } from "lucide-react";
import { useMemo } from "react";
import type { Answer, SideView } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useJob } from "../../state/use_job";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";

/** Where practitioners disagree: every side with this rig's own figures, and a button to fish it so. */
export function SchoolsSheet({ answer }: { answer: Answer }) {
  const open = useSheets((s) => s.open === "schools");
  return (
    <SideSheet
      open={open}
      onClose={() => openSheet(null)}
      title={phrase("Where anglers disagree")}
      note={phrase("Both sides on this rig, in this water. Nothing here decides for you.")}
      width="42rem"
    >
      {open ? <Questions answer={answer} /> : null}
    </SideSheet>
  );
}

function Questions({ answer }: { answer: Answer }) {
  const units = useBench((s) => s.units);
  const { rig, water } = answer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: figures are written in the person's units
  const asked = useMemo(() => ({ kind: "schools" as const, rig, water }), [rig, water, units]);
  const { found, share, fault, stop, again } = useJob<"schools">(asked);
  if (fault)
    return (
      <div role="alert" className="flex flex-wrap items-center gap-3">
        <p>{fault}</p>
        <Button onClick={again}>{phrase("Fish both ways again")}</Button>
      </div>
    );
  if (!found)
    return (
      <div className="flex items-center gap-3">
        <p role="status">{phrase("Fishing both ways …")}</p>
        <Progress share={share ?? 0} label={phrase("Sides that are fished")} className="flex-1" />
        <Button onClick={stop}>{phrase("Stop")}</Button>
      </div>
    );
  if (found.questions.length === 0) return <p>{phrase("Nothing is disputed about such a rig.")}</p>;
  return (
    <div>
      <p className="mb-2 text-[13px] text-soft">
        {phrase("Good minutes in the hour, by the same {members} drifts for every side.", {
          members: found.members ?? 0,
        })}
      </p>
      {found.questions.map((question) => (
        <section key={question.key} aria-label={question.asks} className="border-t border-rule py-2">
          <h3 className="font-semibold">{question.asks}</h3>
          <div className={`mt-1 grid gap-3 ${question.sides.length > 2 ? "sm:grid-cols-3" : "sm:grid-cols-2"}`}>
            {question.sides.map((side) => (
              <Side key={side.name} side={side} />
            ))}
          </div>
        </section>
      ))}
    </div>
  );
}

function Side({ side }: { side: SideView }) {
  const { edits } = side;
  const fish = () => {
    for (const one of edits) useBench.getState().edit(one, "school");
    openSheet(null);
  };
  return (
    <div className="flex flex-col rounded-s border border-hair p-2">
      <p className="flex items-baseline gap-2 text-[13px] font-semibold">
        <span className="flex-1">{side.name.charAt(0).toUpperCase() + side.name.slice(1)}</span>
        {side.ruled_out ? null : (
          <span className="figure whitespace-nowrap">
            {Math.round(side.minutes ?? 0)} <small className="font-normal">{phrase("good min")}</small>
          </span>
        )}
      </p>
      {side.ruled_out ? <p className="text-[13px] text-look">{side.ruled_out}</p> : null}
      <ul className="mt-1 flex-1 text-[13px]">
        {side.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {side.now ? (
        <p className="mt-1 flex items-center gap-1.5 text-[13px] text-soft">
          <Check size={14} aria-hidden /> {phrase("as it is now")}
        </p>
      ) : side.method ? (
        <p className="mt-1 text-[13px] text-soft">{phrase("another rig: start it to fish it")}</p>
      ) : edits.length > 0 ? (
        <Button className="mt-1 self-start" onClick={fish}>
          {phrase("Fish it so")}
        </Button>
      ) : null}
    </div>
  );
}
