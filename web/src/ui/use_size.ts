import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** The inner size of an element, followed as it changes; told with the layout, so that reading it forces none. */
export function useSize<T extends HTMLElement>(): [RefObject<T | null>, { width: number; height: number }] {
  const ref = useRef<T>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watcher = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    watcher.observe(element);
    return () => watcher.disconnect();
  }, []);
  return [ref, size];
}
