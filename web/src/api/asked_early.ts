/**
 * What public/first.js has asked for before the program was there, by method and path, with which headers and of what. It asks no more
 * once it is `over`: the program is there and asks by itself.
 */
type Early = {
  answers: Map<string, { answer: Promise<Response>; headers: Record<string, string>; body?: string }>;
  over: boolean;
};

declare global {
  interface Window {
    askedEarly?: Early;
  }
}

/** What was asked for longer ago is asked for again, ms after the page was opened. */
export const STALE_MS = 20_000;

/**
 * Takes the answer to what was asked for already, once; null where it was not, or in other units. What is written makes old what
 * was asked for before.
 */
export function askedEarly(request: Request, now = performance.now()): Promise<Response> | null {
  const early = window.askedEarly;
  if (!early) return null;
  const key = `${request.method} ${new URL(request.url).pathname}`;
  const found = early.answers.get(key);
  early.answers.delete(key);
  if (!found) early.over = true;
  if (!found && request.method !== "GET") early.answers.clear();
  if (!found || now > STALE_MS) return null;
  if (Object.entries(found.headers).some(([name, value]) => request.headers.get(name) !== value)) return null;
  const again = request.clone();
  const anew = () => globalThis.fetch(again);
  if (request.method === "GET" || !found.body) return found.answer.catch(anew);
  const meant = found.body;
  return request.text().then((sent) => (isSame(sent, meant) ? found.answer.catch(anew) : anew()));
}

/** Whether what is sent is what was asked for, whatever number either carries. */
function isSame(sent: string, meant: string): boolean {
  const [one, other] = [sent, meant].map((body) => JSON.stringify({ ...JSON.parse(body), seq: 0 }));
  return one === other;
}
