import { Plus, X } from "lucide-react";
import type { Answer, Pull, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { Button } from "../../ui/button";
import { Pick } from "../../ui/pick";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";

/** `most` kinds of pull in a row. */
type Props = { answer: Answer; usual: readonly Pull[]; system: UnitSystem; most: number };
type Typed = { length: string; speed: string; pause: string; times: number };
const OFTENEST = 20;

/** How the hand takes line in: length, speed and rest of a pull, how often, and what kind comes next. */
export function Retrieve({ answer, usual, system, most }: Props) {
  const edit = useBench((s) => s.edit);
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const own = answer.rig.motion?.pulls ?? [];
  const pulls = own.length > 0 ? own : usual;
  const written = pulls.map((p) => typedOf(p, system));
  const told = pulls.map((p) => said(p, system)).join(", then ");
  const set = (rows: Typed[]) => edit({ op: "set_retrieve", pulls: rows }, "retrieve");
  const kept = pulls.map(exact);
  const change = (i: number, part: Partial<Typed>) => set(kept.map((row, k) => (k === i ? { ...row, ...part } : row)));
  const field = (i: number, key: string) => {
    const path = `retrieve.pulls[${i}].${key}`;
    return { fault: faults[path], onTouched: () => clear(path) };
  };
  return (
    <Pick
      label={own.length > 0 ? phrase("Retrieve, yours") : phrase("Retrieve, as usual")}
      shown={told}
      says={phrase("Retrieve: {told}", { told })}
      opens={phrase("Retrieve")}
      width="max-w-72"
      fault={undefined}
    >
      {() => (
        <div className="space-y-2">
          {written.map((row, i) => (
            <div
              key={i}
              role="group"
              aria-label={phrase("Pull {i}", { i: i + 1 })}
              className="flex flex-wrap items-end gap-2"
            >
              <TypedField
                label={i === 0 ? phrase("Pull") : phrase("Then")}
                width="w-20"
                shown={row.length}
                onCommit={(length) => change(i, { length })}
                {...field(i, "length")}
              />
              <TypedField
                label={phrase("Speed")}
                width="w-24"
                shown={row.speed}
                onCommit={(speed) => change(i, { speed })}
                {...field(i, "speed")}
              />
              <TypedField
                label={phrase("Rest")}
                width="w-20"
                shown={row.pause}
                onCommit={(pause) => change(i, { pause })}
                {...field(i, "pause")}
              />
              <TypedField
                label={phrase("Times")}
                width="w-24"
                shown={`${row.times}`}
                onCommit={(times) => change(i, { times: within(Number(times)) })}
                less={{ label: phrase("Once less"), run: () => change(i, { times: within(row.times - 1) }) }}
                more={{ label: phrase("Once more"), run: () => change(i, { times: within(row.times + 1) }) }}
              />
              {written.length > 1 ? (
                <Button
                  aria-label={phrase("Without pull {i}", { i: i + 1 })}
                  onClick={() => set(kept.filter((_, k) => k !== i))}
                >
                  <X size={14} aria-hidden />
                </Button>
              ) : null}
            </div>
          ))}
          <div className="flex flex-wrap gap-2">
            {written.length < most ? (
              <Button onClick={() => set([...kept, ...kept.slice(-1)])}>
                <Plus size={14} aria-hidden /> {phrase("Then another")}
              </Button>
            ) : null}
            {own.length > 0 ? <Button onClick={() => set([])}>{phrase("As usual")}</Button> : null}
          </div>
        </div>
      )}
    </Pick>
  );
}

function typedOf(pull: Pull, system: UnitSystem): Typed {
  return {
    length: text(system, "pull", pull.length_m),
    speed: text(system, "sink", pull.speed_m_s),
    pause: `${pull.pause_s ?? 0} s`,
    times: pull.times ?? 1,
  };
}

/** A pull as it is kept: what is shown is rounded. */
function exact(pull: Pull): Typed {
  return {
    length: `${pull.length_m} m`,
    speed: `${pull.speed_m_s} m/s`,
    pause: `${pull.pause_s ?? 0} s`,
    times: pull.times ?? 1,
  };
}

function said(pull: Pull, system: UnitSystem): string {
  const { length, speed, pause, times } = typedOf(pull, system);
  return `${times > 1 ? `${times} × ` : ""}${pull.pause_s ? `${length}, ${pause}` : phrase("steadily {speed}", { speed })}`;
}

function within(times: number): number {
  return Number.isFinite(times) ? Math.min(Math.max(Math.round(times), 1), OFTENEST) : 1;
}
