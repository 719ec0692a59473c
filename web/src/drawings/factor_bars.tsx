import type { FactorsView } from "../api/client";
import { phrase } from "../words/phrase";

const ROWS: { key: keyof FactorsView; label: string }[] = [
  { key: "fishing", label: phrase("in the water") },
  { key: "zone", label: phrase("in the zone") },
  { key: "drag", label: phrase("moves well") },
  { key: "shown", label: phrase("shows in time") },
  { key: "noticed", label: phrase("noticed") },
  { key: "free", label: phrase("free of the bed") },
  { key: "stealth", label: phrase("not frightened") },
];
/** Below this a factor is what holds a rig down. */
const WEAK = 0.65;

/** What a worth is made of: a bar for each factor, the weak ones marked by ink and by a word. */
export function FactorBars({ factors }: { factors: FactorsView }) {
  return (
    <dl className="grid content-start grid-cols-[max-content_minmax(3rem,1fr)_max-content] items-center gap-x-2 gap-y-0.5 text-[12px]">
      {ROWS.map(({ key, label }) => {
        const share = factors[key];
        const weak = share < WEAK && key !== "fishing";
        return (
          <div key={key} className="contents">
            <dt className="text-soft">{label}</dt>
            <dd aria-hidden className="h-[7px] bg-hair">
              <div
                className={`h-full ${weak ? "bg-look" : key === "fishing" ? "bg-soft" : "bg-fine"}`}
                style={{ width: `${Math.round(share * 100)}%` }}
              />
            </dd>
            <dd className="figure text-right">
              {Math.round(share * 100)} <small>%</small>
              {weak ? <span className="sr-only"> {phrase("weak")}</span> : null}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
