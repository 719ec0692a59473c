import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Reach, Rig, RigHereView } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { useRigsHere } from "../../state/use_rigs_here";
import { refused, served, shown } from "../../testing/served";
import { RigLibrary } from "./rig_library";

vi.mock("../../state/use_rigs_here", () => ({ useRigsHere: vi.fn() }));
vi.mock("./rig_thumb", () => ({ RigThumb: ({ name }: { name: string }) => <span>picture of {name}</span> }));
const looked = vi.mocked(useRigsHere);

const summary = (id: string, name: string, more: object = {}) => ({
  id,
  revision: `${id}-1`,
  number: 1,
  name,
  method: "level-contact",
  made_at: "2026-06-01T08:00:00Z",
  flies: ["Resin quill #14"],
  waters: [],
  ...more,
});
const rigs = [
  summary("a", "Two nymphs"),
  summary("b", "Team of three", { method: "lake-team", flies: ["Pupa #12"] }),
  summary("c", "Dry fly", { flies: ["Grey dun #16"], waters: [{ id: "mill", name: "Mill Throat" }] }),
];
const methods = [
  { key: "level-contact", waters: ["river"] },
  { key: "lake-team", waters: ["lake"] },
];
const worth = (minutes: number, excluded = "") =>
  ({ here: { worth: { minutes, p10: minutes - 1, p90: minutes + 2, excluded } } }) as unknown as RigHereView;
const river = { id: "weir", name: "Weir Run", river: "Tavrin", kind: "river" } as unknown as Reach;
const answers = {
  "GET /rigs": { body: { rigs } },
  "GET /book": { body: { methods, units: [] } },
  "GET /reaches": { body: { reaches: [] } },
};
const names = () =>
  within(screen.getByRole("list", { name: "Rigs" }))
    .getAllByRole("listitem")
    .map((row) => row.querySelector("p")?.textContent);
const here = (rows: [string, RigHereView | null][]) => looked.mockReturnValue({ here: new Map(rows), share: null });

