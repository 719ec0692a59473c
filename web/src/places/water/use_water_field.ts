import type { WaterEdit } from "../../api/client";
import { useBench } from "../../state/bench_store";

/** Edits today's water from a field, and what the server refused of it. */
export function useWaterField(name: string): {
  fault: string | undefined;
  onTouched: () => void;
  edit: (edit: WaterEdit) => void;
} {
  const field = `water.${name}`;
  const fault = useBench(
    (s) => s.faults[field] ?? Object.entries(s.faults).find(([key]) => key.startsWith(`${field}.`))?.[1],
  );
  const edit = useBench((s) => s.edit);
  return {
    fault,
    onTouched: () => {
      const { faults, clearFault } = useBench.getState();
      for (const key of Object.keys(faults)) if (key === field || key.startsWith(`${field}.`)) clearFault(key);
    },
    edit: (change) => edit(change, field),
  };
}
