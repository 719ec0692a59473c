import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { firstLook, JobFailed, nextLook, runJob } from "./run_job";

type Step = { state: string; done?: number; steps?: number; found?: unknown; fault?: unknown };
let calls: string[] = [];
let steps: Step[] = [];

function answer(body: unknown): Response {
  return new Response(JSON.stringify(body), { status: 200, headers: { "Content-Type": "application/json" } });
}

beforeEach(() => {
  calls = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    calls.push(request.method);
    if (request.signal.aborted) throw request.signal.reason;
    if (request.method !== "GET") return answer({ id: "j1", state: "waiting", done: 0, steps: 0 });
    return answer({ id: "j1", done: 0, steps: 0, ...(steps.shift() ?? { state: "waiting" }) });
  });
});
afterEach(() => vi.unstubAllGlobals());

const asked = { kind: "band" } as never;
const run = (signal: AbortSignal, tell: (share: number) => void = () => undefined) =>
  runJob<"band">(asked, signal, tell);

describe("a job", () => {
  it("is looked at until it is done, telling how far it is", async () => {
    const found = { kind: "band", band: { members: 128 } };
    steps = [
      { state: "waiting" },
      { state: "running", done: 32, steps: 128 },
      { state: "running", done: 96, steps: 128 },
      { state: "done", found },
    ];
    const told: number[] = [];
    await expect(run(new AbortController().signal, (share) => told.push(share))).resolves.toEqual(found);
    expect(told).toEqual([0, 0.25, 0.75]);
    expect(calls).toEqual(["POST", "GET", "GET", "GET", "GET"]);
  });

  it("says why it failed", async () => {
    steps = [{ state: "failed", fault: { detail: "It did not settle." } }];
    await expect(run(new AbortController().signal)).rejects.toEqual(new JobFailed("It did not settle."));
  });

  it("says that it was stopped", async () => {
    steps = [{ state: "stopped" }];
    await expect(run(new AbortController().signal)).rejects.toBeInstanceOf(JobFailed);
  });

  it("is stopped at the server when nobody waits for it any more, and looked at no more", async () => {
    const control = new AbortController();
    const running = run(control.signal, () => control.abort());
    steps = [{ state: "running", done: 1, steps: 128 }];
    await expect(running).rejects.toBeDefined();
    expect(calls).toEqual(["POST", "GET", "DELETE"]);
  });

  it("is stopped at the server when the page is left, and only while it runs", async () => {
    const running = run(new AbortController().signal, () => window.dispatchEvent(new Event("pagehide")));
    steps = [{ state: "running", done: 1, steps: 128 }, { state: "stopped" }];
    await expect(running).rejects.toBeInstanceOf(JobFailed);
    window.dispatchEvent(new Event("pagehide"));
    expect(calls).toEqual(["POST", "GET", "DELETE", "GET"]);
  });
});

describe("looks at a job", () => {
  it("come at once at first, the seldomer the longer it takes, and never more than a second apart", () => {
    const looks = (state: string) => [0, 360, 420, 900, 3000, 60_000].map((waited) => nextLook(waited, state));
    expect(looks("running")).toEqual([120, 120, 140, 300, 1000, 1000]);
    expect(looks("waiting")).toEqual([240, 240, 240, 300, 1000, 1000]);
    expect(
      [0, 900].map((waited) => nextLook(waited, "waiting", true)),
      "left for later",
    ).toEqual([1000, 1000]);
    expect(nextLook(900, "running", true)).toBe(300);
  });
  it("begin a little before the last of its kind had its first answer", () => {
    expect([0, 150, 1000, 60_000].map(firstLook)).toEqual([120, 120, 800, 1000]);
  });
  it("are made later after one that took long", async () => {
    let now = 0;
    vi.spyOn(performance, "now").mockImplementation(() => now);
    const waits: number[] = [];
    vi.stubGlobal("setTimeout", (done: () => void, ms: number) => {
      waits.push(ms);
      now += ms;
      queueMicrotask(done);
    });
    const found = { kind: "band" };
    steps = [
      { state: "waiting" },
      { state: "waiting" },
      ...Array.from({ length: 3 }, () => ({ state: "done", found })),
    ];
    await run(new AbortController().signal);
    await run(new AbortController().signal);
    const whole = waits.slice(0, 3).reduce((sum, ms) => sum + ms, 0);
    expect(waits[3]).toBeCloseTo(firstLook(whole));
    // It was there at the first look: the next is looked at in half the time.
    await run(new AbortController().signal);
    expect(waits[4]).toBeCloseTo(firstLook(0.5 * (waits[3] ?? 0)));
    vi.restoreAllMocks();
  });
});
