import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp } from "lucide-react";
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { phrase } from "../words/phrase";
import { cellKey, type Editing, type GridColumn, type GridRow, type GridSort, Row, type Sent } from "./grid_row";
import { useThumb } from "./use_phone";

type At = { row: string; column: string };

type Props = {
  label: string;
  columns: readonly GridColumn[];
  rows: readonly GridRow[];
  sort: GridSort;
  onSort: (column: string) => void;
  at: At | null;
  onAt: (at: At) => void;
  selected: ReadonlySet<string>;
  onSelect: (selected: ReadonlySet<string>) => void;
  /** Types a text into a column of rows; answers what is wrong with it, or nothing. */
  onType: (rows: string[], column: string, text: string) => Promise<string>;
  /** Keys the place gives a meaning to: told by name, true when it was one. */
  onKey: (name: string, rows: string[]) => boolean;
  /** Escape with nothing picked: the keys of the place mean what they mean again. */
  onLeave: () => void;
  empty: ReactNode;
};

const NOTHING: Sent = {};

function without(sent: Sent, key: string): Sent {
  const { [key]: _, ...rest } = sent;
  return rest;
}

function sentOf(sent: Sent, row: string): Sent {
  const own = Object.entries(sent).filter(([key]) => key.startsWith(`${row}/`));
  return own.length === 0 ? NOTHING : Object.fromEntries(own);
}

const PAGE = 15;
/** Every row is as high; only those in sight are drawn, so that a thousand cost what twenty do. */
/** As high as a pointer, or a thumb, needs, and the line below. */
const ROW_PX = { pointer: 33, thumb: 49 };
const SPARE_ROWS = 12;

/**
 * A grid of typed cells. Arrows move, a letter or Enter types, Enter goes down, Tab goes on, Escape leaves a cell as it
 * was; Space picks rows, and what is typed goes into all that are picked.
 */
