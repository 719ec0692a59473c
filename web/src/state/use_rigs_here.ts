import { useEffect, useMemo, useState } from "react";
import type { Reach, RigHereView } from "../api/client";
import { useBench } from "./bench_store";
import { useJob } from "./use_job";

/** Revisions one asking looks at. */
const MOST = 24;
const REST_MS = 300;
type Asked = { kind: "rigs-here"; water: Reach; revisions: string[] };
type Known = { of: Reach | undefined; rows: ReadonlyMap<string, RigHereView | null> };
const NONE: Known["rows"] = new Map();

/** What the revisions that are seen are worth in today's water, and how their flies ride; each looked at once. */
export function useRigsHere(revisions: readonly string[]): {
  here: ReadonlyMap<string, RigHereView | null>;
  share: number | null;
} {
  const water = useBench((s) => s.docs?.water);
  const [known, setKnown] = useState<Known>({ of: undefined, rows: NONE });
  const rows = known.of === water ? known.rows : NONE;
  const missing = revisions
    .filter((id) => !rows.has(id))
    .slice(0, MOST)
    .join();
  const [asked, setAsked] = useState<Asked | null>(null);
  const running = asked !== null && asked.water === water;
  useEffect(() => {
    // What is being looked at is finished first: another revision does not begin all of it anew.
    if (running || !water) return;
    setAsked(missing ? { kind: "rigs-here", water, revisions: missing.split(",") } : null);
  }, [running, water, missing]);
  const { found, share, fault } = useJob<"rigs-here">(asked, REST_MS);
  const here = useMemo(
    () => new Map([...rows, ...(found?.rigs ?? []).map((r) => [r.revision, r] as const)]),
    [rows, found],
  );
  useEffect(() => {
    if (!asked || share !== null || !(found || fault)) return;
    // What was asked and is not among the answers is nobody's, or could not be told: it is not asked again.
    setKnown({ of: asked.water, rows: new Map([...asked.revisions.map((id) => [id, null] as const), ...here]) });
    setAsked(null);
  }, [asked, found, fault, share, here]);
  return { here, share };
}
