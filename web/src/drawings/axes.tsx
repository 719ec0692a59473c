import { AxisBottom, AxisLeft } from "@visx/axis";
import type { scaleLinear } from "@visx/scale";

type Scale = ReturnType<typeof scaleLinear<number>>;
type Props = { x: Scale; y: Scale; left: number; bottom: number; ticks: number; mark: string };
const LABEL = { fill: "var(--ink)", fontSize: 12, className: "mono" };

/** Ticks as the scale writes them, with the person's decimal mark. */
function written(scale: Scale, ticks: number, mark: string) {
  const plain = scale.tickFormat(ticks);
  return (value: { valueOf(): number }) => plain(value).replace(".", mark);
}

/** Depth down the left, metres or seconds along the bottom. */
export function Axes({ x, y, left, bottom, ticks, mark }: Props) {
  const line = { stroke: "var(--edge)", tickStroke: "var(--edge)" };
  return (
    <>
      <AxisLeft
        scale={y}
        left={left}
        numTicks={5}
        tickFormat={written(y, 5, mark)}
        {...line}
        tickLabelProps={{ ...LABEL, dx: -4, dy: 4, textAnchor: "end" }}
      />
      <AxisBottom
        scale={x}
        top={bottom}
        numTicks={ticks}
        tickFormat={written(x, ticks, mark)}
        {...line}
        tickLabelProps={{ ...LABEL, textAnchor: "middle" }}
      />
    </>
  );
}
