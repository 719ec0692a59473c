import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import type { Drawer, UnitSystem } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { Wound } from "./structure_controls";

const edit = vi.fn();
const system = {
  rules: { short: { unit: "cm", factor: 100, decimals: 0, form: "plain", offset: 0 } },
} as unknown as UnitSystem;
const winder = (id: string, count: number) => ({
  id,
  name: `${id} trailer`,
  fly: "Small egg #14",
  length_m: 0.4,
  count,
});
const drawer = (...winders: object[]) => ({ winders }) as unknown as Drawer;
afterEach(cleanup);

it("puts on what was tied beforehand, of winders that still hold some", async () => {
  useBench.setState({ edit, faults: {} });
  render(<Wound at="point" drawer={drawer(winder("egg", 2), winder("gone", 0))} system={system} />);
  await userEvent.click(screen.getByRole("button", { name: /Tied beforehand/ }));
  const items = screen.getAllByRole("menuitem");
  expect(items.map((i) => i.textContent)).toEqual(["egg trailer: Small egg #1440 cm"]);
  await userEvent.click(items[0] as HTMLElement);
  expect(edit).toHaveBeenCalledWith({ op: "off_winder", at: "point", winder: "egg" }, "point.winder");
});

it("is not there where no winder holds anything", () => {
  const { container } = render(<Wound at="point" drawer={drawer(winder("gone", 0))} system={system} />);
  expect(container.textContent).toBe("");
});
