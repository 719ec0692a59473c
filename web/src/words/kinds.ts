import { phrase } from "./phrase";

/** How kinds that come over the wire are called: the wire has the English word as its key. */
const KINDS: Record<string, string> = {
  weed: phrase("weed"),
  boulder: phrase("boulder"),
  snag: phrase("snag"),
  branch: phrase("branch"),
  undercut: phrase("undercut"),
  "left alone": phrase("left alone"),
};

/** The name of a kind; of one that is not known its key. */
export function kindName(kind: string): string {
  return KINDS[kind] ?? kind;
}
