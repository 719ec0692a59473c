import { Check, CircleAlert, TriangleAlert } from "lucide-react";
import { Collapsible } from "radix-ui";
import type { Caution, Edit, Reading, Try } from "../../api/client";
import { Cautions } from "../../features/cautions/cautions";
import { useBench } from "../../state/bench_store";
import { phrase, rich } from "../../words/phrase";

const MARK = {
  act: { icon: TriangleAlert, ink: "text-float", says: phrase("act") },
  look: { icon: CircleAlert, ink: "text-look", says: phrase("look") },
  fine: { icon: Check, ink: "text-fine", says: phrase("fine") },
};

/** What the rig says, worst first; satisfied readings take one line; each opens to its reason. */
type ReadingsProps = {
  readings: readonly (Reading & { waiting?: boolean })[];
  pinned: readonly Reading[] | null;
  cautions: readonly Caution[];
};
export function Readings({ readings, pinned, cautions }: ReadingsProps) {
  return (
    <section aria-label={phrase("Readings")} className="flex min-h-0 flex-1 flex-col">
      <h2 className="flex justify-between px-4 pt-3 pb-2 text-[13px] font-semibold text-soft">
        {rich("What it says {span}", { span: <span className="font-normal">{phrase("worst first")}</span> })}
      </h2>
      <ul className="min-h-0 flex-1 overflow-y-auto px-4 pb-3">
        {readings.map((reading) => (
          <OneReading key={reading.key} reading={reading} pinned={pinned?.find((r) => r.key === reading.key) ?? null} />
        ))}
      </ul>
      <Cautions of={cautions} className="mx-4 mb-2" />
    </section>
  );
}

/** Does what a reading offers; it can be undone like any edit. */
export function applyTry(chosen: Try): void {
  useBench.getState().editAll([chosen.edit, ...(chosen.more ?? [])] as unknown as Edit[], "try");
}

function Tries({ tries }: { tries: readonly Try[] }) {
  return (
    <ul className="mt-1 space-y-1 pl-[25px]">
      {tries.map((chosen) => (
        <li key={chosen.name}>
          <button
            type="button"
            onClick={() => applyTry(chosen)}
            className="flex hit w-full flex-wrap items-baseline gap-x-2 rounded-s border border-edge bg-paper px-2 py-1 text-left text-[13px] hover:border-ink"
          >
            <span className="font-semibold">{chosen.name}</span>
            <span>→ {chosen.effect}</span>
            {chosen.costs ? <span className="text-soft">{chosen.costs}</span> : null}
            {chosen.minutes ? (
              <span className="figure">
                {Math.round(chosen.minutes)} <small>{phrase("good min")}</small>
              </span>
            ) : null}
            {chosen.takes ? <span className="ml-auto text-soft">{chosen.takes}</span> : null}
          </button>
        </li>
      ))}
    </ul>
  );
}

function OneReading({ reading, pinned }: { reading: Reading & { waiting?: boolean }; pinned: Reading | null }) {
  const select = useBench((s) => s.select);
  const { icon: Icon, ink, says } = MARK[reading.severity];
  const part = reading.parts?.[0];
  return (
    <li
      className={`border-t border-hair py-2 ${reading.waiting ? "opacity-95" : ""}`}
      aria-busy={reading.waiting ?? false}
      data-testid={`reading-${reading.key}`}
      data-severity={reading.severity}
    >
      <Collapsible.Root>
        <div className="flex items-baseline gap-2">
          <Icon size={17} aria-label={says} className={`shrink-0 self-center ${ink}`} />
          <Collapsible.Trigger
            id={`reading-${reading.key}`}
            className="hit flex-1 text-left font-semibold hover:underline"
          >
            {reading.title}
          </Collapsible.Trigger>
          <span className="figure whitespace-nowrap text-[15px]">
            {reading.figure} <small>{reading.unit}</small>
            {reading.low && reading.high ? (
              <small className="ml-1 text-soft" title={phrase("P10 to P90")}>
                ({reading.low}–{reading.high})
              </small>
            ) : null}
          </span>
        </div>
        {pinned && (pinned.figure !== reading.figure || pinned.title !== reading.title) ? (
          <p className="flex justify-between pl-[25px] text-[13px] text-soft">
            <span>
              {phrase("pinned: {title}", {
                title: pinned.title === reading.title ? phrase("the same") : pinned.title.toLowerCase(),
              })}
            </span>
            <span className="figure font-normal">
              {pinned.figure} {pinned.unit}
            </span>
          </p>
        ) : null}
        {reading.severity === "fine" ? null : <p className="pl-[25px] text-[13px] text-soft">{reading.sentence}</p>}
        {reading.tries?.length ? <Tries tries={reading.tries} /> : null}
        <Collapsible.Content className="mt-1 space-y-1 pl-[25px] text-[13px]">
          {reading.severity === "fine" ? <p className="text-soft">{reading.sentence}</p> : null}
          {(reading.why ?? []).map((line) => (
            <p key={line}>{line}</p>
          ))}
          {part ? (
            <button type="button" className="hit underline" onClick={() => select(part)}>
              {phrase("Show it on the line")}
            </button>
          ) : null}
        </Collapsible.Content>
      </Collapsible.Root>
    </li>
  );
}
