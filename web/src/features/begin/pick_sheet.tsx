import type { SampleItem, SampleKind } from "../../api/client";
import { BodyDrawing } from "../../drawings/fly_drawing";
import { INK } from "../../drawings/material_ink";
import { phrase } from "../../words/phrase";

/** What was picked, ids by kind. */
export type Picked = Record<string, string[]>;
type Props = { kinds: readonly SampleKind[]; picked: Picked; onPick: (picked: Picked) => void };

/** What one has, picked from pictures. */
export function PickSheet({ kinds, picked, onPick }: Props) {
  return (
    <div className="mt-3 flex flex-col gap-4">
      {kinds.map((kind) => {
        const on = picked[kind.kind] ?? [];
        const set = (ids: string[]) => onPick({ ...picked, [kind.kind]: ids });
        const all = on.length === kind.items.length;
        return (
          <section key={kind.kind} aria-label={kind.name}>
            <h2 className="flex items-baseline gap-3 font-semibold">
              {kind.name}
              <button
                type="button"
                className="hit text-[13px] underline"
                onClick={() => set(all ? [] : kind.items.map((i) => i.id))}
              >
                {all ? phrase("none of them") : phrase("all of them")}
              </button>
              <span className="figure text-[13px] text-soft">
                {on.length > 0 ? phrase("{onCount} picked", { onCount: on.length }) : ""}
              </span>
            </h2>
            <div className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(8.5rem,1fr))] gap-1.5">
              {kind.items.map((item) => (
                <Tile
                  key={item.id}
                  item={item}
                  on={on.includes(item.id)}
                  onToggle={() => set(on.includes(item.id) ? on.filter((id) => id !== item.id) : [...on, item.id])}
                />
              ))}
            </div>
          </section>
        );
      })}
    </div>
  );
}

function Tile({ item, on, onToggle }: { item: SampleItem; on: boolean; onToggle: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onToggle}
      className={`flex min-h-[56px] flex-col justify-between rounded-s border bg-sheet p-2 text-left ${on ? "border-2 border-ink" : "border-rule"}`}
    >
      <Picture item={item} />
      <span className="text-[13px] font-semibold leading-tight">{item.name}</span>
      <span className="text-[12px] text-soft leading-tight">{item.note}</span>
    </button>
  );
}

const FLY = 3.4;
const LINE = 9;

function Picture({ item }: { item: SampleItem }) {
  if (item.fly)
    return (
      <svg viewBox="-8 -22 100 44" className="h-11 w-full" aria-hidden>
        <BodyDrawing body={item.fly} scale={FLY} />
      </svg>
    );
  if (item.diameter_mm > 0)
    return (
      <svg viewBox="0 0 100 12" preserveAspectRatio="none" className="h-3 w-full" aria-hidden>
        <line
          x1={0}
          x2={100}
          y1={6}
          y2={6}
          stroke={INK[item.look as keyof typeof INK] ?? "var(--ink)"}
          strokeWidth={Math.max(item.diameter_mm * LINE, 0.8)}
        />
      </svg>
    );
  return null;
}
