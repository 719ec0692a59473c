import { useEffect, useMemo, useRef, useState } from "react";
import type { Answer, Book, Drawer, Rig, UnitSystem } from "../../api/client";
import { LEAST_WIDTH, LINE_HEIGHT, LineDrawing } from "../../drawings/line_drawing";
import { layoutLine, type Part, partsOf } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";
import { LineHandles } from "./line_handles";
import { PartControls } from "./part_controls";
import { loadOn, NOWHERE, PullChoice } from "./pull_choice";
import { WholeRig } from "./whole_rig";

type Props = { answer: Answer; book: Book; drawer: Drawer; system: UnitSystem; ghost: Rig | null };

/** The whole line, and beside the part that is picked its few controls. */
export function LineStrip({ answer, book, drawer, system, ghost }: Props) {
  const [ref, size] = useSize<HTMLDivElement>();
  const selected = useBench((s) => s.selected);
  const select = useBench((s) => s.select);
  const { rig } = answer;
  const part = partsOf(rig).find((p) => p.id === selected);
  const goes = answer.readings.find((r) => r.key === "weakest");
  const weakest = goes?.parts?.[0] ?? null;
  const width = Math.max(size.width - 16, 0);
  const [pull, setPull] = useState<string>(NOWHERE);
  const load = useMemo(() => loadOn(answer.strength, pull), [answer.strength, pull]);
  const scroller = useRef<HTMLDivElement>(null);
  const x = part ? centre(part, rig, width) : 0;
  useEffect(() => {
    const box = scroller.current;
    if (box && selected && box.scrollWidth > box.clientWidth) box.scrollTo({ left: x - box.clientWidth / 2 });
  }, [selected, x]);
  return (
    <section aria-label={phrase("Line")} ref={ref} className="border-b border-rule bg-sheet px-2">
      <div ref={scroller} className="overflow-x-auto overflow-y-hidden">
        {size.width > 0 ? (
          <div className="relative">
            <LineDrawing
              rig={rig}
              ghost={ghost}
              strength={answer.strength}
              system={system}
              width={width}
              selected={selected}
              weakest={weakest}
              worry={goes?.severity !== "fine"}
              load={load}
              onSelect={select}
            />
            <LineHandles rig={rig} system={system} width={width} selected={selected} />
          </div>
        ) : (
          <div style={{ height: LINE_HEIGHT }} />
        )}
      </div>
      <div className="min-h-[86px] pb-2">
        {part ? (
          <div
            className="flex w-fit max-w-full flex-wrap items-start gap-x-3 gap-y-2 rounded-s border border-ink bg-paper px-3 py-1.5 lg:ml-[var(--at)]"
            style={{ "--at": `${Math.max(0, Math.min(x - 400, width - 1120))}px` } as React.CSSProperties}
          >
            <PartControls part={part} drawer={drawer} system={system} strength={answer.strength} />
          </div>
        ) : (
          <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
            <WholeRig answer={answer} book={book} drawer={drawer} system={system} />
            <PullChoice answer={answer} pull={pull} onPull={setPull} />
            <p className="w-full px-1 text-[13px] text-soft max-lg:hidden">
              {phrase("Pick a span, a knot or a fly to change it. Keys:")} <Keys of="[ ]" /> {phrase("bead,")}{" "}
              <Keys of="- =" /> {phrase("length,")} <Keys of=", ." /> {phrase("finer and stouter,")} <Keys of="J K" />{" "}
              {phrase("next part,")} <Keys of="P" /> {phrase("pin,")} <Keys of="?" /> {phrase("all keys.")}
            </p>
          </div>
        )}
      </div>
    </section>
  );
}

function Keys({ of }: { of: string }) {
  return <kbd className="figure rounded-s border border-rule bg-paper px-1 text-[12px]">{of}</kbd>;
}

function centre(part: Part, rig: Answer["rig"], width: number): number {
  const layout = layoutLine(rig, Math.max(width, LEAST_WIDTH));
  if (part.kind === "span") {
    const box = layout.spans[part.index];
    return box ? (box.x0 + box.x1) / 2 : 0;
  }
  if (part.kind === "joint") return layout.joints[part.index]?.x ?? 0;
  const hung = layout.joints.find((j) => j.hung?.id === part.id);
  return hung ? hung.x + 70 : layout.pointX + 60;
}
