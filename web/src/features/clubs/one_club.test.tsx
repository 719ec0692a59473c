import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { afterEach, expect, it, vi } from "vitest";
import type { ClubSeen, ClubThing } from "../../api/client";
import { OneClub } from "./one_club";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const when = "2026-06-01T08:00:00Z";
const water: ClubThing = {
  id: "t1",
  kind: "water",
  name: "A river",
  says: "0.90 m, 0.62 m/s",
  whose: "Ann",
  put_at: when,
  edition: 1,
  mine: false,
  copy_id: null,
  called: "",
  newer: false,
  gives: false,
  pool: "Shown from 3 people on; 0 so far.",
  known: false,
};
const club = (role: ClubSeen["role"], ...things: ClubThing[]): ClubSeen => ({
  id: "c1",
  name: "Tavrin valley",
  role,
  called_until: null,
  people: [
    { id: "p1", name: "Ann", role: "keeper", joined_at: when, me: role === "keeper" },
    { id: "p2", name: "Bo", role: role === "keeper" ? "member" : role, joined_at: when, me: role !== "keeper" },
  ],
  things,
});
const shown = (seen: ClubSeen) => {
  const fetched = vi.fn(async (asked: Request) =>
    Response.json(
      asked.url.endsWith("/clubs/c1") || asked.method === "PUT" ? seen : { kind: "water", id: "x", reaches: [] },
    ),
  );
  vi.stubGlobal("fetch", fetched);
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <OneClub id="c1" close={() => 0} />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return fetched;
};

it("lets a guest take a thing, and neither put in, take out nor see to people", async () => {
  const fetched = shown(club("guest", water));
  await userEvent.click(await screen.findByRole("button", { name: "Take it into mine: A river" }));
  const sent = fetched.mock.calls.map(([asked]) => `${asked.method} ${new URL(asked.url).pathname}`);
  expect(sent).toContain("POST /api/v1/clubs/c1/things/t1/take");
  for (const name of ["Put it in", "Take it out: A river", "Send away: Ann", "End the club", "Make a code to come in"])
    expect(screen.queryByRole("button", { name })).toBeNull();
  expect(screen.queryByRole("checkbox")).toBeNull();
});

it("offers a newer edition, and gives what outings teach of a copy only where it is wished", async () => {
  const fetched = shown(club("member", { ...water, copy_id: "taken-1", called: "Weir Run", newer: true, edition: 2 }));
  expect(await screen.findByRole("button", { name: "Take the newer one: A river" })).toBeTruthy();
  expect(screen.getByText(/with you Weir Run, edition 2/)).toBeTruthy();
  const giving = screen.getByRole<HTMLInputElement>("checkbox", { name: /never where or when/ });
  expect(giving.checked).toBe(false);
  await userEvent.click(giving);
  const sent = fetched.mock.calls.map(([asked]) => asked).find((asked) => asked.method === "PUT") as Request;
  expect(await sent.json()).toEqual({ gives: true });
});

it("lets a keeper see to people, write down what is known, and end the club after asking", async () => {
  shown(club("keeper", { ...water, known: true }));
  expect(await screen.findByRole("button", { name: "Write it down so" })).toBeTruthy();
  expect(screen.getByRole("button", { name: "Send away: Bo" })).toBeTruthy();
  expect(screen.queryByRole("button", { name: "End it for all" })).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "End the club" }));
  expect(screen.getByRole("button", { name: "End it for all" })).toBeTruthy();
});
