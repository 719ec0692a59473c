import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { BankEvent, Pack, UnitSystem } from "../api/client";

/** A pack as it lies on the phone: with the units it is read in, and which rigs in which revision it was made of. */
export type KeptPack = {
  pack: Pack;
  system: UnitSystem;
  revisions: Record<string, string>;
  keptAt: string;
};
/** An event on the phone, with its own place; `state` says whether the server has it. */
export type KeptEvent = { event: BankEvent; state: "waits" | "kept" | "refused"; why?: string };

interface BankSchema extends DBSchema {
  packs: { key: string; value: KeptPack };
  events: { key: string; value: KeptEvent; indexes: { state: string } };
  meta: { key: string; value: string | number };
}

const NAME = "jarana-bank";
const PERSON = "jarana.person";
const VERSION = 1;
export const TODAY = "today";

let opening: Promise<IDBPDatabase<BankSchema>> | null = null;

function person(): string {
  try {
    return localStorage.getItem(PERSON) ?? "";
  } catch {
    return "";
  }
}

/** Says who is signed in; returns whether that is somebody else than before: nobody reads or sends what another tapped. */
export async function belongsTo(id: string): Promise<boolean> {
  if (person() === id) return false;
  try {
    localStorage.setItem(PERSON, id);
  } catch {}
  const before = opening;
  opening = null;
  (await before?.catch(() => null))?.close();
  return true;
}

/** The phone's own database, one for each person; a newer version of it is made from an older one, step by step. */
export function bankDb(): Promise<IDBPDatabase<BankSchema>> {
  opening ??= openDB<BankSchema>(`${NAME}-${person()}`, VERSION, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore("packs");
        db.createObjectStore("events", { keyPath: "event.id" }).createIndex("state", "state");
        db.createObjectStore("meta");
      }
    },
    blocking() {
      void opening?.then((db) => db.close());
      opening = null;
    },
    terminated() {
      opening = null;
    },
  });
  return opening;
}

/** Writes an event down with the next place in this phone's order: both or neither. */
export async function addEvent(make: (device: string, seq: number) => BankEvent): Promise<BankEvent> {
  const db = await bankDb();
  const work = db.transaction(["events", "meta"], "readwrite");
  const meta = work.objectStore("meta");
  let device = (await meta.get("device")) as string | undefined;
  if (!device) {
    device = `phone-${crypto.randomUUID()}`;
    await meta.put(device, "device");
  }
  const seq = Number((await meta.get("seq")) ?? 0) + 1;
  await meta.put(seq, "seq");
  const event = make(device, seq);
  await work.objectStore("events").add({ event, state: "waits" });
  await work.done;
  return event;
}

export async function everyEvent(): Promise<KeptEvent[]> {
  const rows = await (await bankDb()).getAll("events");
  return rows.sort((a, b) => a.event.seq - b.event.seq);
}

/** Marks what the server has, or would not have. */
export async function markEvents(
  kept: readonly string[],
  refused: readonly { id: string; why: string }[],
): Promise<void> {
  const db = await bankDb();
  const work = db.transaction("events", "readwrite");
  for (const id of kept) {
    const row = await work.store.get(id);
    if (row) await work.store.put({ event: row.event, state: "kept" });
  }
  for (const { id, why } of refused) {
    const row = await work.store.get(id);
    if (row) await work.store.put({ event: row.event, state: "refused", why });
  }
  await work.done;
}

/** Forgets what lies on this phone; what was tapped and not sent yet stays. Returns how much of that there is. */
export async function forgetHere(): Promise<number> {
  const db = await bankDb();
  const waits = await db.countFromIndex("events", "state", "waits");
  const work = db.transaction(["packs", "events"], "readwrite");
  await work.objectStore("packs").clear();
  if (waits === 0) await work.objectStore("events").clear();
  await work.done;
  return waits;
}

export async function keepPack(kept: KeptPack): Promise<void> {
  await (await bankDb()).put("packs", kept, TODAY);
}

export async function keptPack(): Promise<KeptPack | undefined> {
  return (await bankDb()).get("packs", TODAY);
}
