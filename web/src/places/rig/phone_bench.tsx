import { ChevronDown } from "lucide-react";
import { Collapsible } from "radix-ui";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import type { Answer, Band, Book, Drawer, Drift, Reading, TriesAnswer, UnitSystem, WorthView } from "../../api/client";
import { TankDrawing } from "../../drawings/tank_drawing";
import { LessonNote } from "../../features/water/lesson_note";
import { duration } from "../../model/drift_view";
import { partsOf } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { openSheet } from "../../state/open_sheets";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";
import { DriftFigures } from "./drift_figures";
import { MotionControls } from "./motion_controls";
import { NothingFits } from "./nothing_fits";
import { PartControls } from "./part_controls";
import { PhoneLine } from "./phone_line";
import { Readings } from "./readings";
import { Spoken } from "./spoken";
import { StanceControls } from "./stance_controls";
import { WaitsHere } from "./waits_here";
import { WholeRig } from "./whole_rig";

const TANK_HEIGHT = 236;
/** Share of a drift at which it is drawn. */
const SHOWN = 0.6;

type Props = {
  answer: Answer;
  book: Book;
  drawer: Drawer;
  system: UnitSystem;
  ghost: Drift | null;
  band: Band | null;
  worth: WorthView | null;
  readings: readonly (Reading & { old?: boolean })[];
  tries: TriesAnswer | null;
  pinned: readonly Reading[] | null;
};

/** The workbench for a thumb: the water and what is worst stay in sight, under them the flies and the tippet with their steps. */
export function PhoneBench(props: Props) {
  const { answer, book, drawer, system, readings } = props;
  const selected = useBench((s) => s.selected);
  const select = useBench((s) => s.select);
  const part = partsOf(answer.rig).find((p) => p.id === selected);
  return (
    <main className="flex flex-col">
      <h1 className="sr-only">{answer.rig.name}</h1>
      <Spoken story={answer.story} worth={props.worth} worst={readings[0]} />
      <InSight {...props} />
      <PhoneLine answer={answer} system={system} />
      <Part title={phrase("How it is fished")}>
        <MotionControls answer={answer} book={book} drawer={drawer} system={system} />
        <StanceControls answer={answer} system={system} />
      </Part>
      <Part title={phrase("Rod, line, leader, what holds it")}>
        <WholeRig answer={answer} book={book} drawer={drawer} system={system} always />
      </Part>
      <p data-testid="story" className="px-3 pt-2 text-[14px]">
        {answer.story}
      </p>
      <LessonNote water={answer.water.id} className="px-3" />
      {[...(answer.drift.notes ?? []).map((n) => n.text), ...answer.doubts].map((line) => (
        <p key={line} className="px-3 text-[13px] text-look">
          {line}
        </p>
      ))}
      <Part title={phrase("How deep, in figures")}>
        <div className="overflow-x-auto px-3">
          <DriftFigures drift={answer.drift} band={props.band} system={system} />
        </div>
      </Part>
      <NothingFits tries={props.tries} />
      <Readings readings={readings} pinned={props.pinned} cautions={answer.cautions} />
      <div className="grid grid-cols-3 gap-1.5 p-3">
        <Button className="min-h-[48px]" onClick={() => openSheet("find")}>
          {phrase("Find")}
        </Button>
        <Button className="min-h-[48px]" onClick={() => openSheet("ladder")}>
          {phrase("Ladder")}
        </Button>
        <Link
          to="/tie"
          className="inline-flex min-h-[48px] items-center justify-center rounded-s border border-ink bg-ink px-3 font-semibold text-sheet"
        >
          {phrase("Tie it")}
        </Link>
      </div>
      <BottomSheet clear open={part !== undefined} onClose={() => select(null)} title={part ? phrase("Change it") : ""}>
        {part ? (
          <div className="flex flex-wrap items-start gap-x-3 gap-y-3 [&_button]:min-h-[48px] [&_input]:min-h-[48px]">
            <PartControls part={part} drawer={drawer} system={system} strength={answer.strength} />
          </div>
        ) : null}
      </BottomSheet>
    </main>
  );
}

/** The tank, what the rig is worth, and the reading that is worst: in sight while a finger changes something. */
function InSight({ answer, book, system, ghost, band, worth, readings }: Props) {
  const [box, { width }] = useSize<HTMLDivElement>();
  const edit = useBench((s) => s.edit);
  const worst = readings[0];
  return (
    <div className="tall:sticky tall:top-0 tall:z-20 border-b border-rule bg-paper">
      <div
        ref={box}
        data-testid="tank"
        data-drift={answer.drift.key}
        className="relative"
        style={{ height: TANK_HEIGHT }}
      >
        <WaitsHere />
        {width > 0 ? (
          <TankDrawing
            drift={answer.drift}
            ghost={ghost}
            band={band}
            rig={answer.rig}
            system={system}
            bedName={book.beds.find((b) => b.key === answer.water.bed)?.name ?? ""}
            width={width}
            height={TANK_HEIGHT}
            time={SHOWN * duration(answer.drift)}
            onTip={(height) => edit({ op: "set_stance", tip: `${height.toFixed(2)} m` }, "stance.tip")}
          />
        ) : null}
      </div>
      <p className="flex min-h-[42px] items-baseline gap-2 px-3 py-1.5">
        <span data-testid="worth" className="whitespace-nowrap">
          {worth === null ? (
            <span className="text-soft">{phrase("… min/h")}</span>
          ) : worth.excluded ? (
            <b className="text-float">{phrase("ruled out")}</b>
          ) : (
            <>
              <b className="figure text-[18px]">{Math.round(worth.minutes)}</b>{" "}
              <span className="text-[12px] text-soft">{phrase("good min/h")}</span>
            </>
          )}
        </span>
        {worst ? (
          <span
            className={`min-w-0 flex-1 truncate text-right font-semibold ${worst.severity === "act" ? "text-float" : worst.severity === "look" ? "text-look" : "text-fine"}`}
          >
            {worst.title}
          </span>
        ) : null}
        {worst ? (
          <span className="figure whitespace-nowrap">
            {worst.figure} <small>{worst.unit}</small>
          </span>
        ) : null}
      </p>
    </div>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen} className="border-b border-hair bg-sheet">
      <Collapsible.Trigger className="flex min-h-[48px] w-full items-center justify-between px-3 font-semibold">
        {title}
        <ChevronDown size={18} aria-hidden className={open ? "rotate-180" : ""} />
      </Collapsible.Trigger>
      <Collapsible.Content className="pb-2 [&_button]:min-h-[48px]">{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