export function Grid(props: Props) {
  const { columns, rows, at, onAt, selected, onSelect, onType, onKey, sort, onSort } = props;
  const [editing, setEditing] = useState<Editing | null>(null);
  const [sent, setSent] = useState<Sent>({});
  const ref = useRef<HTMLDivElement>(null);
  const open = useRef(false);
  open.current = editing !== null;
  const wants = useRef(false);
  const anchor = useRef<string | null>(null);
  const here = at ?? (rows[0] && columns[0] ? { row: rows[0].id, column: columns[0].key } : null);
  const rowIndex = rows.findIndex((r) => r.id === here?.row);
  const columnIndex = columns.findIndex((c) => c.key === here?.column);

  const high = useThumb() ? ROW_PX.thumb : ROW_PX.pointer;
  const sight = useVirtualizer({
    count: rows.length,
    getScrollElement: () => ref.current,
    estimateSize: () => high,
    getItemKey: (i) => rows[i]?.id ?? i,
    overscan: SPARE_ROWS,
    paddingStart: high,
    scrollPaddingStart: high,
    initialRect: { width: 0, height: 600 },
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: rows of another height are measured anew
  useEffect(() => sight.measure(), [high, sight]);
  const drawn = sight.getVirtualItems();
  const first = drawn[0]?.index ?? 0;
  const last = (drawn[drawn.length - 1]?.index ?? -1) + 1;
  const widths = useMemo(() => columns.map((column, i) => widthOf(column, rows, i)), [columns, rows]);

  // The row one is in is brought into sight, under the head of the table.
  const wanted = at?.row;
  useEffect(() => {
    const index = rows.findIndex((r) => r.id === wanted);
    if (index >= 0) sight.scrollToIndex(index);
  }, [wanted, rows, sight]);

  // What one was in is gone, or out of what is looked for: one is in what stands in its place.
  const stood = useRef(0);
  useEffect(() => {
    if (rowIndex >= 0) stood.current = rowIndex;
    const next = rowIndex < 0 ? rows[Math.min(stood.current, rows.length - 1)] : undefined;
    if (!next || !at || editing) return;
    wants.current ||= document.activeElement === document.body;
    onAt({ row: next.id, column: at.column });
  }, [rowIndex, rows, at, editing, onAt]);

  useEffect(() => {
    if (!wants.current || editing) return;
    // A cell far off is there once the rows in sight have followed.
    const cell = ref.current?.querySelector<HTMLElement>('[tabindex="0"][role="gridcell"]');
    if (!cell) return;
    wants.current = false;
    cell.focus({ preventScroll: true });
  });

  const go = (down: number, on: number, stay = false) => {
    const row = rows[Math.max(0, Math.min(rows.length - 1, rowIndex + down))];
    const column = columns[Math.max(0, Math.min(columns.length - 1, columnIndex + on))];
    if (!row || !column) return;
    wants.current = true;
    if (!stay) anchor.current = row.id;
    onAt({ row: row.id, column: column.key });
  };
  const meant = () =>
    here && selected.has(here.row) ? rows.filter((r) => selected.has(r.id)).map((r) => r.id) : here ? [here.row] : [];
  const begin = (text: string) => {
    const column = columns[columnIndex];
    if (!here || !column || column.computed) return;
    const refused = sent[cellKey(here.row, here.column)];
    setSent(without(sent, cellKey(here.row, here.column)));
    setEditing(refused?.fault ? refused : { text, fault: "" });
  };
  const toggle = (id: string) => {
    const next = new Set(selected);
    if (!next.delete(id)) next.add(id);
    onSelect(next);
  };
  const extend = (to: string | undefined) => {
    anchor.current ??= here?.row ?? null;
    const from = rows.findIndex((r) => r.id === anchor.current);
    const end = rows.findIndex((r) => r.id === to);
    if (from < 0 || end < 0) return;
    onSelect(new Set(rows.slice(Math.min(from, end), Math.max(from, end) + 1).map((r) => r.id)));
  };
  // What was typed stays in its cell while it is on its way, so that one can type on at once; a refusal opens the cell
  // again, or marks it when one is already typing in another.
  const commit = (down: number, on: number) => {
    if (!editing || !here) return;
    const { row, column } = here;
    const key = cellKey(row, column);
    const text = editing.text.trim();
    const rowsMeant = meant();
    setEditing(null);
    go(down, on);
    wants.current = true;
    if (text === (rows[rowIndex]?.shown[columnIndex] ?? "") && rowsMeant.length < 2) return;
    setSent((s) => ({ ...s, [key]: { text, fault: "" } }));
    void onType(rowsMeant, column, text).then((fault) => {
      if (!fault || !open.current) setSent((s) => without(s, key));
      if (!fault) return;
      if (open.current) setSent((s) => ({ ...s, [key]: { text, fault } }));
      else {
        onAt({ row, column });
        setEditing({ text, fault });
      }
    });
  };
  const cancel = () => {
    setEditing(null);
    wants.current = true;
  };
  const press = (event: KeyboardEvent) => {
    if (editing || event.defaultPrevented) return;
    const control = event.ctrlKey || event.metaKey;
    const moves: Record<string, [number, number]> = {
      ArrowDown: [control ? rows.length : 1, 0],
      ArrowUp: [control ? -rows.length : -1, 0],
      ArrowRight: [0, 1],
      ArrowLeft: [0, -1],
      PageDown: [PAGE, 0],
      PageUp: [-PAGE, 0],
      Home: [control ? -rows.length : 0, -columns.length],
      End: [control ? rows.length : 0, columns.length],
    };
    const move = moves[event.key];
    if (move) {
      if (event.shiftKey && move[0]) {
        extend(rows[Math.max(0, Math.min(rows.length - 1, rowIndex + move[0]))]?.id);
        go(move[0], 0, true);
      } else go(...move);
    } else if (event.key === "Enter" || event.key === "F2") begin(rows[rowIndex]?.shown[columnIndex] ?? "");
    else if (event.key === " " && here) toggle(here.row);
    else if (control && event.key.toLowerCase() === "a") onSelect(new Set(rows.map((r) => r.id)));
    else if (event.key === "Escape") {
      if (selected.size > 0) onSelect(new Set());
      else props.onLeave();
    } else if (onKey((control ? "ctrl+" : "") + event.key.toLowerCase(), meant())) {
      // The place took it.
    } else if (event.key.length === 1 && !control && !event.altKey) begin(event.key);
    else return;
    event.preventDefault();
  };
  const click = (row: string, column: string, event: React.MouseEvent) => {
    if (event.shiftKey) extend(row);
    else {
      anchor.current = row;
      if (event.ctrlKey || event.metaKey) toggle(row);
    }
    onAt({ row, column });
  };

  return (
    <div ref={ref} className="h-full overflow-auto [overflow-anchor:none]" onKeyDown={press}>
      <table
        role="grid"
        aria-label={props.label}
        aria-rowcount={rows.length + 1}
        aria-multiselectable="true"
        className="w-full table-fixed border-separate border-spacing-0 text-[14px]"
        style={{ minWidth: `${widths.reduce((sum, w) => sum + w, 0) + 5}ch` }}
      >
        <colgroup>
          <col style={{ width: "var(--target)" }} />
          {columns.map((column, i) => (
            <col key={column.key} style={{ width: `${widths[i]}ch` }} />
          ))}
        </colgroup>
        <thead>
          <tr>
            <th scope="col" className="sticky top-0 z-20 w-9 border-b border-rule bg-paper p-0">
              <label className="grid hit place-items-center">
                <input
                  type="checkbox"
                  aria-label={phrase("Pick every row")}
                  className="size-6 accent-[var(--ink)]"
                  checked={rows.length > 0 && rows.every((r) => selected.has(r.id))}
                  onChange={(e) => onSelect(e.target.checked ? new Set(rows.map((r) => r.id)) : new Set())}
                />
              </label>
            </th>
            {columns.map((column) => (
              <th
                key={column.key}
                scope="col"
                aria-sort={sort?.column === column.key ? (sort.down ? "descending" : "ascending") : "none"}
                className="sticky top-0 z-20 border-b border-rule bg-paper p-0 font-semibold"
              >
                <button
                  type="button"
                  title={column.hint || undefined}
                  onClick={() => onSort(column.key)}
                  className={`flex hit w-full items-center gap-1 px-2 whitespace-nowrap ${column.figure ? "justify-end" : ""} ${column.computed ? "italic" : ""}`}
                >
                  {column.title}
                  {sort?.column === column.key ? (
                    sort.down ? (
                      <ArrowDown size={13} aria-hidden />
                    ) : (
                      <ArrowUp size={13} aria-hidden />
                    )
                  ) : null}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        {first > 0 ? <Gap high={high} rows={first} columns={columns.length + 1} /> : null}
        <tbody>
          {rows.slice(first, last).map((row, i) => {
            const mine = row.id === here?.row;
            return (
              <Row
                key={row.id}
                row={row}
                high={high}
                index={first + i + 2}
                columns={columns}
                picked={selected.has(row.id)}
                column={mine ? (here?.column ?? null) : null}
                editing={mine ? editing : null}
                many={mine ? meant().length : 1}
                sent={sentOf(sent, row.id)}
                onText={(text) => setEditing({ text, fault: "" })}
                onCommit={commit}
                onCancel={cancel}
                onToggle={toggle}
                onClick={click}
                onOpen={begin}
              />
            );
          })}
        </tbody>
        {last < rows.length ? <Gap high={high} rows={rows.length - last} columns={columns.length + 1} /> : null}
      </table>
      {rows.length === 0 ? props.empty : null}
    </div>
  );
}

/** As wide as its longest text, in characters. */
function widthOf(column: GridColumn, rows: readonly GridRow[], i: number): number {
  const longest = rows.reduce(
    (most, row) => Math.max(most, (row.shown[i] ?? "").length + (i === 0 && row.mark ? 5 : 0)),
    0,
  );
  const chars = Math.max(column.figure ? longest + 0.4 : longest * 0.78, column.title.length * 0.95) + 2;
  return Math.min(Math.max(chars, 6), 34);
}

/** The room of rows that are out of sight. */
function Gap({ rows, columns, high }: { rows: number; columns: number; high: number }) {
  return (
    <tbody aria-hidden="true">
      <tr>
        <td colSpan={columns} style={{ height: rows * high, padding: 0 }} />
      </tr>
    </tbody>
  );
}
