import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { Reach, Rig } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { served, shown } from "../../testing/served";
import { RigHistory } from "./rig_history";

vi.mock("../../state/use_rigs_here", () => ({ useRigsHere: () => ({ here: new Map(), share: null }) }));
vi.mock("../library/rig_thumb", () => ({ RigThumb: () => null }));

const row = (number: number, changes: string[], occasion: string, takes = "") => ({
  id: `r${number}`,
  number,
  occasion,
  made_at: "2026-06-01T08:00:00Z",
  changes,
  takes,
});
const revisions = [
  row(4, [], "restored"),
  row(3, ["point bead 2.8 → 3.3 mm", "tippet 0.9 → 1.2 m"], "changed", "1 knot"),
  row(2, ["rod tip 2.6 → 2.4 m"], "tied"),
  row(1, [], "changed"),
];
const answers = { "GET /rigs/a/history": { body: { revisions } } };
const rig = { name: "Two nymphs" } as Rig;

beforeEach(() => {
  useSheets.setState({ open: "history" });
  useBench.setState({
    docs: { rig, water: { id: "weir" } as Reach },
    saved: { rigId: "a", revision: "r4", number: 4, rig },
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

it("reads as it was worked: every change in words with its cost, the newest told apart", async () => {
  served(answers);
  shown(<RigHistory />);
  const rows = await screen.findAllByRole("listitem");
  expect(rows.map((r) => r.querySelector("p")?.textContent)).toEqual([
    "an earlier state restored",
    "point bead 2.8 → 3.3 mm; tippet 0.9 → 1.2 m (1 knot)",
    "rod tip 2.6 → 2.4 m, tied",
    "as it began",
  ]);
  expect(screen.queryByRole("button", { name: "Restore rev 4" })).toBeNull();
  expect(screen.getAllByText("newest")).toHaveLength(1);
});

it("compares two that are ticked, the older first; a third takes the place of the first", async () => {
  const asked = served({
    ...answers,
    "GET /rigs/a/compare/r1/r3": { body: { changes: [{ said: "point bead 2.8 → 3.3 mm" }] } },
    "GET /rigs/a/compare/r1/r2": { body: { changes: [] } },
  });
  shown(<RigHistory />);
  const user = userEvent.setup();
  await user.click(await screen.findByLabelText("Compare rev 3"));
  expect(screen.queryByRole("region", { name: "Comparison" })).toBeNull();
  await user.click(screen.getByLabelText("Compare rev 1"));
  const told = await screen.findByRole("region", { name: "Comparison" });
  expect(told.textContent).toContain("From rev 1 to rev 3");
  expect(told.textContent).toContain("point bead 2.8 → 3.3 mm");
  await user.click(screen.getByLabelText("Compare rev 2"));
  expect(await screen.findByText("No difference.")).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>("Compare rev 3").checked).toBe(false);
  expect(asked.filter((a) => a.path.includes("/compare/"))).toHaveLength(2);
});

it("changes nothing where an earlier one cannot be fetched, and says so", async () => {
  served(answers);
  shown(<RigHistory />);
  await userEvent.setup().click(await screen.findByRole("button", { name: "Restore rev 2" }));
  expect(await screen.findByText("The server does not answer; nothing was changed.")).toBeTruthy();
  expect(useBench.getState().docs?.rig).toBe(rig);
});
