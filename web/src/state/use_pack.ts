import { useCallback, useRef, useState } from "react";
import { api, type Reach, type Rig, type RigRevision, type SystemKey, taken, type UnitSystem } from "../api/client";
import { takePack } from "./bank";
import type { KeptPack } from "./bank_db";
import { runJob } from "./run_job";
import { isDirty, saveRig } from "./use_keep_rig";

export type Packing = {
  /** What is being done; null where nothing is. */
  doing: "planned" | "whole" | null;
  share: number;
  fault: string;
  make: (rigs: readonly string[], water: Reach, system: UnitSystem & { key: SystemKey }) => Promise<boolean>;
  /** Computes the waters around a pack that was broken off. */
  finish: (kept: KeptPack) => void;
  stop: () => void;
};

/** Makes a day pack: first of the water as it is written, which is soon there, then of the waters around it behind that. */
export function usePack(): Packing {
  const [now, setNow] = useState<{ doing: Packing["doing"]; share: number; fault: string }>({
    doing: null,
    share: 0,
    fault: "",
  });
  const control = useRef<AbortController | null>(null);
  const stop = useCallback(() => {
    control.current?.abort();
    setNow((n) => ({ ...n, doing: null }));
  }, []);
  const make: Packing["make"] = useCallback(async (ids, water, system) => {
    control.current?.abort();
    const mine = new AbortController();
    control.current = mine;
    setNow({ doing: "planned", share: 0, fault: "" });
    const told = (share: number) => !mine.signal.aborted && setNow((n) => ({ ...n, share }));
    try {
      if (isDirty()) await saveRig();
      const heads = await Promise.all(ids.map(headOf));
      const revisions = Object.fromEntries(heads.map((h) => [h.rig_id, h.id]));
      const rigs = heads.map((h) => ({ id: h.rig_id, rig: h.rig as Rig }));
      const build = async (whole: boolean) => {
        const asked = { kind: "pack" as const, rigs, water, whole };
        const found = await runJob<"pack">(asked as never, mine.signal, told);
        await takePack({ pack: found.pack, system, revisions, keptAt: new Date().toISOString() });
      };
      await build(false);
      setNow({ doing: "whole", share: 0, fault: "" });
      void build(true).then(
        () => !mine.signal.aborted && setNow({ doing: null, share: 1, fault: "" }),
        (error: Error) => !mine.signal.aborted && setNow({ doing: null, share: 0, fault: error.message }),
      );
      return true;
    } catch (error) {
      if (!mine.signal.aborted) setNow({ doing: null, share: 0, fault: error instanceof Error ? error.message : "" });
      return false;
    }
  }, []);
  const finish = useCallback((kept: KeptPack) => {
    if (control.current) return;
    const mine = new AbortController();
    control.current = mine;
    const { pack, ...rest } = kept;
    setNow({ doing: "whole", share: 0, fault: "" });
    const told = (share: number) => !mine.signal.aborted && setNow((n) => ({ ...n, share }));
    const rigs = pack.rigs.map((r) => ({ id: r.id, rig: r.rig }));
    runJob<"pack">({ kind: "pack", rigs, water: pack.water, whole: true } as never, mine.signal, told)
      .then((found) => takePack({ ...rest, pack: found.pack }))
      // Without a signal it is made the next time; what lies here goes on serving.
      .catch(() => undefined)
      .finally(() => setNow({ doing: null, share: 0, fault: "" }));
  }, []);
  return { ...now, make, finish, stop };
}

async function headOf(id: string): Promise<RigRevision> {
  return taken(await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: id } } }));
}
