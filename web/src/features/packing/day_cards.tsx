import { useQueries } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { api, taken } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useSystem } from "../../state/units";
import { savedOf } from "../../state/use_rig_in_hand";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";
import { Card } from "../card/card";

/** The cards of all rigs of a day, each on a page of its own. */
export function DayCards({ rigs, onBack }: { rigs: readonly string[]; onBack: () => void }) {
  const units = useBench((s) => s.units);
  const water = useBench((s) => s.docs?.water ?? null);
  const system = useSystem();
  const found = useQueries({
    queries: rigs.map((id) => ({
      queryKey: ["day-card", id, units],
      staleTime: 0,
      queryFn: async () => {
        const head = taken(await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: id } } }));
        return { head, sheet: taken(await api.POST("/api/v1/sheet", { body: { rig: head.rig } })) };
      },
    })),
  });
  const wrong = found.find((f) => f.error)?.error;
  if (wrong) return <p role="alert">{wrong.message}</p>;
  const cards = found.flatMap((f) => (f.data ? [f.data] : []));
  if (!system || cards.length < rigs.length) return <p role="status">{phrase("Writing the cards …")}</p>;
  return (
    <div className="prints-cards">
      <ul className="mb-2">
        {cards.map(({ head }) => (
          <li key={head.rig_id} className="border-t border-hair py-1">
            {head.rig.name}
          </li>
        ))}
      </ul>
      <div className="flex gap-2">
        <Button strong onClick={() => window.print()}>
          <Printer size={15} aria-hidden />{" "}
          {phrase("Print {cards, plural, one {the card} other {# cards}}", { cards: cards.length })}
        </Button>
        <Button onClick={onBack}>{phrase("The list")}</Button>
      </div>
      <p className="mt-2 text-[13px] text-soft">{phrase("A5, one to a page; your printer puts two on a sheet.")}</p>
      {cards.map(({ head, sheet }) => (
        <Card key={head.rig_id} rig={head.rig} sheet={sheet} saved={savedOf(head)} water={water} system={system} />
      ))}
    </div>
  );
}
