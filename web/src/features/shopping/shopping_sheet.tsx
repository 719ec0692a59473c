import { useQuery } from "@tanstack/react-query";
import { Printer, ShoppingBasket } from "lucide-react";
import { useState } from "react";
import { api, type Edit, taken, type WantedView } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useKinds, useStock } from "../../state/use_stock";
import { Button } from "../../ui/button";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";

/** What runs low, and what rigs are tied of that is not in the drawer: to take along, and to put in once it is bought. */
export function ShoppingSheet() {
  const open = useSheets((s) => s.open === "shopping");
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("Shopping list")} width="36rem">
      {open ? <List /> : null}
    </SideSheet>
  );
}

function List() {
  const units = useBench((s) => s.units);
  const hand = useBench((s) => s.saved?.rigId ?? null);
  const kinds = useKinds();
  const stock = useStock();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState("");
  const [said, setSaid] = useState("");
  const list = useQuery({
    queryKey: ["shopping", units],
    staleTime: 0,
    queryFn: async () => taken(await api.GET("/api/v1/stock/shopping")).wanted,
  });
  const rows = list.data;
  if (!rows || !kinds.data)
    return (
      <p role="status">
        {list.isError ? phrase("The server does not answer; trying again.") : phrase("Looking through the drawer …")}
      </p>
    );
  const mine = rows.filter((row) => Object.keys(row.cells).length > 0 && row.parts.some((p) => p.rig === hand));
  const add = async (wanted: readonly WantedView[]) => {
    setBusy(true);
    setTrouble("");
    for (const row of wanted) {
      const { faults, made } = await stock.change(row.kind, [{ op: "add", cells: row.cells }]);
      const fault = Object.values(faults)[0];
      if (fault) setTrouble(`${row.name}: ${fault}`);
      const id = made[0];
      if (id) for (const part of row.parts) if (part.rig === hand) tieOn(row.kind, part.part, id);
    }
    setBusy(false);
    void list.refetch();
    setSaid(
      wanted.length === 1
        ? phrase("In your drawer: {name}.", { name: wanted[0]?.name })
        : phrase("In your drawer: {wantedCount} things.", { wantedCount: wanted.length }),
    );
  };
  const told = (
    <p role="status" className="mb-2 empty:hidden print:hidden">
      {said}
    </p>
  );
  if (rows.length === 0)
    return (
      <>
        {told}
        <p>
          {phrase(
            "Nothing runs low, and every rig of yours is of your own tackle. “Keep” in a grid says from when it runs low.",
          )}
        </p>
      </>
    );
  return (
    <div className="prints-alone">
      {told}
      {trouble ? (
        <p role="alert" className="mb-2 text-float">
          {trouble}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2 print:hidden">
        {mine.length > 0 ? (
          <Button strong disabled={busy} onClick={() => void add(mine)}>
            {phrase("Add all that the rig in hand lacks ({mineCount})", { mineCount: mine.length })}
          </Button>
        ) : null}
        <Button onClick={() => window.print()}>
          <Printer size={15} aria-hidden /> {phrase("Print it")}
        </Button>
      </div>
      {kinds.data.kinds.map((kind) => {
        const own = rows.filter((row) => row.kind === kind.key);
        if (own.length === 0) return null;
        return (
          <section key={kind.key} aria-label={kind.title} className="mt-4">
            <h3 className="text-[13px] font-semibold text-soft">{kind.title}</h3>
            <ul>
              {own.map((row) => (
                <li
                  key={`${row.name} ${row.why.join()}`}
                  className="grid grid-cols-[18px_minmax(0,1fr)_auto] items-start gap-x-2 border-t border-hair py-1.5"
                >
                  <span aria-hidden className="mt-1 size-3.5 rounded-[2px] border border-edge" />
                  <span>
                    {row.name}
                    <span className="block text-[12px] text-soft">{row.why.slice(0, MOST_WHY).join(", ")}</span>
                  </span>
                  {Object.keys(row.cells).length > 0 ? (
                    <Button
                      className="print:hidden"
                      disabled={busy}
                      aria-label={phrase("I have it: {rowName}", { rowName: row.name })}
                      onClick={() => void add([row])}
                    >
                      {phrase("I have it")}
                    </Button>
                  ) : null}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

/** Rigs named beside a thing. */
const MOST_WHY = 3;

/** Ties the rig in hand of what is now owned; a rig of another kind of thing keeps what it says. */
function tieOn(kind: string, part: string, id: string): void {
  const edit: Record<string, Edit> = {
    spools: { op: "use_spool", span: part, spool: id },
    flies: { op: "swap_fly", at: part, weight: id },
    floats: { op: "set_float", body: id },
    lines: { op: "use_line", line: id },
    rods: { op: "use_rod", rod: id },
    leaders: { op: "put_on_leader", leader: id },
  };
  const one = edit[kind];
  if (one) useBench.getState().edit(one);
}

/** Opens the list. */
export function ShoppingButton() {
  return (
    <Button onClick={() => openSheet("shopping")}>
      <ShoppingBasket size={15} aria-hidden /> {phrase("Shopping list")}
    </Button>
  );
}
