import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Edit } from "../api/client";
import { type Docs, useBench } from "./bench_store";

/** A server small enough to foresee: an edit of a length sets it, one of a depth sets the depth, "x" is refused. */
async function serve(request: Request): Promise<Response> {
  const { rig, water, edits, seq } = await request.json();
  const wrong = edits.findIndex((e: { value: string }) => e.value === "x");
  const json = (status: number, body: object) =>
    new Response(JSON.stringify(body), { status, headers: { "content-type": "application/json" } });
  if (wrong >= 0) {
    const faults = [{ path: `edits[${wrong}].value`, value: "x", reason: "not a length" }];
    return json(422, { detail: "no", faults });
  }
  for (const edit of edits) {
    if (edit.op === "set_length") rig.spans[0].length_mm = Number(edit.value);
    else water.depth_m = Number(edit.value);
  }
  return json(200, {
    rig,
    water,
    drift: { x_mm: [], y_mm: [], z_mm: [] },
    readings: [],
    strength: [],
    section: {},
    seq,
  });
}

const docs = {
  rig: { name: "r", spans: [{ id: "s", length_mm: 100 }], joints: [], attachments: [] },
  water: { id: "w", depth_m: 1 },
} as unknown as Docs;
const bench = () => useBench.getState();
const settled = () => vi.waitFor(() => expect(bench().waiting).toEqual([]), { interval: 2 });

beforeEach(async () => {
  vi.stubGlobal("fetch", vi.fn(serve));
  bench().open(structuredClone(docs), null);
  await vi.waitFor(() => expect(bench().answer).not.toBeNull());
});
afterEach(() => vi.unstubAllGlobals());

async function work(edits: readonly Edit[]): Promise<void> {
  for (const edit of edits) {
    bench().edit(edit, "f");
    await settled();
  }
}

const anyEdit = fc.oneof(
  fc.integer({ min: 20, max: 999 }).map((n): Edit => ({ op: "set_length", span: "s", value: String(n) })),
  fc.integer({ min: 1, max: 9 }).map((n): Edit => ({ op: "set_depth", value: String(n) })),
);

describe("the bench", () => {
  it("keeps what was pressed while nobody is signed in, and sends it once somebody is", async () => {
    let asked = 0;
    const out = () => {
      asked += 1;
      return Promise.resolve(new Response('{"detail":"not signed in"}', { status: 401 }));
    };
    vi.stubGlobal("fetch", vi.fn(out));
    bench().edit({ op: "set_length", span: "s", value: "250" }, "f");
    await vi.waitFor(() => expect(asked).toBeGreaterThan(1), { timeout: 3000 });
    expect(bench()).toMatchObject({ lost: false, trouble: "" });
    expect(bench().waiting).toHaveLength(1);
    vi.stubGlobal("fetch", vi.fn(serve));
    await vi.waitFor(() => expect(bench().waiting).toEqual([]), { timeout: 3000 });
    expect(bench().docs?.rig?.spans[0]?.length_mm).toBe(250);
  });
  it("goes back to the very document after any edits, and forward again", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(anyEdit, { maxLength: 8 }), async (edits) => {
        bench().open(structuredClone(docs), null);
        await work(edits);
        const end = bench().docs;
        for (let k = 0; k < edits.length; k += 1) bench().undo();
        expect(bench().docs).toEqual(docs);
        for (let k = 0; k < edits.length; k += 1) bench().redo();
        expect(bench().docs).toEqual(end);
      }),
      { numRuns: 15 },
    );
  });

  it("keeps the good edits when one of several is refused, and names the field", async () => {
    bench().edit({ op: "set_length", span: "s", value: "x" }, "s.length");
    bench().edit({ op: "set_depth", value: "3" }, "water.depth");
    await vi.waitFor(() => expect(bench().docs?.water.depth_m).toBe(3));
    expect(bench().faults["s.length"]).toContain("not a length");
    expect(bench().docs?.rig?.spans[0]?.length_mm).toBe(100);
  });

  it("holds edits while the server cannot be reached and sends them when it can", async () => {
    vi.stubGlobal("fetch", vi.fn().mockRejectedValue(new TypeError("no route")));
    bench().edit({ op: "set_depth", value: "4" }, "water.depth");
    await vi.waitFor(() => expect(bench().lost).toBe(true));
    vi.stubGlobal("fetch", vi.fn(serve));
    await vi.waitFor(() => expect(bench().docs?.water.depth_m).toBe(4), { timeout: 3000 });
    expect(bench().lost).toBe(false);
  });

  it("takes back what was not answered yet, and nothing before it", async () => {
    await work([{ op: "set_depth", value: "2" }]);
    const first = bench().docs;
    vi.stubGlobal(
      "fetch",
      vi.fn(() => new Promise(() => undefined)),
    );
    bench().edit({ op: "set_depth", value: "3" }, "f");
    bench().undo();
    expect(bench().docs).toBe(first);
    expect(bench().waiting).toEqual([]);
    vi.stubGlobal("fetch", vi.fn(serve));
    bench().undo();
    expect(bench().docs?.water.depth_m).toBe(1);
  });

  it("goes back one press at a time, also over presses that were answered together, and forward again", async () => {
    let release = () => {};
    const gate = new Promise<void>((open) => {
      release = open;
    });
    const slow = vi.fn(async (request: Request) => {
      await gate;
      return serve(request);
    });
    vi.stubGlobal("fetch", slow);
    bench().again();
    bench().edit({ op: "set_depth", value: "2" }, "f");
    bench().editAll([
      { op: "set_depth", value: "3" },
      { op: "set_length", span: "s", value: "50" },
    ]);
    bench().edit({ op: "set_depth", value: "4" }, "f");
    bench().edit({ op: "set_depth", value: "5" }, "f");
    bench().undo();
    release();
    await settled();
    const seen = () => [bench().docs?.water.depth_m, bench().docs?.rig?.spans[0]?.length_mm];
    expect([seen(), slow.mock.calls.length]).toEqual([[4, 50], 2]);
    const until = (depth: number, length: number) => vi.waitFor(() => expect(seen()).toEqual([depth, length]));
    bench().undo();
    await until(3, 50);
    bench().undo();
    bench().undo();
    await until(1, 100);
    bench().redo();
    await until(2, 100);
    bench().redo();
    bench().redo();
    await until(4, 50);
    expect(bench().future).toEqual([]);
  });

  it("redoes nothing while a change is on its way", async () => {
    await work([{ op: "set_depth", value: "2" }]);
    bench().undo();
    bench().edit({ op: "set_depth", value: "3" }, "f");
    bench().redo();
    await vi.waitFor(() => expect(bench().docs?.water.depth_m).toBe(3));
    expect(bench().future).toEqual([]);
  });

  it("never lets an answer from before an undo overwrite it", async () => {
    await work([{ op: "set_depth", value: "5" }]);
    let release = () => {};
    const gate = new Promise<void>((open) => {
      release = open;
    });
    vi.stubGlobal(
      "fetch",
      vi.fn(async (request: Request) => {
        const answer = await serve(request);
        await gate;
        return answer;
      }),
    );
    bench().edit({ op: "set_depth", value: "6" }, "water.depth");
    vi.stubGlobal("fetch", vi.fn(serve));
    bench().undo();
    release();
    await vi.waitFor(() => expect(bench().docs?.water.depth_m).toBe(5));
    await new Promise((done) => setTimeout(done, 30));
    expect(bench().docs?.water.depth_m).toBe(5);
  });
});
