import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { Outing } from "../../model/outing";
import { happened } from "../../state/bank";
import type { KeptPack } from "../../state/bank_db";
import { WaterNow } from "./water_now";

vi.mock("../../state/bank", () => ({ happened: vi.fn() }));
const told = vi.mocked(happened);

const kept = (flows = true) => ({ pack: { flows }, system: {} }) as unknown as KeptPack;
const outing = { where: { depth: 0.9, pace: 0.62, sounded: false }, temperature: 9 } as unknown as Outing;

vi.mock("../../model/format", () => ({
  text: (_: unknown, rule: string, v: number) => `${rule} ${v.toFixed(2)}`,
  stepOf: (_: unknown, rule: string) => (rule === "temperature" ? 1 : 0.05),
}));

function show(flows = true) {
  const onClose = vi.fn();
  render(<WaterNow open onClose={onClose} kept={kept(flows)} outing={outing} />);
  return { onClose, user: userEvent.setup() };
}

beforeEach(() => {
  told.mockClear();
});
afterEach(cleanup);

it("is stepped, and only what was changed is written down", async () => {
  const { onClose, user } = show();
  await user.click(screen.getByRole("button", { name: "More depth" }));
  await user.click(screen.getByRole("button", { name: "More depth" }));
  await user.click(screen.getByRole("button", { name: "It looks like this" }));
  expect(onClose).toHaveBeenCalled();
  expect(told).toHaveBeenCalledWith("seen", { depth_m: 1, sounded: false });
});

it("writes down a sounding though it is as deep as was thought", async () => {
  const { user } = show();
  await user.click(screen.getByRole("button", { name: "I sounded depth 0.90" }));
  expect(told).toHaveBeenCalledWith("seen", { depth_m: 0.9, sounded: true });
});

it("writes nothing down where it looks as it did", async () => {
  const { user } = show();
  await user.click(screen.getByRole("button", { name: "More pace" }));
  await user.click(screen.getByRole("button", { name: "Less pace" }));
  await user.click(screen.getByRole("button", { name: "It looks like this" }));
  expect(told).not.toHaveBeenCalled();
});

it("grows warmer, and is never shallower than a hand nor slower than it can be told", async () => {
  const { user } = show();
  await user.click(screen.getByRole("button", { name: "More water" }));
  for (let k = 0; k < 20; k++) await user.click(screen.getByRole("button", { name: "Less depth" }));
  for (let k = 0; k < 20; k++) await user.click(screen.getByRole("button", { name: "Less pace" }));
  await user.click(screen.getByRole("button", { name: "It looks like this" }));
  expect(told).toHaveBeenCalledWith("seen", { depth_m: 0.1, pace_m_s: 0.05, temperature_c: 10, sounded: false });
});

it("has no pace where nothing flows", () => {
  show(false);
  expect(screen.queryByRole("button", { name: "More pace" })).toBeNull();
  expect(screen.getByRole("button", { name: "More depth" })).toBeTruthy();
});
