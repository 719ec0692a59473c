import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { OutingView } from "../api/client";
import { SeasonStrip } from "./season_strip";

afterEach(cleanup);

const outing = (id: string, drifts: number, takes: number): OutingView =>
  ({
    id,
    begun_at: `2026-06-${id}T08:00:00Z`,
    water_name: "Weir Run",
    drifts,
    apart: false,
    fished: [{ takes }],
  }) as unknown as OutingView;

describe("the season", () => {
  it("has a dot for each take, or their number where they are many, and cuts none off", () => {
    const rows = [outing("01", 40, 0), outing("09", 40, 5), outing("20", 10, 6)];
    const { container } = render(<SeasonStrip outings={rows} width={600} onPick={vi.fn()} />);
    const [none, five, six] = screen.getAllByRole("button");
    expect(none?.querySelectorAll("circle")).toHaveLength(0);
    expect(five?.querySelectorAll("circle")).toHaveLength(5);
    expect(five?.querySelector("text")).toBeNull();
    expect(six?.querySelectorAll("circle")).toHaveLength(5);
    expect(six?.querySelector("text")?.textContent).toBe("6");
    const tops = [...container.querySelectorAll("circle")].map((c) => Number(c.getAttribute("cy")));
    expect(Math.min(...tops)).toBeGreaterThan(3);
  });

  it("keeps the number over the tallest bar inside, too", () => {
    render(<SeasonStrip outings={[outing("01", 40, 12)]} width={600} onPick={vi.fn()} />);
    expect(Number(screen.getByText("12").getAttribute("y"))).toBeGreaterThan(8);
  });

  it("opens an outing that is picked, by key as well", () => {
    const pick = vi.fn();
    render(<SeasonStrip outings={[outing("01", 40, 1)]} width={600} onPick={pick} />);
    const one = screen.getByRole("button", { name: /Weir Run, .*: 40 drifts, 1 take$/ });
    fireEvent.click(one);
    fireEvent.keyDown(one, { key: "Enter" });
    expect(pick.mock.calls).toEqual([["01"], ["01"]]);
  });
});
