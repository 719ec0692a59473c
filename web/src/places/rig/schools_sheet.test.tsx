import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { useJob } from "../../state/use_job";
import { SchoolsSheet } from "./schools_sheet";

vi.mock("../../state/use_job", () => ({ useJob: vi.fn() }));
const job = vi.mocked(useJob);
const stop = vi.fn();
const again = vi.fn();
const answer = { rig: { name: "a" }, water: { id: "w" } } as unknown as Answer;
const looked = (more: object) =>
  job.mockReturnValue({ found: null, share: null, fault: null, stop, again, ...more } as never);
const side = (name: string, more: object = {}) => ({
  name,
  lines: [`${name}: 0.87 m`],
  edits: [],
  on_rig: true,
  method: null,
  now: false,
  ...more,
});
const edit = { op: "set_lead", lead: 0.8 };

beforeEach(() => {
  useSheets.setState({ open: "schools" });
  stop.mockReset();
  again.mockReset();
});
afterEach(cleanup);

describe("where anglers disagree", () => {
  it("shows how far it is, and can be stopped", () => {
    looked({ share: 0.25 });
    render(<SchoolsSheet answer={answer} />);
    expect(screen.getByRole("progressbar").getAttribute("aria-valuenow")).toBe("25");
    fireEvent.click(screen.getByRole("button", { name: "Stop" }));
    expect(stop).toHaveBeenCalledTimes(1);
  });

  it("says why there is no answer, and asks again", () => {
    looked({ fault: "It was stopped." });
    render(<SchoolsSheet answer={answer} />);
    expect(screen.getByRole("alert").textContent).toContain("It was stopped.");
    fireEvent.click(screen.getByRole("button", { name: "Fish both ways again" }));
    expect(again).toHaveBeenCalledTimes(1);
  });

  it("says where nothing is disputed", () => {
    looked({ found: { questions: [] } });
    render(<SchoolsSheet answer={answer} />);
    expect(screen.getByText("Nothing is disputed about such a rig.")).toBeTruthy();
  });

  it("tells what every side is worth, or why it is out", () => {
    const sides = [
      side("near", { minutes: 16.4, ruled_out: "" }),
      side("far", { minutes: 0, ruled_out: "12.0 m off is farther than you fish with the rod" }),
    ];
    looked({ found: { questions: [{ key: "far", asks: "Close or far off?", sides }] } });
    render(<SchoolsSheet answer={answer} />);
    expect(screen.getByText("Near").parentElement?.textContent).toBe("Near16 good min");
    expect(screen.getByText("Far").parentElement?.textContent).toBe("Far");
    expect(screen.getByText(/farther than you fish/)).toBeTruthy();
  });

  it("tells every side with its figures, marks the one on the bench, and fishes another", () => {
    const sides = [
      side("led", { now: true }),
      side("held back", { edits: [edit] }),
      side("a float", { method: "float-pair" }),
    ];
    looked({ found: { questions: [{ key: "lead", asks: "Led or with the bubbles?", sides }] } });
    const edits: unknown[] = [];
    useBench.setState({ edit: (one) => void edits.push(one) });
    render(<SchoolsSheet answer={answer} />);
    const question = screen.getByRole("region", { name: "Led or with the bubbles?" });
    expect(question.textContent).toContain("Held back");
    expect(question.textContent).toContain("held back: 0.87 m");
    expect(screen.getByText("as it is now")).toBeTruthy();
    expect(screen.getByText("another rig: start it to fish it")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Fish it so" }));
    expect(edits).toEqual([edit]);
    expect(useSheets.getState().open).toBeNull();
  });

  it("asks for nothing while it is shut", () => {
    useSheets.setState({ open: null });
    job.mockClear();
    render(<SchoolsSheet answer={answer} />);
    expect(job).not.toHaveBeenCalled();
  });

  it("asks the same thing once, and anew for another rig", () => {
    looked({});
    job.mockClear();
    const { rerender } = render(<SchoolsSheet answer={answer} />);
    const asked = () => job.mock.calls.map(([what]) => what);
    rerender(<SchoolsSheet answer={{ ...answer }} />);
    expect(new Set(asked()).size).toBe(1);
    rerender(<SchoolsSheet answer={{ ...answer, rig: { name: "b" } } as unknown as Answer} />);
    expect(new Set(asked()).size).toBe(2);
  });
});
