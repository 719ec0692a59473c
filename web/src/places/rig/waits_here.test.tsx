import { cleanup, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, expect, it } from "vitest";
import { useBank } from "../../state/bank";
import { useBench } from "../../state/bench_store";
import { WaitsHere } from "./waits_here";

afterEach(() => {
  cleanup();
  useBench.setState({ lost: false, waiting: [], saved: null });
  useBank.setState({ kept: null });
});

const waiting = [{ edit: { op: "lose_point" }, field: "" }] as never;
const show = () =>
  render(
    <MemoryRouter>
      <WaitsHere />
    </MemoryRouter>,
  );

it("says that what is drawn is old as soon as a change waits for a server that is away", () => {
  useBench.setState({ lost: true, waiting });
  show();
  expect(screen.getByRole("status").textContent).toContain("as it was before your change");
  expect(screen.getByRole("status").textContent).toContain("was not taken along");
});

it("leads to what was taken along", () => {
  useBench.setState({ lost: true, waiting, saved: { rigId: "r1" } as never });
  useBank.setState({ kept: { pack: { rigs: [{ id: "r1" }] } } as never });
  show();
  expect(screen.getByRole("link", { name: "Fish" }).getAttribute("href")).toBe("/fish");
});

it("says nothing while the server answers, or nothing waits", () => {
  useBench.setState({ lost: true, waiting: [] });
  show();
  expect(screen.queryByRole("status")).toBeNull();
  cleanup();
  useBench.setState({ lost: false, waiting });
  show();
  expect(screen.queryByRole("status")).toBeNull();
});
