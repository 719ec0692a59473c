import { cleanup, render } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { isLight, useDaylight } from "./use_daylight";

const LIGHT = [6.5, 18.25] as const;
const at = (hour: number, minute: number) => new Date(2026, 9, 1, hour, minute);

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  document.documentElement.dataset.theme = "day";
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

function Screen() {
  useDaylight(LIGHT, 1);
  return null;
}

it("is light from sunrise until just before sunset", () => {
  expect([at(6, 29), at(6, 30), at(18, 14), at(18, 15)].map((t) => isLight(LIGHT, t))).toEqual([
    false,
    true,
    true,
    false,
  ]);
});

it("turns to dusk by the clock where nobody chose a theme", () => {
  vi.setSystemTime(at(19, 0));
  render(<Screen />);
  expect(document.documentElement.dataset.theme).toBe("dusk");
  vi.setSystemTime(at(12, 0));
  document.dispatchEvent(new Event("visibilitychange"));
  expect(document.documentElement.dataset.theme).toBe("day");
});

it("leaves a theme that was chosen", () => {
  localStorage.setItem("jarana.theme", "day");
  vi.setSystemTime(at(23, 0));
  render(<Screen />);
  expect(document.documentElement.dataset.theme).toBe("day");
});
