import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, describe, expect, it } from "vitest";
import { served } from "../testing/served";
import { useUndoHere } from "./undo_here";
import { useStock, useStockUndo } from "./use_stock";

afterEach(cleanup);

const around = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>
);
const answer = (id: string) => ({ body: { change: { id, why: id, moves: [] }, touched: [], new: [] } });

describe("what was changed in the drawer", () => {
  it("is taken back by two quick presses in the order it was made, and made again", async () => {
    let made = 0;
    const asked = served({
      "POST /stock/spool/changes": () => answer(`change-${++made}`),
      "POST /stock/changes/change-1/undo": answer("change-1"),
      "POST /stock/changes/change-2/undo": answer("change-2"),
      "POST /stock/changes/change-1/redo": answer("change-1"),
    });
    const { result } = renderHook(
      () => {
        const stock = useStock();
        useStockUndo(stock.turn);
        return stock;
      },
      { wrapper: around },
    );
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
    expect(asked.slice(2).map((one) => one.path)).toEqual([
      "/stock/changes/change-2/undo",
      "/stock/changes/change-1/undo",
      "/stock/changes/change-1/redo",
    ]);
  });
});
