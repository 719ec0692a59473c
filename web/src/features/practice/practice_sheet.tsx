import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import { api, type Exercise, taken, type UnitSystem } from "../../api/client";
import { DepthStrip } from "../../drawings/depth_strip";
import { SignTrace } from "../../drawings/sign_trace";
import { text } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useSystem } from "../../state/units";
import { useJob } from "../../state/use_job";
import { useSeconds } from "../../state/use_seconds";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { SideSheet } from "../../ui/side_sheet";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";
import { GuessControl } from "./guess_control";
import { HowItWent } from "./how_it_went";

/** Guess, then see it sink: five a day, of the rig in hand in today's water. */
export function PracticeSheet() {
  const open = useSheets((s) => s.open === "practice");
  const docs = useBench((s) => s.docs);
  const system = useSystem();
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("Practice")} width="40rem">
      {open && system && docs?.rig ? <Round system={system} /> : null}
      {open && docs && !docs.rig ? <p>{phrase("Take a rig in hand first: practice is of your own.")}</p> : null}
    </SideSheet>
  );
}

function Round({ system }: { system: UnitSystem }) {
  const queries = useQueryClient();
  const docs = useBench((s) => s.docs);
  // The set is asked for once: a guess must not change what is asked next.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a set stays as it was asked
  const asked = useMemo(
    () => (docs?.rig ? { kind: "practice" as const, rig: docs.rig as never, water: docs.water as never } : null),
    [],
  );
  const { found, share, fault, again } = useJob<"practice">(asked);
  const progress = useQuery({ queryKey: ["practice"], queryFn: async () => taken(await api.GET("/api/v1/practice")) });
  const [at, setAt] = useState(0);
  // What was left as this round began: the answer of the last guess of a day is still shown.
  const began = useRef<number | null>(null);
  if (progress.data && began.current === null) began.current = progress.data.left;
  if (fault)
    return (
      <p role="alert">
        {fault} <Button onClick={again}>{phrase("Again")}</Button>
      </p>
    );
  if (share !== null || !found || !progress.data)
    return (
      <div role="status">
        <p>{phrase("Thinking up exercises of your rig …")}</p>
        <Progress share={share ?? 0} label={phrase("Exercises")} className="mt-2" />
      </div>
    );
  const exercise = found.exercises[at];
  return (
    <div className="flex flex-col gap-4">
      {exercise && at < (began.current ?? 0) ? (
        <One
          key={at}
          exercise={exercise}
          system={system}
          last={at + 1 >= Math.min(found.exercises.length, began.current ?? 0)}
          onNext={() => setAt(at + 1)}
          onGuess={(now) => queries.setQueryData(["practice"], now)}
        />
      ) : (
        <p>
          {found.exercises.length === 0
            ? phrase("There is nothing to ask of this rig in this water.")
            : progress.data.left > 0
              ? phrase("That was all of this rig. Another rig, or another water, asks others.")
              : phrase("Five a day: enough for today. What you missed comes back tomorrow.")}
        </p>
      )}
      <HowItWent progress={progress.data} />
    </div>
  );
}

type OneProps = {
  exercise: Exercise;
  system: UnitSystem;
  last: boolean;
  onNext: () => void;
  onGuess: (progress: unknown) => void;
};

function One({ exercise, system, last, onNext, onGuess }: OneProps) {
  const [box, { width }] = useSize<HTMLDivElement>();
  const [guess, setGuess] = useState<number | null>(null);
  const [said, setSaid] = useState<{ text: string; widths: number } | null>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState("");
  const second = useSeconds(said !== null, exercise.seconds);
  const courses = exercise.courses;
  const now = Math.min(Math.round((second / exercise.seconds) * ((courses[0]?.p50.length ?? 1) - 1)), 10_000);
  const deep = (cm: number | undefined) => (cm ?? 0) / 100;
  const flies = courses.map((c) => ({
    id: c.fly,
    role: c.role,
    course: c.p50.map((_, k) => ({ p10: deep(c.p10[k]), p50: deep(c.p50[k]), p90: deep(c.p90[k]) })),
    now: { p10: deep(c.p10[now]), p50: deep(c.p50[now]), p90: deep(c.p90[now]) },
  }));
  const tell = async () => {
    if (guess === null) return;
    setBusy(true);
    setFault("");
    try {
      const body = { id: crypto.randomUUID(), exercise, guess };
      const answer = taken(await api.POST("/api/v1/practice", { body }));
      setSaid(answer.scored);
      onGuess(answer.progress);
    } catch (error) {
      setFault(error instanceof Error ? error.message : "");
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label={phrase("Exercise")} className="flex flex-col gap-3">
      <p className="text-[17px] font-semibold">{exercise.asks}</p>
      <GuessControl exercise={exercise} system={system} value={guess} onChange={setGuess} fixed={said !== null} />
      <div ref={box} className="min-h-[180px]">
        {said ? (
          <DepthStrip
            flies={flies}
            depth={exercise.depth_m}
            zone={exercise.zone_m ?? null}
            seconds={exercise.seconds}
            at={second}
            marks={[]}
            system={system}
            width={Math.max(width || 340, 300)}
            height={180}
          />
        ) : (
          <p className="text-soft">
            {exercise.stops_s ? (
              <SignTrace
                system={system}
                stops={exercise.stops_s}
                seconds={exercise.seconds}
                width={Math.max(width || 340, 300)}
              />
            ) : null}
            {phrase("{depth} deep. Guess; then it sinks, and you see how sure anybody could be.", {
              depth: text(system, "depth", exercise.depth_m),
            })}
          </p>
        )}
      </div>
      {fault ? (
        <p role="alert" className="text-float">
          {fault}
        </p>
      ) : null}
      {said ? (
        <div role="status">
          <p className={`font-semibold ${said.widths > 1 ? "text-look" : ""}`}>{said.text}</p>
          <p>{exercise.tells}</p>
        </div>
      ) : null}
      {said ? (
        <Button strong className="min-h-[48px] self-start" onClick={onNext}>
          {last ? phrase("Done") : phrase("Next one")}
        </Button>
      ) : (
        <Button
          strong
          className="min-h-[48px] self-start"
          disabled={guess === null || busy}
          onClick={() => void tell()}
        >
          {phrase("See it sink")}
        </Button>
      )}
    </section>
  );
}

/** Opens practice. */
export function PracticeButton() {
  return <Button onClick={() => openSheet("practice")}>{phrase("Practice")}</Button>;
}
