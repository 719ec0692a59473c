import { useQueryClient } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useEffect, useRef } from "react";
import { api, type Book, type KeptReach, type Reach, taken, type UnitSystem } from "../../api/client";
import { SmallBed } from "../../drawings/small_bed";
import { ShareButton } from "../../features/share/share_button";
import { makeWater } from "../../features/water/make_water";
import { text } from "../../model/format";
import { paceText } from "../../model/water";
import { useBench } from "../../state/bench_store";
import { useReaches } from "../../state/queries";
import { Button } from "../../ui/button";
import { say } from "../../ui/toast";
import { phrase } from "../../words/phrase";

/** Every water one has, each with its bed in small. */
export function WaterList({ book, system }: { book: Book; system: UnitSystem }) {
  const reaches = useReaches();
  const queries = useQueryClient();
  const now = useBench((s) => s.docs?.water);
  const at = useRef<HTMLLIElement>(null);
  const listed = reaches.data?.some((row) => row.reach.id === now?.id);
  useEffect(() => {
    if (listed && now?.id) at.current?.scrollIntoView?.({ block: "nearest" });
  }, [listed, now?.id]);
  const again = () => void queries.invalidateQueries({ queryKey: ["reaches"] });
  const throwAway = async (row: KeptReach) => {
    const path = { params: { path: { reach_id: row.reach.id } } };
    try {
      taken(await api.DELETE("/api/v1/reaches/{reach_id}", path));
      say(phrase("{reachName} was thrown away.", { reachName: row.reach.name }), () => {
        void api.POST("/api/v1/reaches/{reach_id}/bring-back", path).then((answer) => {
          if (!answer.response.ok) say(phrase("It could not be brought back."));
          again();
        });
      });
      const next = reaches.data?.find((r) => r.reach.id !== row.reach.id);
      if (now?.id === row.reach.id && next) useBench.getState().setWater(next.reach, next.number);
      again();
    } catch {
      say(phrase("The server does not answer; nothing was changed."));
    }
  };
  return (
    <section
      aria-label={phrase("Waters")}
      className="flex min-h-0 flex-col border-rule bg-sheet max-lg:max-h-[240px] max-lg:border-b lg:border-r"
    >
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {(reaches.data ?? []).map((row) => {
          const shown = now?.id === row.reach.id ? now : row.reach;
          const chosen = now?.id === row.reach.id;
          return (
            <li
              key={row.reach.id}
              ref={chosen ? at : undefined}
              className={`flex border-b border-hair ${chosen ? "border-l-[3px] border-l-float bg-paper" : ""}`}
            >
              <button
                type="button"
                aria-current={chosen}
                onClick={() => useBench.getState().setWater(row.reach, row.number)}
                className="min-w-0 flex-1 py-2 pr-1.5 pl-3 text-left"
              >
                <span className="block truncate font-semibold">{shown.name}</span>
                <span className="block truncate text-[13px] text-soft">
                  {[shown.river || shown.kind, depths(shown, system), paceText(system, shown)].join(" · ")}
                </span>
                <SmallBed water={shown} />
              </button>
              {chosen ? (
                <div className="flex flex-col justify-evenly">
                  <ShareButton kind="water" subject={row.reach.id} name={row.reach.name} />
                  <button
                    type="button"
                    aria-label={phrase("Throw {reachName} away", { reachName: row.reach.name })}
                    title={phrase("Throw away")}
                    onClick={() => void throwAway(row)}
                    className="grid hit place-items-center text-soft hover:text-ink"
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                </div>
              ) : null}
            </li>
          );
        })}
      </ul>
      <div className="border-t border-rule p-2">
        <Button
          className="w-full"
          onClick={() => {
            void makeWater(book).then(again);
          }}
        >
          {phrase("New water")}
        </Button>
      </div>
    </section>
  );
}

function depths(water: Reach, system: UnitSystem): string {
  const all = (water.soundings ?? []).map((s) => s.depth_m);
  if (all.length === 0) return text(system, "depth", water.depth_m);
  return `${text(system, "depth", Math.min(...all)).split(" ")[0]}–${text(system, "depth", Math.max(...all))}`;
}
