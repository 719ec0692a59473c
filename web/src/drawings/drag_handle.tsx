import { type PointerEvent, useState } from "react";

type Props = {
  x: number;
  y: number;
  label: string;
  /** The value as it is now, and how it is written. */
  value: number;
  written: (value: number) => string;
  least: number;
  most: number;
  step: number;
  /** What the value is at a place of the drawing. */
  at: (x: number, y: number) => number;
  onSet: (value: number) => void;
  /** A word beside it, where there are several. */
  tag?: string;
};

/** A handle in a drawing: dragged, or moved by the arrow keys; the value is taken when it is let go. */
export function DragHandle({ x, y, label, value, written, least, most, step, at, onSet, tag }: Props) {
  const [held, setHeld] = useState<{ x: number; y: number; value: number } | null>(null);
  const within = (v: number) => Math.min(Math.max(Math.round(v / step) * step, least), most);
  const place = (event: PointerEvent<SVGCircleElement>) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    const px = event.clientX - (box?.left ?? 0);
    const py = event.clientY - (box?.top ?? 0);
    return { x: px, y: py, value: within(at(px, py)) };
  };
  const shown = held ?? { x, y, value };
  return (
    <g>
      {held ? (
        <>
          <path d={`M${x} ${y} L${held.x} ${held.y}`} stroke="var(--ink)" strokeDasharray="3 3" fill="none" />
          <text
            x={held.x + 12}
            y={held.y + 4}
            fontSize={12}
            fontWeight={650}
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth={3}
            paintOrder="stroke"
            className="mono"
          >
            {written(held.value)}
          </text>
        </>
      ) : tag ? (
        <text
          x={x + 8}
          y={y - 7}
          fontSize={11.5}
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {tag}
        </text>
      ) : null}
      <circle cx={shown.x} cy={shown.y} r={5} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
      <circle
        cx={shown.x}
        cy={shown.y}
        r={14}
        fill="transparent"
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuemin={least}
        aria-valuemax={most}
        aria-valuenow={Math.round(value * 100) / 100}
        aria-valuetext={written(value)}
        className="cursor-grab touch-none focus-visible:stroke-ink"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setHeld(place(event));
        }}
        onPointerMove={(event) => held && setHeld(place(event))}
        onPointerUp={(event) => {
          if (!held) return;
          const to = place(event).value;
          setHeld(null);
          if (to !== within(value)) onSet(to);
        }}
        onPointerCancel={() => setHeld(null)}
        onKeyDown={(event) => {
          const way = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
          if (!way) return;
          event.preventDefault();
          event.stopPropagation();
          onSet(within(value + way * step));
        }}
      />
    </g>
  );
}
