import { act, cleanup, render, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { createBrowserRouter, Outlet, RouterProvider, useNavigate } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useBench } from "./bench_store";
import { useInHandAddress } from "./use_in_hand_address";

const A = "aaaaaaaa-0000-4000-8000-000000000000";
const B = "bbbbbbbb-0000-4000-8000-000000000000";
let go: ReturnType<typeof useNavigate>;
let asked: string[] = [];

function Place() {
  const missing = useInHandAddress(true);
  go = useNavigate();
  return <p data-testid="missing">{missing ?? "nothing"}</p>;
}

let come: (ready: boolean) => void;

/** A place whose bench comes when it is told. */
function Coming() {
  const [ready, setReady] = useState(false);
  come = setReady;
  useInHandAddress(ready);
  go = useNavigate();
  return <Outlet />;
}

const rig = (id: string) => ({ rig_id: id, id: `rev-${id}`, number: 1, rig: { name: id } });
const water = (id: string) => ({ reach: { id }, number: 1 });

function open(path: string) {
  window.history.replaceState(null, "", path);
  const router = createBrowserRouter([{ path: "*", element: <Place /> }]);
  render(<RouterProvider router={router} />);
}

const at = (path: string) => waitFor(() => expect(window.location.pathname).toBe(path));
const inHand = () => useBench.getState().saved?.rigId;
const today = () => useBench.getState().docs?.water.id;

beforeEach(() => {
  asked = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname;
    if (request.method === "GET") asked.push(path);
    const id = path.split("/").pop() ?? "";
    const json = (body: unknown, status = 200) =>
      new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } });
    if (path.endsWith("/reaches")) return json({ reaches: [water("weir"), water("flats")] });
    if (path.includes("/rigs/")) return [A, B].includes(id) ? json(rig(id)) : json({ detail: "no" }, 404);
    return new Promise(() => undefined);
  });
  useBench.setState({
    docs: { rig: { name: A }, water: { id: "weir" } } as never,
    saved: { rigId: A, revision: "r", number: 1, rig: { name: A } as never },
    past: [],
    future: [],
    trouble: "",
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("the address of what is in hand", () => {
  it("is put where an address names nothing, without a step to go back to", async () => {
    const steps = window.history.length;
    open("/rig?sheet=keys");
    await at(`/rig/${A}`);
    expect(window.location.search).toBe("?sheet=keys");
    expect(window.history.length).toBe(steps);
    expect(asked).toEqual([]);
  });

  it("takes the rig in hand that it names", async () => {
    open(`/tie/${B}`);
    await waitFor(() => expect(inHand()).toBe(B));
    await at(`/tie/${B}`);
    expect(screen.getByTestId("missing").textContent).toBe("nothing");
  });

  it("takes the water it names", async () => {
    open("/water/flats");
    await waitFor(() => expect(today()).toBe("flats"));
    await at("/water/flats");
  });

  it("follows what is taken in hand, and Back takes the one before", async () => {
    open(`/rig/${A}/taper`);
    await at(`/rig/${A}/taper`);
    act(() => useBench.setState({ saved: { rigId: B, revision: "r", number: 1, rig: { name: A } as never } }));
    await at(`/rig/${B}/taper`);
    act(() => window.history.back());
    await waitFor(() => expect(inHand()).toBe(A));
    await at(`/rig/${A}/taper`);
  });

  it("says what is not there, and nothing more once one goes where something is", async () => {
    open("/rig/nobody");
    await waitFor(() => expect(screen.getByTestId("missing").textContent).toBe("rig"));
    expect(inHand()).toBe(A);
    await act(async () => go("/water/nowhere"));
    await waitFor(() => expect(screen.getByTestId("missing").textContent).toBe("water"));
    await act(async () => go(`/rig/${A}`));
    await waitFor(() => expect(screen.getByTestId("missing").textContent).toBe("nothing"));
  });

  it("goes back to what is in hand when the server does not answer", async () => {
    vi.stubGlobal("fetch", async () => {
      throw new TypeError("no route");
    });
    open(`/rig/${B}`);
    await at(`/rig/${A}`);
    expect(useBench.getState().trouble).toBe("no route");
  });

  it("leaves other places alone", async () => {
    open("/tackle/flies");
    await new Promise((done) => setTimeout(done, 20));
    expect(window.location.pathname).toBe("/tackle/flies");
    expect(asked).toEqual([]);
  });
});

it("of a place that is pressed while its page is still fetched and the bench still comes is gone to", async () => {
  let fetched: () => void = () => undefined;
  window.history.replaceState(null, "", "/rig");
  const lazy = () => new Promise<object>((done) => (fetched = () => done({ element: <p>the water</p> })));
  const children = [
    { path: "/rig/:rig?", element: <p>the rig</p> },
    { path: "/water/:water?", lazy },
  ];
  render(<RouterProvider router={createBrowserRouter([{ element: <Coming />, children }])} />);
  await screen.findByText("the rig");
  act(() => void go("/water"));
  act(() => come(true));
  await act(async () => fetched());
  expect(await screen.findByText("the water")).toBeTruthy();
  await at("/water/weir");
});
