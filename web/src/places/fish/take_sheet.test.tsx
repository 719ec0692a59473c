import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { PackRig } from "../../api/client";
import { happened } from "../../state/bank";
import { TakeSheet } from "./take_sheet";

vi.mock("../../state/bank", () => ({ happened: vi.fn() }));
const told = vi.mocked(happened);

const fly = (id: string) => ({ id, role: id, name: `Quill of ${id}` });
const rig = (...ids: string[]) => ({ flies: ids.map(fly) }) as unknown as PackRig;
const at = { rig: 0, option: 0, lane: "main", step: 2 };
const taking = { drift: "drift-1", second: 3.4 };

function show(along = rig("dropper", "point")) {
  const onDone = vi.fn();
  render(<TakeSheet rig={along} option={0} at={at} taking={taking} onDone={onDone} />);
  return { onDone, user: userEvent.setup() };
}

beforeEach(() => {
  told.mockClear();
});
afterEach(cleanup);

describe("a take", () => {
  it("is told in two taps more: on which fly, and how it ended", async () => {
    const { onDone, user } = show();
    await user.click(screen.getByRole("button", { name: /^point/ }));
    await user.click(screen.getByRole("button", { name: "missed" }));
    expect(onDone).toHaveBeenCalledTimes(1);
    expect(told).toHaveBeenCalledWith("take", {
      at,
      drift: "drift-1",
      fly: "point",
      second: 3.4,
      when: "",
      ended: "missed",
      cm: null,
    });
  });

  it("may leave the fly unknown; the only fly there is needs no tap", async () => {
    const { user } = show();
    await user.click(screen.getByRole("button", { name: "broke" }));
    expect(told).toHaveBeenLastCalledWith("take", expect.objectContaining({ fly: null, ended: "broke" }));
    cleanup();
    const one = show(rig("point"));
    expect(screen.queryByText("On which fly")).toBeNull();
    await one.user.click(screen.getByRole("button", { name: "pulled out" }));
    expect(told).toHaveBeenLastCalledWith("take", expect.objectContaining({ fly: "point" }));
  });

  it("that is landed is measured before it is kept", async () => {
    const { user } = show(rig("point"));
    await user.click(screen.getByRole("button", { name: "landed" }));
    expect(told).not.toHaveBeenCalled();
    for (let k = 0; k < 3; k++) await user.click(screen.getByRole("button", { name: "Longer" }));
    await user.click(screen.getByRole("button", { name: "Shorter" }));
    expect(screen.getByText("32 cm")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Keep" }));
    expect(told).toHaveBeenCalledWith("take", expect.objectContaining({ ended: "landed", cm: 32 }));
  });

  it("says when in the drift where one tells it", async () => {
    const { user } = show(rig("point"));
    await user.click(screen.getByText("When"));
    await user.click(screen.getByRole("button", { name: "swing" }));
    expect(screen.getByText("When: swing")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "straightened" }));
    expect(told).toHaveBeenCalledWith("take", expect.objectContaining({ when: "swing", ended: "straightened" }));
  });
});

it("is not there where nothing took", () => {
  render(<TakeSheet rig={rig("point")} option={0} at={at} taking={null} onDone={vi.fn()} />);
  expect(screen.queryByRole("dialog")).toBeNull();
});