beforeEach(() => {
  here([]);
  useSheets.setState({ open: "rigs" });
  useBench.setState({
    docs: { rig: { name: "Two nymphs" } as Rig, water: river },
    saved: { rigId: "a", revision: "a-1", number: 1, rig: { name: "Two nymphs" } as Rig },
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("your rigs", () => {
  it("are found by words of name, method and fly, in any order", async () => {
    served(answers);
    shown(<RigLibrary />);
    await screen.findByText("Team of three");
    const user = userEvent.setup();
    const find = screen.getByLabelText("Find by name, method or fly");
    await user.type(find, "pupa three");
    expect(names()).toEqual(["Team of three"]);
    await user.clear(find);
    await user.type(find, "pupa dry");
    expect(screen.getByText("No rig has these words.")).toBeTruthy();
  });

  it("say that they are looked at until the last of them is, and only then can be put in order", async () => {
    served(answers);
    here([["a-1", worth(7)]]);
    shown(<RigLibrary />);
    await screen.findByText("Team of three");
    expect(screen.getByText("Looking at each in today's water …")).toBeTruthy();
    expect(screen.queryByRole("checkbox")).toBeNull();
  });

  it("are put in the order of their worth here, those made for other water last", async () => {
    served(answers);
    here([
      ["a-1", worth(3)],
      ["b-1", worth(20)],
      ["c-1", worth(9)],
    ]);
    shown(<RigLibrary />);
    await screen.findByText("Made for a lake.");
    expect(names()).toEqual(["Two nymphs", "Team of three", "Dry fly"]);
    await userEvent.setup().click(screen.getByRole("checkbox", { name: "worth most in Tavrin, Weir Run first" }));
    expect(names()).toEqual(["Dry fly", "Two nymphs", "Team of three"]);
  });

  it("say what they are worth here, what rules them out, and what cannot be fished", async () => {
    served(answers);
    here([
      ["a-1", worth(7)],
      ["b-1", worth(5)],
      ["c-1", worth(0, "one fly is allowed")],
    ]);
    shown(<RigLibrary />);
    expect(await screen.findByText("Not here: one fly is allowed.")).toBeTruthy();
    expect(screen.getByText("7")).toBeTruthy();
    cleanup();
    here([
      ["a-1", { here: null } as unknown as RigHereView],
      ["b-1", null],
      ["c-1", null],
    ]);
    shown(<RigLibrary />);
    expect(await screen.findByText("It cannot be fished in today's water.")).toBeTruthy();
  });

  it("are thrown away and brought back", async () => {
    const asked = served({ ...answers, "DELETE /rigs/c": { body: {} }, "POST /rigs/c/bring-back": { body: {} } });
    shown(<RigLibrary />);
    const user = userEvent.setup();
    await user.click(await screen.findByRole("button", { name: "Throw Dry fly away" }));
    expect(await screen.findByText("Dry fly was thrown away.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Undo" }));
    await waitFor(() => expect(asked.map((a) => `${a.method} ${a.path}`)).toContain("POST /rigs/c/bring-back"));
    expect(screen.queryByText("Dry fly was thrown away.")).toBeNull();
  });

  it("keep their name where none is typed, and take another under an id of its own", async () => {
    const asked = served({ ...answers, "POST /rigs/c/rename": { body: {} } });
    shown(<RigLibrary />);
    const user = userEvent.setup();
    const rename = async (text: string) => {
      await user.click(await screen.findByRole("button", { name: "Rename Dry fly" }));
      await user.clear(screen.getByLabelText("New name"));
      await user.type(screen.getByLabelText("New name"), `${text}{Enter}`);
    };
    await rename(" ");
    expect(asked.some((a) => a.path.endsWith("/rename"))).toBe(false);
    await rename("Evening");
    await waitFor(() => expect(asked.find((a) => a.path.endsWith("/rename"))?.body).toMatchObject({ name: "Evening" }));
  });

  it("that were fished in a water no longer there say so and change nothing", async () => {
    served(answers);
    shown(<RigLibrary />);
    await userEvent.setup().click(await screen.findByRole("button", { name: "Mill Throat, with Dry fly" }));
    expect(await screen.findByText("That water is no longer among yours.")).toBeTruthy();
    expect(useBench.getState().saved?.rigId).toBe("a");
  });

  it("are not taken from a file with faults, which are named one by one", async () => {
    const faults = [
      { path: "spans[0].length_mm", reason: "at least 20" },
      { path: "name", reason: "is wanted" },
    ];
    served({ ...answers, "POST /rigs/import": refused(422, "", faults) });
    shown(<RigLibrary />);
    const file = new File(["{}"], "rig.json", { type: "application/json" });
    await userEvent.setup().upload(await screen.findByLabelText("Rig file"), file);
    const alert = await screen.findByRole("alert");
    expect(alert.textContent).toContain("Nothing was imported.");
    expect(
      within(alert)
        .getAllByRole("listitem")
        .map((l) => l.textContent),
    ).toEqual(["spans[0].length_mm at least 20", "name is wanted"]);
  });

  it("go out as files, the cut sheet also for spreadsheets with decimal commas", async () => {
    served(answers);
    shown(<RigLibrary />);
    await userEvent.setup().click(await screen.findByRole("button", { name: "Files of Dry fly" }));
    const link = (name: string) => screen.getByRole("link", { name }).getAttribute("href");
    expect(link("Rig, JSON")).toBe("/api/v1/rigs/c/rig.json");
    expect(link("Cut sheet, CSV")).toBe("/api/v1/rigs/c/cut-sheet.csv");
    expect(link("Cut sheet, CSV with semicolons and decimal commas")).toBe(
      "/api/v1/rigs/c/cut-sheet.csv?cells=semicolon",
    );
  });
});

it("says how to begin where there is no rig yet", async () => {
  served({ ...answers, "GET /rigs": { body: { rigs: [] } } });
  shown(<RigLibrary />);
  expect(await screen.findByText(/^No rig yet. Start one from a method/)).toBeTruthy();
});
