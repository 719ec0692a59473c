import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { useActions, useKeyboard } from "../state/keys";
import { openSheet, useSheets } from "../state/open_sheets";
import { useLater } from "./later";
import { Sheets } from "./sheets";

const Here = () => <p>here</p>;
let come: () => void;
let fail: () => void;
let asked = 0;
vi.mock("./every_sheet", () => ({
  get EverySheet() {
    return () => <p>all sheets</p>;
  },
}));

beforeEach(() => {
  vi.useFakeTimers();
  asked = 0;
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  useSheets.setState({ open: null, here: false });
});

const started = vi.fn();
const ACTIONS = [{ id: "start", does: "start", keys: "m", group: "", run: started }];
function Keys() {
  useActions("everywhere", ACTIONS);
  useKeyboard();
  return null;
}

function Piece({ wanted, failed = () => {} }: { wanted: boolean; failed?: () => void }) {
  const load = () =>
    new Promise<() => React.ReactNode>((done, refuse) => {
      asked += 1;
      come = () => done(Here);
      fail = () => refuse(new Error("no signal"));
    });
  const Came = useLater(wanted, load, failed);
  return Came ? <Came /> : <p>not yet</p>;
}

test("a piece is fetched once it is wanted, once, and stays when the wish has gone", async () => {
  const { rerender } = render(<Piece wanted={false} />);
  expect(asked).toBe(0);
  rerender(<Piece wanted />);
  rerender(<Piece wanted />);
  expect(asked).toBe(1);
  await act(async () => come());
  rerender(<Piece wanted={false} />);
  expect(screen.getByText("here")).toBeTruthy();
  expect(asked).toBe(1);
});

test("a piece that could not be fetched is asked for again at the next wish", async () => {
  const failed = vi.fn();
  const { rerender } = render(<Piece wanted failed={failed} />);
  await act(async () => fail());
  expect(failed).toHaveBeenCalledOnce();
  rerender(<Piece wanted={false} />);
  rerender(<Piece wanted />);
  expect(asked).toBe(2);
});

test("the sheets come by themselves a while after the bench, and at once when one is opened", async () => {
  const { unmount } = render(<Sheets />);
  await act(() => vi.advanceTimersByTimeAsync(2000));
  expect(screen.queryByText("all sheets")).toBeNull();
  await act(() => vi.advanceTimersByTimeAsync(1000));
  await vi.waitFor(() => expect(screen.getByText("all sheets")).toBeTruthy());
  unmount();
  render(<Sheets />);
  act(() => openSheet("find"));
  await vi.waitFor(() => expect(screen.getByText("all sheets")).toBeTruthy());
});

test("what is typed while an opened sheet is on its way starts nothing else, and Escape lets go of it", async () => {
  render(<Keys />);
  act(() => openSheet("palette"));
  fireEvent.keyDown(window, { key: "m" });
  for (const key of ["i", "x", "Backspace", "Shift", "l"]) fireEvent.keyDown(window, { key });
  fireEvent.keyDown(window, { key: "z", ctrlKey: true });
  expect(started).not.toHaveBeenCalled();
  expect(useSheets.getState().ahead).toBe("mil");
  act(() => void fireEvent.keyDown(window, { key: "Escape" }));
  expect(useSheets.getState()).toMatchObject({ open: null, ahead: "" });
  act(() => openSheet("palette"));
  act(() => useSheets.setState({ here: true }));
  fireEvent.keyDown(window, { key: "m" });
  expect(started).toHaveBeenCalledOnce();
});
