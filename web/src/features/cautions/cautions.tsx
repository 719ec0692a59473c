import { create } from "zustand";
import type { Caution } from "../../api/client";
import { phrase } from "../../words/phrase";

const KEY = "jarana.cautions";

function kept(): boolean {
  try {
    return localStorage.getItem(KEY) === "full";
  } catch {
    return false;
  }
}

/** How long cautions are: a glance, or in full. They can be made short, never taken away. */
export const useCautionLength = create<{ full: boolean; change: () => void }>((set, get) => ({
  full: kept(),
  change: () => {
    const full = !get().full;
    try {
      localStorage.setItem(KEY, full ? "full" : "short");
    } catch {}
    set({ full });
  },
}));

/** The cautions of a step, and the setting of their length beside them. */
export function Cautions({ of, className = "" }: { of: readonly Caution[]; className?: string }) {
  const { full, change } = useCautionLength();
  if (of.length === 0) return null;
  return (
    <aside aria-label={phrase("Cautions")} className={`border-l-[3px] border-float pl-2 text-[13px] ${className}`}>
      {full ? of.map((c) => <p key={c.key}>{c.full}</p>) : <span>{of.map((c) => c.short).join(" ")} </span>}
      <button type="button" aria-pressed={full} onClick={change} className="hit underline">
        {full ? phrase("Shorter") : phrase("In full")}
      </button>
    </aside>
  );
}
