import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, renderHook, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import { useBench } from "../../state/bench_store";
import { useSheets } from "../../state/open_sheets";
import { nextUnits, useUnitsOfMine } from "../../state/units";
import { UnitsSheet } from "./units_sheet";

const system = (key: string) => ({ key, name: key, rules: {}, mark: "." });
const option = (key: string) => ({ key, name: key, example: `1 ${key}` });
const book = (units: string) => ({
  units: ["metric", "imperial", "x", ...(units.includes(",") ? [units] : [])].map(system),
  quantities: [
    {
      key: "fish",
      name: "Weight of fish",
      chosen: units.includes("fish=lb") ? "lb" : "kg",
      options: [option("kg"), option("lb")],
    },
    { key: "mark", name: "Numbers", chosen: "point", options: [option("point"), option("comma")] },
  ],
});
let told: string[] = [];

function shown(down = false) {
  told = [];
  vi.stubGlobal("fetch", async (asked: Request) => {
    if (asked.method !== "PUT") return Response.json(book(asked.headers.get("Jarana-Units") ?? ""));
    if (down) throw new TypeError("no signal");
    const { units } = await asked.json();
    told.push(units);
    return Response.json({ units: units === "metric,mark=comma,fish=lb" ? "metric,fish=lb,mark=comma" : units });
  });
  useSheets.setState({ open: "units" });
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <UnitsSheet />
    </QueryClientProvider>,
  );
}

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
  useBench.getState().setUnits("metric");
});

it("takes a quantity by itself, keeps it here and tells the server", async () => {
  shown();
  const fish = within(await screen.findByRole("group", { name: "Weight of fish" }));
  fish.getByRole("radio", { name: "1 kg (kg)", checked: true });
  await userEvent.click(fish.getByRole("radio", { name: "1 lb (lb)" }));
  expect(useBench.getState().units).toBe("metric,fish=lb");
  expect(localStorage.getItem("jarana.units")).toBe("metric,fish=lb");
  await waitFor(() => expect(told).toEqual(["metric,fish=lb"]));
  await fish.findByRole("radio", { name: "1 lb (lb)", checked: true });
});

it("loses nothing where one chooses faster than the server answers, and takes its shortest words", async () => {
  shown();
  await screen.findByRole("group", { name: "Weight of fish" });
  for (const name of ["1 lb (lb)", "1 comma (comma)", "1 kg (kg)", "1 lb (lb)"])
    await userEvent.click(screen.getByRole("radio", { name }));
  screen.getByRole("radio", { name: "1 comma (comma)", checked: true });
  await waitFor(() => expect(useBench.getState().units).toBe("metric,fish=lb,mark=comma"));
  expect(told[told.length - 1]).toBe("metric,mark=comma,fish=lb");
});

it("comes back to a choice of one's own after the whole systems", async () => {
  shown();
  await screen.findByRole("group", { name: "Weight of fish" });
  await userEvent.click(screen.getByRole("radio", { name: "1 lb (lb)" }));
  const seen = [1, 2, 3, 4].map(() => {
    nextUnits();
    return useBench.getState().units;
  });
  expect(seen).toEqual(["metric", "imperial", "x", "metric,fish=lb"]);
});

it("keeps what could not be told without a signal, to tell it later", async () => {
  shown(true);
  await userEvent.click(await screen.findByRole("radio", { name: "imperial" }));
  expect(useBench.getState().units).toBe("imperial");
  expect(localStorage.getItem("jarana.units.untold")).toBe("imperial");
});

it("tells nothing of one person to another who comes in on this browser", async () => {
  shown(true);
  await userEvent.click(await screen.findByRole("radio", { name: "imperial" }));
  const { rerender } = renderHook((me: { id: string; units: string }) => useUnitsOfMine(me), {
    initialProps: { id: "ann", units: "" },
  });
  expect(useBench.getState().units).toBe("imperial");
  vi.unstubAllGlobals();
  const fetched = vi.fn(async () => Response.json({ units: "" }));
  vi.stubGlobal("fetch", fetched);
  rerender({ id: "bo", units: "" });
  expect(useBench.getState().units).toBe("metric");
  expect(localStorage.getItem("jarana.units.untold")).toBeNull();
  expect(fetched).not.toHaveBeenCalled();
  rerender({ id: "ann", units: "x" });
  expect(useBench.getState().units).toBe("x");
});
