import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useBench } from "./bench_store";
import { runJob } from "./run_job";
import { useRigsHere } from "./use_rigs_here";

vi.mock("./run_job", () => ({ runJob: vi.fn() }));
const job = vi.mocked(runJob);
const water = (id: string) => useBench.setState({ docs: { rig: null, water: { id } } as never });
const asked = () => job.mock.calls.map(([what]) => (what as { revisions: string[] }).revisions);
const answer = (...ids: string[]) =>
  ({ rigs: ids.map((revision) => ({ revision, head: "held", here: null })) }) as never;

beforeEach(() => {
  job.mockReset();
  water("weir");
});
afterEach(cleanup);

describe("rigs in today's water", () => {
  it("are asked once each, and only what is new is asked again", async () => {
    job.mockImplementation(async (what) => answer(...(what as { revisions: string[] }).revisions));
    const { result, rerender } = renderHook(({ ids }) => useRigsHere(ids), { initialProps: { ids: ["a", "b"] } });
    await waitFor(() => expect([...result.current.here.keys()]).toEqual(["a", "b"]));
    rerender({ ids: ["a", "c", "b"] });
    await waitFor(() => expect(result.current.here.has("c")).toBe(true));
    expect(asked()).toEqual([["a", "b"], ["c"]]);
  });

  it("are not asked for ever when nobody has one of them", async () => {
    job.mockImplementation(async () => answer("a"));
    const { result } = renderHook(() => useRigsHere(["a", "gone"]));
    await waitFor(() => expect(result.current.here.has("gone")).toBe(true));
    await act(async () => new Promise((done) => setTimeout(done, 400)));
    expect(asked()).toEqual([["a", "gone"]]);
    expect(result.current.here.get("gone")).toBeNull();
  });

  it("are others in another water", async () => {
    job.mockImplementation(async () => answer("a"));
    const { result } = renderHook(() => useRigsHere(["a"]));
    await waitFor(() => expect(result.current.here.has("a")).toBe(true));
    job.mockImplementation(() => new Promise(() => undefined));
    act(() => water("flats"));
    expect(result.current.here.has("a")).toBe(false);
    await waitFor(() => expect(asked()).toHaveLength(2));
  });

  it("are looked at two dozen at a time", async () => {
    job.mockImplementation(() => new Promise(() => undefined));
    renderHook(() => useRigsHere(Array.from({ length: 30 }, (_, i) => `r${i}`)));
    await waitFor(() => expect(asked()[0]).toHaveLength(24));
  });
});
