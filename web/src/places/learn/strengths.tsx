import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Season } from "../../api/client";
import { useNumber } from "../../state/units";
import { useStock } from "../../state/use_stock";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

const LEAST = 0.4;
const MOST = 1.6;
const at = (factor: number) => ((Math.min(Math.max(factor, LEAST), MOST) - LEAST) / (MOST - LEAST)) * 200;

type Props = { rows: NonNullable<Season["strengths"]>; notes: readonly string[] };

/** What fish that were on tell of lines and knots: what each holds over what is said, with between what that lies. */
export function Strengths({ rows, notes }: Props) {
  if (rows.length === 0) return null;
  return (
    <section aria-label={phrase("Lines and knots")}>
      <p className="mt-2 text-[13px] text-soft">
        {phrase("What gave first, and what it holds of what is said (thin line: all of it)")}
      </p>
      <ul>
        {rows.map((row) => (
          <li key={row.what} className="border-t border-hair py-1">
            <span className="text-[13px]">{row.what}</span>
            <svg
              viewBox="0 0 200 16"
              className="block h-4 w-full"
              preserveAspectRatio="none"
              role="img"
              aria-label={phrase("{factor} % of what is said, from {low} to {high} %", {
                factor: Math.round(row.factor * 100),
                low: Math.round(row.low * 100),
                high: Math.round(row.high * 100),
              })}
            >
              <rect x={0} y={7} width={200} height={2} fill="var(--hair)" />
              <rect
                x={at(row.low)}
                y={5}
                width={Math.max(at(row.high) - at(row.low), 2)}
                height={6}
                fill="var(--water-deep)"
              />
              <rect x={at(1) - 0.3} y={0} width={0.6} height={16} fill="var(--ink)" />
              <rect x={at(row.factor) - 0.75} y={1} width={1.5} height={14} fill="var(--float)" />
            </svg>
            <p>{row.says}</p>
            {row.counted ? <CountWith told={row.counted} /> : null}
          </li>
        ))}
      </ul>
      {notes.map((note) => (
        <p key={note} className="text-[13px] text-soft">
          {note}
        </p>
      ))}
    </section>
  );
}

type Counted = NonNullable<NonNullable<Season["strengths"]>[number]["counted"]>;

/** Counts with what fish told of a knot from now on, as with a pull test of one's own; taken back in Tackle. */
function CountWith({ told }: { told: Counted }) {
  const { change } = useStock();
  const client = useQueryClient();
  const number = useNumber();
  const [fault, setFault] = useState("");
  const percent = (share: number) => `${number(share, 0)} %`;
  if (told.done)
    return (
      <p className="text-[13px] text-soft">
        {phrase("Counted with: it keeps {percent}, among your knots in Tackle.", { percent: percent(told.keeps) })}
      </p>
    );
  const count = async () => {
    // Pulls that stand in one's own row stay there.
    const cells = { keeps: String(told.keeps), spread: String(told.spread), fish: String(told.fish) };
    const { faults } = await change("knots", [
      told.row
        ? { op: "set", rows: [told.row], cells }
        : { op: "add", cells: { ...cells, n: "0", knot: told.knot, line: told.family } },
    ]);
    setFault(Object.values(faults)[0] ?? "");
    await client.invalidateQueries({ queryKey: ["season"] });
  };
  return (
    <p className="mt-1 flex flex-wrap items-center gap-2">
      <Button onClick={() => void count()}>
        {phrase("Count with {percent} instead of {percent2}", {
          percent: percent(told.keeps),
          percent2: percent(told.said),
        })}
      </Button>
      {fault ? (
        <span role="alert" className="text-float">
          {fault}
        </span>
      ) : null}
    </p>
  );
}
