import { useEffect, useMemo, useState } from "react";
import type { Reach, RigHereView } from "../api/client";
import { useBench } from "./bench_store";
import { useJob } from "./use_job";

/** Revisions one asking looks at. */
const MOST = 24;
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
  const asked = useMemo(
    () => (water && missing ? { kind: "rigs-here" as const, water, revisions: missing.split(",") } : null),
    [water, missing],
  );
  const { found, share } = useJob<"rigs-here">(asked, 300);
  const here = useMemo(
    () => new Map([...rows, ...(found?.rigs ?? []).map((r) => [r.revision, r] as const)]),
    [rows, found],
  );
  useEffect(() => {
    if (!asked || !found || share !== null) return;
    // What was asked and is not among the answers is nobody's: it is not asked again.
    setKnown({ of: asked.water, rows: new Map([...asked.revisions.map((id) => [id, null] as const), ...here]) });
  }, [asked, found, share, here]);
  return { here, share };
}
