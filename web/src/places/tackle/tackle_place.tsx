import { FileSpreadsheet, History, Plus, Printer } from "lucide-react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { KindView, StockRow } from "../../api/client";
import { ShoppingButton } from "../../features/shopping/shopping_sheet";
import { type Action, useActions } from "../../state/keys";
import { useKinds, useShelf, useStock, useStockUndo } from "../../state/use_stock";
import { Button } from "../../ui/button";
import { Grid } from "../../ui/grid";
import type { GridSort } from "../../ui/grid_row";
import { say } from "../../ui/toast";
import { usePhone } from "../../ui/use_phone";
import { phrase } from "../../words/phrase";
import { AddBox } from "./add_box";
import { CsvSheet } from "./csv_sheet";
import { DrawerPaper } from "./drawer_paper";
import { JarSheet } from "./jar_sheet";
import { LedgerSheet } from "./ledger_sheet";
import { RowPanel } from "./row_panel";

/** Everything a person owns, a drawer for each kind: typed in a grid, added from tables, brought in from files. */
export function TacklePlace() {
  const kinds = useKinds();
  const chosen = useParams().kind;
  const kind = kinds.data?.kinds.find((k) => k.key === chosen) ?? kinds.data?.kinds[0];
  if (!kinds.data || !kind) {
    return (
      <p role="status" className="p-6 text-soft">
        {kinds.isError ? phrase("The server does not answer; trying again.") : phrase("Opening the drawers …")}
      </p>
    );
  }
  return <Drawers kinds={kinds.data.kinds} kind={kind} devices={kinds.data.devices} mostRows={kinds.data.most_rows} />;
}

type Props = { kinds: readonly KindView[]; kind: KindView; devices: readonly string[]; mostRows: number };

function Drawers({ kinds, kind, devices, mostRows }: Props) {
  const stock = useStock();
  useStockUndo(stock.turn, say);
  const navigate = useNavigate();
  const [open, setOpen] = useState<"csv" | "ledger" | null>(null);
  const actions = useMemo<Action[]>(
    () => [
      ...kinds.map((k, i) => ({
        id: `tackle-${k.key}`,
        does: `${k.title.toLowerCase()}`,
        keys: `${i + 1}`,
        group: phrase("Tackle"),
        run: () => void navigate(`/tackle/${k.key}`),
      })),
      {
        id: "tackle-csv",
        does: phrase("a file in or out"),
        keys: "",
        group: phrase("Tackle"),
        run: () => setOpen("csv"),
      },
      {
        id: "tackle-print",
        does: phrase("print the drawer"),
        keys: "",
        group: phrase("Tackle"),
        run: () => window.print(),
      },
      {
        id: "tackle-ledger",
        does: phrase("what moved"),
        keys: "",
        group: phrase("Tackle"),
        run: () => setOpen("ledger"),
      },
    ],
    [kinds, navigate],
  );
  useActions("tackle", actions);
  return (
    <main className="flex h-full min-h-[590px] flex-col">
      <h1 className="sr-only">{phrase("Tackle")}</h1>
      <div className="flex flex-wrap items-center gap-x-1 gap-y-2 border-b border-rule px-3 pt-2">
        <nav aria-label={phrase("Kinds of tackle")} className="flex flex-wrap gap-x-1">
          {kinds.map((k) => (
            <button
              key={k.key}
              type="button"
              aria-current={k.key === kind.key ? "page" : undefined}
              onClick={() => void navigate(`/tackle/${k.key}`)}
              className={`hit border-b-[3px] px-2.5 ${k.key === kind.key ? "border-float font-semibold" : "border-transparent text-soft hover:text-ink"}`}
            >
              {k.title}
            </button>
          ))}
        </nav>
        <div className="ml-auto flex gap-1.5 pb-2">
          <ShoppingButton />
          <Button
            onClick={() => window.print()}
            aria-label={phrase("Print {title}", { title: kind.title.toLowerCase() })}
            title={phrase("Print")}
          >
            <Printer size={15} aria-hidden />
          </Button>
          <Button onClick={() => setOpen("csv")}>
            <FileSpreadsheet size={15} aria-hidden /> {phrase("CSV in and out")}
          </Button>
          <Button onClick={() => setOpen("ledger")}>
            <History size={15} aria-hidden /> {phrase("What moved")}
          </Button>
        </div>
      </div>
      <Drawer key={kind.key} kind={kind} devices={devices} stock={stock} />
      <CsvSheet kind={kind} mostRows={mostRows} open={open === "csv"} onClose={() => setOpen(null)} stock={stock} />
      <LedgerSheet open={open === "ledger"} onClose={() => setOpen(null)} stock={stock} />
    </main>
  );
}

