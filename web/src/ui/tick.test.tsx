import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import { Tick } from "./tick";

afterEach(cleanup);

it("is named by its words, shows what it is told, and says what it should be", async () => {
  const wished = vi.fn();
  const { rerender } = render(
    <Tick on={false} onChange={wished}>
      wind knot in it
    </Tick>,
  );
  const box = screen.getByRole<HTMLInputElement>("checkbox", { name: "wind knot in it" });
  await userEvent.click(screen.getByText("wind knot in it"));
  expect(wished).toHaveBeenLastCalledWith(true);
  expect(box.checked).toBe(false);
  rerender(
    <Tick on onChange={wished}>
      wind knot in it
    </Tick>,
  );
  expect(box.checked).toBe(true);
  await userEvent.keyboard(" ");
  expect(wished).toHaveBeenLastCalledWith(false);
});
