import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { useKeys } from "../../state/keys";
import { useSheets } from "../../state/open_sheets";
import { KeySheet } from "./key_sheet";

const action = (id: string, keys: string, group = "Rig") => ({ id, does: id, keys, group, run: () => undefined });

beforeEach(() => {
  useKeys.getState().reset();
  useKeys.getState().register("test", [action("bead up", "]"), action("bead down", "["), action("named only", "")]);
  useKeys.getState().register("all", [action("undo", "ctrl+z", "Everywhere")]);
  useSheets.setState({ open: "keys" });
  render(<KeySheet />);
});
afterEach(cleanup);

const key = (name: string) => screen.getByRole("button", { name: new RegExp(`^Key for ${name}`) });

describe("the sheet of keys", () => {
  it("lists what has a key, by where it belongs", () => {
    expect(screen.getByRole("region", { name: "Rig" }).textContent).toContain("bead up");
    expect(screen.getByRole("region", { name: "Everywhere" }).textContent).toContain("Ctrl Z");
    expect(screen.queryByText("named only")).toBeNull();
  });

  it("gives an action the key that is pressed", () => {
    fireEvent.click(key("bead up"));
    expect(key("bead up").textContent).toBe("press a key");
    fireEvent.keyDown(key("bead up"), { key: "b" });
    expect(key("bead up").textContent).toBe("B");
    expect(useKeys.getState().own).toEqual({ "bead up": "b" });
  });

  it("says whose a key is already, and waits for another", () => {
    fireEvent.click(key("bead up"));
    fireEvent.keyDown(key("bead up"), { key: "[" });
    expect(screen.getByRole("alert").textContent).toBe("[ is “bead down” already.");
    fireEvent.keyDown(key("bead up"), { key: "n" });
    expect(screen.queryByRole("alert")).toBeNull();
    expect(useKeys.getState().own).toEqual({ "bead up": "n" });
  });

  it.each(["Tab", "Shift", "Enter", "ArrowUp"])("leaves %s what it is", (name) => {
    fireEvent.click(key("bead up"));
    fireEvent.keyDown(key("bead up"), { key: name });
    expect(useKeys.getState().own).toEqual({});
  });

  it("leaves what the browser does with Alt to the browser, and takes a sign made with it", () => {
    fireEvent.click(key("undo"));
    fireEvent.keyDown(key("undo"), { key: "f", altKey: true });
    expect(useKeys.getState().own).toEqual({});
    fireEvent.keyDown(key("undo"), { key: "{", altKey: true });
    expect(useKeys.getState().own).toEqual({ undo: "{" });
  });

  it("lets go when one goes elsewhere", () => {
    fireEvent.click(key("bead up"));
    fireEvent.blur(key("bead up"));
    expect(key("bead up").textContent).toBe("]");
  });

  it("switches all keys off and back to what they were", () => {
    fireEvent.click(screen.getByRole("checkbox"));
    expect(useKeys.getState().on).toBe(false);
    fireEvent.click(screen.getByRole("button", { name: "As they were" }));
    expect(useKeys.getState().on).toBe(true);
  });
});
