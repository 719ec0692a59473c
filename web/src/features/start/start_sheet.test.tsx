import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Reach, Rig } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { useJob } from "../../state/use_job";
import { served, shown } from "../../testing/served";
import { StartSheet } from "./start_sheet";

vi.mock("../../state/use_job", () => ({ useJob: vi.fn() }));
vi.mock("../../state/use_keep_rig", () => ({ saveRig: vi.fn(async () => undefined) }));
vi.mock("../shopping/shopping_sheet", () => ({ ShoppingButton: () => null }));

const water = {
  id: "weir",
  name: "Weir Run",
  river: "Tavrin",
  kind: "river",
  depth_m: 0.9,
  pace_m_s: 0.6,
  fish: { mass_kg: 0.5, species: "trout" },
} as unknown as Reach;
const rule = (unit: string) => ({ unit, factor: 1, decimals: 2, form: "decimal", offset: 0 });
const method = {
  key: "dry-fly",
  name: "Dry fly",
  when: "Rises.",
  ends: "Lift off.",
  moves: ["finer", "longer"],
  waters: ["river"],
};
const revision = (id: string, name: string) => ({
  id: `${id}-1`,
  rig_id: id,
  number: 1,
  rig: { name, method: "dry-fly" },
});
const answers = {
  "GET /book": {
    body: {
      methods: [method],
      units: [{ key: "metric", rules: { depth: rule("m"), speed: rule("m/s"), fish: rule("kg") } }],
    },
  },
  "POST /methods/ranked": { body: { methods: [{ key: "dry-fly", here: true, pros: ["they rise"], cons: [] }] } },
  "POST /rigs/start": {
    body: { ...revision("new", "A dry fly"), choices: [{ part: "point", text: "Point: Grey dun #16." }], missing: [] },
  },
  "GET /rigs/old": { body: revision("old", "Two nymphs") },
  "DELETE /rigs/new": { body: {} },
};
const start = async () => {
  await userEvent.click(await screen.findByRole("checkbox"));
  await userEvent.click(await screen.findByRole("button", { name: /^Dry fly/ }));
  await screen.findByText("A dry fly is in hand.");
};

beforeEach(() => {
  vi.mocked(useJob).mockReturnValue({ found: null, share: null, fault: "", stop: vi.fn(), again: vi.fn() } as never);
  useSheets.setState({ open: "start" });
  const rig = { name: "Two nymphs" } as Rig;
  useBench.setState({
    docs: { rig, water },
    saved: { rigId: "old", revision: "old-1", number: 1, rig },
    units: "metric",
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("a rig that was started", () => {
  it("says why each part, and is in hand", async () => {
    served(answers);
    shown(<StartSheet />);
    await start();
    expect(screen.getByText("Point: Grey dun #16.")).toBeTruthy();
    expect(useBench.getState().saved?.rigId).toBe("new");
  });
  it("can be taken back: it is thrown away and the one before is in hand again", async () => {
    const asked = served(answers);
    shown(<StartSheet />);
    await start();
    await userEvent.click(screen.getByRole("button", { name: "Take it back" }));
    await screen.findByRole("button", { name: /^Dry fly/ });
    expect(asked.map((a) => `${a.method} ${a.path}`)).toContain("DELETE /rigs/new");
    expect(useBench.getState().saved?.rigId).toBe("old");
  });
  it("leaves nothing in hand where nothing was before it", async () => {
    useBench.setState({ docs: { rig: null, water }, saved: null });
    served(answers);
    shown(<StartSheet />);
    await start();
    await userEvent.click(screen.getByRole("button", { name: "Take it back" }));
    await screen.findByRole("button", { name: /^Dry fly/ });
    expect(useBench.getState().docs).toEqual({ rig: null, water });
    expect(useBench.getState().saved).toBeNull();
  });
  it("stays in hand where the server does not take it back, and says so", async () => {
    served({
      ...answers,
      "DELETE /rigs/new": { status: 404, body: { status: 404, detail: "That rig is not there." } },
    });
    shown(<StartSheet />);
    await start();
    await userEvent.click(screen.getByRole("button", { name: "Take it back" }));
    expect((await screen.findByRole("alert")).textContent).toContain("That rig is not there.");
    expect(useBench.getState().saved?.rigId).toBe("new");
  });
});

describe("a method that does not suit", () => {
  const contact = { ...method, key: "contact", name: "Contact" };
  const other = { text: "another method: Contact", minutes: 23.6, method: "contact" };
  const declining = (what_would: object[]) => {
    const waits = { found: null, share: 0.1, fault: "", stop: vi.fn(), again: vi.fn() };
    vi.mocked(useJob).mockImplementation(((asked: { kind: string; method?: string } | null) => {
      const declined = { reason: "The best of it is worth nothing.", what_would };
      return asked?.method === "dry-fly" ? { ...waits, share: null, found: { declined } } : waits;
    }) as never);
    served({ ...answers, "GET /book": { body: { ...answers["GET /book"].body, methods: [method, contact] } } });
    shown(<StartSheet />);
  };
  it("names another and what it is worth, and starts that one in its place", async () => {
    declining([other]);
    await userEvent.click(await screen.findByRole("button", { name: /^Dry fly/ }));
    expect(screen.getByText("Another method: Contact").nextSibling?.textContent).toBe("24 min");
    await userEvent.click(screen.getByRole("button", { name: "Start that method" }));
    expect(screen.getByRole("status").textContent).toContain("contact");
    expect(vi.mocked(useJob).mock.lastCall?.[0]).toMatchObject({ kind: "start", method: "contact" });
  });
  it("offers none to start where only something else would help", async () => {
    declining([{ ...other, text: "a float", method: "" }]);
    await userEvent.click(await screen.findByRole("button", { name: /^Dry fly/ }));
    expect(screen.getByText("A float")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Start that method" })).toBeNull();
  });
});
