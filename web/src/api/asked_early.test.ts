import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { askedEarly, STALE_MS } from "./asked_early";

const AT = "http://localhost/api/v1";
const early = new Response("early");
const request = (path: string, init: RequestInit = {}) =>
  new Request(`${AT}/${path}`, { headers: { "Jarana-Units": "metric" }, ...init });
const asked = (path: string, answer: Promise<Response> = Promise.resolve(early), method = "GET") =>
  window.askedEarly?.answers.set(`${method} /api/v1/${path}`, { answer, headers: { "Jarana-Units": "metric" } });

beforeEach(() => {
  window.askedEarly = { answers: new Map(), over: false };
  asked("book");
});
afterEach(() => vi.unstubAllGlobals());

describe("what was asked for before the program was there", () => {
  it("is taken once, and nothing else", async () => {
    await expect(askedEarly(request("book"), 0)).resolves.toBe(early);
    expect(window.askedEarly?.over).toBe(false);
    expect(askedEarly(request("book"), 0)).toBeNull();
    expect(window.askedEarly?.over, "the program asks by itself now").toBe(true);
  });

  it("is asked for anew in other units, or when it is old", () => {
    expect(askedEarly(request("book", { headers: { "Jarana-Units": "imperial" } }), 0)).toBeNull();
    asked("book");
    expect(askedEarly(request("book"), STALE_MS + 1)).toBeNull();
    asked("book");
    expect(askedEarly(request("book"), STALE_MS - 1)).not.toBeNull();
  });

  it("is old once something was written, but for what signed one in", async () => {
    asked("sign-in", Promise.resolve(early), "POST");
    const signIn = { method: "POST", body: "{}", headers: { "Jarana-Units": "metric" } };
    await expect(askedEarly(request("sign-in", signIn), 0)).resolves.toBe(early);
    expect(window.askedEarly?.answers.size).toBe(1);
    askedEarly(request("me/units", { method: "PUT", body: "{}" }), 0);
    expect(askedEarly(request("book"), 0)).toBeNull();
  });

  it("is asked for again where no answer came", async () => {
    asked("book", Promise.reject(new Error("no route")));
    const late = new Response("late");
    vi.stubGlobal("fetch", async () => late);
    await expect(askedEarly(request("book"), 0)).resolves.toBe(late);
  });

  it("is the answer to what is sent now, or it is asked for anew", async () => {
    const late = new Response("late");
    vi.stubGlobal("fetch", async () => late);
    const meant = JSON.stringify({ rig: { name: "a" }, edits: [], seq: 0 });
    const bench = (name: string) => {
      window.askedEarly?.answers.set("POST /api/v1/workbench", {
        answer: Promise.resolve(early),
        headers: {},
        body: meant,
      });
      const body = JSON.stringify({ rig: { name }, edits: [], seq: 7 });
      return askedEarly(request("workbench", { method: "POST", body }), 0);
    };
    await expect(bench("a")).resolves.toBe(early);
    await expect(bench("b")).resolves.toBe(late);
  });

  it("is nothing where a page was opened without it", () => {
    delete window.askedEarly;
    expect(askedEarly(request("book"), 0)).toBeNull();
  });
});
