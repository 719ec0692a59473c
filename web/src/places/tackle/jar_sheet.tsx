import { X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { api, type JarTiming, type StockRow, taken } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useNumber } from "../../state/units";
import { type Faults, faultsOf, type useStock } from "../../state/use_stock";
import { Button } from "../../ui/button";
import { SideSheet } from "../../ui/side_sheet";
import { phrase, rich } from "../../words/phrase";

type Props = { row: StockRow | null; onClose: () => void; stock: ReturnType<typeof useStock> };

/** A fly timed in a jar: drop it, stop the watch at the bottom, a few times; its own figure beside the computed one. */
export function JarSheet({ row, onClose, stock }: Props) {
  return (
    <SideSheet
      open={row !== null}
      onClose={onClose}
      title={phrase("Time it in a jar")}
      note={row?.name ?? ""}
      width="34rem"
    >
      {row ? <Jar key={row.id} row={row} onClose={onClose} stock={stock} /> : null}
    </SideSheet>
  );
}

function Jar({ row, onClose, stock }: { row: StockRow; onClose: () => void; stock: Props["stock"] }) {
  const units = useBench((s) => s.units);
  const [distance, setDistance] = useState(units === "metric" ? "25 cm" : "10 in");
  const [temperature, setTemperature] = useState(units === "metric" ? "15 °C" : "60 °F");
  const [drops, setDrops] = useState<{ id: number; text: string }[]>([]);
  const [found, setFound] = useState<JarTiming | null>(null);
  const [faults, setFaults] = useState<Faults>({});
  const count = useRef(0);
  const add = (text: string) => {
    count.current += 1;
    setDrops((d) => [...d.slice(-29), { id: count.current, text }]);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: what it says is written in the person's units
  useEffect(() => {
    if (drops.length === 0) {
      setFound(null);
      return;
    }
    let mine = true;
    const seconds = drops.map((d) => d.text);
    api
      .POST("/api/v1/stock/flies/jar", { body: { row: row.id, distance, temperature, seconds } })
      .then((answer) => {
        if (!mine) return;
        setFound(taken(answer));
        setFaults({});
      })
      .catch((error) => {
        if (!mine) return;
        setFound(null);
        setFaults(faultsOf(error));
      });
    return () => {
      mine = false;
    };
  }, [drops, distance, temperature, units, row.id]);
  const accept = async () => {
    if (!found) return;
    const { faults: wrong } = await stock.change("flies", [{ op: "set", rows: [row.id], cells: found.cells }]);
    if (Object.keys(wrong).length > 0) setFaults(wrong);
    else onClose();
  };
  return (
    <>
      <p className="text-[14px] text-soft">
        {phrase(
          "A tall glass of still water, two marks. Wet the fly through first, let go above the upper mark, time it between the marks. Three drops or more.",
        )}
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        <Field label={phrase("Between the marks")} value={distance} onChange={setDistance} fault={faults.distance} />
        <Field label={phrase("Water")} value={temperature} onChange={setTemperature} fault={faults.temperature} />
      </div>
      <Stopwatch onTime={(s) => add(`${s.toFixed(2)} s`)} />
      <TypedDrop onDrop={add} />
      <ol className="mt-3 flex flex-wrap gap-2" aria-label={phrase("Drops")}>
        {drops.map((drop, i) => (
          <li
            key={drop.id}
            className={`figure flex items-center gap-1 rounded-s border px-2 ${faults[`seconds[${i}]`] ? "border-float text-float" : "border-rule"}`}
          >
            {drop.text}
            <button
              type="button"
              aria-label={phrase("Leave out drop {i}, {drop}", { i: i + 1, drop: drop.text })}
              className="grid size-8 place-items-center"
              onClick={() => setDrops(drops.filter((d) => d.id !== drop.id))}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ol>
      {Object.entries(faults).map(([field, text]) => (
        <p key={field} role="alert" className="mt-2 text-float">
          {text}
        </p>
      ))}
      {found ? (
        <div className="mt-4 border-t border-rule pt-3" data-testid="jar-found">
          <p className="text-[22px]">
            <span className="figure font-semibold">{found.timed_shown}</span>{" "}
            <span className="figure text-soft">± {found.spread_shown}</span>
          </p>
          <p>
            {rich("Computed: {computedshown}. {sentence}", {
              computedshown: <span className="figure">{found.computed_shown}</span>,
              sentence: found.sentence,
            })}
          </p>
          {found.notes.map((note) => (
            <p key={note} className="text-look">
              {note}
            </p>
          ))}
          <div className="mt-3 flex gap-2">
            <Button strong disabled={Object.keys(found.cells).length === 0} onClick={() => void accept()}>
              {phrase("Use its own figure")}
            </Button>
            <Button onClick={onClose}>{phrase("Keep the computed one")}</Button>
          </div>
        </div>
      ) : null}
    </>
  );
}

/** Starts and stops at the press, not at the release. */
function Stopwatch({ onTime }: { onTime: (seconds: number) => void }) {
  const number = useNumber();
  const [from, setFrom] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (from === null) return;
    const tick = window.setInterval(() => setNow(performance.now()), 50);
    return () => window.clearInterval(tick);
  }, [from]);
  const press = () => {
    const at = performance.now();
    if (from === null) {
      setNow(at);
      setFrom(at);
    } else {
      setFrom(null);
      onTime((at - from) / 1000);
    }
  };
  return (
    <button
      type="button"
      className={`mt-4 flex min-h-16 w-full items-center justify-center gap-4 rounded-s border text-[20px] font-semibold ${from === null ? "border-ink bg-sheet" : "border-ink bg-ink text-sheet"}`}
      onPointerDown={(e) => e.button === 0 && press()}
      onKeyDown={(e) => {
        if ((e.key === " " || e.key === "Enter") && !e.repeat) {
          e.preventDefault();
          press();
        }
      }}
    >
      {from === null ? phrase("Let go: start") : phrase("At the mark: stop")}
      <span className="figure" aria-hidden>
        {number(from === null ? 0 : (now - from) / 1000, 1)} s
      </span>
    </button>
  );
}

function TypedDrop({ onDrop }: { onDrop: (text: string) => void }) {
  const [text, setText] = useState("");
  return (
    <form
      className="mt-2 flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim()) onDrop(text.trim());
        setText("");
      }}
    >
      <Field label={phrase("or type a time, seconds")} value={text} onChange={setText} />
      <Button type="submit">{phrase("Add the drop")}</Button>
    </form>
  );
}

type FieldProps = { label: string; value: string; onChange: (text: string) => void; fault?: string | undefined };

function Field({ label, value, onChange, fault }: FieldProps) {
  return (
    <label className="block text-[12px] text-soft">
      {label}
      <input
        value={value}
        onChange={(e) => onChange(e.target.value)}
        aria-invalid={Boolean(fault)}
        autoComplete="off"
        className={`figure block hit w-36 rounded-s border bg-sheet px-2 text-[14px] text-ink ${fault ? "border-float" : "border-edge"}`}
      />
    </label>
  );
}
