import { AxisBottom, AxisLeft } from "@visx/axis";
import type { scaleLinear } from "@visx/scale";

type Scale = ReturnType<typeof scaleLinear<number>>;
type Props = { x: Scale; y: Scale; left: number; bottom: number; ticks: number };
const LABEL = { fill: "var(--ink)", fontSize: 12, className: "mono" };

/** Depth down the left, metres or seconds along the bottom. */
export function Axes({ x, y, left, bottom, ticks }: Props) {
  const line = { stroke: "var(--edge)", tickStroke: "var(--edge)" };
  return (
    <>
      <AxisLeft
        scale={y}
        left={left}
        numTicks={5}
        {...line}
        tickLabelProps={{ ...LABEL, dx: -4, dy: 4, textAnchor: "end" }}
      />
      <AxisBottom
        scale={x}
        top={bottom}
        numTicks={ticks}
        {...line}
        tickLabelProps={{ ...LABEL, textAnchor: "middle" }}
      />
    </>
  );
}
