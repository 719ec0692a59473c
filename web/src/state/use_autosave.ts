import { useCallback, useEffect, useRef, useState } from "react";
import { forGood, Refused } from "../api/client";

const REST_MS = 2000;
/** The server has no room left: it is said, and what is here is sent again until there is. */
const NO_ROOM = 507;

export type Keeping<Newest> = {
  state: "saved" | "unsaved" | "saving" | "stale";
  /** What somebody else, or another tab, saved meanwhile. */
  newest: Newest | null;
  keepMine: () => void;
  takeTheirs: () => void;
  /** Both are in one now: there is nothing to choose any more. */
  settled: () => void;
};

/** A document that is kept: how it is now, whether that is saved, and what is done with it. */
export type Kept<Newest> = {
  now: unknown;
  dirty: boolean;
  /** Sends it as it is now; `last` as the page is left. */
  send: (last: boolean) => Promise<void>;
  /** Was it this page that saved this? */
  ours: (newest: Newest) => boolean;
  /** Goes on from the newest with what is here. */
  base: (newest: Newest) => void;
  /** Shows the newest instead of what is here. */
  take: (newest: Newest) => void;
  /** Says why it cannot be saved. */
  tell: (trouble: string) => void;
};

/**
 * Saves a document after two seconds of rest and as the page is left. What did not arrive is sent again; a stale base offers
 * both; what the server refuses is told and waits for a change.
 */
export function useAutosave<Newest>(kept: Kept<Newest>): Keeping<Newest> {
  const [busy, setBusy] = useState(false);
  const [newest, setNewest] = useState<Newest | null>(null);
  const [refused, setRefused] = useState<unknown>(null);
  const latest = useRef(kept);
  latest.current = kept;
  const stale = useRef(false);
  stale.current = newest !== null;
  const { now, dirty } = kept;

  const save = useCallback(async () => {
    const sent = latest.current.now;
    setBusy(true);
    try {
      await latest.current.send(false);
    } catch (error) {
      const status = error instanceof Refused ? error.status : 0;
      if (error instanceof Refused && status === 409) {
        const theirs = (error.problem as unknown as { newest: Newest }).newest;
        if (latest.current.ours(theirs)) latest.current.base(theirs);
        else setNewest(theirs);
      } else if (forGood(error)) {
        latest.current.tell(error.problem?.faults[0]?.reason ?? error.message);
        setRefused(sent);
      } else {
        if (status === NO_ROOM) latest.current.tell((error as Refused).message);
        await new Promise((done) => window.setTimeout(done, REST_MS));
      }
    }
    setBusy(false);
  }, []);

  useEffect(() => {
    if (!dirty || busy || newest || refused === now) return;
    const timer = window.setTimeout(() => void save(), REST_MS);
    return () => window.clearTimeout(timer);
  }, [dirty, busy, newest, refused, save, now]);

  useEffect(() => {
    const leave = () => {
      const { dirty: left, send } = latest.current;
      if (document.visibilityState === "hidden" && left && !stale.current) void send(true).catch(() => undefined);
    };
    document.addEventListener("visibilitychange", leave);
    return () => document.removeEventListener("visibilitychange", leave);
  }, []);

  const keepMine = () => {
    if (newest) latest.current.base(newest);
    setNewest(null);
  };
  const takeTheirs = () => {
    if (newest) latest.current.take(newest);
    setNewest(null);
  };
  const settled = () => setNewest(null);
  return {
    state: newest ? "stale" : busy ? "saving" : dirty ? "unsaved" : "saved",
    newest,
    keepMine,
    takeTheirs,
    settled,
  };
}
