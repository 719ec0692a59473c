import { useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useState } from "react";
import { api, type PackList as Listed, taken } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { phrase, rich } from "../../words/phrase";
import { DayCards } from "./day_cards";

/** What goes into the bag for some rigs, and labels for winders that are tied beforehand. */
export function PackList({ rigs }: { rigs: readonly string[] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button className="min-h-[48px]" disabled={rigs.length === 0} onClick={() => setOpen(true)}>
        {phrase("The bag: list and labels")}
      </Button>
      <BottomSheet open={open} onClose={() => setOpen(false)} title={phrase("Pack list")}>
        {open ? <List rigs={rigs} /> : null}
      </BottomSheet>
    </>
  );
}

function List({ rigs }: { rigs: readonly string[] }) {
  const units = useBench((s) => s.units);
  const list = useQuery({
    queryKey: ["packing", rigs, units],
    staleTime: 0,
    queryFn: async () => taken(await api.POST("/api/v1/packing", { body: { rigs: [...rigs] } })),
  });
  const [cards, setCards] = useState(false);
  if (cards) return <DayCards rigs={rigs} onBack={() => setCards(false)} />;
  if (list.error) return <p role="alert">{list.error.message}</p>;
  if (!list.data) return <p role="status">{phrase("Looking through the drawer …")}</p>;
  return (
    <>
      <Button className="mb-2 print:hidden" onClick={() => setCards(true)}>
        {phrase("{cards, plural, one {Its card} other {Their # cards}}", { cards: rigs.length })}
      </Button>
      <Shown list={list.data} />
    </>
  );
}

export function Shown({ list }: { list: Listed }) {
  return (
    <div className="prints-alone text-[14px]">
      <Button className="print:hidden" onClick={() => window.print()}>
        <Printer size={15} aria-hidden /> {phrase("Print it")}
      </Button>
      {list.groups.map((group) => (
        <section key={group.name} aria-label={group.name} className="mt-3 break-inside-avoid">
          <h3 className="font-bold">{group.name}</h3>
          <ul>
            {group.rows.map((row) => (
              <li
                key={`${row.name} ${row.note}`}
                className="grid grid-cols-[18px_4.5rem_minmax(0,1fr)] items-start gap-x-2 border-t border-hair py-1.5"
              >
                <span aria-hidden className="mt-1 size-3.5 rounded-[2px] border border-edge" />
                <span className="figure">{row.amount}</span>
                <span>
                  {row.name}
                  {row.note ? (
                    <span className={`block text-[12px] ${row.lacking ? "font-semibold text-look" : "text-soft"}`}>
                      {row.note}
                    </span>
                  ) : null}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <section aria-label={phrase("Labels for winders")} className="mt-4">
        <h3 className="font-bold">{phrase("Labels for winders")}</h3>
        <div className="mt-1 grid gap-2 sm:grid-cols-2 print:grid-cols-2">
          {list.labels.map((label) => (
            <div
              key={label.name}
              className="break-inside-avoid rounded-s border border-ink p-2 text-[12px] leading-tight"
            >
              <p className="text-[14px] font-bold">{label.name}</p>
              <p>
                {rich("{method}, {whole} · tied {span}", {
                  method: label.method,
                  whole: label.whole,
                  span: <span className="inline-block w-16 border-b border-ink" />,
                })}
              </p>
              <p className="figure mt-1">{label.pieces.join(" – ")}</p>
              <ul className="mt-1">
                {label.flies.map((fly) => (
                  <li key={fly}>{fly}</li>
                ))}
              </ul>
            </div>
          ))}
        </div>
      </section>
    </div>
  );
}
