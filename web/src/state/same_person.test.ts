import { afterEach, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { staySame } from "./same_person";

afterEach(() => vi.unstubAllGlobals());

const asked: Request[] = [];
const answers = (status: number, person: string | null) =>
  vi.stubGlobal("fetch", async (request: Request) => {
    asked.push(request);
    const headers = { "content-type": "application/json", ...(person && { "Jarana-Person": person }) };
    return new Response("{}", { status, headers });
  });

it("says whose a page is once it is known, and opens it anew when it is somebody else's", async () => {
  const anew = vi.fn();
  staySame(anew);
  answers(401, null);
  await api.GET("/api/v1/me");
  answers(200, "a");
  await api.GET("/api/v1/me");
  await api.GET("/api/v1/rigs");
  expect(asked.map((r) => r.headers.get("Jarana-Person"))).toEqual([null, null, "a"]);
  answers(401, null);
  await api.GET("/api/v1/rigs");
  expect(anew).not.toHaveBeenCalled();
  answers(412, "b");
  await api.GET("/api/v1/rigs");
  expect(anew).toHaveBeenCalledTimes(1);
  answers(200, "b");
  await api.GET("/api/v1/rigs");
  expect(anew).toHaveBeenCalledTimes(2);
});
