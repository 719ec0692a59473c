import { CircleQuestionMark, Moon, Plus, Redo2, Search, Sun, Undo2, UserRound } from "lucide-react";
import type { Book, UnitSystem } from "../api/client";
import { RigChip } from "../features/library/rig_chip";
import { WaterChip, waterName } from "../features/water/water_chip";
import { useBench } from "../state/bench_store";
import { openSheet } from "../state/open_sheets";
import { useComingBack } from "../state/signed_out";
import { type UndoHere, useUndoHere } from "../state/undo_here";
import { useKeepRig } from "../state/use_keep_rig";
import { useKeepWater } from "../state/use_keep_water";
import { Button } from "../ui/button";
import { phrase, rich } from "../words/phrase";
import { useTheme } from "./theme";
import { RigTwice, WaterTwice } from "./twice";

type Props = { book: Book; system: UnitSystem };

/** Today's water, the rig in hand, and what can be done with both; on top of every place. */
export function TopBar({ book, system }: Props) {
  const docs = useBench((s) => s.docs);
  const lost = useBench((s) => s.lost);
  const trouble = useBench((s) => s.trouble);
  const { undo, redo } = useUndo();
  const keeping = useKeepRig();
  const water = useKeepWater();
  const out = useComingBack();
  const [theme, toggleTheme] = useTheme();
  if (!docs) return null;
  return (
    <header className="relative border-b border-rule print:hidden">
      <div className="flex items-center gap-2 px-3 py-[6px] max-[900px]:gap-1 max-[900px]:px-1.5 max-[900px]:py-1">
        <WaterChip water={docs.water} book={book} system={system} />
        <RigChip state={keeping.state} />
        <Button
          className="max-[900px]:hidden"
          onClick={() => openSheet("start")}
          title={phrase("Start a rig for today's water (M)")}
          aria-label={phrase("Start a rig")}
        >
          <Plus size={16} aria-hidden />
          <span className="max-xl:sr-only">{phrase("Start a rig")}</span>
        </Button>
        <div className="ml-auto flex shrink-0 items-center gap-1.5 max-[900px]:gap-1">
          <Button
            className="max-[900px]:px-0"
            onClick={() => undo?.()}
            disabled={!undo}
            aria-label={phrase("Undo")}
            title={phrase("Undo (Ctrl Z)")}
          >
            <Undo2 size={16} aria-hidden />
          </Button>
          <Button
            className="max-[900px]:hidden"
            onClick={() => redo?.()}
            disabled={!redo}
            aria-label={phrase("Redo")}
            title={phrase("Redo (Ctrl Shift Z)")}
          >
            <Redo2 size={16} aria-hidden />
          </Button>
          <Button
            className="max-[900px]:px-0"
            onClick={() => openSheet("palette")}
            aria-label={phrase("Anything by name")}
            title={phrase("Anything by name (Ctrl K)")}
          >
            <Search size={16} aria-hidden />
          </Button>
          <Button
            onClick={() => openSheet("help")}
            aria-label={phrase("Help and words")}
            title={phrase("Help and words (H)")}
            className="max-[900px]:hidden"
          >
            <CircleQuestionMark size={16} aria-hidden />
          </Button>
          <Button
            className="max-[900px]:hidden"
            onClick={() => openSheet("units")}
            title={phrase("Units (U goes on to the next)")}
            aria-label={phrase("Units: {systemName}. Change", { systemName: system.name })}
          >
            {system.name}
          </Button>
          <Button
            className="max-[900px]:hidden"
            onClick={toggleTheme}
            aria-label={theme === "day" ? phrase("Dusk theme") : phrase("Day theme")}
          >
            {theme === "day" ? <Moon size={16} aria-hidden /> : <Sun size={16} aria-hidden />}
          </Button>
          <Button
            className="max-[900px]:hidden"
            onClick={() => openSheet("account")}
            aria-label={phrase("Account")}
            title={phrase("Account: archive, links, sign out")}
          >
            <UserRound size={16} aria-hidden />
          </Button>
        </div>
      </div>
      {/* What asks or warns lies over the place and pushes nothing. */}
      <div className="absolute top-full right-2 z-30 mt-1 flex max-w-[min(34rem,calc(100%-1rem))] flex-col items-end gap-1">
        {keeping.newest ? <RigTwice newest={keeping.newest} keeping={keeping} /> : null}
        {water.newest ? (
          <WaterTwice name={waterName(water.newest.reach)} newest={water.newest} keeping={water} />
        ) : null}
        {out ? (
          <p role="alert" className="rounded-s border border-float bg-sheet px-3 py-1.5 text-[13px] text-float">
            {rich("You are signed out here. What you changed waits in this tab: {a}, and it goes on.", {
              a: (
                <a
                  className="underline"
                  href={window.location.pathname.startsWith("/fish") ? "/enter?phone" : "/enter"}
                >
                  {phrase("come in again")}
                </a>
              ),
            })}
          </p>
        ) : null}
        {lost || trouble ? (
          <p role="alert" className="rounded-s border border-float bg-sheet px-3 py-1.5 text-[13px] text-float">
            {lost ? phrase("The server does not answer. Your changes wait here and go out by themselves.") : trouble}
          </p>
        ) : null}
      </div>
    </header>
  );
}

/** Undo and redo of the place one is in. */
function useUndo(): UndoHere {
  const here = useUndoHere((s) => s.here);
  const past = useBench((s) => s.past.length > 0 || s.waiting.length > 0);
  const future = useBench((s) => s.future.length > 0);
  const { undo, redo } = useBench.getState();
  return here ?? { undo: past ? undo : null, redo: future ? redo : null };
}
