import { Link } from "react-router";
import { useBench } from "../../state/bench_store";
import { useLesson } from "../../state/queries";
import { useLessonAct } from "../../state/use_lesson_act";
import { phrase } from "../../words/phrase";

const PLAIN = "hit underline decoration-rule underline-offset-2 hover:decoration-ink ";

/** What earlier outings taught of a water, wherever something is computed with it; one tap shows it without. */
export function LessonNote({ water, className = "" }: { water: string; className?: string }) {
  const units = useBench((s) => s.units);
  const lesson = useLesson(water, units).data;
  const { act, fault } = useLessonAct(water);
  if (!lesson?.text) return null;
  return (
    <p role="note" data-testid="lesson" className={`flex flex-wrap items-center gap-x-3 text-[13px] ${className}`}>
      <span className={lesson.used ? "" : "text-soft"}>
        {lesson.used ? lesson.text : phrase("Computed as you wrote it. {lesson}", { lesson: lesson.text })}
      </span>
      <button type="button" className={PLAIN} onClick={() => void act(lesson.used ? "leave" : "use")}>
        {lesson.used ? phrase("Without it") : phrase("With it")}
      </button>
      <Link to="/learn" className={`${PLAIN} inline-flex items-center`}>
        {phrase("Learn")}
      </Link>
      {fault ? (
        <span role="alert" className="text-float">
          {fault}
        </span>
      ) : null}
    </p>
  );
}
