import { useCallback, useEffect, useState } from "react";
import type { AskedJob } from "../api/client";
import { phrase } from "../words/phrase";
import { type Found, runJob } from "./run_job";

export type Looked<T> = {
  /** The answer; while the job still runs (a share is told) a first one. */
  found: T | null;
  /** How much of it is done; null while none runs. */
  share: number | null;
  fault: string | null;
  stop: () => void;
  again: () => void;
};

/**
 * What a job finds, and how far it is. Stopped as soon as something else is asked (`asked` must stay the same object
 * as long as the same is meant), begun after a rest.
 */
export function useJob<K extends AskedJob["kind"]>(
  asked: Extract<AskedJob, { kind: K }> | null,
  rest = 0,
): Looked<Found<K>> {
  const [seen, setSeen] = useState<{ of: unknown; found: Found<K> | null; share: number | null; fault: string | null }>(
    { of: null, found: null, share: null, fault: null },
  );
  const [turn, setTurn] = useState(0);
  const [control, setControl] = useState<AbortController | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asking again is a new turn
  useEffect(() => {
    if (!asked) return;
    const mine = new AbortController();
    setControl(mine);
    const show = (now: { found?: Found<K>; share?: number; fault?: string }) =>
      setSeen({ of: asked, found: now.found ?? null, share: now.share ?? null, fault: now.fault ?? null });
    const timer = window.setTimeout(() => {
      show({ share: 0 });
      runJob<K>(asked, mine.signal, (share, first) => show(first ? { share, found: first } : { share })).then(
        (found) => !mine.signal.aborted && show({ found }),
        (error: Error) => {
          if (!mine.signal.aborted) show({ fault: error.message });
        },
      );
    }, rest);
    return () => {
      window.clearTimeout(timer);
      mine.abort();
    };
  }, [asked, rest, turn]);
  const stop = useCallback(() => {
    control?.abort();
    setSeen((now) => ({ ...now, share: null, fault: phrase("It was stopped.") }));
  }, [control]);
  const again = useCallback(() => setTurn((t) => t + 1), []);
  const mine = seen.of === asked ? seen : { found: null, share: null, fault: null };
  return { found: mine.found, share: mine.share, fault: mine.fault, stop, again };
}
