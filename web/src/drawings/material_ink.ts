import type { Span } from "../api/client";

/** The colour of each line material; every drawing adds its texture. */
export const INK: Record<Span["material"]["look"], string> = {
  mono: "var(--mat-mono)",
  clear: "var(--mat-clear)",
  sighter: "var(--mat-sighter)",
  fluorocarbon: "var(--mat-fluorocarbon)",
  braid: "var(--mat-braid)",
  coated: "var(--mat-coated)",
};
