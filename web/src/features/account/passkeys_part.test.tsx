import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import { PasskeysPart } from "./passkeys_part";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const key = { id: "a2V5", name: "my phone", made_at: "2026-06-01T08:00:00Z", used_at: null };
const shown = (answers: object[]) => {
  const fetched = vi.fn(async (_: Request) => Response.json(answers.shift() ?? {}));
  vi.stubGlobal("fetch", fetched);
  render(
    <QueryClientProvider client={new QueryClient()}>
      <PasskeysPart />
    </QueryClientProvider>,
  );
  return fetched;
};

it("lists one's passkeys and takes one away", async () => {
  const fetched = shown([
    { passkeys: [key], here: true },
    { passkeys: [], here: true },
  ]);
  expect((await screen.findByRole("listitem")).textContent).toContain("not used yet");
  await userEvent.click(screen.getByRole("button", { name: "Take it away: my phone" }));
  expect(screen.queryByRole("listitem")).toBeNull();
  const sent = fetched.mock.calls[1]?.[0] as Request;
  expect([sent.method, new URL(sent.url).pathname]).toEqual(["DELETE", "/api/v1/passkeys/a2V5"]);
});

it("says where passkeys are made, and makes none, in a browser or at a page that takes none", async () => {
  shown([{ passkeys: [], here: false }]);
  expect(await screen.findByText(/belong to a name/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Make a passkey here" })).toBeNull();
});
