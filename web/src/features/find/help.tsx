import type { Would } from "../../api/client";
import { phrase } from "../../words/phrase";

/** What would help, with the good minutes it would give. */
export function Help({ would }: { would: readonly Would[] }) {
  if (would.length === 0) return null;
  return (
    <>
      <h3 className="mt-3 font-semibold">{phrase("What would help")}</h3>
      <ul>
        {would.slice(0, 5).map((row) => (
          <li key={row.text} className="flex justify-between gap-2 border-t border-hair py-1">
            <span>{row.text.charAt(0).toUpperCase() + row.text.slice(1)}</span>
            <span className="figure whitespace-nowrap">
              {phrase("{minutes} min", { minutes: Math.round(row.minutes) })}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
