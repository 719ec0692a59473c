import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from "vitest";
import { Grid } from "./grid";
import type { GridColumn, GridRow } from "./grid_row";

const column = (key: string, more: Partial<GridColumn> = {}): GridColumn => ({
  key,
  title: key,
  figure: false,
  computed: false,
  choices: [],
  hint: "",
  ...more,
});
const COLUMNS = [column("name"), column("left", { figure: true }), column("holds", { computed: true })];
const rowsOf = (n: number): GridRow[] =>
  Array.from({ length: n }, (_, i) => ({ id: `r${i}`, name: `row ${i}`, shown: [`row ${i}`, `${i}`, "9"], mark: "" }));
const onType = vi.fn(async () => "");
const onKey = vi.fn(() => false);
const onLeave = vi.fn();

beforeAll(() => {
  // There is no layout here: the box is as high as on a desk.
  for (const [name, px] of [
    ["offsetHeight", 600],
    ["offsetWidth", 900],
    ["clientHeight", 600],
    ["clientWidth", 900],
  ] as const)
    Object.defineProperty(HTMLElement.prototype, name, { configurable: true, get: () => px });
  HTMLElement.prototype.getBoundingClientRect = () => ({ x: 0, y: 0, width: 900, height: 600 }) as DOMRect;
  HTMLElement.prototype.scrollTo = () => undefined;
});
beforeEach(() => {
  onType.mockReset().mockResolvedValue("");
  onKey.mockReset().mockReturnValue(false);
  onLeave.mockReset();
});
afterEach(cleanup);

function Held({ rows }: { rows: GridRow[] }) {
  const [at, setAt] = useState<{ row: string; column: string } | null>(null);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  return (
    <>
      <output>{[...selected].join(" ")}</output>
      <Grid
        label="Spools"
        columns={COLUMNS}
        rows={rows}
        sort={null}
        onSort={() => undefined}
        at={at}
        onAt={setAt}
        selected={selected}
        onSelect={setSelected}
        onType={onType}
        onKey={onKey}
        onLeave={onLeave}
        empty={<p>nothing yet</p>}
      />
    </>
  );
}

const show = (n = 5) => render(<Held rows={rowsOf(n)} />);
const here = () => document.querySelector('[tabindex="0"][role="gridcell"]')?.getAttribute("data-cell");
const press = (key: string, more = {}) =>
  fireEvent.keyDown(document.querySelector('[tabindex="0"][role="gridcell"]') as Element, { key, ...more });
const field = () => screen.getByRole("textbox") as HTMLInputElement;
const picked = () => screen.getByRole("status").textContent;

describe("moving in a grid", () => {
  it.each([
    [["ArrowDown"], "r1/name"],
    [["ArrowDown", "ArrowDown", "ArrowUp"], "r1/name"],
    [["ArrowRight"], "r0/left"],
    [["ArrowRight", "ArrowLeft", "ArrowLeft"], "r0/name"],
    [["ArrowUp"], "r0/name"],
    [["End"], "r0/holds"],
    [["End", "Home"], "r0/name"],
    [["PageDown"], "r4/name"],
  ])("%o leads to %s", (keys, cell) => {
    show();
    for (const key of keys) press(key);
    expect(here()).toBe(cell);
  });

  it("goes to the last row and the first with Ctrl", () => {
    show();
    press("ArrowDown", { ctrlKey: true });
    expect(here()).toBe("r4/name");
    press("ArrowUp", { ctrlKey: true });
    expect(here()).toBe("r0/name");
  });

  it("stays where one was when that row is gone: in what stands in its place, or the last", () => {
    const { rerender } = show();
    for (const key of ["ArrowDown", "ArrowDown", "ArrowRight"]) press(key);
    const without = (...gone: string[]) => rowsOf(5).filter((row) => !gone.includes(row.id));
    rerender(<Held rows={without("r2")} />);
    expect(here()).toBe("r3/left");
    expect(document.activeElement?.getAttribute("data-cell")).toBe("r3/left");
    rerender(<Held rows={without("r2", "r3", "r4")} />);
    expect(here()).toBe("r1/left");
  });

  it("takes nobody out of the field they look for rows in", () => {
    const { rerender } = show();
    press("ArrowDown");
    const find = document.body.appendChild(document.createElement("input"));
    find.focus();
    rerender(<Held rows={rowsOf(5).slice(3)} />);
    expect(here()).toBe("r4/name");
    expect(document.activeElement).toBe(find);
    find.remove();
  });

  it("draws of a thousand rows those in sight, and tells how many there are", () => {
    show(1000);
    expect(screen.getAllByRole("row").length).toBeLessThan(60);
    expect(screen.getByRole("grid").getAttribute("aria-rowcount")).toBe("1001");
  });

  it("says what there is to do where there is nothing", () => {
    show(0);
    expect(screen.getByText("nothing yet")).toBeTruthy();
  });
});

