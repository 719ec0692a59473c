import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { useBench } from "../../state/bench_store";
import { LessonNote } from "./lesson_note";

const TEXT = "Learnt from 41 drifts, most likely: 12 cm deeper than you wrote.";
let lesson = { text: TEXT, drifts: 41, used: true, since: null, forgotten: false };
let refuses = false;
const sent: string[] = [];
const again = vi.fn();

beforeEach(() => {
  lesson = { text: TEXT, drifts: 41, used: true, since: null, forgotten: false };
  refuses = false;
  sent.length = 0;
  again.mockClear();
  useBench.setState({ again });
  vi.stubGlobal("fetch", async (request: Request) => {
    if (request.method === "PUT") {
      const { act } = (await request.json()) as { act: string };
      sent.push(act);
      if (refuses) return Response.json({ detail: "Not now." }, { status: 503 });
      lesson = { ...lesson, used: act === "use" };
    }
    return Response.json(lesson);
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const show = () =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <LessonNote water="weir-run" />
      </MemoryRouter>
    </QueryClientProvider>,
  );

it("says what was learnt, and one press computes everything without it, another with it again", async () => {
  show();
  expect((await screen.findByTestId("lesson")).textContent).toContain(TEXT);
  await userEvent.click(screen.getByRole("button", { name: "Without it" }));
  await userEvent.click(await screen.findByRole("button", { name: "With it" }));
  await screen.findByRole("button", { name: "Without it" });
  expect(sent).toEqual(["leave", "use"]);
  expect(again).toHaveBeenCalledTimes(2);
});

it("says that figures are as written while it is left out", async () => {
  lesson = { ...lesson, used: false };
  show();
  expect((await screen.findByTestId("lesson")).textContent).toMatch(/^Computed as you wrote it/);
});

it("is not there where nothing was learnt", async () => {
  lesson = { ...lesson, text: "" };
  const { container } = show();
  await waitFor(() => expect(container.querySelector("[role=note]")).toBeNull());
});

it("says why it could not be done, and computes nothing anew", async () => {
  refuses = true;
  show();
  await userEvent.click(await screen.findByRole("button", { name: "Without it" }));
  expect((await screen.findByRole("alert")).textContent).toContain("Not now.");
  expect(again).not.toHaveBeenCalled();
});
