import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { Book, Exercise, Reach, Rig } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { useBook } from "../../state/queries";
import { useJob } from "../../state/use_job";
import { HowItWent } from "./how_it_went";
import { PracticeSheet } from "./practice_sheet";

vi.mock("../../state/use_job", () => ({ useJob: vi.fn() }));
vi.mock("../../state/queries", () => ({ useBook: vi.fn() }));

const rule = { factor: 1, offset: 0, unit: "m", decimals: 2, rounding: "digits", digits: 2 };
const course = { fly: "point", role: "point", p10: [0, 30, 60], p50: [0, 40, 70], p90: [0, 50, 80] };
const choice = {
  kind: "bead",
  asks: "Which bead?",
  control: "choice",
  rule: "",
  choices: ["2.5 mm", "2.8 mm", "3.3 mm"],
  best: [1],
  ordered: true,
  tells: "2.8 mm: 9 good minutes in the hour.",
  seconds: 6,
  depth_m: 0.9,
  zone_m: [0.5, 0.9],
  courses: [course],
} as unknown as Exercise;
const progress = (left: number, widths: number[]) => ({
  left,
  kinds: [{ kind: "bead", name: "which bead", times: widths.length, widths, box: 1, due: "2026-06-03" }],
});
let left = 5;
const sent: { guess: number }[] = [];

beforeEach(() => {
  left = 5;
  sent.length = 0;
  vi.stubGlobal("matchMedia", () => ({ matches: true }));
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe() {}
      disconnect() {}
    },
  );
  vi.stubGlobal("fetch", async (request: Request) => {
    if (request.method === "POST") {
      sent.push((await request.json()) as { guess: number });
      left -= 1;
      return Response.json({ scored: { widths: 1, text: "Nearly: one beside it." }, progress: progress(left, [1]) });
    }
    return Response.json(progress(left, []));
  });
  vi.mocked(useBook).mockReturnValue({
    data: { units: [{ key: "metric", rules: { depth: rule } }] } as unknown as Book,
  } as never);
  vi.mocked(useJob).mockReturnValue({
    found: { kind: "practice", exercises: [choice] },
    share: null,
    fault: null,
    stop: vi.fn(),
    again: vi.fn(),
  } as never);
  useBench.setState({ docs: { rig: {} as Rig, water: {} as Reach } });
  useSheets.setState({ open: "practice" });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const show = () =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <PracticeSheet />
    </QueryClientProvider>,
  );

it("shows nothing of the answer before one has guessed, and all of it after", async () => {
  show();
  const one = await screen.findByRole("region", { name: "Exercise" });
  expect(within(one).queryByText(/good minutes/)).toBeNull();
  expect(within(one).queryByRole("img")).toBeNull();
  expect((within(one).getByRole("button", { name: "See it sink" }) as HTMLButtonElement).disabled).toBe(true);
  await userEvent.click(within(one).getByRole("button", { name: "2.5 mm" }));
  await userEvent.click(within(one).getByRole("button", { name: "See it sink" }));
  expect(await screen.findByText("Nearly: one beside it.")).toBeTruthy();
  expect(screen.getByText(/9 good minutes/)).toBeTruthy();
  expect(sent.map((s) => s.guess)).toEqual([0]);
  await userEvent.click(screen.getByRole("button", { name: "Done" }));
  expect(screen.getByText(/That was all of this rig/)).toBeTruthy();
});

it("still shows the answer of the last guess of a day, and is done then though more could be asked", async () => {
  left = 1;
  const found = { kind: "practice", exercises: [choice, choice] };
  vi.mocked(useJob).mockReturnValue({ found, share: null, fault: null, stop: vi.fn(), again: vi.fn() } as never);
  show();
  await userEvent.click(await screen.findByRole("button", { name: "2.8 mm" }));
  await userEvent.click(screen.getByRole("button", { name: "See it sink" }));
  expect(await screen.findByText(/9 good minutes/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Done" }));
  expect(screen.getByText(/enough for today/)).toBeTruthy();
});

it("asks no more than five a day", async () => {
  left = 0;
  show();
  expect(await screen.findByText(/enough for today/)).toBeTruthy();
});

it("draws how each kind went, and leaves out what was never tried", () => {
  const kinds = [
    { kind: "a", name: "which bead", times: 2, widths: [0, 2.5], box: 0, due: "2026-06-03" },
    { kind: "b", name: "what goes first", times: 0, widths: [], box: 0, due: null },
  ];
  render(<HowItWent progress={{ left: 3, kinds }} />);
  expect(screen.getByRole("img", { name: "widths beside the band: 0.0, 2.5" })).toBeTruthy();
  expect(screen.queryByText("what goes first")).toBeNull();
});
