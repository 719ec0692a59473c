import { act, cleanup, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Reach, Rig } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { openSheet, useSheets } from "../../state/open_sheets";
import { served, shown } from "../../testing/served";
import { Palette } from "./palette";

Element.prototype.scrollIntoView = () => undefined;
vi.stubGlobal(
  "ResizeObserver",
  class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
);

const answers = {
  "GET /book": { body: { methods: [{ key: "swung", name: "Swung soft hackles", when: "rising fish" }], units: [] } },
  "GET /drawer": { body: { drawer: {}, patterns: [], spools: [] } },
  "GET /reaches": {
    body: { reaches: [{ number: 1, reach: { id: "mill", name: "Mill Throat", river: "Tavrin", kind: "river" } }] },
  },
  "GET /rigs": { body: { rigs: [{ id: "b", name: "Dusk rig", flies: ["Grey dun #16"] }] } },
  "GET /words": { body: { words: [{ key: "sag", name: "sag", also: ["belly"] }] } },
};
const reading = { key: "bottom", title: "Finds the bottom", figure: "4", unit: "m", parts: [] };

beforeEach(() => {
  localStorage.clear();
  useBench.setState({
    docs: { rig: null as unknown as Rig, water: { id: "weir" } as Reach },
    answer: { readings: [reading] } as never,
  });
  useSheets.setState({ open: "palette" });
});
afterEach(() => {
  cleanup();
  openSheet(null);
});

const groups = () =>
  [...document.querySelectorAll("[cmdk-group]:not([hidden]) [cmdk-group-heading]")].map((g) => g.textContent);
const found = () => screen.queryAllByRole("option").map((o) => o.querySelector("span")?.textContent);

describe("anything by name", () => {
  it("shows places and rigs at once; readings, methods and words come once something is typed", async () => {
    served(answers);
    shown(<Palette />);
    expect(await screen.findByRole("option", { name: "Dusk rig" })).toBeTruthy();
    expect(groups()).not.toContain("Readings");
    await userEvent.setup().type(screen.getByRole("combobox"), "bottom");
    expect(found()).toEqual(["Finds the bottom"]);
    expect(groups()).toEqual(["Readings"]);
  });

  it("finds by other words too: a rig by its fly, a word by what others call it, a method by when it is fished", async () => {
    served(answers);
    shown(<Palette />);
    await screen.findByRole("option", { name: "Dusk rig" });
    const user = userEvent.setup();
    const type = screen.getByRole("combobox");
    for (const [typed, name] of [
      ["grey dun", "Dusk rig"],
      ["belly", "sag"],
      ["rising", "Swung soft hackles"],
      ["mill tavrin", "Tavrin, Mill Throat"],
    ] as const) {
      await user.clear(type);
      await user.type(type, typed);
      expect(found()).toEqual([name]);
    }
    await user.clear(type);
    await user.type(type, "no such thing");
    expect(screen.getByText("Nothing has that name.")).toBeTruthy();
  });

  it("goes there, closes, and names what was chosen first the next time", async () => {
    served(answers);
    shown(<Palette />);
    const user = userEvent.setup();
    await user.type(screen.getByRole("combobox"), "tackle{Enter}");
    expect(screen.getByRole("status", { name: "Address" }).textContent).toBe("/tackle");
    expect(useSheets.getState().open).toBeNull();
    cleanup();
    useSheets.setState({ open: "palette" });
    shown(<Palette />);
    const last = (await screen.findByText("Chosen last")).closest("[cmdk-group]") as HTMLElement;
    expect(
      within(last)
        .getAllByRole("option")
        .map((o) => o.textContent),
    ).toEqual(["Tackle"]);
  });

  it("begins with what was typed while it was on its way, and is empty the next time", async () => {
    served(answers);
    useSheets.setState({ open: "palette", ahead: "mill" });
    shown(<Palette />);
    const type = await screen.findByRole("combobox");
    expect((type as HTMLInputElement).value).toBe("mill");
    expect(await screen.findByRole("option", { name: "Tavrin, Mill Throat" })).toBeTruthy();
    await userEvent.setup().keyboard("{Escape}");
    act(() => openSheet("palette"));
    expect(((await screen.findByRole("combobox")) as HTMLInputElement).value).toBe("");
  });

  it("takes a water for today's", async () => {
    served(answers);
    shown(<Palette />);
    await userEvent.setup().click(await screen.findByRole("option", { name: "Tavrin, Mill Throat" }));
    expect(useBench.getState().docs?.water.id).toBe("mill");
  });
});
