import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { MemoryRouter, Route, Routes, useLocation } from "react-router";
import { vi } from "vitest";

export type Asked = { method: string; path: string; body: unknown };
type Answer = { status?: number; body: unknown };
type Answers = Record<string, Answer | ((asked: Asked) => Answer)>;

/** Answers what is fetched by `METHOD /path`, everything else with 404; returns what was asked, in its order. */
export function served(answers: Answers): Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname.replace("/api/v1", "");
    const text = await request.text();
    const one = { method: request.method, path, body: text ? JSON.parse(text) : null };
    asked.push(one);
    const found = answers[`${request.method} ${path}`];
    const { status = 200, body } = (typeof found === "function" ? found(one) : found) ?? { status: 404, body: {} };
    return new Response(JSON.stringify(body), { status, headers: { "content-type": "application/json" } });
  });
  return asked;
}

/** What was refused, as the server tells it. */
export function refused(status: number, detail: string, faults: { path: string; reason: string }[] = []): Answer {
  return { status, body: { status, detail, faults: faults.map((f) => ({ value: "", ...f })) } };
}

function Where() {
  const { pathname, search } = useLocation();
  return <output aria-label="Address">{`${pathname}${search}`}</output>;
}

/** Shows something at an address, with a router and a place for answers; the address stands beside it. */
export function shown(what: ReactNode, at = "/") {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <Routes>
          <Route path="*" element={what} />
        </Routes>
        <Where />
      </MemoryRouter>
    </QueryClientProvider>,
  );
}
