import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { useSignedOut } from "./signed_out";

const says = (status: number) =>
  vi.stubGlobal("fetch", async () => new Response("{}", { status, headers: { "content-type": "application/json" } }));
const out = () => useSignedOut.getState().out;

beforeEach(() => useSignedOut.setState({ out: false }));
afterEach(() => vi.unstubAllGlobals());

describe("who is signed in", () => {
  it("is nobody once an answer says so, and somebody again once one is given what only they get", async () => {
    says(401);
    await api.GET("/api/v1/rigs");
    expect(out()).toBe(true);
    says(503);
    await api.GET("/api/v1/me");
    expect(out()).toBe(true);
    says(200);
    await api.GET("/api/v1/book");
    expect(out()).toBe(true);
    await api.GET("/api/v1/me");
    expect(out()).toBe(false);
  });
  it("is somebody where what they wrote was taken", async () => {
    useSignedOut.setState({ out: true });
    says(200);
    await api.POST("/api/v1/events", { body: { events: [] } });
    expect(out()).toBe(false);
  });
  it("is not asked by a password that was not right", async () => {
    says(401);
    await api.POST("/api/v1/sign-in/word", { body: { mail: "a@b.example", word: "wrong" } });
    expect(out()).toBe(false);
  });
});
