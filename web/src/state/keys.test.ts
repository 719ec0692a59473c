import { cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { keyName, keysOf, keyText, useActions, useKeyboard, useKeys } from "./keys";

const up = { id: "up", does: "up", keys: "]", group: "g", run: () => undefined };
const down = { id: "down", does: "down", keys: "[", group: "g", run: () => undefined };

beforeEach(() => {
  useKeys.getState().reset();
  useKeys.getState().register("test", [up, down]);
});

describe("keys", () => {
  it("are given to one action only", () => {
    expect(useKeys.getState().remap("up", "[")?.id).toBe("down");
    expect(keysOf(up)).toBe("]");
    expect(useKeys.getState().remap("up", "b")).toBeNull();
    expect(keysOf(up)).toBe("b");
    expect(useKeys.getState().remap("down", "]")).toBeNull();
  });
  it("are kept in this browser", () => {
    useKeys.getState().remap("up", "b");
    useKeys.getState().switchOn(false);
    expect(JSON.parse(localStorage.getItem("jarana.keys") ?? "")).toEqual({ on: false, own: { up: "b" } });
  });
  it("are written as a person reads them", () => {
    expect(keyText("ctrl+shift+z")).toBe("Ctrl Shift Z");
    expect(keyText("=")).toBe("=");
    expect(keyText("ctrl++")).toBe("Ctrl +");
  });
});

/** A pressed key; `altGr` sets both flags as some systems do. */
function pressed(key: string, more: KeyboardEventInit & { altGr?: boolean } = {}): KeyboardEvent {
  const { altGr = false, ...flags } = more;
  const both = altGr ? { ctrlKey: true, altKey: true, modifierAltGraph: true } : {};
  return new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...both, ...flags });
}

describe("the name of a key", () => {
  it.each([
    ["]", {}, "]"],
    ["Z", { ctrlKey: true, shiftKey: true }, "ctrl+shift+z"],
    ["z", { metaKey: true }, "ctrl+z"],
    ["?", { shiftKey: true }, "?"],
    ["[", { altGr: true }, "["],
    ["[", { altKey: true }, "["],
    ["f", { altKey: true }, ""],
    ["5", { altKey: true }, ""],
    ["q", { ctrlKey: true, altKey: true }, ""],
  ])("%s with %o is %s", (key, flags, name) => {
    expect(keyName(pressed(key, flags))).toBe(name);
  });
});

describe("a key pressed on the page", () => {
  let runs: string[] = [];
  const actions = [
    { ...up, run: () => runs.push("up") },
    { id: "find", does: "find", keys: "ctrl+k", group: "g", run: () => runs.push("find") },
  ];
  afterEach(() => {
    cleanup();
    document.body.replaceChildren();
  });
  beforeEach(() => {
    runs = [];
    renderHook(() => {
      useKeyboard();
      useActions("test", actions as never);
    });
  });
  const on = (html: string, key = "]", more = {}) => {
    document.body.innerHTML = html;
    const target = document.querySelector("[data-here]") ?? document.body;
    const event = pressed(key, more);
    target.dispatchEvent(event);
    return event.defaultPrevented;
  };

  it("does what it is for, and nothing else hears of it", () => {
    expect(on("<p data-here></p>")).toBe(true);
    expect(on("<p data-here></p>", "[", { altGr: true })).toBe(false);
    expect(on("<p data-here></p>", "]", { altGr: true })).toBe(true);
    expect(runs).toEqual(["up", "up"]);
  });

  it.each([
    "<input data-here>",
    "<textarea data-here></textarea>",
    '<div role="dialog"></div><p data-here></p>',
    '<div role="listbox" data-state="open"><div role="option" data-here></div></div>',
    '<div role="menu" data-state="open"></div><p data-here></p>',
  ])("is silent at %s", (html) => {
    expect(on(html)).toBe(false);
    expect(runs).toEqual([]);
  });

  it("is heard on the line, which is a list that stays", () => {
    expect(on('<div role="listbox" data-here></div>')).toBe(true);
    expect(runs).toEqual(["up"]);
  });

  it("looks for something even while one types", () => {
    expect(on("<input data-here>", "k", { ctrlKey: true })).toBe(true);
    expect(runs).toEqual(["find"]);
  });

  it("is silent where keys are switched off, or another took it", () => {
    useKeys.getState().switchOn(false);
    expect(on("<p data-here></p>")).toBe(false);
    useKeys.getState().switchOn(true);
    document.body.addEventListener("keydown", (event) => event.preventDefault(), { once: true });
    on("<p data-here></p>");
    expect(runs).toEqual([]);
  });
});
