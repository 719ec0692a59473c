import { create } from "zustand";
import { api, type BankEvent, taken } from "../api/client";
import { phrase } from "../words/phrase";
import {
  addEvent,
  belongsTo,
  everyEvent,
  type KeptEvent,
  type KeptPack,
  keepPack,
  keptPack,
  markEvents,
} from "./bank_db";

type State = {
  /** What lies on the phone has been read. */
  ready: boolean;
  kept: KeptPack | null;
  /** Every event on this phone, in its order. */
  events: KeptEvent[];
  /** The outing that is going on, by its id; null where none is. */
  outing: string | null;
  /** The server answered last time. */
  reached: boolean;
  /** Something that must be said: the phone's storage is full, the database is gone. */
  trouble: string;
};

export const useBank = create<State>(() => ({
  ready: false,
  kept: null,
  events: [],
  outing: null,
  reached: true,
  trouble: "",
}));

const MOST_SENT = 100;
const AGAIN_MS = 30_000;
const FULL = phrase(
  "This phone's storage is full: what you tap now is kept only while this page is open. Free some space.",
);

/** Reads what lies on the phone; once. */
export async function openBank(): Promise<void> {
  if (useBank.getState().ready) return;
  try {
    const [kept, events] = await Promise.all([keptPack(), everyEvent()]);
    useBank.setState({ ready: true, kept: kept ?? null, events, outing: openOuting(events) });
  } catch {
    useBank.setState({
      ready: true,
      trouble: phrase("This browser lets nothing be kept: what you tap is gone when the page is."),
    });
  }
  void sendEvents();
}

/** Somebody is signed in: what another person left on this phone is neither shown nor sent. */
export async function bankOf(id: string): Promise<void> {
  if (!(await belongsTo(id))) return;
  useBank.setState({ ready: false, kept: null, events: [], outing: null, trouble: "" });
  await openBank();
}

/** The newest outing that has not ended, nor was taken back. */
function openOuting(rows: readonly KeptEvent[]): string | null {
  const events = rows.map((r) => r.event);
  const begun = events.filter((e) => e.kind === "outing").at(-1);
  if (!begun) return null;
  const closed = events.some((e) => (e.kind === "ended" && e.about === begun.id) || e.undoes === begun.id);
  return closed ? null : begun.id;
}

/** Keeps a pack on the phone. */
export async function takePack(kept: KeptPack): Promise<void> {
  useBank.setState({ kept });
  try {
    await keepPack(kept);
  } catch {
    useBank.setState({ trouble: FULL });
  }
}

/** Writes down that something happened, and sends it when the server can be reached. Returns its id. */
export async function happened(
  kind: string,
  payload: Record<string, unknown>,
  more: { about?: string | null; undoes?: string; id?: string } = {},
): Promise<string> {
  const about = more.about === undefined ? useBank.getState().outing : more.about;
  const make = (device: string, seq: number): BankEvent => ({
    id: more.id ?? crypto.randomUUID(),
    device,
    seq,
    at: new Date().toISOString(),
    kind,
    about,
    payload: { type: kind, version: 1, ...payload },
    undoes: more.undoes ?? null,
  });
  let event: BankEvent;
  try {
    event = await addEvent(make);
  } catch {
    const last = useBank.getState().events.at(-1)?.event;
    event = make(last?.device ?? `phone-${crypto.randomUUID()}`, (last?.seq ?? 0) + 1);
    useBank.setState({ trouble: FULL });
  }
  useBank.setState((s) => ({ events: [...s.events, { event, state: "waits" }] }));
  if (kind === "outing") useBank.setState({ outing: event.id });
  if (kind === "ended") useBank.setState({ outing: null });
  void sendEvents();
  return event.id;
}

let sending: Promise<void> | null = null;
let timer: number | undefined;

/** Sends what waits, in order, one tab at a time; what is not taken now is tried again. */
export function sendEvents(): Promise<void> {
  sending ??= locked(send).finally(() => {
    sending = null;
  });
  return sending;
}

async function locked(work: () => Promise<void>): Promise<void> {
  if (navigator.locks) await navigator.locks.request("jarana-bank", work);
  else await work();
}

async function send(): Promise<void> {
  for (;;) {
    const waits = useBank.getState().events.filter((r) => r.state === "waits");
    if (waits.length === 0) return;
    const events = waits.slice(0, MOST_SENT).map((r) => r.event);
    try {
      const answer = taken(await api.POST("/api/v1/events", { body: { events } }));
      const refused = answer.refused ?? [];
      await markEvents(answer.kept, refused).catch(() => undefined);
      const kept = new Set(answer.kept);
      const why = new Map(refused.map((r) => [r.id, r.why]));
      useBank.setState((s) => ({
        reached: true,
        events: s.events.map((r) => {
          const said = why.get(r.event.id);
          if (kept.has(r.event.id)) return { event: r.event, state: "kept" as const };
          return said === undefined ? r : { event: r.event, state: "refused" as const, why: said };
        }),
      }));
      if (answer.kept.length + refused.length === 0) return;
    } catch {
      useBank.setState({ reached: false });
      later();
      return;
    }
  }
}

/** Tries again in a while, as long as somebody looks. */
function later(): void {
  window.clearTimeout(timer);
  if (document.visibilityState === "visible") timer = window.setTimeout(() => void sendEvents(), AGAIN_MS);
}

/** Sends when a signal comes back, or somebody looks again. */
export function followSignal(): () => void {
  const again = () => document.visibilityState === "visible" && void sendEvents();
  window.addEventListener("online", again);
  document.addEventListener("visibilitychange", again);
  return () => {
    window.clearTimeout(timer);
    window.removeEventListener("online", again);
    document.removeEventListener("visibilitychange", again);
  };
}
