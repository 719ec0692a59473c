import { useEffect, useState } from "react";
import type { Answer, SystemKey } from "../api/client";

/** What is asked once an answer has come to rest; it carries the answer's own seq back. */
type Ask<T> = (answer: Answer, units: SystemKey, signal: AbortSignal) => Promise<T | undefined>;

/** A later, slower answer to the same question; cancelled as soon as something changes, null until it is there. */
export function useFollowing<T extends { seq: number }>(
  answer: Answer,
  units: SystemKey,
  rest: number,
  ask: Ask<T>,
): T | null {
  const [told, setTold] = useState<T | null>(null);
  useEffect(() => {
    const control = new AbortController();
    const timer = window.setTimeout(async () => {
      try {
        const found = await ask(answer, units, control.signal);
        if (found && !control.signal.aborted) setTold(found);
      } catch {
        // It is an addition: without it the nominal answer stands alone.
      }
    }, rest);
    return () => {
      window.clearTimeout(timer);
      control.abort();
    };
  }, [answer, units, rest, ask]);
  return told?.seq === answer.seq ? told : null;
}
