import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { runJob } from "./run_job";
import { useJob } from "./use_job";

vi.mock("./run_job", () => ({ runJob: vi.fn() }));
const job = vi.mocked(runJob);
type Asked = Parameters<typeof runJob<"band">>[0];
const one = { kind: "band" } as Asked;
const other = { kind: "band" } as Asked;

beforeEach(() => {
  job.mockReset();
});
afterEach(cleanup);

describe("what a job finds", () => {
  it("is shown with what was asked, and with nothing else", async () => {
    job.mockImplementation(async (asked) => ({ of: asked }) as never);
    const { result, rerender } = renderHook(({ asked }) => useJob<"band">(asked), { initialProps: { asked: one } });
    await waitFor(() => expect(result.current.found).toEqual({ of: one }));
    job.mockImplementation(() => new Promise(() => undefined));
    rerender({ asked: other });
    expect(result.current.found).toBeNull();
  });

  it("shows how far it is", async () => {
    job.mockImplementation((_asked, _signal, tell) => {
      tell(0.4, null);
      return new Promise(() => undefined);
    });
    const { result } = renderHook(() => useJob<"band">(one));
    await waitFor(() => expect(result.current.share).toBe(0.4));
  });

  it("lets go of the job before when something else is asked", async () => {
    const signals: AbortSignal[] = [];
    job.mockImplementation((_asked, signal) => {
      signals.push(signal);
      return new Promise(() => undefined);
    });
    const { rerender } = renderHook(({ asked }) => useJob<"band">(asked), { initialProps: { asked: one } });
    await waitFor(() => expect(signals).toHaveLength(1));
    rerender({ asked: other });
    expect(signals[0]?.aborted).toBe(true);
    await waitFor(() => expect(signals).toHaveLength(2));
    expect(signals[1]?.aborted).toBe(false);
  });

  it("can be stopped and asked for again", async () => {
    job.mockImplementationOnce(() => new Promise(() => undefined));
    const { result } = renderHook(() => useJob<"band">(one));
    await waitFor(() => expect(result.current.share).toBe(0));
    act(() => result.current.stop());
    expect(result.current.fault).toBe("It was stopped.");
    job.mockResolvedValueOnce({ kind: "band" } as never);
    act(() => result.current.again());
    await waitFor(() => expect(result.current.found).not.toBeNull());
    expect(result.current.fault).toBeNull();
  });

  it("says why there is nothing", async () => {
    job.mockRejectedValue(new Error("It did not settle."));
    const { result } = renderHook(() => useJob<"band">(one));
    await waitFor(() => expect(result.current.fault).toBe("It did not settle."));
  });

  it("asks for nothing where nothing is meant", () => {
    renderHook(() => useJob<"band">(null));
    expect(job).not.toHaveBeenCalled();
  });
});
