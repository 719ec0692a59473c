import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { Cautions, useCautionLength } from "./cautions";

const OF = [
  { key: "a", short: "Short a.", full: "Short a, and why." },
  { key: "b", short: "Short b.", full: "Short b, and why." },
];

afterEach(cleanup);

describe("cautions", () => {
  beforeEach(() => {
    localStorage.clear();
    useCautionLength.setState({ full: false });
  });

  it("are a glance until they are asked for in full, and stay so", async () => {
    render(<Cautions of={OF} />);
    expect(screen.getByRole("complementary", { name: "Cautions" }).textContent).toContain("Short a. Short b.");
    await userEvent.click(screen.getByRole("button", { name: "In full" }));
    expect(screen.getByText("Short b, and why.")).toBeTruthy();
    expect(localStorage.getItem("jarana.cautions")).toBe("full");
  });

  it("can be made short, never taken away", async () => {
    useCautionLength.setState({ full: true });
    render(<Cautions of={OF} />);
    await userEvent.click(screen.getByRole("button", { name: "Shorter" }));
    expect(screen.getByText(/Short a\./)).toBeTruthy();
  });

  it("take no room where there are none", () => {
    const { container } = render(<Cautions of={[]} />);
    expect(container.textContent).toBe("");
  });
});
