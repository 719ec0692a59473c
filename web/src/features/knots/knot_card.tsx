import { useQuery } from "@tanstack/react-query";
import { BookOpen } from "lucide-react";
import { type ReactNode, useState } from "react";
import { api, type CardView, taken, type UnitSystem } from "../../api/client";
import { KnotDrawing } from "../../drawings/knot_drawing";
import { text } from "../../model/format";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";

/** Every knot card; they never change while the page is open. */
export function useKnotCard(key: string | undefined): CardView | null {
  const cards = useQuery({
    queryKey: ["knot-cards"],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () => taken(await api.GET("/api/v1/knot-cards")).cards,
  });
  return cards.data?.find((card) => card.key === key) ?? null;
}

type Props = { card: CardView; system: UnitSystem | undefined; className?: string };

/** How a knot is tied, step by step. */
export function KnotSteps({ card, system, className = "" }: Props) {
  return (
    <div className={className}>
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-3">
        {card.steps.map((step, i) => (
          <li key={step.says} className="border-t border-rule pt-1">
            <KnotDrawing step={step} label={phrase("Step {i}: {says}", { i: i + 1, says: step.says })} />
            <p className="text-[13px] leading-snug">
              <span className="figure text-soft">{i + 1}</span> {step.says}
            </p>
          </li>
        ))}
      </ol>
      <p className="mt-2 text-[13px] text-soft">
        {card.hold_mm && system
          ? phrase("Hold {short} of line while you tie. ", { short: text(system, "short", card.hold_mm / 1000) })
          : ""}
        {card.seat}
      </p>
    </div>
  );
}

/** Opens the card of a knot over the right of the page; nothing where there is none. */
export function CardButton({
  of,
  system,
  children,
}: {
  of: string;
  system: UnitSystem | undefined;
  children?: ReactNode;
}) {
  const card = useKnotCard(of);
  const [open, setOpen] = useState(false);
  if (!card) return null;
  return (
    <>
      <button
        type="button"
        aria-label={phrase("How it is tied: {cardName}", { cardName: card.name })}
        title={phrase("How it is tied: {cardName}", { cardName: card.name })}
        onClick={() => setOpen(true)}
        className="inline-flex hit items-center justify-center gap-1.5 rounded-s text-soft hover:text-ink"
      >
        <BookOpen size={16} aria-hidden />
        {children}
      </button>
      <SideSheet open={open} onClose={() => setOpen(false)} title={card.name} width="34rem">
        <KnotSteps card={card} system={system} />
      </SideSheet>
    </>
  );
}
