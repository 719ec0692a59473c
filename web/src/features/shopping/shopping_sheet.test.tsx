import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { useKinds, useStock } from "../../state/use_stock";
import { served, shown } from "../../testing/served";
import { ShoppingSheet } from "./shopping_sheet";

vi.mock("../../state/use_stock", () => ({ useKinds: vi.fn(), useStock: vi.fn() }));
const change = vi.fn();
const edit = vi.fn();

const wanted = (kind: string, name: string, more: object = {}) => ({
  kind,
  name,
  why: ["runs low"],
  cells: {},
  parts: [],
  ...more,
});
const spool = wanted("spools", "Fluorocarbon 0.12 mm", {
  cells: { material: "fluorocarbon" },
  why: ["Two nymphs", "Dusk rig", "Team", "Dry fly"],
  parts: [
    { rig: "a", part: "tippet" },
    { rig: "b", part: "tippet" },
  ],
});
const fly = wanted("flies", "Resin quill #14", {
  cells: { name: "Resin quill" },
  parts: [{ rig: "b", part: "point" }],
});

const show = (rows: unknown[]) => {
  served({ "GET /stock/shopping": { body: { wanted: rows } } });
  shown(<ShoppingSheet />);
  return userEvent.setup();
};

beforeEach(() => {
  change.mockReset().mockResolvedValue({ faults: {}, made: ["spool-new"] });
  edit.mockReset();
  vi.mocked(useKinds).mockReturnValue({
    data: {
      kinds: [
        { key: "flies", title: "Flies" },
        { key: "spools", title: "Spools" },
      ],
    },
  } as never);
  vi.mocked(useStock).mockReturnValue({ change } as never);
  useBench.setState({ saved: { rigId: "a" } as never, edit });
  useSheets.setState({ open: "shopping" });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

it("lists what is wanted by its kind, with why, three rigs at most", async () => {
  show([spool, fly, wanted("spools", "Nylon 0.20 mm")]);
  const spools = await screen.findByRole("region", { name: "Spools" });
  expect(spools.textContent).toContain("Two nymphs, Dusk rig, Team");
  expect(spools.textContent).not.toContain("Dry fly");
  expect(screen.getByRole("region", { name: "Flies" }).textContent).toContain("Resin quill #14");
  expect(screen.queryByRole("button", { name: "I have it: Nylon 0.20 mm" })).toBeNull();
});

it("puts a thing that was bought in the drawer, and ties the rig in hand of it, no other", async () => {
  const user = show([spool, fly]);
  await user.click(await screen.findByRole("button", { name: "I have it: Fluorocarbon 0.12 mm" }));
  await waitFor(() =>
    expect(change).toHaveBeenCalledWith("spools", [{ op: "add", cells: { material: "fluorocarbon" } }]),
  );
  expect(edit.mock.calls).toEqual([[{ op: "use_spool", span: "tippet", spool: "spool-new" }]]);
  expect(await screen.findByText("In your drawer: Fluorocarbon 0.12 mm.")).toBeTruthy();
});

it("adds all that the rig in hand lacks by one press", async () => {
  const user = show([spool, fly]);
  await user.click(await screen.findByRole("button", { name: "Add all that the rig in hand lacks (1)" }));
  await waitFor(() => expect(change).toHaveBeenCalledTimes(1));
});

it("says at which thing the drawer said no", async () => {
  change.mockResolvedValue({ faults: { diameter: "from 0.04 mm on" }, made: [] });
  const user = show([spool]);
  await user.click(await screen.findByRole("button", { name: "I have it: Fluorocarbon 0.12 mm" }));
  expect((await screen.findByRole("alert")).textContent).toBe("Fluorocarbon 0.12 mm: from 0.04 mm on");
  expect(edit).not.toHaveBeenCalled();
});

it("says that nothing is wanted", async () => {
  show([]);
  expect(await screen.findByText(/^Nothing runs low/)).toBeTruthy();
});
