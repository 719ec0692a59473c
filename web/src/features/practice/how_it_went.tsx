import type { PracticeProgress } from "../../api/client";
import { useNumber } from "../../state/units";
import { phrase } from "../../words/phrase";

const WIDTH = 120;
const HEIGHT = 24;
/** Widths beside the band the drawing reaches to. */
const WORST = 3;

/** Every kind of exercise: its last guesses, in widths beside the band, and when it comes back. */
export function HowItWent({ progress }: { progress: PracticeProgress }) {
  const number = useNumber();
  const tried = progress.kinds.filter((k) => k.times > 0);
  if (tried.length === 0) return null;
  return (
    <section aria-label={phrase("How it went")}>
      <h3 className="font-bold">{phrase("How it went")}</h3>
      <table className="w-full text-[13px]">
        <thead>
          <tr className="text-left text-soft">
            <th>{phrase("exercise")}</th>
            <th>{phrase("guesses, 0 at the bottom is inside the band")}</th>
            <th className="text-right">{phrase("comes back")}</th>
          </tr>
        </thead>
        <tbody>
          {tried.map((k) => (
            <tr key={k.kind} className="border-t border-hair">
              <td className="py-1">{k.name}</td>
              <td>
                <svg
                  width={WIDTH}
                  height={HEIGHT}
                  role="img"
                  aria-label={phrase("widths beside the band: {widths}", {
                    widths: k.widths.map((w) => number(w, 1)).join(", "),
                  })}
                >
                  <rect x={0} y={HEIGHT - 3} width={WIDTH} height={1} fill="var(--rule)" />
                  {k.widths.map((w, i) => (
                    <circle
                      key={i}
                      cx={6 + (i * (WIDTH - 12)) / Math.max(k.widths.length - 1, 5)}
                      cy={HEIGHT - 4 - (Math.min(w, WORST) / WORST) * (HEIGHT - 8)}
                      r={3}
                      fill={w > 1 ? "var(--float)" : "var(--water-deep)"}
                    />
                  ))}
                </svg>
              </td>
              <td className="figure text-right">
                {k.due ? new Date(k.due).toLocaleDateString([], { month: "short", day: "numeric" }) : ""}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
