import { useState } from "react";
import { when } from "../../model/moment";
import { useLedger, type useStock } from "../../state/use_stock";
import { Button } from "../../ui/button";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";

type Props = { open: boolean; onClose: () => void; stock: ReturnType<typeof useStock> };

/** Everything that moved in the drawer, newest first; each can be taken back whatever came after it. */
export function LedgerSheet({ open, onClose, stock }: Props) {
  const ledger = useLedger(open);
  const [trouble, setTrouble] = useState("");
  const turn = async (id: string, way: "undo" | "redo") => {
    setTrouble(await stock.turn(id, way));
    await ledger.refetch();
  };
  return (
    <SideSheet
      open={open}
      onClose={onClose}
      title={phrase("What moved")}
      note={phrase("Every change to the drawer, newest first.")}
    >
      {trouble ? (
        <p role="alert" className="text-float">
          {trouble}
        </p>
      ) : null}
      <ol className="mt-1">
        {(ledger.data ?? []).map((change) => (
          <li key={change.id} className="flex items-start justify-between gap-3 border-b border-hair py-2">
            <div className={change.undone ? "text-soft line-through" : ""}>
              <p>
                <span className="figure mr-2 text-[12px] text-soft">{when(change.made_at)}</span>
                {change.why}
              </p>
              <ul className="text-[13px] text-soft">
                {change.moves.map((move, i) => (
                  <li key={i}>
                    {move.name}: <span className="figure">{move.amount}</span>
                  </li>
                ))}
                {change.more > 0 ? <li>{phrase("and {more} more", { more: change.more })}</li> : null}
              </ul>
            </div>
            {change.undone ? (
              <Button
                aria-label={phrase("Make again: {why}", { why: change.why })}
                onClick={() => void turn(change.id, "redo")}
              >
                {phrase("Make again")}
              </Button>
            ) : (
              <Button
                aria-label={phrase("Take back: {why}", { why: change.why })}
                onClick={() => void turn(change.id, "undo")}
              >
                {phrase("Take back")}
              </Button>
            )}
          </li>
        ))}
      </ol>
      {ledger.data?.length === 0 ? <p className="text-soft">{phrase("Nothing has moved yet.")}</p> : null}
    </SideSheet>
  );
}
