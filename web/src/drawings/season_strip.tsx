import { scaleTime } from "@visx/scale";
import type { OutingView } from "../api/client";
import { phrase } from "../words/phrase";

const HEIGHT = 128;
const BASE = 98;
const BAR = 50;
/** Takes of an outing that are drawn as dots; of more the number stands above them. */
const DOTS = 5;

/** The season as a strip of time: a bar of drifts for each outing, and a dot for each take, or their number. */
export function SeasonStrip({
  outings,
  width,
  onPick,
}: {
  outings: OutingView[];
  width: number;
  onPick: (id: string) => void;
}) {
  const days = outings.map((o) => new Date(o.begun_at).getTime());
  const first = Math.min(...days);
  const last = Math.max(...days, first + 86_400_000 * 7);
  const x = scaleTime({ domain: [new Date(first), new Date(last)], range: [16, width - 16] });
  const most = Math.max(...outings.map((o) => o.drifts), 1);
  return (
    <svg viewBox={`0 0 ${width} ${HEIGHT}`} className="block w-full" role="group" aria-label={phrase("Your season")}>
      <path d={`M8 ${BASE}H${width - 8}`} stroke="var(--rule)" />
      {x.ticks(width > 700 ? 8 : 4).map((t) => (
        <text key={t.getTime()} x={x(t)} y={HEIGHT - 8} textAnchor="middle" fontSize={12} fill="var(--soft)">
          {t.toLocaleDateString([], { month: "short", day: "numeric" })}
        </text>
      ))}
      {outings.map((o) => {
        const at = x(new Date(o.begun_at));
        const takes = o.fished.reduce((sum, f) => sum + (f.takes ?? 0), 0);
        const dots = Math.min(takes, DOTS);
        const above = BASE - (o.drifts / most) * BAR - 6;
        return (
          <g
            key={o.id}
            role="button"
            tabIndex={0}
            className="part"
            aria-label={phrase(
              "{watername}, {toLocaleDateString}: {drifts, plural, one {# drift} other {# drifts}}, {takes, plural, one {# take} other {# takes}}",
              {
                watername: o.water_name,
                toLocaleDateString: new Date(o.begun_at).toLocaleDateString(),
                drifts: o.drifts,
                takes,
              },
            )}
            onClick={() => onPick(o.id)}
            onKeyDown={(e) => e.key === "Enter" && onPick(o.id)}
          >
            <rect x={at - 12} y={0} width={24} height={BASE + 4} className="halo" />
            <rect
              x={at - 4}
              y={BASE - (o.drifts / most) * BAR}
              width={8}
              height={(o.drifts / most) * BAR}
              fill="var(--water-deep)"
              stroke={o.apart ? "var(--soft)" : "var(--ink)"}
              strokeDasharray={o.apart ? "2 2" : ""}
            />
            {Array.from({ length: dots }, (_, k) => (
              <circle key={k} cx={at} cy={above - k * 6} r={2.6} fill="var(--float)" />
            ))}
            {takes > DOTS ? (
              <text x={at} y={above - dots * 6} textAnchor="middle" fontSize={11} fontWeight={650} fill="var(--float)">
                {takes}
              </text>
            ) : null}
          </g>
        );
      })}
    </svg>
  );
}
