import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import type { RigRevision } from "../api/client";
import { type Docs, useBench } from "../state/bench_store";
import { RigTwice } from "./twice";

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
