import { ChevronDown } from "lucide-react";
import { useBench } from "../../state/bench_store";
import { openSheet } from "../../state/open_sheets";
import type { SaveState } from "../../state/use_keep_rig";
import { phrase } from "../../words/phrase";

const SAID: Record<SaveState, string> = {
  saved: phrase("saved"),
  unsaved: phrase("not saved yet"),
  saving: phrase("saving"),
  sending: phrase("sending"),
  stale: phrase("changed elsewhere"),
};

/** The rig in hand: opens the library. */
export function RigChip({ state }: { state: SaveState }) {
  const saved = useBench((s) => s.saved);
  const rig = useBench((s) => s.docs?.rig);
  return (
    <div className="flex hit min-w-0 items-stretch max-[900px]:flex-1 rounded-s border border-rule bg-sheet lg:min-w-[260px]">
      <button
        type="button"
        onClick={() => openSheet("rigs")}
        className="flex min-w-0 items-center gap-2 px-3 text-left hover:bg-hair max-[900px]:px-2"
      >
        <span className="text-[13px] whitespace-nowrap text-soft max-2xl:sr-only">{phrase("rig in hand")}</span>
        <span className="truncate font-semibold">{rig?.name ?? phrase("none yet")}</span>
        <ChevronDown size={14} aria-hidden className="shrink-0 max-sm:hidden" />
      </button>
      {saved ? (
        <button
          type="button"
          onClick={() => openSheet("history")}
          aria-label={phrase("rev {number} · {state}: history", { number: saved.number, state: SAID[state] })}
          className="border-l border-rule px-2.5 text-[13px] max-[900px]:px-1.5 whitespace-nowrap text-soft hover:bg-hair"
        >
          <span role="status" data-testid="save-state">
            <span className="max-[900px]:sr-only">{phrase("rev {number} ·", { number: saved.number })} </span>
            {SAID[state]}
          </span>
        </button>
      ) : null}
    </div>
  );
}
