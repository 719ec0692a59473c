import { type HTMLAttributes, useRef, useState } from "react";

type Watched = Pick<
  HTMLAttributes<HTMLElement>,
  "onPointerEnter" | "onPointerLeave" | "onFocusCapture" | "onBlurCapture"
>;

/** Whether somebody points at an element with a mouse, or is inside it by keys; and what it has to be given to tell. */
export function useSomebodyThere(): [boolean, Watched] {
  const [pointed, setPointed] = useState(false);
  const [focused, setFocused] = useState(false);
  return [
    pointed || focused,
    {
      onPointerEnter: (event) => setPointed(event.pointerType === "mouse"),
      onPointerLeave: () => setPointed(false),
      onFocusCapture: () => setFocused(true),
      onBlurCapture: (event) => setFocused(event.currentTarget.contains(event.relatedTarget as Node | null)),
    },
  ];
}

/** Rows that stay where they are while somebody is there: what is new stands after them, what is gone stays until then. */
export function useSteadyOrder<Row>(rows: Row[], keyOf: (row: Row) => string): [Row[], Watched] {
  const [there, watched] = useSomebodyThere();
  const shown = useRef<Row[]>([]);
  const fresh = new Map(rows.map((row) => [keyOf(row), row]));
  const kept = there ? shown.current.map((row) => fresh.get(keyOf(row)) ?? row) : [];
  const known = new Set(kept.map(keyOf));
  shown.current = [...kept, ...rows.filter((row) => !known.has(keyOf(row)))];
  return [shown.current, watched];
}
