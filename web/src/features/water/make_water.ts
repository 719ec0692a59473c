import type { Book, Reach } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { saveWater } from "../../state/use_keep_water";
import { say } from "../../ui/toast";

/** Makes a new water and takes it as today's. */
export async function makeWater(book: Book): Promise<void> {
  const water: Reach = { ...book.blank_water, id: crypto.randomUUID() };
  try {
    const kept = await saveWater(water, null);
    useBench.getState().setWater(kept.reach, kept.number);
  } catch {
    say("The server does not answer; no water was made.");
  }
}