/** How long one rests on a row before the address names it. */
const REST_MS = 400;

type DrawerProps = { kind: KindView; devices: readonly string[]; stock: ReturnType<typeof useStock> };

function Drawer({ kind, devices, stock }: DrawerProps) {
  const navigate = useNavigate();
  const shelf = useShelf(kind.key);
  const [find, setFind] = useState("");
  const [onlyLow, setOnlyLow] = useState(false);
  const [sort, setSort] = useState<GridSort>(null);
  const [at, setAt] = useState<{ row: string; column: string } | null>(null);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [jar, setJar] = useState<StockRow | null>(null);
  const [adding, setAdding] = useState<boolean | null>(null);
  const [trouble, setTrouble] = useState("");
  const search = useRef<HTMLInputElement>(null);
  const adder = useRef<HTMLButtonElement>(null);
  const all = shelf.data;
  const [params, setParams] = useSearchParams();
  const named = params.get("row");
  const followed = useRef<string | null>(null);
  // An address may name a row: it is gone to once the drawer is open.
  const there = named !== null && all?.some((row) => row.id === named);
  useEffect(() => {
    if (!named || !there || named === followed.current) return;
    setFind("");
    setOnlyLow(false);
    setAt({ row: named, column: kind.columns.find((c) => !c.detail)?.key ?? "" });
  }, [named, there, kind]);
  // The address follows the row one rests on: it can be kept, sent, and opened again.
  const rests = at?.row ?? null;
  useEffect(() => {
    if (rests === null || rests === named) return;
    const follow = () => {
      followed.current = rests;
      setParams(
        (now) => {
          now.set("row", rests);
          return now;
        },
        { replace: true },
      );
    };
    const timer = window.setTimeout(follow, REST_MS);
    return () => window.clearTimeout(timer);
  }, [rests, named, setParams]);
  const phone = usePhone();
  const columns = useMemo(() => {
    const inGrid = kind.columns.map((c, i) => ({ c, i })).filter(({ c }) => !c.detail);
    return phone ? [...inGrid.filter(({ c }) => c.glance), ...inGrid.filter(({ c }) => !c.glance)] : inGrid;
  }, [kind, phone]);
  const gridColumns = useMemo(
    () =>
      columns.map(({ c }) => ({
        key: c.key,
        title: c.title,
        figure: c.kind === "figure" || c.kind === "count",
        computed: c.computed,
        choices: c.choices,
        hint: c.about,
      })),
    [columns],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: rows are cut anew for other columns
  const known = useMemo(() => new WeakMap<StockRow, ReturnType<typeof gridRow>>(), [columns]);
  const rows = useMemo(() => {
    const found = arranged(all ?? [], kind, find, onlyLow, sort);
    return found.map((row) => {
      const was = known.get(row);
      if (was) return was;
      const now = gridRow(
        row,
        columns.map(({ i }) => i),
      );
      known.set(row, now);
      return now;
    });
  }, [all, columns, known, kind, find, onlyLow, sort]);

  const change = useCallback(
    async (edits: Parameters<typeof stock.change>[1]) => {
      const answer = await stock.change(kind.key, edits);
      setTrouble(Object.values(answer.faults).join(" "));
      return answer;
    },
    [stock, kind.key],
  );
  const add = async (reference: string) => {
    const { faults, made } = await stock.change(kind.key, [{ op: "add", reference, cells: {} }]);
    const row = made[0];
    if (row) setAt({ row, column: kind.columns.find((c) => !c.detail && c.key !== "number")?.key ?? "name" });
    return Object.values(faults).join(" ");
  };
  const duplicate = async (ids: string[]) => {
    const { made } = await change([{ op: "duplicate", rows: ids }]);
    if (made[0] && at) setAt({ row: made[0], column: at.column });
  };
  const throwAway = async (ids: string[]) => {
    const index = rows.findIndex((r) => r.id === ids[0]);
    const { faults } = await change([{ op: "throw_away", rows: ids }]);
    if (Object.keys(faults).length > 0) return;
    setPicked(new Set());
    const next = rows.filter((r) => !ids.includes(r.id))[Math.max(0, index)] ?? rows.find((r) => !ids.includes(r.id));
    if (next && at) setAt({ row: next.id, column: at.column });
    say(
      phrase(
        "{rows, plural, one {A {kind} thrown away. Undo brings it back.} other {# rows thrown away. Undo brings them back.}}",
        { rows: ids.length, kind: kind.one },
      ),
    );
  };
  const lose = (ids: string[]) => change([{ op: "lose", rows: ids }]);

  useActions(
    "drawer",
    useMemo<Action[]>(
      () => [
        {
          id: "tackle-add",
          does: phrase("add a {one}", { one: kind.one }),
          keys: "a",
          group: phrase("Tackle"),
          run: () => setAdding(true),
        },
        {
          id: "tackle-find",
          does: phrase("find in the drawer"),
          keys: "/",
          group: phrase("Tackle"),
          run: () => search.current?.focus(),
        },
      ],
      [kind.one],
    ),
  );
  useEffect(() => {
    if (all?.length === 0) setAdding((now) => now ?? true);
  }, [all]);

  if (!all) {
    return (
      <p role="status" className="p-6 text-soft">
        {shelf.isError ? phrase("The server does not answer; trying again.") : phrase("Opening the drawer …")}
      </p>
    );
  }
  const shown = arranged(all, kind, find, onlyLow, sort);
  const here = all.find((r) => r.id === (at?.row ?? rows[0]?.id));
  const low = all.filter((r) => r.low).length;
  const many = rows.filter((r) => picked.has(r.id)).map((r) => r.id);
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_286px]">
      <div className="flex min-h-0 min-w-0 flex-col">
        <div className="relative flex flex-wrap items-center gap-2 px-3 py-2">
          <Button
            ref={adder}
            strong
            aria-expanded={adding === true}
            onClick={() => setAdding(!adding)}
            title={phrase("Add (A)")}
          >
            <Plus size={15} aria-hidden /> {phrase("Add a {one}", { one: kind.one })}
          </Button>
          <input
            ref={search}
            value={find}
            onChange={(e) => setFind(e.target.value)}
            placeholder={phrase("Find")}
            aria-label={phrase("Find in {title}", { title: kind.title.toLowerCase() })}
            title={phrase("Find (/)")}
            className="hit w-44 rounded-s border border-edge bg-sheet px-2"
          />
          {low > 0 ? (
            <Button aria-pressed={onlyLow} strong={onlyLow} onClick={() => setOnlyLow(!onlyLow)}>
              {phrase("{low} low", { low })}
            </Button>
          ) : null}
          <span className="text-[13px] text-soft" role="status">
            {rows.length === all.length
              ? phrase("{allCount} in all", { allCount: all.length })
              : phrase("{rowsCount} of {allCount}", { rowsCount: rows.length, allCount: all.length })}
            {many.length > 0
              ? phrase(" · {manyCount} picked: what you type goes into all of them", { manyCount: many.length })
              : ""}
          </span>
          {many.length > 0 ? (
            <>
              <Button onClick={() => void duplicate(many)}>{phrase("Duplicate")}</Button>
              <Button onClick={() => void throwAway(many)}>{phrase("Throw away")}</Button>
            </>
          ) : null}
          {adding ? (
            <div className="absolute top-full left-3 z-30">
              <AddBox
                kind={kind}
                onAdd={add}
                onClose={() => {
                  setAdding(false);
                  adder.current?.focus();
                }}
              />
            </div>
          ) : null}
        </div>
        {trouble ? (
          <p role="alert" className="px-3 pb-2 text-[13px] text-float">
            {trouble}
          </p>
        ) : null}
        {named !== null && !there && at === null ? (
          <p role="alert" className="px-3 pb-2 text-[13px] text-float">
            {phrase("There is no such {one} of yours: it was thrown away, or its address belongs to somebody else.", {
              one: kind.one,
            })}
          </p>
        ) : null}
        <div className="min-h-0 flex-1 max-lg:h-[420px] max-lg:flex-none">
          <Grid
            label={kind.title}
            columns={gridColumns}
            rows={rows}
            sort={sort}
            onSort={(column) => setSort(nextSort(sort, column))}
            at={at}
            onAt={setAt}
            selected={picked}
            onSelect={setPicked}
            onType={async (ids, column, text) => {
              const { faults } = await stock.change(kind.key, [{ op: "set", rows: ids, cells: { [column]: text } }]);
              return faults[column] ?? Object.values(faults)[0] ?? "";
            }}
            onKey={(name, ids) => {
              if (name === "delete") void throwAway(ids);
              else if (name === "ctrl+d") void duplicate(ids);
              else return false;
              return true;
            }}
            onLeave={() => adder.current?.focus()}
            empty={
              all.length === 0 ? (
                <div className="p-6">
                  <p>{kind.empty}</p>
                  <Button className="mt-3" onClick={() => void navigate("/begin")}>
                    {phrase("Take some of the sample drawer")}
                  </Button>
                </div>
              ) : (
                <p className="p-6 text-soft">{phrase("Nothing here is called “{find}”.", { find })}</p>
              )
            }
          />
        </div>
        <p className="border-t border-rule px-3 py-1 text-[12px] text-soft max-lg:hidden">
          {phrase(
            "Type into a cell to change it · Enter down, Tab on, Esc leaves it · Space picks rows · Ctrl D again{key} · Delete throws away",
            { key: kind.key === "flies" ? phrase(" with the next bead") : "" },
          )}
        </p>
      </div>
      {here ? (
        <RowPanel
          key={here.id}
          kind={kind}
          row={here}
          devices={devices}
          stock={stock}
          onJar={() => setJar(here)}
          onLose={() => void lose([here.id])}
        />
      ) : null}
      <DrawerPaper kind={kind} rows={shown} />
      <JarSheet row={jar} onClose={() => setJar(null)} stock={stock} />
    </div>
  );
}

function nextSort(now: GridSort, column: string): GridSort {
  if (now?.column !== column) return { column, down: false };
  return now.down ? null : { column, down: true };
}

function gridRow(row: StockRow, indices: number[]) {
  return { id: row.id, name: row.name, shown: indices.map((i) => row.shown[i] ?? ""), mark: row.low ? "low" : "" };
}

/** The rows that are asked for, in the order that is asked for. */
function arranged(
  rows: readonly StockRow[],
  kind: KindView,
  find: string,
  onlyLow: boolean,
  sort: GridSort,
): StockRow[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const found = rows.filter((row) => {
    if (onlyLow && !row.low) return false;
    if (words.length === 0) return true;
    const text = `${row.name} ${row.shown.join(" ")}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  if (!sort) return found;
  const column = kind.columns.findIndex((c) => c.key === sort.column);
  const way = sort.down ? -1 : 1;
  return [...found].sort((a, b) => {
    const [x, y] = [a.sort[column] ?? null, b.sort[column] ?? null];
    if (x === y) return 0;
    if (x === null) return 1;
    if (y === null) return -1;
    return (x < y ? -1 : 1) * way;
  });
}
