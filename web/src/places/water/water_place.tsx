import { Printer } from "lucide-react";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import type { Book, Reach, Section, UnitSystem } from "../../api/client";
import { LanesPlan, PLAN_HEIGHT } from "../../drawings/lanes_plan";
import { WaterSection } from "../../drawings/water_section";
import { LessonNote } from "../../features/water/lesson_note";
import { makeWater } from "../../features/water/make_water";
import { useBench } from "../../state/bench_store";
import { type Action, useActions } from "../../state/keys";
import { useBook } from "../../state/queries";
import { useSystem } from "../../state/units";
import { Button } from "../../ui/button";
import { useSize } from "../../ui/use_size";
import { phrase } from "../../words/phrase";
import { Conditions } from "./conditions";
import { SoundingControls } from "./sounding_controls";
import { WaterList } from "./water_list";
import { WaterPaper } from "./water_paper";

/** Today's water, drawn from above and in section, with everything read from it. */
export function WaterPlace() {
  const book = useBook();
  const docs = useBench((s) => s.docs);
  const section = useBench((s) => s.section);
  const system = useSystem();
  useActions("water", useWaterActions(book.data));
  if (!book.data || !system) return <Waiting />;
  return (
    <main className="flex flex-col lg:grid lg:h-full lg:min-h-[590px] lg:grid-cols-[252px_minmax(0,1fr)_318px]">
      <h1 className="sr-only">{phrase("Water")}</h1>
      <WaterList book={book.data} system={system} />
      {docs && section ? (
        <>
          <Drawings water={docs.water} section={section} book={book.data} system={system} />
          <WaterPaper water={docs.water} section={section} book={book.data} system={system} />
          <Conditions key={docs.water.id} water={docs.water} section={section} book={book.data} system={system} />
        </>
      ) : docs ? (
        <Waiting />
      ) : (
        <p className="p-6">
          {phrase(
            "No water yet. Make one, then pace it and sound it: everything is worked out for the water of the day.",
          )}
        </p>
      )}
    </main>
  );
}

function Waiting() {
  return (
    <p role="status" className="p-6 text-soft">
      {phrase("Looking at the water …")}
    </p>
  );
}

function useWaterActions(book: Book | undefined): Action[] {
  const navigate = useNavigate();
  return useMemo(
    () => [
      {
        id: "new-water",
        does: phrase("new water"),
        keys: "",
        group: phrase("Water"),
        run: () => book && void makeWater(book),
      },
      {
        id: "water-print",
        does: phrase("print the water"),
        keys: "",
        group: phrase("Water"),
        run: () => window.print(),
      },
      { id: "to-rig", does: phrase("to the rig"), keys: "", group: phrase("Water"), run: () => void navigate("/rig") },
    ],
    [book, navigate],
  );
}

type Props = { water: Reach; section: Section; book: Book; system: UnitSystem };

function Drawings({ water, section, book, system }: Props) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [picked, setPicked] = useState<number | null>(null);
  const edit = useBench((s) => s.edit);
  const selected = picked !== null && picked < (water.soundings?.length ?? 0) ? picked : null;
  const plan = book.waters.find((w) => w.key === water.kind)?.flows ? PLAN_HEIGHT : 0;
  return (
    <section aria-label={phrase("Drawings")} className="flex min-h-0 min-w-0 flex-col">
      {plan ? (
        <p className="px-4 pt-2 text-[13px] text-soft">{phrase("From above: lanes between you and the fish")}</p>
      ) : null}
      <div ref={ref} className="min-h-0 flex-1 overflow-hidden max-lg:h-[470px] max-lg:flex-none">
        {size.width > 0 && size.height > 0 ? (
          <>
            {plan ? <LanesPlan water={water} system={system} width={size.width} /> : null}
            <WaterSection
              water={water}
              section={section}
              system={system}
              bedName={book.beds.find((b) => b.key === water.bed)?.name ?? ""}
              width={size.width}
              height={Math.max(size.height - plan, 200)}
              selected={selected}
              onSelect={setPicked}
              onMove={(index, at, depth) =>
                edit(
                  {
                    op: "set_sounding",
                    index,
                    at: `${at.toFixed(2)} m`,
                    depth: `${depth.toFixed(2)} m`,
                    above: "0",
                    slope_deg: 0,
                  },
                  "water.sounding",
                )
              }
            />
          </>
        ) : null}
      </div>
      <LessonNote water={water.id} className="px-4 py-1" />
      <div className="px-4 pb-1">
        <Button onClick={() => window.print()}>
          <Printer size={15} aria-hidden /> {phrase("Print this water")}
        </Button>
      </div>
      <SoundingControls water={water} system={system} selected={selected} onSelect={setPicked} />
    </section>
  );
}
