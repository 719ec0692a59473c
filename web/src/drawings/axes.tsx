import type { scaleLinear } from "@visx/scale";

type Scale = ReturnType<typeof scaleLinear<number>>;
type Props = { x: Scale; y: Scale; left: number; bottom: number; ticks: number; mark: string };
const TICK_PX = 8;
const TEXT_PX = 12;
const DEPTHS = 5;

/** Where an axis has its ticks and what they say: as the scale writes them, with the person's decimal mark. */
function ticksOf(scale: Scale, count: number, mark: string) {
  const plain = scale.tickFormat(count);
  return scale.ticks(count).map((value) => ({ at: scale(value), says: plain(value).replace(".", mark) }));
}

/** Depth down the left, metres or seconds along the bottom. */
export function Axes({ x, y, left, bottom, ticks, mark }: Props) {
  const ends = (scale: Scale) => scale.range().map(Number) as [number, number];
  const [x1, x2] = ends(x);
  const [y1, y2] = ends(y);
  return (
    <g className="mono" fontSize={TEXT_PX} fill="var(--ink)" stroke="none">
      <path
        d={`M${left},${y1}V${y2}M${x1},${bottom}H${x2}${ticksOf(y, DEPTHS, mark)
          .map(({ at }) => `M${left},${at}h${-TICK_PX}`)
          .join("")}${ticksOf(x, ticks, mark)
          .map(({ at }) => `M${at},${bottom}v${TICK_PX}`)
          .join("")}`}
        stroke="var(--edge)"
        fill="none"
      />
      {ticksOf(y, DEPTHS, mark).map(({ at, says }) => (
        <text key={at} x={left - TICK_PX - 4} y={at + 4} textAnchor="end">
          {says}
        </text>
      ))}
      {ticksOf(x, ticks, mark).map(({ at, says }) => (
        <text key={at} x={at} y={bottom + TICK_PX + TEXT_PX} textAnchor="middle">
          {says}
        </text>
      ))}
    </g>
  );
}
