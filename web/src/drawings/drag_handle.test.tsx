import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { DragHandle } from "./drag_handle";

afterEach(cleanup);

function draw(value = 2) {
  const onSet = vi.fn();
  render(
    <svg>
      <title>a drawing</title>
      <DragHandle
        x={100}
        y={50}
        label="Rod tip"
        value={value}
        written={(v) => `${v.toFixed(1)} m up`}
        least={0}
        most={5}
        step={0.1}
        at={(_, y) => (100 - y) / 25}
        onSet={onSet}
      />
    </svg>,
  );
  const handle = screen.getByRole("slider", { name: "Rod tip" });
  handle.setPointerCapture = () => {};
  return { handle, onSet };
}

describe("a handle in a drawing", () => {
  it("says what it stands for", () => {
    expect(draw().handle.getAttribute("aria-valuetext")).toBe("2.0 m up");
  });
  it("is taken where it is let go, to the step, and shows the value on the way", () => {
    const { handle, onSet } = draw();
    fireEvent.pointerDown(handle, { clientX: 100, clientY: 50 });
    fireEvent.pointerMove(handle, { clientX: 110, clientY: 26 });
    expect(screen.queryByText("3.0 m up")).not.toBeNull();
    expect(onSet).not.toHaveBeenCalled();
    fireEvent.pointerUp(handle, { clientX: 110, clientY: 26 });
    expect(onSet).toHaveBeenCalledExactlyOnceWith(expect.closeTo(3.0, 6));
  });
  it("changes nothing when it is let go where it was, or the drag is broken off", () => {
    const { handle, onSet } = draw();
    fireEvent.pointerDown(handle, { clientX: 100, clientY: 50 });
    fireEvent.pointerUp(handle, { clientX: 100, clientY: 50 });
    fireEvent.pointerDown(handle, { clientX: 100, clientY: 50 });
    fireEvent.pointerCancel(handle);
    expect(onSet).not.toHaveBeenCalled();
  });
  it("moves by the arrow keys and stops at its ends", () => {
    const { handle, onSet } = draw(5);
    fireEvent.keyDown(handle, { key: "ArrowUp" });
    expect(onSet).toHaveBeenLastCalledWith(5);
    fireEvent.keyDown(handle, { key: "ArrowLeft" });
    expect(onSet).toHaveBeenLastCalledWith(expect.closeTo(4.9, 6));
    fireEvent.keyDown(handle, { key: "x" });
    expect(onSet).toHaveBeenCalledTimes(2);
  });
});
