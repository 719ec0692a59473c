import { cleanup, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import { useBench } from "../../state/bench_store";
import type { Packing } from "../../state/use_pack";
import { served, shown } from "../../testing/served";
import { Before } from "./before";

vi.mock("./past", () => ({ Past: () => null }));
vi.mock("./phone_code", () => ({ PhoneCode: () => null }));
vi.mock("../../features/packing/pack_list", () => ({ PackList: () => null }));
vi.mock("../../state/units", () => ({ useSystem: () => ({ key: "metric", rules: {} }) }));

const make = vi.fn();
const packing = { doing: null, share: 0, fault: "", make, stop: () => undefined } as unknown as Packing;
const rig = (id: string, method: string) => ({ id, name: id, method, flies: [], made_at: "2026-11-14T08:00:00Z" });

afterEach(() => {
  cleanup();
  make.mockClear();
});

function at(kind: string, inHand: string, rigs: object[]) {
  served({
    "GET /rigs": { body: { rigs } },
    "GET /book": {
      body: {
        methods: [
          { key: "drifted", waters: ["river"] },
          { key: "retrieved", waters: ["lake"] },
        ],
      },
    },
  });
  useBench.setState({
    docs: { water: { id: "w", kind, name: "", river: "" } } as never,
    saved: { rigId: inHand } as never,
  });
  shown(<Before packing={packing} />);
}

const names = async () => {
  await screen.findByRole("button", { name: /more rig/ });
  return within(screen.getByRole("list", { name: "Your rigs" }))
    .getAllByRole("checkbox")
    .map((box) => box.closest("label")?.querySelector("b")?.textContent);
};

it("shows the rig in hand, then those fished in such a water, and the others once they are asked for", async () => {
  at("lake", "hand", [rig("a", "drifted"), rig("b", "retrieved"), rig("hand", "drifted"), rig("mine", "unheard-of")]);
  expect(await names()).toEqual(["hand", "b", "mine"]);
  await userEvent.setup().click(screen.getByRole("button", { name: "1 more rig" }));
  await userEvent.setup().click(screen.getByRole("checkbox", { name: /^a/ }));
  await userEvent.setup().click(screen.getByRole("button", { name: "Pack 2 rigs" }));
  expect(make.mock.calls[0]?.[0]).toEqual(["hand", "a"]);
});

it("shows twelve of many, and all of them once they are asked for", async () => {
  at(
    "river",
    "0",
    Array.from({ length: 20 }, (_, k) => rig(`${k}`, "drifted")),
  );
  expect(await names()).toHaveLength(12);
  await userEvent.setup().click(screen.getByRole("button", { name: "8 more rigs" }));
  expect(screen.getAllByRole("checkbox")).toHaveLength(20);
});
