import type { Season } from "../../api/client";

const LEAST = 0.4;
const MOST = 1.6;
const at = (factor: number) => ((Math.min(Math.max(factor, LEAST), MOST) - LEAST) / (MOST - LEAST)) * 200;

type Props = { rows: NonNullable<Season["strengths"]>; notes: readonly string[] };

/** What fish that were on tell of lines and knots: what each holds over what is said, with between what that lies. */
export function Strengths({ rows, notes }: Props) {
  if (rows.length === 0) return null;
  return (
    <section aria-label="Lines and knots">
      <p className="mt-2 text-[13px] text-soft">
        What gave first, and what it holds of what is said (thin line: all of it)
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
              aria-label={`${Math.round(row.factor * 100)} % of what is said, from ${Math.round(row.low * 100)} to ${Math.round(row.high * 100)} %`}
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
