import { Pause, Play } from "lucide-react";
import { Slider, ToggleGroup } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import type { Answer, Band, Book, Drawer, Drift, UnitSystem } from "../../api/client";
import { PlanDrawing } from "../../drawings/plan_drawing";
import { TankDrawing } from "../../drawings/tank_drawing";
import { LessonNote } from "../../features/water/lesson_note";
import { duration, nodeAt, toldNode } from "../../model/drift_view";
import { figure } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { ROOM_FOR_BOTH, shownView, useTankView, type View } from "../../state/tank_view";
import { useNumber } from "../../state/units";
import { Progress } from "../../ui/progress";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";
import { DriftFigures } from "./drift_figures";
import { MotionControls } from "./motion_controls";
import { StanceControls } from "./stance_controls";
import { WaitsHere } from "./waits_here";

type Props = {
  answer: Answer;
  book: Book;
  drawer: Drawer;
  system: UnitSystem;
  ghost: Drift | null;
  band: Band | null;
  share: number | null;
};
const START_SHARE = 0.45;
/** Share of the room the plan takes where both are shown. */
const PLAN_SHARE = 0.48;

/** The water in section: plays the drift in real time, or is scrubbed through it. */
export function Tank({ answer, book, drawer, system, ghost, band, share: known }: Props) {
  const number = useNumber();
  const { drift, rig } = answer;
  const edit = useBench((s) => s.edit);
  const [ref, size] = useSize<HTMLDivElement>();
  const whole = duration(drift);
  const [share, setShare] = useState(START_SHARE);
  const [playing, setPlaying] = useState(false);
  const time = share * whole;
  usePlay(playing, whole, setShare, setPlaying);
  const toggle = () => {
    if (!playing && share >= 1) setShare(0);
    setPlaying(!playing);
  };
  const bed = book.beds.find((b) => b.key === answer.water.bed)?.name ?? "";
  const method = book.methods.find((m) => m.key === rig.method);
  const told = toldNode(drift);
  const top = nodeAt(drift, told, time);
  const entry = nodeAt(drift, told, 0);
  const across = drift.across ?? null;
  const chosen = useTankView((s) => s.chosen);
  const drawn = across ? shownView(chosen, across.cast_deg !== null, size.height) : "side";
  const view = chosen === "figures" ? chosen : drawn;
  const height = Math.max(size.height, 220);
  const plan = view === "both" ? Math.round(height * PLAN_SHARE) : view === "above" ? height : 0;
  return (
    <section
      aria-label={phrase("Tank")}
      className="flex min-h-0 min-w-0 flex-col"
      tabIndex={0}
      onKeyDown={(event) => {
        if (event.key === " " && !(event.target instanceof HTMLButtonElement)) {
          event.preventDefault();
          toggle();
        }
      }}
    >
      <MotionControls answer={answer} book={book} drawer={drawer} system={system} />
      <StanceControls answer={answer} system={system} />
      <div
        ref={ref}
        data-testid="tank"
        data-drift={drift.key}
        className="relative min-h-0 flex-1 overflow-hidden max-lg:h-[340px] max-lg:flex-none"
      >
        <WaitsHere />
        {known === null ? null : (
          <Progress
            share={known}
            label={phrase("How sure it is: waters like it that are done")}
            className="absolute inset-x-0 top-0"
          />
        )}
        {view === "figures" ? (
          <div className="absolute inset-0 overflow-y-auto px-3 pt-2 pb-2">
            <DriftFigures drift={drift} band={band} system={system} />
          </div>
        ) : null}
        {size.width > 0 && size.height > 0 && plan > 0 ? (
          <PlanDrawing
            drift={drift}
            ghost={ghost}
            rig={rig}
            system={system}
            limits={book.limits}
            width={size.width}
            height={plan}
            time={time}
            onCast={(angle_deg) => edit({ op: "set_stance", angle_deg }, "stance.angle")}
            onLaid={(what, metres) => edit({ op: "set_stance", [what]: `${metres.toFixed(2)} m` }, `stance.${what}`)}
          />
        ) : null}
        {size.width > 0 && size.height > 0 && plan < height && view !== "figures" ? (
          <TankDrawing
            drift={drift}
            ghost={ghost}
            band={band}
            rig={rig}
            system={system}
            bedName={bed}
            width={size.width}
            height={height - plan}
            time={time}
            onTip={(height) => edit({ op: "set_stance", tip: `${height.toFixed(2)} m` }, "stance.tip")}
          />
        ) : null}
      </div>
      {method && !method.waters.includes(answer.water.kind ?? "river") ? (
        <p role="note" className="px-3 pt-1 text-[13px] text-look">
          {phrase(
            "{methodName} is fished in a {waters}; today's water is a {kind}. Take another water, or start a rig for this one.",
            { methodName: method.name, waters: method.waters[0], kind: answer.water.kind },
          )}
        </p>
      ) : null}
      <p data-testid="story" className="px-3 pt-1 text-[13px]">
        <span className="text-soft">{phrase("As drawn:")}</span> {answer.story}
      </p>
      <LessonNote water={answer.water.id} className="px-3" />
      {(drift.notes ?? []).map((note) => (
        <p key={note.key} className="px-3 text-[13px] text-look">
          {note.text}
        </p>
      ))}
      {answer.doubts.map((doubt) => (
        <p key={doubt} className="px-3 text-[13px] text-look">
          {doubt}
        </p>
      ))}
      <div className="flex flex-wrap items-center gap-3 px-3 pb-2">
        <button
          type="button"
          onClick={toggle}
          aria-label={playing ? phrase("Pause the drift") : phrase("Play the drift")}
          className="grid size-9 place-items-center rounded-s border border-rule bg-sheet hover:border-ink"
        >
          {playing ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
        </button>
        <Slider.Root
          value={[Math.round(time * 10)]}
          max={Math.round(whole * 10)}
          step={1}
          onValueChange={([value]) => {
            setPlaying(false);
            setShare((value ?? 0) / 10 / whole);
          }}
          className="relative flex hit min-w-40 flex-1 touch-none items-center"
        >
          <Slider.Track className="h-[3px] flex-1 bg-rule">
            <Slider.Range className="absolute h-[3px] bg-ink" />
          </Slider.Track>
          <Slider.Thumb
            aria-label={phrase("Moment of the drift")}
            aria-valuetext={phrase("{time} seconds", { time: number(time, 1) })}
            className="block size-5 rounded-full border-2 border-ink bg-sheet"
          />
        </Slider.Root>
        <span className="figure w-40 text-right whitespace-nowrap">
          {number(time, 1)} <small>s</small>
          {drift.axis === "seconds" ? null : (
            <>
              {" "}
              · {figure(system, "travel", top.x - entry.x).digits}{" "}
              <small>{figure(system, "travel", 0).unit || phrase("led")}</small>
            </>
          )}
        </span>
        <Views view={view} across={across !== null} roomy={size.height >= ROOM_FOR_BOTH} />
      </div>
    </section>
  );
}

const VIEWS: { value: View; label: string }[] = [
  { value: "side", label: phrase("from the side") },
  { value: "above", label: phrase("from above") },
  { value: "both", label: phrase("both") },
  { value: "figures", label: phrase("in figures") },
];

/** From which side the drift is looked at, or read. */
function Views({ view, across, roomy }: { view: View; across: boolean; roomy: boolean }) {
  const offered = (v: View) => v === "side" || v === "figures" || (across && (v === "above" || roomy));
  const choose = useTankView((s) => s.choose);
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={phrase("Looked at")}
      value={view}
      onValueChange={(value) => value && choose(value as View)}
      className="flex rounded-s border border-rule bg-sheet"
    >
      {VIEWS.filter((v) => offered(v.value)).map((v) => (
        <ToggleGroup.Item
          key={v.value}
          value={v.value}
          className="hit px-2 text-[12px] data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-sheet max-lg:px-3"
        >
          {v.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

/** Moves the moment on in real time while playing. */
function usePlay(
  playing: boolean,
  whole: number,
  setShare: (update: (share: number) => number) => void,
  setPlaying: (playing: boolean) => void,
) {
  const last = useRef(0);
  useEffect(() => {
    if (!playing || whole <= 0) return;
    let request = 0;
    last.current = performance.now();
    const tick = (now: number) => {
      const step = (now - last.current) / 1000 / whole;
      last.current = now;
      setShare((share) => {
        if (share + step >= 1) setPlaying(false);
        return Math.min(share + step, 1);
      });
      request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [playing, whole, setShare, setPlaying]);
}
