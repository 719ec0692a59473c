import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

type Answer = { kept: string[]; refused?: { id: string; why: string }[] };
type Sent = { events: { id: string; seq: number; kind: string; about: string | null; device: string }[] };

/** The server as the phone sees it: answers, or is away. */
const server = vi.hoisted(() => ({
  sent: [] as Sent[],
  answer: ((sent: Sent) => ({ kept: sent.events.map((e) => e.id) })) as (sent: Sent) => Answer,
}));
vi.mock("../api/client", async (original) => {
  const real = await original<typeof import("../api/client")>();
  const POST = async (_path: string, { body }: { body: Sent }) => {
    server.sent.push(body);
    return { data: server.answer(body), response: new Response("{}") };
  };
  return { ...real, api: { POST } };
});

/** A phone that was just switched on: the page is loaded anew, the database stays. */
async function opened() {
  vi.resetModules();
  const bank = await import("./bank");
  await bank.openBank();
  await bank.sendEvents();
  return bank;
}

const away = () => {
  throw new TypeError("failed to fetch");
};
const all = (sent: Sent): Answer => ({ kept: sent.events.map((e) => e.id) });

beforeEach(async () => {
  localStorage.clear();
  server.sent = [];
  server.answer = all;
  await new Promise((done) => {
    indexedDB.deleteDatabase("jarana-bank-").onsuccess = done;
  });
});
afterEach(async () => {
  const { bankDb } = await import("./bank_db");
  (await bankDb()).close();
});

describe("what is tapped", () => {
  it("is sent once, in the order of this phone, about the outing that is open", async () => {
    const bank = await opened();
    const outing = await bank.happened("outing", {}, { about: null });
    await bank.happened("drift", { tap: "ticked" });
    await bank.sendEvents();
    const events = server.sent.flatMap((s) => s.events);
    expect(events.map((e) => [e.kind, e.seq, e.about])).toEqual([
      ["outing", 1, null],
      ["drift", 2, outing],
    ]);
    await bank.sendEvents();
    expect(server.sent.flatMap((s) => s.events)).toHaveLength(2);
  });
  it("waits while the server is away, through a reload, and goes out afterwards", async () => {
    let bank = await opened();
    server.answer = away;
    await bank.happened("outing", {}, { about: null });
    await bank.happened("drift", {});
    await bank.sendEvents();
    expect(bank.useBank.getState().reached).toBe(false);
    expect(bank.useBank.getState().events.map((e) => e.state)).toEqual(["waits", "waits"]);
    bank = await opened();
    expect(bank.useBank.getState().events).toHaveLength(2);
    expect(bank.useBank.getState().outing).not.toBeNull();
    server.answer = all;
    await bank.sendEvents();
    expect(bank.useBank.getState().events.every((e) => e.state === "kept")).toBe(true);
    const next = await bank.happened("drift", {});
    await bank.sendEvents();
    const last = server.sent.at(-1)?.events.at(-1);
    expect([last?.id, last?.seq]).toEqual([next, 3]);
  });
  it("is sent again when an answer was lost, with the same ids", async () => {
    const bank = await opened();
    server.answer = away;
    const id = await bank.happened("outing", {}, { about: null });
    await bank.sendEvents();
    server.answer = all;
    await bank.sendEvents();
    const ids = server.sent.flatMap((s) => s.events.map((e) => e.id));
    expect(new Set(ids)).toEqual(new Set([id]));
    expect(ids.length).toBeGreaterThan(1);
  });
  it("that is refused is kept aside, and does not hold up the rest", async () => {
    const bank = await opened();
    server.answer = (sent) => ({
      kept: sent.events.filter((e) => e.kind !== "drift").map((e) => e.id),
      refused: sent.events.filter((e) => e.kind === "drift").map((e) => ({ id: e.id, why: "no such tap" })),
    });
    await bank.happened("outing", {}, { about: null });
    await bank.happened("drift", {});
    await bank.sendEvents();
    const state = bank.useBank.getState();
    expect(state.events.map((e) => e.state)).toEqual(["kept", "refused"]);
    expect(state.events[1]?.why).toBe("no such tap");
    expect((await opened()).useBank.getState().events.map((e) => e.state)).toEqual(["kept", "refused"]);
  });
  it("ends an outing, which stays ended", async () => {
    const bank = await opened();
    await bank.happened("outing", {}, { about: null });
    await bank.happened("ended", {});
    expect(bank.useBank.getState().outing).toBeNull();
    expect((await opened()).useBank.getState().outing).toBeNull();
  });
  it("of one person is neither shown nor sent when another signs in, and is there for the first again", async () => {
    const bank = await opened();
    await bank.bankOf("ada");
    server.answer = away;
    await bank.happened("outing", {}, { about: null });
    await bank.sendEvents();
    server.answer = all;
    server.sent = [];
    await bank.bankOf("bo");
    await bank.sendEvents();
    expect(bank.useBank.getState().events).toEqual([]);
    expect(server.sent).toEqual([]);
    await bank.bankOf("ada");
    await bank.sendEvents();
    expect(bank.useBank.getState().events.map((e) => e.state)).toEqual(["kept"]);
  });
  it("has one device for all of a phone's life", async () => {
    const first = await opened();
    await first.happened("outing", {}, { about: null });
    const second = await opened();
    await second.happened("drift", {});
    await second.sendEvents();
    expect(new Set(server.sent.flatMap((s) => s.events.map((e) => e.device))).size).toBe(1);
  });
  it("is forgotten with the pack when one signs out, but for what still waits to be sent", async () => {
    const bank = await opened();
    const { forgetHere, keepPack, keptPack, everyEvent } = await import("./bank_db");
    await keepPack({ keptAt: "now" } as never);
    server.answer = away;
    await bank.happened("outing", {}, { about: null });
    await bank.sendEvents();
    expect(await forgetHere()).toBe(1);
    expect(await keptPack()).toBeUndefined();
    expect(await everyEvent()).toHaveLength(1);
    server.answer = all;
    await bank.sendEvents();
    expect(await forgetHere()).toBe(0);
    expect(await everyEvent()).toEqual([]);
  });
});
