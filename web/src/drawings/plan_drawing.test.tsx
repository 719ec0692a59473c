import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Drift, Rig, UnitSystem } from "../api/client";
import { PlanDrawing } from "./plan_drawing";

afterEach(cleanup);

const system = {
  rules: {
    travel: { factor: 1, offset: 0, unit: "m", decimals: 1 },
    speed: { factor: 1, offset: 0, unit: "m/s", decimals: 2 },
    wind: { factor: 1, offset: 0, unit: "m/s", decimals: 0 },
  },
} as unknown as UnitSystem;
const rig = { attachments: [] } as unknown as Rig;
const drift = {
  axis: "metres",
  head: "fly line",
  length_m: 4,
  times_s: [0, 5, 10],
  x_mm: [
    [-2000, 0, 1000],
    [-2000, 1000, 2500],
    [-2000, 1500, 3000],
  ],
  y_mm: [
    [1000, 4000, 8000],
    [1000, 3000, 5000],
    [1000, 1500, 2000],
  ],
  z_mm: [
    [300, 0, 0],
    [300, 0, -100],
    [300, 0, -150],
  ],
  lines: [[0, 1, 2]],
  leader_from: 1,
  hold: 0,
  angler_x_m: -3,
  off_m: 6,
  lanes: [
    { name: "near", begins_m: 0, ends_m: 3, pace_m_s: 0.3 },
    { name: "far", begins_m: 3, ends_m: null, pace_m_s: 0.6 },
  ],
  wind_x_m_s: -3,
  wind_y_m_s: 0,
  across: { tip_m: 0.3, cast_deg: 42, line_m: 9 },
  flies: [{ id: "point", role: "point", node: 2, off_m: 2, settled_depth_m: 0.15 }],
} as unknown as Drift;

const onLaid = vi.fn();
const draw = (time = 5, other: Partial<Drift> = {}) =>
  render(
    <PlanDrawing
      drift={{ ...drift, ...other } as Drift}
      ghost={null}
      rig={rig}
      system={system}
      limits={{ mend_m: 3, slack_m: 4, cast_deg: 80, pulls: 4 }}
      width={800}
      height={400}
      time={time}
      onCast={vi.fn()}
      onLaid={onLaid}
    />,
  );
const place = (id: string) => {
  const fly = screen.getByTestId(`plan-fly-${id}`);
  return [Number(fly.getAttribute("cx")), Number(fly.getAttribute("cy"))] as const;
};

describe("the water from above", () => {
  it("says lanes and where every fly ends", () => {
    draw();
    expect(screen.getByTestId("plan").getAttribute("aria-label")).toBe(
      "The drift from above: near 0.30 m/s, far 0.60 m/s; point 2.0 m off in the end.",
    );
  });
  it("brings a swung fly downstream and towards the angler as time goes on", () => {
    draw(0);
    const [x0, y0] = place("point");
    cleanup();
    draw(10);
    const [x1, y1] = place("point");
    expect(x1).toBeGreaterThan(x0);
    expect(y1).toBeLessThan(y0);
  });
  it.each([
    ["Mend", "ArrowUp", "mend", 0.1],
    ["Mend", "ArrowDown", "mend", -0.1],
    ["Slack", "ArrowRight", "slack", 0.1],
  ])("takes %s by %s", (label, key, what, metres) => {
    draw();
    fireEvent.keyDown(screen.getByRole("slider", { name: label }), { key });
    expect(onLaid).toHaveBeenCalledWith(what, metres);
  });
  it("has no mend and no slack where the rod holds the rig", () => {
    draw(5, { across: { tip_m: 2, cast_deg: null } } as unknown as Partial<Drift>);
    expect(screen.queryByRole("slider", { name: "Mend" })).toBeNull();
  });
  it("writes the seconds of the point every five", () => {
    draw();
    expect(screen.queryByText("5 s")).not.toBeNull();
    expect(screen.queryByText("10 s")).not.toBeNull();
    expect(screen.queryByText("3 s")).toBeNull();
  });
  it("shows the wind only where it blows", () => {
    draw();
    expect(screen.queryByText("3 m/s")).not.toBeNull();
    cleanup();
    draw(5, { wind_x_m_s: 0 });
    expect(screen.queryByText("3 m/s")).toBeNull();
  });
  it("follows a dry that has nothing below it", () => {
    draw(5, { flies: [], head: "dry fly", hold: 2 });
    expect(place("hold")[0]).toBeGreaterThan(0);
  });
  it("offers the cast to be dragged where a line is cast", () => {
    draw();
    expect(screen.getByRole("slider", { name: "Way of the cast" }).getAttribute("aria-valuetext")).toBe(
      "42° downstream",
    );
    cleanup();
    draw(5, { across: { tip_m: 2, cast_deg: null, line_m: 4 } } as Partial<Drift>);
    expect(screen.queryByRole("slider")).toBeNull();
  });
});
