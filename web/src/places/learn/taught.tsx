import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import type { Learnt, Reach } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useLesson } from "../../state/queries";
import { useNumber } from "../../state/units";
import { useJob } from "../../state/use_job";
import { useLessonAct } from "../../state/use_lesson_act";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { phrase } from "../../words/phrase";

/** What the drifts on a water taught: in a sentence, what would tell more, and every unknown before and after. */
export function Taught({ reach }: { reach: Reach }) {
  const asked = useMemo(() => ({ kind: "learn" as const, water: reach as never }), [reach]);
  const { found, share, fault, again } = useJob<"learn">(asked);
  const queries = useQueryClient();
  useEffect(() => {
    if (!found) return;
    void queries.invalidateQueries({ queryKey: ["lesson", reach.id] });
    useBench.getState().again();
  }, [found, queries, reach.id]);
  if (fault)
    return (
      <p role="alert" className="mt-2 text-float">
        {fault} <Button onClick={again}>{phrase("Again")}</Button>
      </p>
    );
  if (share !== null || !found)
    return (
      <div role="status" className="mt-2">
        <p className="text-soft">{phrase("Weighing what was seen …")}</p>
        <Progress share={share ?? 0} label={phrase("Learning")} />
      </div>
    );
  const learnt = found.learnt;
  if (!learnt || learnt.drifts === 0)
    return (
      <div className="mt-2">
        <p>{phrase("Nothing was tapped here that tells of the water: takes tell of the fish.")}</p>
        <Lesson water={reach.id} again={again} />
      </div>
    );
  return (
    <div className="mt-2">
      <p className="text-[15px] font-bold">{learnt.said}</p>
      {learnt.tell ? <p>{learnt.tell}</p> : null}
      <p className="mt-1 text-soft">
        {phrase("{touched} of {drifts} touched; {expected} should have by what is written.", {
          touched: learnt.touched,
          drifts: learnt.drifts,
          expected: Math.round(learnt.expected),
        })}
      </p>
      <Lesson water={reach.id} />
      <Unknowns rows={learnt.unknowns} />
      <p className="mt-1 text-[13px] text-soft">
        {phrase("As these drifts taught it; with the days since, what counts of it grows less.")}
      </p>
      {learnt.apart.length > 0 ? (
        <p className="mt-1 text-[13px] text-soft">
          {phrase("The drifts do not tell apart: {apart}.", {
            apart: learnt.apart
              .slice(0, 3)
              .map(([a, b]) => phrase("{a} and {b}", { a, b }))
              .join(", "),
          })}
        </p>
      ) : null}
    </div>
  );
}

/** What is done with what was learnt: everything on this water computed with it or not, written into the water, forgotten. */
function Lesson({ water, again }: { water: string; again?: () => void }) {
  const units = useBench((s) => s.units);
  const lesson = useLesson(water, units).data;
  const { act, fault } = useLessonAct(water);
  if (!lesson) return null;
  const since = lesson.since ? new Date(lesson.since).toLocaleDateString([], { dateStyle: "long" }) : "";
  return (
    <div className="mt-2 rounded-s border border-rule bg-sheet p-3">
      {lesson.text ? (
        <>
          <p>
            {lesson.text}{" "}
            {lesson.used
              ? phrase("Tank, readings, worth, Find, the ladder and the next day pack reckon with it.")
              : phrase("It is left out: everything is computed as you wrote it.")}
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button aria-pressed={lesson.used} onClick={() => void act(lesson.used ? "leave" : "use")}>
              {lesson.used ? phrase("Leave it out") : phrase("Reckon with it")}
            </Button>
            <Button onClick={() => void act("correct")}>{phrase("Write it into the water")}</Button>
            <Button onClick={() => void act("forget")}>{phrase("Forget it")}</Button>
          </div>
        </>
      ) : null}
      {since ? (
        <p className="text-soft">
          {phrase("{forgotten}: outings before {since} are not learnt from.", {
            forgotten: lesson.forgotten ? phrase("Forgotten") : phrase("Written into the water"),
            since,
          })}{" "}
          {lesson.forgotten ? (
            <Button onClick={() => void act("remember").then(again)}>{phrase("Learn from them again")}</Button>
          ) : null}
        </p>
      ) : null}
      {fault ? (
        <p role="alert" className="text-float">
          {fault}
        </p>
      ) : null}
    </div>
  );
}

const LEAST = 0.5;
const MOST = 2;

/** Factors on what is written, before and after, on one scale of halves and doubles. */
function Unknowns({ rows }: { rows: Learnt["unknowns"] }) {
  const number = useNumber();
  const x = (factor: number) => {
    const clipped = Math.min(Math.max(factor, LEAST), MOST);
    return (Math.log(clipped / LEAST) / Math.log(MOST / LEAST)) * 200;
  };
  return (
    <table className="mt-2 w-full table-fixed text-[13px]">
      <thead>
        <tr className="text-left text-soft">
          <th className="w-[34%]">{phrase("unknown")}</th>
          <th>{phrase("½ · as written · 2 ×")}</th>
          <th className="w-[8.5rem] text-right">{phrase("learnt")}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((u) => (
          <tr key={u.key}>
            <td className="pr-2">{u.name}</td>
            <td>
              <svg viewBox="0 0 200 16" className="block h-4 w-full" preserveAspectRatio="none" aria-hidden="true">
                <rect x={99.5} y={0} width={1} height={16} fill="var(--soft)" />
                <rect
                  x={x(u.before_p10)}
                  y={6}
                  width={x(u.before_p90) - x(u.before_p10)}
                  height={4}
                  fill="var(--rule)"
                />
                <rect x={x(u.p10)} y={4} width={Math.max(x(u.p90) - x(u.p10), 2)} height={8} fill="var(--water-deep)" />
                <rect x={x(u.mean) - 1.5} y={1} width={3} height={14} fill="var(--float)" />
              </svg>
            </td>
            <td className="figure whitespace-nowrap pl-2 text-right">
              × {number(u.mean, 2)}{" "}
              <small className="text-soft">
                {number(u.p10, 2)}–{number(u.p90, 2)}
              </small>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
