import { Check, TriangleAlert } from "lucide-react";
import { useNavigate } from "react-router";
import type { Book, StartedRig } from "../../api/client";
import { openSheet } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { phrase, rich } from "../../words/phrase";
import { ShoppingButton } from "../shopping/shopping_sheet";

type ExplainedProps = { started: StartedRig; minutes: number | null; book: Book; onBack: () => void };
export function Explained({ started, minutes, book, onBack }: ExplainedProps) {
  const navigate = useNavigate();
  const method = book.methods.find((m) => m.key === started.rig.method);
  const go = (to: string) => {
    openSheet(null);
    void navigate(to);
  };
  return (
    <>
      <p className="text-[17px] font-semibold">{phrase("{rigName} is in hand.", { rigName: started.rig.name })}</p>
      {minutes !== null ? (
        <p>
          {rich("About {minutes} good minutes in the hour here, of what you own.", {
            minutes: <span className="figure font-semibold">{Math.round(minutes)}</span>,
          })}
        </p>
      ) : null}
      {started.missing.length > 0 ? (
        <section aria-label={phrase("What you do not own")} className="mt-3 rounded-s border border-float p-2">
          <h3 className="flex items-center gap-1.5 font-semibold text-float">
            <TriangleAlert size={16} aria-hidden /> {phrase("You do not own all of it")}
          </h3>
          <ul className="text-[13px]">
            {started.missing.map((m) => (
              <li key={`${m.part} ${m.what}`}>
                {m.what.charAt(0).toUpperCase() + m.what.slice(1)}.
                {m.nearest ? phrase(" Nearest of yours: {nearest}.", { nearest: m.nearest }) : ""}
              </li>
            ))}
          </ul>
          <p className="mt-2">
            <ShoppingButton />
          </p>
        </section>
      ) : (
        <p className="flex items-center gap-1.5 text-[13px]">
          <Check size={15} aria-hidden className="text-fine" /> {phrase("Every part of it is yours.")}
        </p>
      )}
      <h3 className="mt-3 text-[13px] font-semibold text-soft">{phrase("Why each part")}</h3>
      <ul>
        {started.choices.map((choice) => (
          <li key={`${choice.part} ${choice.text}`} className="border-t border-hair py-1 text-[13px]">
            {choice.text}
          </li>
        ))}
      </ul>
      {method ? (
        <>
          <h3 className="mt-3 text-[13px] font-semibold text-soft">{phrase("How it ends")}</h3>
          <p className="text-[13px]">{method.ends}</p>
          <h3 className="mt-3 text-[13px] font-semibold text-soft">{phrase("Usually changed next")}</h3>
          <p className="text-[13px]">{method.moves.join(", then ")}.</p>
        </>
      ) : null}
      <div className="mt-4 flex flex-wrap gap-2">
        <Button strong onClick={() => go("/rig")}>
          {phrase("See it fish")}
        </Button>
        <Button onClick={() => go("/tie")}>{phrase("Straight to the cut sheet")}</Button>
        <Button onClick={onBack}>{phrase("Take it back")}</Button>
      </div>
    </>
  );
}
