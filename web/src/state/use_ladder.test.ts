import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { createElement, type ReactNode } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Reach, Rig } from "../api/client";
import { useBench } from "./bench_store";
import { useLadder, usesLadders } from "./use_ladder";

const asked: unknown[] = [];

/** The server: a drawer, and a ladder at the second look. */
function serve() {
  let looks = 0;
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname;
    const answer = (body: unknown) =>
      new Response(JSON.stringify(body), { status: 200, headers: { "Content-Type": "application/json" } });
    if (path === "/api/v1/drawer") return answer({ drawer: { spools: [] } });
    if (path === "/api/v1/jobs") {
      asked.push(await request.json());
      return answer({ id: crypto.randomUUID(), kind: "ladder", state: "waiting", done: 0, steps: 0 });
    }
    looks += 1;
    return answer({
      state: looks > 1 ? "done" : "running",
      done: 1,
      steps: 2,
      found: { kind: "ladder", ladder: { rows: [] } },
    });
  });
}

const client = new QueryClient();
const wrapper = ({ children }: { children: ReactNode }) => createElement(QueryClientProvider, { client }, children);
const rig = (name: string) => ({ name }) as unknown as Rig;
const water = { id: "run", depth_m: 0.9 } as unknown as Reach;

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("a ladder", () => {
  it("is climbed once for a rig, is there at once when it is opened again, and climbed anew for another", async () => {
    serve();
    expect(usesLadders()).toBe(false);
    act(() => useBench.getState().open({ rig: rig("one"), water }, null));
    const first = renderHook(() => useLadder(true, 0), { wrapper });
    await waitFor(() => expect(first.result.current.found).toEqual({ rows: [] }));
    await waitFor(() => expect(usesLadders()).toBe(true));
    first.unmount();
    const again = renderHook(() => useLadder(true, 0), { wrapper });
    expect(again.result.current.found).toEqual({ rows: [] });
    expect(asked).toHaveLength(1);
    act(() => useBench.getState().open({ rig: rig("two"), water }, null));
    await waitFor(() => expect(asked).toHaveLength(2));
    expect(asked[1]).toMatchObject({ kind: "ladder", rig: { name: "two" } });
  });

  it("is not climbed where nobody wants it", async () => {
    serve();
    const before = asked.length;
    act(() => useBench.getState().open({ rig: rig("three"), water }, null));
    const idle = renderHook(() => useLadder(false, 0), { wrapper });
    await new Promise((done) => setTimeout(done, 50));
    expect(idle.result.current.found).toBeNull();
    expect(asked).toHaveLength(before);
  });
});
