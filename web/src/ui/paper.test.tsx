import { act, cleanup, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { KindView, StockRow } from "../api/client";
import { DrawerPaper } from "../places/tackle/drawer_paper";
import { Paper } from "./paper";

const print = (what: "beforeprint" | "afterprint") => act(() => void window.dispatchEvent(new Event(what)));
afterEach(cleanup);

describe("what is only on paper", () => {
  beforeEach(() => {
    render(
      <Paper title="Weir Run" beside="Tavrin">
        <p>0.90 m</p>
      </Paper>,
    );
  });
  it("is made while it is printed, by day, and gone afterwards", () => {
    expect(screen.queryByTestId("paper")).toBeNull();
    print("beforeprint");
    expect(screen.getByTestId("paper").dataset.theme).toBe("day");
    expect(screen.getByTestId("paper").textContent).toBe("Weir RunTavrin0.90 m");
    print("afterprint");
    expect(screen.queryByTestId("paper")).toBeNull();
  });
});

describe("a drawer on paper", () => {
  it("has the columns of the grid that hold anything, a box before every row", () => {
    const column = (key: string, title: string, detail = false) => ({ key, title, detail, kind: "words" });
    const kind = {
      title: "Fly box",
      columns: [
        column("pattern", "Pattern"),
        column("bead", "Bead"),
        column("low", "Keep", true),
        column("count", "Have"),
      ],
    } as unknown as KindView;
    const rows = [
      { id: "a", shown: ["Quill", "", "2", "6"] },
      { id: "b", shown: ["Pupa", "", "1", "3"] },
    ] as unknown as StockRow[];
    render(<DrawerPaper kind={kind} rows={rows} />);
    print("beforeprint");
    expect(screen.getAllByRole("columnheader").map((th) => th.textContent)).toEqual(["", "Pattern", "Have"]);
    expect(screen.getAllByRole("row")).toHaveLength(3);
    expect(document.querySelectorAll(".paper-box")).toHaveLength(2);
    expect(screen.getByText(/2 in all/)).toBeTruthy();
    print("afterprint");
  });
});
