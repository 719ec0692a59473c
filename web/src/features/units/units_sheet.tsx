import type { Book } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useBook } from "../../state/queries";
import { chooseUnits, optionIn, withOption } from "../../state/units";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";

type Option = { key: string; name: string; shown?: string };

/** In what one reads and types: a whole system, or each quantity by itself. */
export function UnitsSheet() {
  const open = useSheets((s) => s.open === "units");
  const book = useBook();
  return (
    <SideSheet
      open={open}
      onClose={() => openSheet(null)}
      title={phrase("Units")}
      note={phrase(
        "What you read, and what a bare number you type is taken for. Any other unit may be typed beside it.",
      )}
    >
      {book.data ? <Rows book={book.data} waits={book.isPlaceholderData} /> : null}
    </SideSheet>
  );
}

function Rows({ book, waits }: { book: Book; waits: boolean }) {
  const units = useBench((s) => s.units);
  const whole = book.units.slice(0, 3).map((u) => ({ key: u.key, name: u.name }));
  return (
    <div className="flex flex-col gap-1" aria-busy={waits}>
      <Row name={phrase("All at once")} chosen={units} options={whole} onChoose={(key) => chooseUnits(key)} />
      <p className="pt-4 pb-1 font-bold">{phrase("Or each by itself")}</p>
      {book.quantities.map((quantity) => (
        <Row
          key={quantity.key}
          name={quantity.name}
          chosen={optionIn(units, quantity.key) ?? quantity.chosen}
          options={quantity.options.map((o) => ({ ...o, shown: o.example }))}
          onChoose={(key) => chooseUnits(withOption(units, quantity.key, key))}
        />
      ))}
    </div>
  );
}

type RowProps = { name: string; chosen: string; options: Option[]; onChoose: (key: string) => void };

function Row({ name, chosen, options, onChoose }: RowProps) {
  return (
    <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair py-1.5">
      <legend className="sr-only">{name}</legend>
      <span aria-hidden className="min-w-40 flex-1">
        {name}
      </span>
      <span className="flex">
        {options.map((option) => (
          <label
            key={option.key}
            className="-ml-px relative flex hit cursor-pointer items-center border border-edge px-3 first:ml-0 first:rounded-l-s last:rounded-r-s has-checked:z-10 has-checked:border-ink has-checked:bg-ink has-checked:text-sheet has-focus-visible:z-20 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-ink max-[420px]:px-2"
          >
            <input
              type="radio"
              name={name}
              className="absolute inset-0 cursor-pointer opacity-0"
              checked={option.key === chosen}
              onChange={() => onChoose(option.key)}
              aria-label={option.shown ? `${option.shown} (${option.name})` : option.name}
            />
            <span className="figure whitespace-nowrap">{option.shown ?? option.name}</span>
          </label>
        ))}
      </span>
    </fieldset>
  );
}
