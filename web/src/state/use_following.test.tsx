import { cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Answer, SystemKey } from "../api/client";
import { useFollowing } from "./use_following";

afterEach(cleanup);
const answer = (seq: number) => ({ seq }) as Answer;
type Props = { of: Answer; units: SystemKey };

describe("an answer that follows", () => {
  it("is shown with the answer it belongs to, and with no other", async () => {
    const ask = vi.fn(async (of: Answer) => ({ seq: of.seq, told: `for ${of.seq}` }));
    const { result, rerender } = renderHook(({ of, units }: Props) => useFollowing(of, units, 5, ask), {
      initialProps: { of: answer(1), units: "metric" as SystemKey },
    });
    expect(result.current).toBeNull();
    await waitFor(() => expect(result.current?.told).toBe("for 1"));
    rerender({ of: answer(2), units: "metric" });
    expect(result.current).toBeNull();
    await waitFor(() => expect(result.current?.told).toBe("for 2"));
  });

  it("is cancelled when something changes before it is there", async () => {
    const signals: AbortSignal[] = [];
    const ask = vi.fn(async (of: Answer, _units: SystemKey, signal: AbortSignal) => {
      signals.push(signal);
      await new Promise((done) => setTimeout(done, 60));
      return { seq: of.seq };
    });
    const { result, rerender } = renderHook(({ of, units }: Props) => useFollowing(of, units, 0, ask), {
      initialProps: { of: answer(1), units: "metric" as SystemKey },
    });
    await waitFor(() => expect(ask).toHaveBeenCalledTimes(1));
    rerender({ of: answer(2), units: "metric" });
    expect(signals[0]?.aborted).toBe(true);
    await waitFor(() => expect(result.current?.seq).toBe(2));
  });

  it("leaves the nominal answer alone when it fails", async () => {
    const ask = vi.fn().mockRejectedValue(new Error("no route"));
    const { result } = renderHook(() => useFollowing(answer(1), "metric", 0, ask));
    await waitFor(() => expect(ask).toHaveBeenCalled());
    expect(result.current).toBeNull();
  });
});
