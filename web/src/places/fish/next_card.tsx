import { useState } from "react";
import type { Counsel, PackRig } from "../../api/client";
import type { Plan } from "../../model/pack";
import { happened } from "../../state/bank";
import { useNumber } from "../../state/units";
import { Button } from "../../ui/button";
import { phrase, rich } from "../../words/phrase";

const REASONS = [phrase("no such fly"), phrase("too cold for a knot"), phrase("I like it so")] as const;

type Props = {
  rig: PackRig;
  /** Which of the outing's rigs it is. */
  index: number;
  option: number;
  next: { option: number; gain: number } | null;
  plan: Plan;
  counsel: Counsel | null;
  /** A drift goes on: nothing is asked now. */
  quiet: boolean;
};

/** The next change with why and what it costs; keep fishing, said in one line; or what practice does by what was counted. */
export function NextCard({ rig, index, option, next, plan, counsel, quiet }: Props) {
  const [why, setWhy] = useState(false);
  const [set, setSet] = useState("");
  const doubt = plan.doubt();
  const number = useNumber();
  const tenth = (each: number | undefined) => number((each ?? 0) * 10, 1);
  if (next) {
    const to = rig.options[next.option];
    const knots = rig.options[option]?.knots[next.option] ?? 0;
    const minutes = rig.options[option]?.minutes[next.option] ?? 0;
    const answer = (made: boolean, reason = "") => {
      setWhy(false);
      void happened("changed", {
        rig: index,
        option: next.option,
        text: (to?.text ?? "").slice(0, 120),
        made,
        why: reason,
        edits: made ? (to?.edits ?? []) : [],
      });
    };
    const worth = plan.worth();
    if (quiet)
      return (
        <p className="shrink-0 truncate border-l-4 border-zone pl-2 text-soft">
          {rich("Next, after this drift: {to}", { to: <b>{to?.text}</b> })}
        </p>
      );
    return (
      <section aria-label={phrase("Next")} className="rounded-s border-2 border-zone p-3">
        <p className="text-[17px] font-bold">{phrase("Next: {to}", { to: to?.text })}</p>
        <p>
          {rig.plan?.kind === "take"
            ? phrase("About {tenth} takes in 10 casts, as it is {tenth2}.", {
                tenth: tenth(worth[next.option]),
                tenth2: tenth(worth[option]),
              })
            : phrase("A drift of it is good for {percent} of its way, as it is for {percent2}.", {
                percent: percent(worth[next.option]),
                percent2: percent(worth[option]),
              })}{" "}
          {knots
            ? phrase("{knots, plural, one {# knot} other {# knots}}, {minutes} min.", {
                knots,
                minutes: minutes.toFixed(0),
              })
            : phrase("No knot.")}
        </p>
        {doubt ? <Doubt text={doubt} /> : null}
        {why ? (
          <div className="mt-2 grid grid-cols-3 gap-1.5">
            {REASONS.map((reason) => (
              <Button
                key={reason}
                className="min-h-[48px] whitespace-normal leading-tight"
                onClick={() => answer(false, reason)}
              >
                {reason}
              </Button>
            ))}
          </div>
        ) : (
          <div className="mt-2 grid grid-cols-[2fr_1fr] gap-1.5">
            <Button strong className="min-h-14 text-lg" onClick={() => answer(true)}>
              {phrase("Do it")}
            </Button>
            <Button className="min-h-14" onClick={() => setWhy(true)}>
              {phrase("Not now")}
            </Button>
          </div>
        )}
      </section>
    );
  }
  if (counsel && counsel.key !== set) {
    return (
      <section
        aria-label={phrase("Next")}
        className={`flex items-center justify-between gap-3 border-l-4 border-zone pl-2 ${quiet ? "opacity-60" : ""}`}
      >
        <p>
          <b>{counsel.says}.</b> <span className="text-soft">{counsel.why}</span>
        </p>
        <Button className="min-h-[48px] shrink-0" onClick={() => setSet(counsel.key)}>
          {phrase("Not now")}
        </Button>
      </section>
    );
  }
  return (
    <div className="text-soft">
      <p>{rig.plan ? phrase("Keep fishing: no change would bring more than it costs.") : phrase("Keep fishing.")}</p>
      {doubt ? <Doubt text={doubt} /> : null}
    </div>
  );
}

function percent(share: number | undefined): string {
  return `${Math.round((share ?? 0) * 100)} %`;
}

/** A doubt in one line; what may be the cause, and what would tell, on opening. */
function Doubt({ text }: { text: string }) {
  const cut = text.indexOf(": ");
  return (
    <details>
      <summary className="hit cursor-pointer text-look">{phrase("{text}: why?", { text: text.slice(0, cut) })}</summary>
      <p>{text.slice(cut + 2)}</p>
    </details>
  );
}
