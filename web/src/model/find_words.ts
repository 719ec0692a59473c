import type { Word } from "../api/client";

/** Words whose name, or another name of theirs, has every piece that was typed; by name first. */
export function foundWords(words: readonly Word[], typed: string): Word[] {
  const pieces = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (pieces.length === 0) return [...words];
  const has = (text: string) => pieces.every((piece) => text.includes(piece));
  const by = (word: Word) => (has(word.name.toLowerCase()) ? 0 : has((word.also ?? []).join(" ")) ? 1 : 2);
  return words.filter((word) => by(word) < 2).sort((a, b) => by(a) - by(b));
}
