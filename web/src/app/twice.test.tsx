import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import type { KeptReach, RigRevision } from "../api/client";
import { type Docs, useBench } from "../state/bench_store";
import { RigTwice, WaterTwice } from "./twice";

const rig = (name: string) => ({ name, spans: [], joints: [], attachments: [] });
const revision = (number: number, name: string) =>
  ({ id: `v${number}`, rig_id: "r1", number, rig: rig(name) }) as unknown as RigRevision;
const change = (said: string) => ({ part: "tippet", what: "tippet", before: "", after: "", said });
const keeping = { keepMine: vi.fn(), takeTheirs: vi.fn(), settled: vi.fn(), newest: null };

function shown(found: object) {
  vi.stubGlobal("fetch", async (asked: Request) =>
    asked.url.endsWith("/both") ? Response.json(found) : Response.json({}, { status: 500 }),
  );
  const first = revision(1, "first");
  useBench.setState({
    docs: { rig: rig("mine"), water: {} } as unknown as Docs,
    saved: { rigId: "r1", revision: first.id, number: 1, rig: first.rig },
  });
  render(
    <QueryClientProvider client={new QueryClient()}>
      <RigTwice newest={revision(2, "theirs")} keeping={keeping} />
    </QueryClientProvider>,
  );
}

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.clearAllMocks();
});

it("goes on with both, on top of what was saved elsewhere", async () => {
  shown({ newest: revision(2, "theirs"), rig: rig("both"), mine: [change("tippet 1 → 2 m")], theirs: [], clashes: [] });
  await screen.findByText("tippet 1 → 2 m");
  expect(screen.queryByText("Clash")).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Keep both" }));
  expect(useBench.getState().docs?.rig?.name).toBe("both");
  expect(useBench.getState().saved).toMatchObject({ revision: "v2", number: 2, rig: { name: "theirs" } });
  expect(keeping.settled).toHaveBeenCalledOnce();
  useBench.getState().undo();
  expect(useBench.getState().docs?.rig?.name).toBe("mine");
});

it("says what of the other is lost where both changed the same", async () => {
  shown({
    newest: revision(2, "theirs"),
    rig: rig("both"),
    mine: [change("tippet 1 → 2 m")],
    theirs: [change("tippet 1 → 3 m")],
    clashes: [change("tippet 1 → 3 m")],
  });
  await screen.findByText("Yours stands; of the other is lost: tippet 1 → 3 m");
});

it("offers one or the other where both make no rig", async () => {
  shown({ newest: revision(2, "theirs"), rig: null, mine: [], theirs: [], clashes: [change("without dropper")] });
  await screen.findByText("They do not make one rig together.");
  expect(screen.queryByRole("button", { name: "Keep both" })).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Take the other" }));
  expect(keeping.takeTheirs).toHaveBeenCalledOnce();
});

const water = (id: string, depth_m: number) => ({ id, name: id, depth_m }) as unknown as KeptReach["reach"];

function shownWater(found: object) {
  vi.stubGlobal("fetch", async (asked: Request) =>
    asked.url.endsWith("/reaches/weir/both") ? Response.json(found) : Response.json({}, { status: 500 }),
  );
  useBench.setState({
    docs: { rig: null, water: water("weir", 0.8) } as unknown as Docs,
    waters: { weir: { number: 1, water: water("weir", 0.9) } },
    past: [],
  });
  render(
    <QueryClientProvider client={new QueryClient()}>
      <WaterTwice name="Weir" newest={{ number: 2, reach: water("weir", 0.7) }} keeping={keeping} />
    </QueryClientProvider>,
  );
}

it("goes on with both states of a water, on top of what was saved elsewhere, and undo goes back to mine", async () => {
  const newest = { number: 2, reach: water("weir", 0.7) };
  shownWater({ newest, reach: water("weir", 0.75), mine: [change("depth 0.9 → 0.8 m")], theirs: [], clashes: [] });
  await screen.findByText("depth 0.9 → 0.8 m");
  await userEvent.click(screen.getByRole("button", { name: "Keep both" }));
  expect(useBench.getState().docs?.water.depth_m).toBe(0.75);
  expect(useBench.getState().waters.weir).toMatchObject({ number: 2, water: { depth_m: 0.7 } });
  expect(keeping.settled).toHaveBeenCalledOnce();
  useBench.getState().undo();
  expect(useBench.getState().docs?.water.depth_m).toBe(0.8);
});

it("offers one water or the other where both make none", async () => {
  shownWater({
    newest: { number: 2, reach: water("weir", 0.7) },
    reach: null,
    mine: [],
    theirs: [change("it blows upstream")],
    clashes: [change("it blows upstream")],
  });
  await screen.findByText("They do not make one water together.");
  expect(screen.queryByRole("button", { name: "Keep both" })).toBeNull();
});
