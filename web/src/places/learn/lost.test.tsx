import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Season } from "../../api/client";
import { Lost } from "./lost";

const change = vi.fn();
vi.mock("../../state/use_stock", () => ({ useStock: () => ({ change }) }));
vi.mock("../../state/units", () => ({ useNumber: () => (value: number, decimals: number) => value.toFixed(decimals) }));

afterEach(cleanup);

const season = (more: Partial<Season>): Season =>
  ({ ended: [], flies_lost: [], by_landed: [], broke: "", ...more }) as Season;

describe("what was lost", () => {
  it("is told by how fish ended, by rig, and by fly", () => {
    render(
      <Lost
        season={season({
          ended: [
            { name: "landed", count: 3 },
            { name: "broke", count: 1 },
          ],
          by_landed: [{ name: "Contact", drifts: 4, takes: 3, share: 0.75, low: 0.4, high: 0.9 }],
          broke: "Of 4 fish that were on, 1 broke off.",
          flies_lost: [{ name: "Resin quill #14", count: 2 }],
        })}
      />,
    );
    const place = screen.getByRole("region", { name: "What was lost" });
    expect(place.textContent).toContain("Of 4 fish that were on: 3 landed, 1 broke.");
    expect(within(place).getByRole("region", { name: "Landed by rig" }).textContent).toContain("3/4");
    expect(within(place).getByRole("list").textContent).toBe("Resin quill #142");
  });
  it("draws what a knot holds over what is said, its middle inside its range, and tells it", () => {
    const says = "3 of 4 fish were lost by it where 1.2 were to be expected: it holds about 18 % less than said.";
    const strengths = [
      { what: "clinch in 0.12 mm", on: 4, gave: 3, expected: 1.2, factor: 0.82, low: 0.68, high: 0.97, says },
    ];
    render(<Lost season={season({ ended: [{ name: "broke", count: 3 }], strengths, notes: ["a guess"] })} />);
    const place = screen.getByRole("region", { name: "Lines and knots" });
    expect(within(place).getByText(says)).toBeTruthy();
    expect(within(place).getByText("a guess")).toBeTruthy();
    const [, range, said, middle] = [...place.querySelectorAll("rect")].map((r) => Number(r.getAttribute("x")));
    expect(range).toBeLessThan(middle ?? 0);
    expect(middle).toBeLessThan(said ?? 0);
  });
  const told = { what: "clinch", on: 40, gave: 30, expected: 21, factor: 0.8, low: 0.7, high: 0.9, says: "weaker" };
  const counted = { knot: "clinch", family: "nylon", keeps: 64, said: 80, spread: 7.7, fish: 40, row: "", done: false };
  const shown = (more: Partial<typeof counted>) =>
    render(
      <QueryClientProvider client={new QueryClient()}>
        <Lost
          season={season({
            ended: [{ name: "broke", count: 30 }],
            strengths: [{ ...told, counted: { ...counted, ...more } }],
          })}
        />
      </QueryClientProvider>,
    );
  it("is counted with at a press: as a new row of one's knots, or in the one that is there", async () => {
    change.mockResolvedValue({ faults: {}, made: [] });
    const user = userEvent.setup();
    const { unmount } = shown({});
    await user.click(screen.getByRole("button", { name: "Count with 64 % instead of 80 %" }));
    const cells = { keeps: "64", spread: "7.7", fish: "40" };
    expect(change).toHaveBeenLastCalledWith("knots", [
      { op: "add", cells: { ...cells, n: "0", knot: "clinch", line: "nylon" } },
    ]);
    unmount();
    shown({ row: "mine" });
    await user.click(screen.getByRole("button", { name: "Count with 64 % instead of 80 %" }));
    expect(change).toHaveBeenLastCalledWith("knots", [{ op: "set", rows: ["mine"], cells }]);
  });
  it("is said to be counted with, and why it could not be", async () => {
    const { unmount } = shown({ done: true });
    expect(screen.getByText("Counted with: it keeps 64 %, among your knots in Tackle.")).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
    unmount();
    change.mockResolvedValue({ faults: { keeps: "from 10 to 100 %" }, made: [] });
    shown({});
    await userEvent.setup().click(screen.getByRole("button"));
    expect((await screen.findByRole("alert")).textContent).toBe("from 10 to 100 %");
  });
  it("is not there where nothing was", () => {
    const { container } = render(<Lost season={season({})} />);
    expect(container.textContent).toBe("");
  });
});
