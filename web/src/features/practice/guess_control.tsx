import { Slider } from "radix-ui";
import type { Exercise, UnitSystem } from "../../api/client";
import { number, text } from "../../model/format";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

type Props = {
  exercise: Exercise;
  system: UnitSystem;
  value: number | null;
  onChange: (value: number) => void;
  fixed: boolean;
};

const STEPS = 100;

/** What one guesses with: the control one would use for it. */
export function GuessControl({ exercise, system, value, onChange, fixed }: Props) {
  if (exercise.control === "choice")
    return (
      <div className="grid grid-cols-[repeat(auto-fill,minmax(7.5rem,1fr))] gap-1.5">
        {(exercise.choices ?? []).map((choice, k) => (
          <Button
            key={choice}
            strong={value === k}
            aria-pressed={value === k}
            aria-disabled={fixed}
            className={`min-h-[48px] whitespace-normal leading-tight ${fixed && exercise.best?.includes(k) ? "outline-2 outline-zone" : ""}`}
            onClick={() => !fixed && onChange(k)}
          >
            {choice}
          </Button>
        ))}
      </div>
    );
  const low = exercise.low ?? 0;
  const high = exercise.high ?? 1;
  const step = exercise.control === "share" ? 1 : (high - low) / STEPS;
  const upright = exercise.control === "depth";
  const shown = value ?? (low + high) / 2;
  return (
    <div className={`flex items-center gap-4 ${upright ? "" : "flex-col items-stretch"}`}>
      <Slider.Root
        orientation={upright ? "vertical" : "horizontal"}
        inverted={upright}
        min={low}
        max={high}
        step={step}
        value={[shown]}
        disabled={fixed}
        onValueChange={([v]) => onChange(v ?? low)}
        className={
          upright
            ? "relative flex h-44 w-14 touch-none justify-center rounded-s border border-rule bg-[linear-gradient(var(--water-top),var(--water-deep))]"
            : "relative flex h-[48px] w-full touch-none items-center"
        }
      >
        <Slider.Track className={upright ? "h-full w-[3px] bg-rule" : "h-[3px] flex-1 bg-rule"}>
          <Slider.Range className={upright ? "absolute w-[3px] bg-ink" : "absolute h-[3px] bg-ink"} />
        </Slider.Track>
        <Slider.Thumb
          aria-label={phrase("Your guess")}
          aria-valuetext={said(exercise, system, shown)}
          className="block size-7 rounded-full border-2 border-ink bg-sheet"
        />
      </Slider.Root>
      <output className={`figure text-2xl ${value === null ? "text-soft" : ""}`}>
        {value === null ? "?" : said(exercise, system, value)}
      </output>
    </div>
  );
}

/** A guess in words. */
export function said(exercise: Exercise, system: UnitSystem, value: number): string {
  if (exercise.control === "seconds") return `${number(system, value, 1)} s`;
  if (exercise.control === "share")
    return phrase("{value} of {high}", { value: Math.round(value), high: Math.round(exercise.high ?? 10) });
  return text(system, exercise.control === "way" ? "travel" : "depth", value);
}
