import type { Rate } from "../../api/client";
import { phrase } from "../../words/phrase";

type Props = { title: string; rows: readonly Rate[]; note?: string; quiet?: boolean; of?: string };

/** How often in 100 with between what that lies, drawn, counts beside it. */
export function Rates({ title, rows, note = "", quiet = false, of = phrase("takes in 100 drifts") }: Props) {
  const most = Math.max(...rows.map((r) => r.high), 0.05);
  return (
    <section aria-label={title}>
      {quiet ? null : <h2 className="mb-1 text-lg font-bold">{title}</h2>}
      <table className="w-full text-[13px]">
        <thead className="sr-only">
          <tr>
            <th>{phrase("what")}</th>
            <th>{of}</th>
            <th>{phrase("counts")}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.name}>
              <td className={`${quiet ? "max-w-64" : "max-w-44"} truncate pr-2 align-middle`} title={r.name}>
                {r.name}
              </td>
              <td className="w-full">
                <svg viewBox="0 0 200 16" className="block h-4 w-full" preserveAspectRatio="none" aria-hidden="true">
                  <rect x={0} y={7} width={200} height={2} fill="var(--hair)" />
                  <rect
                    x={(r.low / most) * 200}
                    y={5}
                    width={Math.max(((r.high - r.low) / most) * 200, 2)}
                    height={6}
                    fill="var(--water-deep)"
                  />
                  <rect x={(r.share / most) * 200 - 1.5} y={1} width={3} height={14} fill="var(--float)" />
                </svg>
              </td>
              <td className="figure whitespace-nowrap pl-2 text-right">
                {Math.round(r.share * 100)} <small>{phrase("of 100")}</small>{" "}
                <small className="text-soft">
                  {r.takes}/{r.drifts}
                </small>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {note ? <p className="mt-1">{note}</p> : null}
    </section>
  );
}
