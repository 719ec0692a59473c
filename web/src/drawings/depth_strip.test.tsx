import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { UnitSystem } from "../api/client";
import { Coverage } from "./coverage";
import { DepthStrip } from "./depth_strip";

afterEach(cleanup);

const rule = { unit: "m", factor: 1, decimals: 2, form: "decimal", offset: 0 };
const system = { key: "metric", name: "", rules: { depth: rule } } as unknown as UnitSystem;
const still = (d: number) => ({ p10: d - 0.05, p50: d, p90: d + 0.05 });

function strip(at: number | null, depths: number[] = [0.4, 0.42]) {
  const flies = depths.map((d, k) => ({
    id: `f${k}`,
    role: k ? "dropper" : "point",
    course: [still(0.1), still(d)],
    now: still(d),
  }));
  render(
    <DepthStrip
      flies={flies}
      depth={1}
      zone={[0.6, 1]}
      seconds={10}
      at={at}
      marks={[{ name: "dangle", second: 6 }]}
      system={system}
      width={360}
      height={190}
    />,
  );
  return screen.getByRole("img");
}

describe("the strip of depths", () => {
  it("says how deep every fly is now, labels apart even where flies are not", () => {
    const svg = strip(4);
    const labels = [...svg.querySelectorAll("text")].filter((t) => /(point|dropper)/.test(t.textContent ?? ""));
    expect(labels.map((t) => t.textContent?.replace(/\s+/g, " "))).toEqual(["point 0.40 m", "dropper 0.42 m"]);
    const ys = labels.map((t) => Number(t.getAttribute("y")));
    expect(Math.abs((ys[0] ?? 0) - (ys[1] ?? 0))).toBeGreaterThanOrEqual(17);
    expect(svg.getAttribute("aria-label")).toContain("now at 4");
  });
  it("names its marks, and nothing now while nothing drifts", () => {
    const svg = strip(null);
    expect(svg.textContent).toContain("dangle");
    expect(svg.querySelectorAll("circle")).toHaveLength(0);
  });
  it("does not draw past the end of a drift", () => {
    const x = Number(strip(99).querySelector("circle")?.getAttribute("cx"));
    expect(x).toBeLessThanOrEqual(352);
  });
});

describe("where one has been", () => {
  it("counts drifts in each cell and draws a fish where one took", () => {
    const covered = [
      { lane: "main", step: 1, drifts: 7, takes: 1 },
      { lane: "far", step: 2, drifts: 3, takes: 0 },
    ];
    render(<Coverage lanes={["near", "main", "far"]} covered={covered} lane="main" step={2} width={360} />);
    const svg = screen.getByRole("img", { name: "Where you have been: 10 drifts; now main, step 2" });
    const texts = [...svg.querySelectorAll("text")].map((t) => t.textContent);
    expect(texts).toEqual(expect.arrayContaining(["7", "3", "near", "main", "far"]));
    expect(svg.querySelectorAll("path")).toHaveLength(1);
  });
});
