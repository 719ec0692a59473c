import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import type { Reading, WorthView } from "../../api/client";
import { Spoken } from "./spoken";

afterEach(cleanup);

const worst = { title: "The held leader sags", figure: "74", unit: "cm", severity: "look" } as Reading;
const worth = { minutes: 7.4, excluded: "" } as WorthView;
const said = () => screen.getByRole("status", { name: "What it came to" }).textContent;

test("a change is told once, when it is known: until then what was told stands", () => {
  const { rerender } = render(<Spoken story="The point comes to 0.83 m." worth={null} worst={worst} />);
  expect(said()).toBe("");
  rerender(<Spoken story="The point comes to 0.83 m." worth={worth} worst={{ ...worst, waiting: true }} />);
  expect(said()).toBe("");
  rerender(<Spoken story="The point comes to 0.83 m." worth={worth} worst={worst} />);
  const told = "The point comes to 0.83 m. 7 good minutes in the hour. The held leader sags: 74 cm.";
  expect(said()).toBe(told);
  rerender(<Spoken story="The point comes to 0.9 m." worth={null} worst={worst} />);
  expect(said()).toBe(told);
});

test("a rig that is ruled out is said to be, and one that says nothing worse than fine asks for nothing", () => {
  const out = { minutes: 0, excluded: "against a rule: 3 flies" } as WorthView;
  const { rerender } = render(<Spoken story="It sinks." worth={out} worst={worst} />);
  expect(said()).toBe("It sinks. Ruled out: against a rule: 3 flies. The held leader sags: 74 cm.");
  rerender(<Spoken story="It sinks." worth={worth} worst={{ ...worst, severity: "fine" }} />);
  expect(said()).toBe("It sinks. 7 good minutes in the hour. Nothing it says asks for a change.");
});
