import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Refused } from "../api/client";
import { type Kept, useAutosave } from "./use_autosave";

type Newest = { by: string };
const REST = 2000;

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

function refusal(status: number, more: object = {}): Refused {
  return new Refused(status, { detail: "no", faults: [], ...more } as never);
}

/** A document that is not saved, and what happened to it. */
function keeping(send: Kept<Newest>["send"]) {
  const told: string[] = [];
  const kept: Kept<Newest> = {
    now: { text: 1 },
    dirty: true,
    send,
    ours: (newest) => newest.by === "us",
    base: (newest) => void told.push(`base ${newest.by}`),
    take: (newest) => void told.push(`take ${newest.by}`),
    tell: (trouble) => void told.push(trouble),
  };
  const hook = renderHook((now: Kept<Newest>) => useAutosave(now), { initialProps: kept });
  const rest = (ms = REST) => act(() => vi.advanceTimersByTimeAsync(ms));
  return { kept, told, hook, rest };
}

describe("a document that changes", () => {
  it("is sent once it rests for two seconds, not before", async () => {
    const send = vi.fn(async () => undefined);
    const { kept, hook, rest } = keeping(send);
    expect(hook.result.current.state).toBe("unsaved");
    await rest(REST - 1);
    hook.rerender({ ...kept, now: { text: 2 } });
    await rest(REST - 1);
    expect(send).not.toHaveBeenCalled();
    await rest(1);
    expect(send).toHaveBeenCalledTimes(1);
    expect(send).toHaveBeenCalledWith(false);
    hook.rerender({ ...kept, dirty: false });
    expect(hook.result.current.state).toBe("saved");
    await rest(3 * REST);
    expect(send).toHaveBeenCalledTimes(1);
  });

  it("is sent again when it did not arrive", async () => {
    const send = vi.fn(async () => undefined);
    send.mockRejectedValueOnce(new TypeError("no route")).mockRejectedValueOnce(refusal(503));
    const { hook, rest, told } = keeping(send);
    await rest();
    expect(hook.result.current.state).toBe("saving");
    for (let k = 0; k < 4; k++) await rest();
    expect(send.mock.calls.length).toBeGreaterThanOrEqual(3);
    expect(told).toEqual([]);
  });

  it("is told that the server has no room, and sent again until there is", async () => {
    const send = vi.fn(async () => undefined);
    send.mockRejectedValueOnce(refusal(507, { detail: "No room left." }));
    const { rest, told } = keeping(send);
    for (let k = 0; k < 4; k++) await rest();
    expect(told).toEqual(["No room left."]);
    expect(send.mock.calls.length).toBeGreaterThanOrEqual(2);
  });

  it("is told why the server refuses it, and waits for a change", async () => {
    const send = vi.fn().mockRejectedValue(refusal(422, { faults: [{ path: "a", value: "", reason: "too long" }] }));
    const { kept, hook, rest, told } = keeping(send);
    await rest(3 * REST);
    expect(send).toHaveBeenCalledTimes(1);
    expect(told).toEqual(["too long"]);
    hook.rerender({ ...kept, now: { text: 2 } });
    await rest();
    expect(send).toHaveBeenCalledTimes(2);
  });

  it.each([
    ["keepMine" as const, "base others"],
    ["takeTheirs" as const, "take others"],
  ])("changed elsewhere is offered both ways: %s", async (choice, happened) => {
    const send = vi.fn().mockRejectedValue(refusal(409, { newest: { by: "others" } }));
    const { hook, rest, told } = keeping(send);
    await rest();
    expect(hook.result.current.state).toBe("stale");
    await rest(3 * REST);
    expect(send).toHaveBeenCalledTimes(1);
    act(() => hook.result.current[choice]());
    expect(told).toEqual([happened]);
    expect(hook.result.current.newest).toBeNull();
  });

  it("that this page itself saved before is no other's change", async () => {
    const send = vi.fn(async () => undefined).mockRejectedValueOnce(refusal(409, { newest: { by: "us" } }));
    const { hook, rest, told } = keeping(send);
    await rest();
    expect(told).toEqual(["base us"]);
    expect(hook.result.current.newest).toBeNull();
  });

  it("is sent as the page is left, unless another's change waits for a choice", async () => {
    const send = vi.fn(async () => undefined);
    const { rest } = keeping(send);
    const hidden = vi.spyOn(document, "visibilityState", "get").mockReturnValue("hidden");
    document.dispatchEvent(new Event("visibilitychange"));
    expect(send).toHaveBeenCalledWith(true);
    send.mockRejectedValue(refusal(409, { newest: { by: "others" } }));
    await rest();
    send.mockClear();
    document.dispatchEvent(new Event("visibilitychange"));
    expect(send).not.toHaveBeenCalled();
    hidden.mockRestore();
  });
});
