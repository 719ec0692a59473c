import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it } from "vitest";
import { useSteadyOrder } from "./use_steady_order";

type Row = { key: string; worth: number };

function Rows({ rows }: { rows: Row[] }) {
  const [shown, watched] = useSteadyOrder(rows, (row) => row.key);
  return (
    <ol {...watched}>
      {shown.map((row) => (
        <li key={row.key}>
          <button type="button">{`${row.key} ${row.worth}`}</button>
        </li>
      ))}
    </ol>
  );
}

const BEFORE = [
  { key: "a", worth: 11 },
  { key: "b", worth: 10 },
];
const AFTER = [
  { key: "c", worth: 14 },
  { key: "b", worth: 12 },
];
const texts = () => screen.getAllByRole("listitem").map((row) => row.textContent);

afterEach(cleanup);

describe("rows that come one after the other", () => {
  it("stand in their own order where nobody points at them", () => {
    const { rerender } = render(<Rows rows={BEFORE} />);
    rerender(<Rows rows={AFTER} />);
    expect(texts()).toEqual(["c 14", "b 12"]);
  });
  it("stay under the pointer with their new figures, and go to their places once it has left", async () => {
    const { rerender } = render(<Rows rows={BEFORE} />);
    await userEvent.hover(screen.getByText("b 10"));
    rerender(<Rows rows={AFTER} />);
    expect(texts()).toEqual(["a 11", "b 12", "c 14"]);
    await userEvent.unhover(screen.getByText("b 12"));
    rerender(<Rows rows={AFTER} />);
    expect(texts()).toEqual(["c 14", "b 12"]);
  });
  it("stay where one is among them by keys, from one to the next, and not once one has gone on", async () => {
    const { rerender } = render(<Rows rows={BEFORE} />);
    await userEvent.tab();
    await userEvent.tab();
    rerender(<Rows rows={AFTER} />);
    expect(texts()).toEqual(["a 11", "b 12", "c 14"]);
    expect(document.activeElement?.textContent).toBe("b 12");
    await userEvent.tab();
    await userEvent.tab();
    expect(texts()).toEqual(["c 14", "b 12"]);
  });
});
