import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { FlyPicker, matches } from "./fly_picker";

beforeAll(() => {
  Element.prototype.scrollIntoView = vi.fn();
  globalThis.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  } as unknown as typeof ResizeObserver;
});
afterEach(cleanup);

const options = [
  {
    value: "quill-28",
    name: "Resin quill #14, 2.8 mm",
    note: "6 in the box",
    words: "Resin quill #14 14 2.8 mm tungsten slim",
  },
  {
    value: "pupa",
    name: "Ribbed pupa #12, no bead",
    note: "7 in the box",
    words: "Ribbed pupa #12 12 no bead resin midge pupa",
  },
  { value: "dun", name: "Grey dun #16, no bead", note: "2 in the box", words: "Grey dun #16 16 no bead dry imitation" },
];
const open = (last: string[] = [], onChoose = vi.fn()) => {
  render(<FlyPicker label="Fly" shown="Grey dun" options={options} last={last} onChoose={onChoose} />);
  fireEvent.click(screen.getByRole("button"));
  return onChoose;
};
const shown = () => screen.getAllByRole("option").map((row) => row.textContent);

describe("a fly found by a few letters", () => {
  it.each([
    ["pupa 12", "Ribbed pupa #12 12", 1],
    ["12 pupa", "Ribbed pupa #12 12", 1],
    ["tung 2.8", "2.8 mm tungsten", 1],
    ["midge", "resin midge pupa", 1],
    ["quill 12", "Resin quill #14 14", 0],
    ["ribbed dun", "Ribbed pupa", 0],
    ["", "anything", 1],
  ])("%s in “%s”: %i", (typed, words, found) => {
    expect(matches("", typed, [words])).toBe(found);
  });
  it("shows what fits and takes the first by Enter", () => {
    const chosen = open();
    const input = screen.getByPlaceholderText(/a few letters/);
    fireEvent.change(input, { target: { value: "no bead" } });
    expect(shown()).toHaveLength(2);
    fireEvent.change(input, { target: { value: "dun" } });
    fireEvent.keyDown(input, { key: "Enter" });
    expect(chosen).toHaveBeenCalledWith("dun");
  });
  it("puts those used last on top, with number keys", () => {
    const chosen = open(["pupa", "gone", "quill-28"]);
    expect(shown()[0]).toContain("Ribbed pupa");
    expect(shown()[1]).toContain("Resin quill");
    fireEvent.keyDown(screen.getByPlaceholderText(/a few letters/), { key: "2" });
    expect(chosen).toHaveBeenCalledWith("quill-28");
  });
  it("types a digit into a search that has begun", () => {
    const chosen = open(["pupa"]);
    const input = screen.getByPlaceholderText(/a few letters/);
    fireEvent.change(input, { target: { value: "quill " } });
    fireEvent.keyDown(input, { key: "1" });
    expect(chosen).not.toHaveBeenCalled();
  });
  it("says when nothing is called so", () => {
    open();
    fireEvent.change(screen.getByPlaceholderText(/a few letters/), { target: { value: "zzz" } });
    expect(screen.queryByText(/Nothing in your box/)).not.toBeNull();
  });
  it("is named by its label and what is chosen", () => {
    render(<FlyPicker label="Fly" shown="Grey dun" options={options} last={[]} onChoose={vi.fn()} />);
    expect(screen.getByRole("button", { name: "Fly Grey dun" })).not.toBeNull();
  });
});
