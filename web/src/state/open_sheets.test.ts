import { afterEach, describe, expect, it, vi } from "vitest";
import { addressSheets, followAddress, openSheet, searchWith, useSheets } from "./open_sheets";

const open = () => useSheets.getState().open;

afterEach(() => {
  addressSheets(null);
  openSheet(null);
});

describe("sheets and their address", () => {
  it("adds an entry when one opens, and writes over it when it changes or closes", () => {
    const wrote = vi.fn();
    addressSheets(wrote);
    openSheet("start");
    openSheet("rigs");
    openSheet(null);
    expect(wrote.mock.calls).toEqual([
      ["start", false],
      ["rigs", true],
      [null, true],
    ]);
  });

  it("says nothing twice", () => {
    const wrote = vi.fn();
    addressSheets(wrote);
    openSheet("keys");
    openSheet("keys");
    expect(wrote).toHaveBeenCalledTimes(1);
  });

  it("follows Back and a reload, and knows no sheet of another name", () => {
    followAddress("?sheet=history");
    expect(open()).toBe("history");
    followAddress("");
    expect(open()).toBeNull();
    followAddress("?sheet=somewhere");
    expect(open()).toBeNull();
  });

  it("leaves the rest of an address as it is", () => {
    expect(searchWith("?units=x", "start")).toBe("units=x&sheet=start");
    expect(searchWith("?units=x&sheet=start", null)).toBe("units=x");
  });
});
