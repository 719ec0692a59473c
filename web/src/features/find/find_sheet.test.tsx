import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Book, FoundRig, Reach, Rig } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { useBook } from "../../state/queries";
import { useJob } from "../../state/use_job";
import { FindSheet } from "./find_sheet";

vi.mock("../../state/use_job", () => ({ useJob: vi.fn() }));
vi.mock("../../state/queries", () => ({ useBook: vi.fn(), useLesson: () => ({ data: undefined }) }));
const job = vi.mocked(useJob);

const factors = {
  zone: 0.8,
  drag: 0.5,
  shown: 1,
  more: 1.3,
  noticed: 0.9,
  free: 0.9,
  hangs: 0.08,
  stealth: 0.9,
  fishing: 0.6,
};
const found = (method: string, worth: number): FoundRig =>
  ({
    rig: { name: `Rig of ${method}`, head: { kind: "held" } },
    method,
    name: method,
    worth_min_per_hour: worth,
    p10: worth - 4,
    p90: worth + 4,
    factors,
    gives_up: method === "float" ? ["takes less noticed"] : [],
    knots: 1,
    minutes: 1.7,
    takes: "1 knot",
    missing: [],
    moved: "held back",
    rides: [
      {
        id: "point",
        role: "point",
        label: "Resin quill #14",
        bead_mm: 2.8,
        p10_mm: [0, 500],
        p50_mm: [0, 600],
        p90_mm: [0, 700],
      },
    ],
  }) as unknown as FoundRig;
const answer = (more: object = {}) => ({
  found: {
    kind: "find",
    found: {
      rigs: [found("contact", 20), found("float", 15)],
      nothing_fits: "",
      what_would: [],
      turns_on: "",
      left_out: [],
      settled: true,
      hand: { minutes: 12, p10: 8, p90: 16, factors, excluded: "" },
      ...more,
    },
  },
  share: null,
  fault: null,
  stop: vi.fn(),
  again: vi.fn(),
});

beforeEach(() => {
  vi.mocked(useBook).mockReturnValue({
    data: {
      units: [{ key: "metric", rules: {} }],
      methods: [{ key: "contact", name: "Contact", waters: ["river"] }],
    } as unknown as Book,
  } as never);
  const water = {
    id: "w",
    name: "Run",
    river: "",
    depth_m: 0.9,
    kind: "river",
    zone: { low_m: 0, high_m: 0.3 },
  } as unknown as Reach;
  useBench.setState({ docs: { rig: { name: "In hand" } as unknown as Rig, water } });
  useSheets.setState({ open: "find" });
});
afterEach(cleanup);

const show = () =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <FindSheet />
      </MemoryRouter>
    </QueryClientProvider>,
  );

describe("what was found", () => {
  it("is ranked with its worth, what it gives up, its knots, and what is in hand", () => {
    job.mockReturnValue(answer() as never);
    show();
    const rows = screen.getAllByRole("listitem").map((row) => row.textContent ?? "");
    expect(rows.find((text) => text.includes("Rig of contact"))).toContain("+8 on what is in hand");
    expect(screen.getByText(/Gives up: takes less noticed/)).toBeTruthy();
    expect(screen.getByText(/12 good minutes in the hour/)).toBeTruthy();
  });
  it("is taken in hand by one press, as one step that can be undone", async () => {
    job.mockReturnValue(answer() as never);
    const setRig = vi.fn();
    useBench.setState({ setRig });
    show();
    await userEvent.click(screen.getByRole("button", { name: "Take it Rig of contact" }));
    expect(setRig).toHaveBeenCalledWith(expect.objectContaining({ name: "Rig of contact" }));
    expect(useSheets.getState().open).toBeNull();
  });
  it("says that nothing fits, and what would", () => {
    job.mockReturnValue(
      answer({
        rigs: [],
        nothing_fits: "Nothing you own fits.",
        what_would: [{ text: "a 4.6 mm bead", minutes: 17 }],
      }) as never,
    );
    show();
    expect(screen.getByText("Nothing you own fits.")).toBeTruthy();
    expect(screen.getByText("A 4.6 mm bead")).toBeTruthy();
  });
  it("can be stopped while it is searched, and asked for otherwise", async () => {
    const stop = vi.fn();
    job.mockReturnValue({ ...answer({ settled: false }), share: 0.4, stop } as never);
    show();
    await userEvent.click(screen.getByRole("button", { name: "Stop" }));
    expect(stop).toHaveBeenCalled();
    await userEvent.click(screen.getByRole("checkbox", { name: "the depth is a guess" }));
    expect(job.mock.lastCall?.[0]).toMatchObject({ depth_known: false, zone_known: true });
  });
});
