import type { Reach, UnitSystem } from "../api/client";
import { text } from "../model/format";
import { phrase } from "../words/phrase";
import { Fish } from "./water_section";

type Props = { water: Reach; system: UnitSystem; width: number };
export const PLAN_HEIGHT = 150;
const LEFT = 54;
const RIGHT = 20;
const TOP = 14;
const BANK = 8;

/** The water from above: lanes of different pace between you and the fish, and the wind. */
export function LanesPlan({ water, system, width }: Props) {
  const lanes = water.lanes?.length
    ? water.lanes
    : [{ name: "", width_m: Math.max((water.off_m ?? 6) * 1.3, 1), pace_m_s: water.pace_m_s }];
  const whole = lanes.reduce((sum, lane) => sum + lane.width_m, 0);
  const room = PLAN_HEIGHT - TOP - 2 * BANK - 8;
  const right = width - RIGHT;
  const y = (m: number) => TOP + BANK + (room * Math.min(m, whole)) / whole;
  const fastest = Math.max(...lanes.map((l) => l.pace_m_s), 0.01);
  const you = { x: LEFT + 90, y: TOP + BANK };
  const fish = { x: LEFT + (right - LEFT) * 0.5, y: y(water.off_m ?? 6) };
  let edge = 0;
  return (
    <svg
      width={width}
      height={PLAN_HEIGHT}
      viewBox={`0 0 ${width} ${PLAN_HEIGHT}`}
      role="img"
      aria-label={phrase("From above: {lanes}; the fish {travel} off", {
        lanes: lanes.map((l) => `${l.name || phrase("water")} ${text(system, "speed", l.pace_m_s)}`).join(", "),
        travel: text(system, "travel", water.off_m ?? 6),
      })}
      className="block"
    >
      <rect x={LEFT} y={TOP} width={right - LEFT} height={BANK} fill="var(--mat-flyline)" />
      <rect x={LEFT} y={y(whole)} width={right - LEFT} height={BANK} fill="var(--mat-flyline)" />
      {lanes.map((lane, i) => {
        const y0 = y(edge);
        edge += lane.width_m;
        const y1 = y(edge);
        const middle = (y0 + y1) / 2;
        const long = 16 + 34 * (lane.pace_m_s / fastest);
        return (
          <g key={i}>
            <rect
              x={LEFT}
              y={y0}
              width={right - LEFT}
              height={Math.max(y1 - y0 - 1.5, 1)}
              fill="var(--water-deep)"
              opacity={0.35 + 0.55 * (lane.pace_m_s / fastest)}
            />
            {lane.pace_m_s > 0
              ? (width > 520 ? [0.08, 0.28, 0.62] : [0.04]).map((share) => (
                  <path
                    key={share}
                    d={`M${LEFT + (right - LEFT) * share} ${middle} h${long} m-5 -3.4 l5 3.4 l-5 3.4`}
                    stroke="var(--pace)"
                    strokeWidth={1.5}
                    fill="none"
                  />
                ))
              : null}
            <text x={right - 8} y={middle + 4} fontSize={12} textAnchor="end" fill="var(--ink)">
              {lane.name} <tspan className="mono">{text(system, "speed", lane.pace_m_s)}</tspan>
            </text>
          </g>
        );
      })}
      <path
        d={`M${you.x} ${you.y} L${fish.x} ${fish.y}`}
        stroke="var(--ink)"
        strokeDasharray="4 3"
        strokeWidth={1.2}
        fill="none"
      />
      <circle cx={you.x} cy={you.y} r={6} fill="var(--ink)" />
      <text x={you.x + 10} y={you.y + 14} fontSize={12} fill="var(--ink)">
        {phrase("you")}
      </text>
      <Fish x={fish.x} y={fish.y} />
      <text x={fish.x + 22} y={fish.y + 4} fontSize={12} fill="var(--ink)" className="mono">
        {text(system, "travel", water.off_m ?? 6)}
      </text>
      <Wind blows={water.blows ?? "upstream"} speed={water.wind_m_s ?? 0} system={system} />
    </svg>
  );
}

const TURN: Record<NonNullable<Reach["blows"]>, number> = {
  downstream: 0,
  "away from you": 90,
  "from your left": 0,
  "from your right": 180,
  upstream: 180,
  "towards you": 270,
};

function Wind({ blows, speed, system }: { blows: NonNullable<Reach["blows"]>; speed: number; system: UnitSystem }) {
  if (speed <= 0) return null;
  return (
    <g>
      <path
        d="M-14 -4 H8 M-14 4 H8 M4 -9 L14 0 L4 9"
        transform={`translate(26 ${TOP + 40}) rotate(${TURN[blows]})`}
        stroke="var(--soft)"
        strokeWidth={1.6}
        fill="none"
      />
      <text x={26} y={TOP + 72} fontSize={11.5} fill="var(--soft)" textAnchor="middle" className="mono">
        {text(system, "wind", speed)}
      </text>
      <text x={26} y={TOP + 86} fontSize={11.5} fill="var(--soft)" textAnchor="middle">
        {phrase("wind")}
      </text>
    </g>
  );
}
