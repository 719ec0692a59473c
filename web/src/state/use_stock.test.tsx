import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { type ReactNode, useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { StockRow } from "../api/client";
import { refused, served } from "../testing/served";
import { useUndoHere } from "./undo_here";
import { isBack, useShelf, useStock, useStockUndo } from "./use_stock";

afterEach(cleanup);

function Around({ children }: { children: ReactNode }) {
  const [client] = useState(() => new QueryClient());
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
const answer = (id: string) => ({ body: { change: { id, why: id, moves: [] }, touched: [], new: [] } });

/** The drawer while its place is shown. */
const drawer = (tell: (trouble: string) => void = () => undefined) =>
  renderHook(
    () => {
      const stock = useStock();
      useStockUndo(stock.turn, tell);
      return stock;
    },
    { wrapper: Around },
  );

describe("what was changed in the drawer", () => {
  it("is taken back by two quick presses in the order it was made, and made again", async () => {
    let made = 0;
    const asked = served({
      "POST /stock/spool/changes": () => answer(`change-${++made}`),
      "POST /stock/changes/change-1/undo": answer("change-1"),
      "POST /stock/changes/change-2/undo": answer("change-2"),
      "POST /stock/changes/change-1/redo": answer("change-1"),
    });
    const { result } = drawer();
    await act(async () => {
      await Promise.all([result.current.change("spool", []), result.current.change("spool", [])]);
    });
    const { here } = useUndoHere.getState();
    // Both presses come before anything was drawn anew.
    act(() => {
      here?.undo?.();
      here?.undo?.();
    });
    await waitFor(() => expect(asked).toHaveLength(4));
    await waitFor(() => expect(useUndoHere.getState().here?.undo).toBeNull());
    act(() => {
      useUndoHere.getState().here?.redo?.();
    });
    await waitFor(() => expect(asked).toHaveLength(5));
    act(() => {
      useUndoHere.getState().here?.undo?.();
    });
    await waitFor(() => expect(useUndoHere.getState().here?.undo).toBeNull());
    expect(asked.slice(2).map((one) => one.path)).toEqual([
      "/stock/changes/change-2/undo",
      "/stock/changes/change-1/undo",
      "/stock/changes/change-1/redo",
      "/stock/changes/change-1/undo",
    ]);
  });

  it("stays to be taken back when the server does not answer, and is told and left when it may not be", async () => {
    let made = 2;
    let away = true;
    const asked = served({
      "POST /stock/spool/changes": () => answer(`change-${++made}`),
      "POST /stock/changes/change-4/undo": () => (away ? refused(503, "Not now.") : answer("change-4")),
      "POST /stock/changes/change-3/undo": refused(409, "It was thrown away since."),
      "POST /stock/changes/change-4/redo": answer("change-4"),
    });
    const told: string[] = [];
    const tell = (trouble: string) => told.push(trouble);
    const { result } = drawer(tell);
    await act(async () => {
      await result.current.change("spool", []);
      await result.current.change("spool", []);
    });
    const press = (way: "undo" | "redo") => act(async () => useUndoHere.getState().here?.[way]?.());
    await press("undo");
    await waitFor(() => expect(told).toEqual(["Not now."]));
    away = false;
    await press("undo");
    await waitFor(() => expect(useUndoHere.getState().here?.redo).not.toBeNull());
    await press("undo");
    await waitFor(() => expect(told).toEqual(["Not now.", "It was thrown away since."]));
    expect(useUndoHere.getState().here?.undo).toBeNull();
    await press("redo");
    await waitFor(() => expect(useUndoHere.getState().here?.redo).toBeNull());
    expect(asked.slice(2).map((one) => one.path.replace("/stock/changes/", ""))).toEqual([
      "change-4/undo",
      "change-4/undo",
      "change-3/undo",
      "change-4/redo",
    ]);
  });

  it("is not offered to be taken back once that was done elsewhere", async () => {
    served({
      "POST /stock/spool/changes": answer("change-9"),
      "POST /stock/changes/change-9/undo": answer("change-9"),
      "POST /stock/changes/change-4/undo": answer("change-4"),
    });
    const { result } = drawer();
    await act(async () => {
      await result.current.change("spool", []);
      await result.current.turn("change-4", "undo");
      await result.current.turn("change-9", "undo");
    });
    await waitFor(() => expect(useUndoHere.getState().here?.undo).toBeNull());
    expect(useUndoHere.getState().here?.redo).not.toBeNull();
  });
});

describe("a shelf", () => {
  const row = (shown: string) => ({ id: "s1", item: "s1", name: "1", shown: [shown], sort: [null], low: false });
  it("that was asked for before a change and answers after it does not bring back what stood there then", async () => {
    let late: ((answer: Response) => void) | null = null;
    let asked = 0;
    const json = (body: object) =>
      new Response(JSON.stringify(body), { headers: { "content-type": "application/json" } });
    vi.stubGlobal("fetch", (request: Request) => {
      if (request.method === "POST") {
        const touched = [{ kind: "spools", items: ["s1"], rows: [row("now")] }];
        return Promise.resolve(json({ change: { id: "c", why: "c", moves: [] }, touched, new: [] }));
      }
      asked += 1;
      if (asked === 2)
        return new Promise((answer) => {
          late = answer;
        });
      return Promise.resolve(json({ rows: [row(asked === 1 ? "then" : "now")] }));
    });
    const { result } = renderHook(() => ({ stock: useStock(), shelf: useShelf("spools") }), { wrapper: Around });
    const stands = () => result.current.shelf.data?.[0]?.shown[0];
    await waitFor(() => expect(stands()).toBe("then"));
    void result.current.shelf.refetch();
    await waitFor(() => expect(late).not.toBeNull());
    await act(() => result.current.stock.change("spools", [{ op: "set", rows: ["s1"], cells: { label: "now" } }]));
    expect(stands()).toBe("now");
    await act(async () => (late as unknown as (answer: Response) => void)(json({ rows: [row("then")] })));
    await waitFor(() => expect(asked).toBe(3));
    await waitFor(() => expect(result.current.shelf.isFetching).toBe(false));
    expect(stands()).toBe("now");
  });
});

describe("what a change brought", () => {
  const row = (item: string, id = item) => ({ item, id }) as unknown as StockRow;
  const touched = (...rows: StockRow[]) => ({ items: rows.map((r) => r.item), rows });
  it.each([
    ["a row that is there", touched(row("a")), [], false],
    ["another row of an item that is there", touched(row("a", "a-2")), [], false],
    ["a row that is new", touched(row("b", "b-1")), ["b-1"], false],
    ["a row that was taken out before", touched(row("b", "b-1")), [], true],
    ["nothing, for it is gone", { items: ["a"], rows: [] }, [], false],
  ])("is looked up in its place only where it came back: %s", (_, change, made, back) => {
    expect(isBack([row("a")], change, made)).toBe(back);
  });
});
