import type { Book, KeptReach } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { saveWater } from "../../state/use_keep_water";
import { say } from "../../ui/toast";
import { phrase } from "../../words/phrase";

/** Keeps a blank water. */
export async function newWater(book: Book): Promise<KeptReach> {
  return saveWater({ ...book.blank_water, id: crypto.randomUUID() }, null);
}

/** Makes a new water and takes it as today's. */
export async function makeWater(book: Book): Promise<void> {
  try {
    const kept = await newWater(book);
    useBench.getState().setWater(kept.reach, kept.number);
  } catch {
    say(phrase("The server does not answer; no water was made."));
  }
}
