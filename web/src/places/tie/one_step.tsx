import type { CardView, Cut, TieSheet, TieStep, UnitSystem } from "../../api/client";
import { CutRuler } from "../../drawings/cut_ruler";
import { KnotSteps } from "../../features/knots/knot_card";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";

type Props = {
  step: TieStep;
  card: CardView | null;
  index: number;
  count: number;
  cut: Cut | null;
  pull: TieSheet["pulls"];
  system: UnitSystem;
  ticked: boolean;
  onTick: (on: boolean) => void;
  onBack: (() => void) | null;
  onNext: (() => void) | null;
};
const DONE: Record<TieStep["kind"], string> = {
  join: phrase("Tied and tested"),
  fly: phrase("Tied and tested"),
  float: phrase("Set"),
  dress: phrase("Done"),
  test: phrase("It holds"),
};

/** One step in big type, for hands that are busy. */
export function OneStep(props: Props) {
  const { step, card, index, count, cut, system, ticked } = props;
  const [ref, size] = useSize<HTMLDivElement>();
  const spool = props.pull.find((p) => p.spool_id === cut?.spool_id);
  return (
    <section aria-label={phrase("Step")} aria-live="polite" className="flex min-h-full flex-col gap-5">
      <div ref={ref}>
        <p className="text-soft">{phrase("Step {index} of {count}", { index: index + 1, count })}</p>
        {cut ? (
          <>
            <h2 className="text-[30px] leading-tight font-bold">
              {phrase("Cut {cutshown} of {line}", {
                cutshown: cut.cut_shown,
                line: cut.line.toLowerCase(),
              })}
            </h2>
            <p className="mt-1 text-[17px]">
              {cut.spool}
              {spool?.after_shown
                ? phrase(" · {aftershown} left on it when the rig is tied", { aftershown: spool.after_shown })
                : ""}
              {spool?.short ? <span className="text-float"> {phrase("· not enough on it")}</span> : null}
            </p>
            <div className="mt-3">
              {size.width > 0 ? <CutRuler cut={cut} system={system} width={size.width} /> : null}
            </div>
            {cut.measured ? (
              <p className="text-[15px]">{phrase("By hand: {measured}.", { measured: cut.measured })}</p>
            ) : null}
          </>
        ) : null}
      </div>
      <div>
        <h2 className={`${cut ? "text-[22px]" : "text-[30px] leading-tight"} font-bold`}>{step.title}</h2>
        <p className="mt-1 max-w-[44rem] text-[17px] leading-normal">{step.detail}</p>
      </div>
      {card ? <KnotSteps card={card} system={system} className="max-w-[52rem]" /> : null}
      {step.figures?.length ? (
        <dl className="flex flex-wrap gap-x-8 gap-y-3">
          {step.figures.map((f) => (
            <div key={f.name} className="flex flex-col-reverse">
              <dt className="text-[14px] text-soft">{f.name}</dt>
              <dd className="figure text-[24px]">{f.figure}</dd>
            </div>
          ))}
        </dl>
      ) : null}
      <div className="mt-auto flex flex-wrap items-center gap-3">
        {ticked ? (
          <>
            <Big strong onClick={props.onNext} says={phrase("Next")} />
            <Big onClick={() => props.onTick(false)} says={phrase("Not done after all")} />
          </>
        ) : (
          <Big strong onClick={() => props.onTick(true)} says={DONE[step.kind]} />
        )}
        <Big onClick={props.onBack} says={phrase("Back")} />
        <p className="ml-auto text-[14px] text-soft">{phrase("Nippers, not teeth. Pull steadily by hand.")}</p>
      </div>
    </section>
  );
}

function Big({ says, onClick, strong }: { says: string; onClick: (() => void) | null; strong?: boolean }) {
  return (
    <button
      type="button"
      disabled={!onClick}
      onClick={() => onClick?.()}
      className={`min-h-[48px] rounded-s border px-5 text-[16px] disabled:opacity-50 ${
        strong ? "border-ink bg-ink font-semibold text-sheet" : "border-edge bg-sheet hover:border-ink"
      }`}
    >
      {says}
    </button>
  );
}
