import { memo, useEffect, useId, useRef } from "react";
import { phrase } from "../words/phrase";

export type GridColumn = {
  key: string;
  title: string;
  /** Figures stand to the right in a tabular face. */
  figure: boolean;
  /** Not typed, worked out. */
  computed: boolean;
  choices: readonly string[];
  hint: string;
};
export type GridRow = { id: string; name: string; shown: readonly string[]; mark: string };
export type GridSort = { column: string; down: boolean } | null;
export type Editing = { text: string; fault: string };
/** What was typed into a cell and is on its way, or was refused. */
export type Sent = Record<string, Editing>;

export const cellKey = (row: string, column: string) => `${row}/${column}`;

type RowProps = {
  row: GridRow;
  index: number;
  columns: readonly GridColumn[];
  picked: boolean;
  high: number;
  /** The cell one is in, when it is in this row. */
  column: string | null;
  editing: Editing | null;
  sent: Sent;
  many: number;
  onText: (text: string) => void;
  onCommit: (down: number, on: number) => void;
  onCancel: () => void;
  onToggle: (id: string) => void;
  onClick: (row: string, column: string, event: React.MouseEvent) => void;
  onOpen: (text: string) => void;
};

/** A row is drawn again only when it, its pick or the cell one is in changes. */
export const Row = memo(
  function Row(p: RowProps) {
    const { row, columns, picked } = p;
    return (
      <tr
        aria-selected={picked}
        aria-rowindex={p.index}
        style={{ height: p.high }}
        className={picked ? "bg-hair" : "hover:bg-hair/60"}
      >
        <td className="border-b border-hair p-0">
          <label className="grid place-items-center" style={{ height: p.high - 1 }}>
            <input
              type="checkbox"
              tabIndex={-1}
              aria-label={phrase("Pick {rowName}", { rowName: row.name })}
              className="size-6 accent-[var(--ink)]"
              checked={picked}
              onChange={() => p.onToggle(row.id)}
            />
          </label>
        </td>
        {columns.map((column, i) => {
          const now = p.column === column.key;
          const sent = p.sent[cellKey(row.id, column.key)];
          const text = sent?.text ?? row.shown[i] ?? "";
          return (
            <td
              key={column.key}
              role="gridcell"
              tabIndex={now && !p.editing ? 0 : -1}
              data-cell={`${row.id}/${column.key}`}
              onClick={(e) => p.onClick(row.id, column.key, e)}
              onDoubleClick={() => p.onOpen(text)}
              onKeyDown={undefined}
              className={`relative border-b border-hair px-2 py-0 whitespace-nowrap outline-offset-[-2px] ${column.figure ? "figure text-right" : ""} ${column.computed ? "text-soft" : ""}`}
            >
              {now && p.editing ? (
                <Cell
                  column={column}
                  editing={p.editing}
                  many={p.many}
                  name={phrase("{title} of {rowName}", { title: column.title, rowName: row.name })}
                  onText={p.onText}
                  onCommit={p.onCommit}
                  onCancel={p.onCancel}
                />
              ) : (
                <span className="block truncate">
                  {i === 0 && row.mark ? (
                    <span className="mr-1.5 rounded-s border border-look px-1 text-[12px] text-look">{row.mark}</span>
                  ) : null}
                  {sent ? (
                    <span className={sent.fault ? "text-float underline" : "text-soft"} title={sent.fault || undefined}>
                      {text}
                    </span>
                  ) : (
                    text || <span className="text-soft">–</span>
                  )}
                  {sent?.fault ? (
                    <span role="alert" className="sr-only">
                      {column.title}: {sent.fault}
                    </span>
                  ) : null}
                </span>
              )}
            </td>
          );
        })}
      </tr>
    );
  },
  (a, b) =>
    a.row === b.row &&
    a.index === b.index &&
    a.columns === b.columns &&
    a.picked === b.picked &&
    a.high === b.high &&
    a.sent === b.sent &&
    a.column === b.column &&
    a.column === null,
);

type CellProps = {
  column: GridColumn;
  editing: Editing;
  many: number;
  name: string;
  onText: (text: string) => void;
  onCommit: (down: number, on: number) => void;
  onCancel: () => void;
};

function Cell({ column, editing, many, name, onText, onCommit, onCancel }: CellProps) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    input.current?.focus();
    input.current?.setSelectionRange(input.current.value.length, input.current.value.length);
  }, []);
  const said = editing.fault || (many > 1 ? phrase("into {many} rows", { many }) : "");
  const told = useRef<HTMLParagraphElement>(null);
  useEffect(() => {
    if (said) told.current?.scrollIntoView?.({ block: "nearest" });
  }, [said]);
  return (
    <>
      <input
        ref={input}
        value={editing.text}
        aria-label={name}
        aria-invalid={Boolean(editing.fault)}
        aria-describedby={said ? id : undefined}
        list={column.choices.length > 0 ? `${id}-list` : undefined}
        autoComplete="off"
        spellCheck={false}
        size={Math.max(editing.text.length, 6)}
        className={`w-full min-w-16 border bg-sheet px-1 text-ink ${editing.fault ? "border-float" : "border-ink"} ${column.figure ? "figure text-right" : ""}`}
        onChange={(e) => onText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter") onCommit(e.shiftKey ? -1 : 1, 0);
          else if (e.key === "Tab") onCommit(0, e.shiftKey ? -1 : 1);
          else if (e.key === "Escape") onCancel();
          else return;
          e.preventDefault();
          e.stopPropagation();
        }}
        onBlur={() => onCommit(0, 0)}
      />
      {column.choices.length > 0 ? (
        <datalist id={`${id}-list`}>
          {column.choices.map((choice) => (
            <option key={choice} value={choice} />
          ))}
        </datalist>
      ) : null}
      {said ? (
        <p
          ref={told}
          id={id}
          role={editing.fault ? "alert" : "status"}
          className={`absolute top-full left-0 z-30 w-64 rounded-s border bg-sheet px-2 py-1 text-left text-[12px] whitespace-normal ${editing.fault ? "border-float text-float" : "border-rule text-soft"}`}
        >
          {said}
        </p>
      ) : null}
    </>
  );
}
