import { Moon, Redo2, Sun, Undo2 } from "lucide-react";
import type { Answer, Book, UnitSystem } from "../../api/client";
import { useBench } from "../../app/bench_store";
import { useTheme } from "../../app/theme";
import { Button } from "../../ui/button";
import { CutListSheet } from "./cut_list";
import { useAutosave } from "./use_autosave";
import { WaterChip } from "./water_chip";

type Props = { answer: Answer; book: Book; system: UnitSystem; nextUnits: () => void };
const SAID = { saved: "saved", unsaved: "not saved yet", saving: "saving", stale: "changed elsewhere" };

/** Today's water, the rig in hand, and what can be done with both. */
export function TopBar({ answer, book, system, nextUnits }: Props) {
  const { undo, redo, past, future, saved } = useBench();
  const autosave = useAutosave();
  const [theme, toggleTheme] = useTheme();
  return (
    <header className="flex flex-wrap items-center gap-2 border-b border-rule px-3 py-[6px]">
      <WaterChip water={answer.water} book={book} system={system} />
      <div className="flex min-h-9 min-w-0 items-center gap-2 rounded-s border border-rule bg-sheet px-3">
        <span className="text-[13px] text-soft max-xl:hidden">rig in hand</span>
        <h1 className="truncate font-semibold">{answer.rig.name}</h1>
        <span className="text-[13px] whitespace-nowrap text-soft" role="status" data-testid="save-state">
          rev {saved?.number} · {SAID[autosave.state]}
        </span>
      </div>
      <div className="ml-auto flex flex-wrap items-center gap-1.5">
        <Button onClick={undo} disabled={past.length === 0} aria-label="Undo" title="Undo (Ctrl Z)">
          <Undo2 size={16} aria-hidden />
        </Button>
        <Button onClick={redo} disabled={future.length === 0} aria-label="Redo" title="Redo (Ctrl Shift Z)">
          <Redo2 size={16} aria-hidden />
        </Button>
        <Button onClick={nextUnits} title="Units (U)" aria-label={`Units: ${system.name}. Change`}>
          {system.name}
        </Button>
        <Button onClick={toggleTheme} aria-label={theme === "day" ? "Dusk theme" : "Day theme"}>
          {theme === "day" ? <Moon size={16} aria-hidden /> : <Sun size={16} aria-hidden />}
        </Button>
        <CutListSheet sheet={answer.sheet} name={answer.rig.name}>
          <Button strong>Cut list</Button>
        </CutListSheet>
      </div>
      {autosave.newest ? (
        <div role="alert" className="flex w-full flex-wrap items-center gap-2 text-[13px]">
          <span>
            This rig was changed elsewhere (rev {autosave.newest.number}). Nothing of yours is lost: which one shall go
            on?
          </span>
          <Button onClick={autosave.keepMine}>Keep mine on top</Button>
          <Button onClick={autosave.takeTheirs}>Take the other</Button>
        </div>
      ) : null}
    </header>
  );
}
