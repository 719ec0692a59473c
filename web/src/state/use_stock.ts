import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { create } from "zustand";
import { api, type ChangeAnswer, forGood, Refused, type StockEdit, type StockRow, taken } from "../api/client";
import { phrase } from "../words/phrase";
import { useBench } from "./bench_store";
import { inTurn } from "./in_turn";
import { useUndoHere } from "./undo_here";

export const useKinds = () =>
  useQuery({
    queryKey: ["stock-kinds"],
    queryFn: async () => taken(await api.GET("/api/v1/stock/kinds")),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useShelf = (kind: string) => {
  const units = useBench((s) => s.units);
  return useQuery({
    queryKey: ["stock", kind, units],
    refetchOnWindowFocus: true,
    queryFn: async () => taken(await api.GET("/api/v1/stock/{kind}", { params: { path: { kind } } })).rows,
  });
};

export const useLedger = (open: boolean) => {
  const units = useBench((s) => s.units);
  return useQuery({
    queryKey: ["stock-ledger", units],
    enabled: open,
    queryFn: async () => taken(await api.GET("/api/v1/stock/changes")).changes,
  });
};

type Past = { past: string[]; future: string[] };

/** What was changed here, so that it can be taken back and made again: the ids of the changes. */
const usePast = create<Past>(() => ({ past: [], future: [] }));
const MOST_PAST = 200;

/** A change that is taken back or made again, wherever that was asked for, or may be neither, goes out of one and into the other. */
function turned(id: string, now: { done: boolean; undone: boolean }): void {
  const { past, future } = usePast.getState();
  const without = (ids: string[]) => ids.filter((one) => one !== id);
  usePast.setState({
    past: now.done ? [...without(past), id] : without(past),
    future: now.undone ? [...without(future), id] : without(future),
  });
}

/** Changes reach the server in the order they were made, so that two quick presses take back two of them. */
const turns = inTurn();

/** What is wrong, by field of the edit: "diameter", or "" for the whole. */
export type Faults = Record<string, string>;

/** Changes to the drawer: every one keeps the grids, the rig's drawer and the ledger in step, and can be undone. */
export function useStock() {
  const client = useQueryClient();
  const units = useBench((s) => s.units);

  const follow = useCallback(
    (answer: ChangeAnswer) => {
      for (const touched of answer.touched) {
        const shelf = ["stock", touched.kind, units];
        const before = client.getQueryData<StockRow[]>(shelf);
        client.setQueryData<StockRow[]>(shelf, (rows) => merged(rows, touched));
        // What came back belongs where it was: only the whole shelf tells where that is. One that was asked for before the change
        // would tell what stood there then: it is asked for anew.
        const anew = isBack(before, touched, answer.new ?? []) || client.isFetching({ queryKey: shelf }) > 0;
        void client.invalidateQueries({ queryKey: ["stock", touched.kind], refetchType: anew ? "active" : "none" });
      }
      void client.invalidateQueries({ queryKey: ["drawer"] });
      void client.invalidateQueries({ queryKey: ["sheet"] });
      void client.invalidateQueries({ queryKey: ["stock-ledger"] });
    },
    [client, units],
  );

  const took = useCallback(
    (answer: ChangeAnswer) => {
      follow(answer);
      usePast.setState({ past: [...usePast.getState().past.slice(-MOST_PAST), answer.change.id], future: [] });
    },
    [follow],
  );

  const change = useCallback(
    async (kind: string, edits: StockEdit[]): Promise<{ faults: Faults; made: readonly string[] }> => {
      try {
        const body = { id: crypto.randomUUID(), edits };
        const asked = { params: { path: { kind } }, body };
        const answer = await turns(async () => {
          const made = taken(await api.POST("/api/v1/stock/{kind}/changes", asked));
          took(made);
          return made;
        });
        return { faults: {}, made: answer.new ?? [] };
      } catch (error) {
        return { faults: faultsOf(error), made: [] };
      }
    },
    [took],
  );

  const turn = useCallback(
    async (id: string, way: "undo" | "redo"): Promise<string> => {
      try {
        const asked = { params: { path: { change_id: id } } };
        const answer =
          way === "undo"
            ? taken(await api.POST("/api/v1/stock/changes/{change_id}/undo", asked))
            : taken(await api.POST("/api/v1/stock/changes/{change_id}/redo", asked));
        follow(answer);
        turned(id, { done: way === "redo", undone: way === "undo" });
        return "";
      } catch (error) {
        if (forGood(error)) turned(id, { done: false, undone: false });
        return faultsOf(error)[""] ?? phrase("It could not be changed.");
      }
    },
    [follow],
  );

  return { change, turn, took };
}

/**
 * Undo and redo of the drawer, while its place is shown; each takes the past as it is when its turn comes. What may not be is told,
 * and not asked again; what the server did not answer stays to be asked again.
 */
export function useStockUndo(
  turn: (id: string, way: "undo" | "redo") => Promise<string>,
  tell: (trouble: string) => void,
): void {
  const undoes = usePast((s) => s.past.length > 0);
  const redoes = usePast((s) => s.future.length > 0);
  useEffect(() => {
    const go = (way: "undo" | "redo") => () =>
      turns(async () => {
        const { past, future } = usePast.getState();
        const last = (way === "undo" ? past : future).at(-1);
        const trouble = last ? await turn(last, way) : "";
        if (trouble) tell(trouble);
      });
    useUndoHere.setState({ here: { undo: undoes ? go("undo") : null, redo: redoes ? go("redo") : null } });
    return () => useUndoHere.setState({ here: null });
  }, [undoes, redoes, turn, tell]);
}

type Touched = { items: readonly string[]; rows: readonly StockRow[] };

/** Whether a change brought rows that were not there and are not new either: those of what was taken out before. */
export function isBack(rows: readonly StockRow[] | undefined, touched: Touched, made: readonly string[]): boolean {
  const known = new Set([...(rows ?? []).map((row) => row.item), ...made]);
  return touched.rows.some((row) => !known.has(row.item) && !known.has(row.id));
}

function merged(rows: StockRow[] | undefined, touched: Touched): StockRow[] | undefined {
  if (!rows) return undefined;
  const items = new Set(touched.items);
  const now = new Map<string, StockRow[]>();
  for (const row of touched.rows) now.set(row.item, [...(now.get(row.item) ?? []), row]);
  const out: StockRow[] = [];
  const placed = new Set<string>();
  for (const row of rows) {
    if (!items.has(row.item)) out.push(row);
    else if (!placed.has(row.item)) {
      placed.add(row.item);
      out.push(...(now.get(row.item) ?? []));
    }
  }
  for (const [item, fresh] of now) if (!placed.has(item)) out.push(...fresh);
  return out;
}

export function faultsOf(error: unknown): Faults {
  if (!(error instanceof Refused)) return { "": phrase("The server does not answer; nothing was changed.") };
  const faults = error.problem?.faults ?? [];
  if (faults.length === 0) return { "": error.message };
  const out: Faults = {};
  for (const fault of faults) {
    const field = fault.path.replace(/^edits\[\d+\]\.?(cells\.)?/, "");
    out[field] = fault.value ? `“${fault.value}”: ${fault.reason}` : fault.reason;
  }
  return out;
}
