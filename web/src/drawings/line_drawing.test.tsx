import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import sample from "../../../tests/samples/documents/rig-2.json";
import type { Rig, Strength, UnitSystem } from "../api/client";
import { LineDrawing } from "./line_drawing";

afterEach(cleanup);

const rule = (unit: string, factor: number, decimals: number) => ({
  unit,
  factor,
  decimals,
  form: "decimal",
  offset: 0,
});
const system = {
  key: "metric",
  rules: {
    length: rule("m", 1, 2),
    diameter: rule("mm", 1000, 2),
    bead: rule("mm", 1000, 1),
    short: rule("cm", 100, 0),
  },
} as unknown as UnitSystem;
const rig = sample as unknown as Rig;
const held = (part: string, shown: string) => ({ kind: "joint", part, shown }) as unknown as Strength;
const onSelect = vi.fn();

type More = Partial<Parameters<typeof LineDrawing>[0]>;
function draw(more: More = {}) {
  onSelect.mockReset();
  return render(
    <LineDrawing
      rig={rig}
      ghost={null}
      strength={[held("j-clear", "1.11 kg"), held("j-tippet", "0.91 kg")]}
      system={system}
      width={1200}
      selected={null}
      weakest={null}
      worry={false}
      load={null}
      onSelect={onSelect}
      {...more}
    />,
  );
}
const line = () => screen.getByRole("listbox", { name: "The line, from the rod to the point" });
const part = (id: string) => document.getElementById(`part-${id}`) as unknown as SVGElement;
const ids = () => screen.getAllByRole("option").map((o) => o.id.replace("part-", ""));

describe("the drawn line", () => {
  it("has every part as an option, from the fly line to the point", () => {
    draw();
    expect(ids().sort()).toEqual([...rig.spans, ...rig.joints, ...rig.attachments].map((p) => p.id).sort());
    expect(line().textContent).toContain("Level line");
  });

  it("writes length and diameter of every span in the person's units", () => {
    draw();
    const mono = part("mono").textContent ?? "";
    const span = rig.spans[0];
    expect(mono).toContain(`${((span?.length_mm ?? 0) / 1000).toFixed(2)} m`);
    expect(mono).toContain("0.18 mm");
  });

  it("says what a knot holds", () => {
    draw();
    expect(part("j-clear").textContent).toContain("1.11 kg");
    expect(part("j-sighter").textContent).not.toContain("kg");
  });

  it.each([
    ["ArrowRight", "j-line", rig.spans[0]?.id],
    ["ArrowLeft", rig.spans[0]?.id, "j-line"],
    ["Home", "point", "j-line"],
    ["End", "j-line", "point"],
    ["ArrowRight", "point", "point"],
    ["ArrowLeft", "j-line", "j-line"],
  ])("%s from %s goes to %s", (key, from, to) => {
    draw({ selected: from ?? null });
    fireEvent.keyDown(line(), { key });
    expect(onSelect).toHaveBeenCalledWith(to);
  });

  it("leaves other keys alone", () => {
    draw({ selected: "point" });
    fireEvent.keyDown(line(), { key: "x" });
    expect(onSelect).not.toHaveBeenCalled();
  });

  it("marks what is picked, for eyes and for readers", () => {
    draw({ selected: "dropper" });
    expect(line().getAttribute("aria-activedescendant")).toBe("part-dropper");
    expect(part("dropper").getAttribute("aria-selected")).toBe("true");
    expect(part("point").getAttribute("aria-selected")).toBe("false");
    fireEvent.click(part("point"));
    expect(onSelect).toHaveBeenCalledWith("point");
  });

  it("says of a span that is no spool of one's own that it is not", () => {
    const [first, ...rest] = rig.spans;
    draw({ rig: { ...rig, spans: [{ ...first, name: "A", spool: null }, ...rest] } as unknown as Rig });
    expect(part("mono").textContent).toContain("A · not yours");
  });

  it("tells a fly line from a level one", () => {
    draw({ rig: { ...rig, line: { ...rig.line, taper: "double" } } as Rig });
    expect(line().textContent).toContain("Fly line");
  });

  it("writes what a pinned rig has otherwise", () => {
    const ghost = {
      ...rig,
      spans: rig.spans.map((s) => (s.id === "mono" ? { ...s, length_mm: s.length_mm + 500 } : s)),
    } as Rig;
    draw();
    const before = part("mono").textContent;
    cleanup();
    draw({ ghost });
    expect(part("mono").textContent).not.toBe(before);
    expect(part("clear").textContent).toContain("0.16 mm");
  });
});
