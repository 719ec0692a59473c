import { cleanup, render } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { StonesByBoot } from "./stones_by_boot";

afterEach(cleanup);

const draw = (stones: number) => {
  const { container } = render(<StonesByBoot stones={stones} width={260} />);
  const rows = [...container.querySelectorAll("ellipse")].map((e) => Number(e.getAttribute("rx")) * 2);
  const boot =
    Number(/scale\(([\d.]+)\)/.exec(container.querySelector("g")?.getAttribute("transform") ?? "")?.[1]) * 30;
  const filled = [...container.querySelectorAll("ellipse")].filter((e) => e.getAttribute("fill") !== "none");
  return { rows, boot, filled: filled.map((e) => Number(e.getAttribute("rx")) * 2) };
};

describe("stones beside a boot", () => {
  it.each([0.02, 0.09, 0.2, 0.5, 1.0])("draws six, the largest of %f m to the boot's scale", (stones) => {
    const { rows, boot, filled } = draw(stones);
    expect(rows).toHaveLength(6);
    expect(filled).toEqual([Math.max(...rows)]);
    expect((filled[0] ?? 0) / boot).toBeCloseTo(stones / 0.3, 3);
  });
  it("stays inside its width", () => {
    const { container } = render(<StonesByBoot stones={1} width={260} />);
    for (const e of container.querySelectorAll("ellipse"))
      expect(Number(e.getAttribute("cx")) + Number(e.getAttribute("rx"))).toBeLessThanOrEqual(261);
  });
});