describe("typing in a grid", () => {
  it("begins with the letter pressed, and Enter sends it and goes down", async () => {
    show();
    press("x");
    expect(field().value).toBe("x");
    fireEvent.change(field(), { target: { value: "xyz" } });
    fireEvent.keyDown(field(), { key: "Enter" });
    expect(onType).toHaveBeenCalledWith(["r0"], "name", "xyz");
    expect(here()).toBe("r1/name");
    expect(screen.getByText("xyz")).toBeTruthy();
    await waitFor(() => expect(screen.queryByText("xyz")).toBeNull());
  });

  it("opens what stands there with Enter, and Escape leaves it as it was", () => {
    show();
    press("Enter");
    expect(field().value).toBe("row 0");
    fireEvent.change(field(), { target: { value: "other" } });
    fireEvent.keyDown(field(), { key: "Escape" });
    expect(screen.queryByRole("textbox")).toBeNull();
    expect(onType).not.toHaveBeenCalled();
  });

  it("sends nothing where nothing was changed", () => {
    show();
    press("F2");
    fireEvent.keyDown(field(), { key: "Tab" });
    expect(onType).not.toHaveBeenCalled();
    expect(here()).toBe("r0/left");
  });

  it("opens a refused cell again with what was typed and why", async () => {
    onType.mockResolvedValue("a length is above 0");
    show();
    press("ArrowRight");
    press("-");
    fireEvent.keyDown(field(), { key: "Enter" });
    await waitFor(() => expect(screen.getByRole("alert").textContent).toBe("a length is above 0"));
    expect(field().value).toBe("-");
    expect(field().getAttribute("aria-invalid")).toBe("true");
  });

  it("does not type into what is worked out", () => {
    show();
    press("End");
    press("x");
    expect(screen.queryByRole("textbox")).toBeNull();
  });

  it("types into every row that is picked", () => {
    show();
    press(" ");
    press("ArrowDown");
    press("ArrowDown");
    press(" ");
    press("7");
    fireEvent.keyDown(field(), { key: "Enter" });
    expect(onType).toHaveBeenCalledWith(["r0", "r2"], "name", "7");
  });
});

describe("picking rows", () => {
  it("picks with Space, a range with Shift, all with Ctrl A, and lets go with Escape", () => {
    show();
    press(" ");
    expect(picked()).toBe("r0");
    press(" ");
    expect(picked()).toBe("");
    press("ArrowDown", { shiftKey: true });
    press("ArrowDown", { shiftKey: true });
    expect(picked()).toBe("r0 r1 r2");
    press("a", { ctrlKey: true });
    expect(picked()).toBe("r0 r1 r2 r3 r4");
    press("Escape");
    expect(picked()).toBe("");
    expect(onLeave).not.toHaveBeenCalled();
    press("Escape");
    expect(onLeave).toHaveBeenCalledTimes(1);
  });

  it("picks one more with Ctrl and a click, a range with Shift", () => {
    show();
    const cell = (id: string) => document.querySelector(`[data-cell="${id}/name"]`) as Element;
    fireEvent.click(cell("r1"));
    fireEvent.click(cell("r3"), { ctrlKey: true });
    expect(picked()).toBe("r3");
    fireEvent.click(cell("r1"), { shiftKey: true });
    expect(picked()).toBe("r1 r2 r3");
  });

  it("gives the place its keys, with the rows meant", () => {
    onKey.mockReturnValue(true);
    show();
    press("d", { ctrlKey: true });
    expect(onKey).toHaveBeenCalledWith("ctrl+d", ["r0"]);
    expect(screen.queryByRole("textbox")).toBeNull();
  });
});
