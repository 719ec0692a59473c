import { useEffect } from "react";
import { api, type RigRevision, taken } from "../../api/client";
import { useBench } from "../../app/bench_store";
import { useReaches, useRigs } from "../../app/queries";

const KEPT = "jarana.reach";

/** Opens the newest rig in the water it was last looked at in. */
export function useRigInHand(): { loading: boolean; empty: boolean } {
  const docs = useBench((s) => s.docs);
  const open = useBench((s) => s.open);
  const reaches = useReaches();
  const rigs = useRigs();
  const newest = rigs.data?.[0];
  const waters = reaches.data;
  useEffect(() => {
    if (docs || !newest || !waters) return;
    let gone = false;
    void api.GET("/api/rigs/{rig_id}", { params: { path: { rig_id: newest.id } } }).then((answer) => {
      if (gone) return;
      const head: RigRevision = taken(answer);
      const water = waters.find((r) => r.id === readKept()) ?? waters.find((r) => r.id === "weir-run") ?? waters[0];
      if (water) {
        open({ rig: head.rig, water }, { rigId: head.rig_id, revision: head.id, number: head.number, rig: head.rig });
      }
    });
    return () => {
      gone = true;
    };
  }, [docs, newest, waters, open]);
  useEffect(() => {
    if (docs) {
      try {
        localStorage.setItem(KEPT, docs.water.id);
      } catch {}
    }
  }, [docs]);
  return { loading: !docs, empty: rigs.data?.length === 0 };
}

function readKept(): string | null {
  try {
    return localStorage.getItem(KEPT);
  } catch {
    return null;
  }
}
