import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer, Book, Drawer, UnitSystem } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { Hang } from "./hang";
import { Refit } from "./refit";
import { Retrieve } from "./retrieve";
import { WholeRig } from "./whole_rig";

const edit = vi.fn();
const editAll = vi.fn();
beforeEach(() => {
  edit.mockReset();
  editAll.mockReset();
  useBench.setState({ edit, editAll, faults: {} });
});
afterEach(cleanup);

const rule = (unit: string, factor: number, decimals: number) => ({ unit, factor, decimals, form: "plain", offset: 0 });
const system = {
  key: "metric",
  name: "",
  rules: { length: rule("m", 1, 2), pull: rule("cm", 100, 1), sink: rule("cm/s", 100, 1) },
} as unknown as UnitSystem;
const book = {
  heads: [
    { key: "held", name: "rod" },
    { key: "float", name: "float" },
  ],
} as unknown as Book;
const drawer = { rods: [], lines: [], leaders: [] } as unknown as Drawer;
const answer = {
  rig: {
    head: { kind: "held" },
    rod: { id: "r", name: "rod" },
    line: { id: "l", name: "line" },
    spans: [],
    motion: { kind: "strip", pulls: [] },
  },
  stretches: [
    { above: "float", below: "dropper", mm: 400 },
    { above: "dropper", below: "point", mm: 500 },
  ],
  drift: { key: "k" },
  differs: "",
} as unknown as Answer;

describe("the whole rig", () => {
  const field = () => screen.getByLabelText("float → dropper → point");
  it("shows how far apart the flies are and takes all of it at once", () => {
    render(<WholeRig answer={answer} book={book} drawer={drawer} system={system} />);
    expect((field() as HTMLInputElement).value).toBe("0.40 m / 0.50 m");
    fireEvent.change(field(), { target: { value: "0.6 / 0.6" } });
    fireEvent.keyDown(field(), { key: "Enter" });
    expect(edit).toHaveBeenCalledWith({ op: "set_spacing", lengths: ["0.6 ", " 0.6"] }, "rig.spacing");
  });
  it("shows a refusal beside it, whichever length it was", () => {
    useBench.setState({ faults: { "rig.spacing.lengths[1]": "“1 cm”: 2 cm is the least" } });
    render(<WholeRig answer={answer} book={book} drawer={drawer} system={system} />);
    expect(screen.getByRole("alert").textContent).toContain("2 cm is the least");
  });
  it("offers no leader where none is owned, and no spacing where nothing hangs in a row", () => {
    render(<WholeRig answer={{ ...answer, stretches: [] }} book={book} drawer={drawer} system={system} />);
    expect(screen.queryByText("Leader")).toBeNull();
    expect(screen.queryByText(/→/)).toBeNull();
  });
});

describe("the hang", () => {
  const usual = { left_mm: 3000, lift_mm: 1000, hold_s: 10 };
  const open = (hang: object | null) => {
    const rig = { ...answer.rig, motion: { kind: "strip", pulls: [], hang } };
    render(<Hang answer={{ ...answer, rig } as unknown as Answer} usual={usual} system={system} />);
    fireEvent.click(screen.getByRole("button"));
  };
  it("is put on as it is usual and says what that is", () => {
    open(null);
    fireEvent.click(screen.getByRole("button", { name: /^Hang 10 s with 3/ }));
    expect(edit).toHaveBeenCalledWith({ op: "set_hang" }, "hang");
  });
  it("is changed where the line's mark is, and taken off", () => {
    open({ left_mm: 6000, lift_mm: 500, hold_s: 20 });
    const left = screen.getByLabelText("Line left out");
    fireEvent.change(left, { target: { value: "4" } });
    fireEvent.keyDown(left, { key: "Enter" });
    expect(edit).toHaveBeenCalledWith({ op: "set_hang", left: "4" }, "hang");
    fireEvent.click(screen.getByRole("button", { name: "Without a hang" }));
    expect(edit).toHaveBeenCalledWith({ op: "set_hang", off: true }, "hang");
  });
});

describe("the retrieve", () => {
  const usual = [{ length_m: 0.025, speed_m_s: 0.05, pause_s: 0.7, times: 1 }];
  const open = (pulls: object[] = []) => {
    const rig = { ...answer.rig, motion: { kind: "inch", pulls } };
    render(<Retrieve answer={{ ...answer, rig } as unknown as Answer} usual={usual} system={system} most={4} />);
    fireEvent.click(screen.getByRole("button"));
  };
  it("says what is usual, and sends what is kept, not what is rounded", () => {
    open();
    expect(screen.queryByText("Retrieve, as usual")).not.toBeNull();
    const rest = screen.getByLabelText("Rest");
    fireEvent.change(rest, { target: { value: "8 s" } });
    fireEvent.keyDown(rest, { key: "Enter" });
    expect(edit).toHaveBeenCalledWith(
      { op: "set_retrieve", pulls: [{ length: "0.025 m", speed: "0.05 m/s", pause: "8 s", times: 1 }] },
      "retrieve",
    );
  });
  it("goes back to what is usual", () => {
    open([{ length_m: 0.3, speed_m_s: 1, pause_s: 0.2, times: 3 }]);
    expect(screen.queryByText("Retrieve, yours")).not.toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "As usual" }));
    expect(edit).toHaveBeenCalledWith({ op: "set_retrieve", pulls: [] }, "retrieve");
  });
  it("counts within what a hand can do", () => {
    open([{ length_m: 0.3, speed_m_s: 1, pause_s: 0.2, times: 20 }]);
    fireEvent.click(screen.getByRole("button", { name: "Once more" }));
    expect(edit.mock.lastCall?.[0].pulls[0].times).toBe(20);
  });
});

describe("the rig and today's water", () => {
  it("says nothing where the water is the one it was fitted to", () => {
    const { container } = render(<Refit answer={answer} />);
    expect(container.textContent).toBe("");
  });
  it("asks before anything is changed", () => {
    render(<Refit answer={{ ...answer, differs: "Today's water is 50% deeper." }} />);
    expect(screen.queryByText("Today's water is 50% deeper.")).not.toBeNull();
    expect(screen.queryByRole("button", { name: "Do it" })).toBeNull();
    expect(editAll).not.toHaveBeenCalled();
  });
});
