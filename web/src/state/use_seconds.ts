import { useEffect, useState } from "react";

/** The second of something that is played in real time, from when it starts to its end; its end at once where motion is reduced. */
export function useSeconds(playing: boolean, whole: number): number {
  const [second, setSecond] = useState(0);
  useEffect(() => {
    if (!playing) return;
    if (matchMedia("(prefers-reduced-motion: reduce)").matches) {
      setSecond(whole);
      return;
    }
    const begun = performance.now();
    let request = 0;
    const tick = (now: number) => {
      const gone = (now - begun) / 1000;
      setSecond(Math.min(gone, whole));
      if (gone < whole) request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [playing, whole]);
  return second;
}
