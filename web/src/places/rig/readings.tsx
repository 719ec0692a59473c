import { Check, CircleAlert, TriangleAlert } from "lucide-react";
import { Collapsible } from "radix-ui";
import type { Reading } from "../../api/client";
import { useBench } from "../../app/bench_store";

const MARK = {
  act: { icon: TriangleAlert, ink: "text-float", says: "act" },
  look: { icon: CircleAlert, ink: "text-look", says: "look" },
  fine: { icon: Check, ink: "text-fine", says: "fine" },
};

/** What the rig says, worst first; satisfied readings take one line; each opens to its reason. */
export function Readings({ readings }: { readings: readonly Reading[] }) {
  return (
    <section aria-label="Readings" className="flex min-h-0 flex-col border-rule bg-sheet max-lg:border-t lg:border-l">
      <h2 className="flex justify-between px-4 pt-3 pb-2 text-[13px] font-semibold text-soft">
        What it says <span className="font-normal">worst first</span>
      </h2>
      <ul className="min-h-0 flex-1 overflow-y-auto px-4 pb-3" aria-live="polite" aria-relevant="text">
        {readings.map((reading) => (
          <OneReading key={reading.key} reading={reading} />
        ))}
      </ul>
    </section>
  );
}

function OneReading({ reading }: { reading: Reading }) {
  const select = useBench((s) => s.select);
  const { icon: Icon, ink, says } = MARK[reading.severity];
  const part = reading.parts?.[0];
  return (
    <li className="border-t border-hair py-2" data-testid={`reading-${reading.key}`} data-severity={reading.severity}>
      <Collapsible.Root>
        <div className="flex items-baseline gap-2">
          <Icon size={17} aria-label={says} className={`shrink-0 self-center ${ink}`} />
          <Collapsible.Trigger className="min-h-8 flex-1 text-left font-semibold hover:underline">
            {reading.title}
          </Collapsible.Trigger>
          <span className="figure whitespace-nowrap text-[15px]">
            {reading.figure} <small>{reading.unit}</small>
          </span>
        </div>
        {reading.severity === "fine" ? null : <p className="pl-[25px] text-[13px] text-soft">{reading.sentence}</p>}
        <Collapsible.Content className="mt-1 space-y-1 pl-[25px] text-[13px]">
          {reading.severity === "fine" ? <p className="text-soft">{reading.sentence}</p> : null}
          {(reading.why ?? []).map((line) => (
            <p key={line}>{line}</p>
          ))}
          {part ? (
            <button type="button" className="min-h-8 underline" onClick={() => select(part)}>
              Show it on the line
            </button>
          ) : null}
        </Collapsible.Content>
      </Collapsible.Root>
    </li>
  );
}
