import { beforeEach, describe, expect, it } from "vitest";
import { keysOf, keyText, useKeys } from "./keys";

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
