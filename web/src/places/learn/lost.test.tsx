import { render, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Season } from "../../api/client";
import { Lost } from "./lost";

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
  it("is not there where nothing was", () => {
    const { container } = render(<Lost season={season({})} />);
    expect(container.textContent).toBe("");
  });
});
