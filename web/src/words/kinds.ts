import { phrase } from "./phrase";

/** How kinds that come over the wire are called: the wire has the English word as its key. */
const KINDS: Record<string, string> = {
  // What hangs on a rig, and what holds it.
  point: phrase("point"),
  tail: phrase("tail"),
  dropper: phrase("dropper"),
  "top dropper": phrase("top dropper"),
  shot: phrase("shot"),
  bead: phrase("bead"),
  "dry fly": phrase("dry fly"),
  float: phrase("float"),
  "fly line": phrase("fly line"),
  rod: phrase("rod"),
  held: phrase("held"),
  // What a fly can be lost to.
  weed: phrase("weed"),
  boulder: phrase("boulder"),
  snag: phrase("snag"),
  branch: phrase("branch"),
  undercut: phrase("undercut"),
  "left alone": phrase("left alone"),
  // The water and the day.
  river: phrase("river"),
  lake: phrase("lake"),
  clear: phrase("clear"),
  tinged: phrase("tinged"),
  coloured: phrase("coloured"),
  bright: phrase("bright"),
  even: phrase("even"),
  low: phrase("low"),
  usual: phrase("usual"),
  high: phrase("high"),
  upstream: phrase("upstream"),
  downstream: phrase("downstream"),
  "towards you": phrase("towards you"),
  "away from you": phrase("away from you"),
  "from your left": phrase("from your left"),
  "from your right": phrase("from your right"),
  across: phrase("across"),
  smooth: phrase("smooth"),
  broken: phrase("broken"),
  wave: phrase("wave"),
  // How a fish that was on ended.
  landed: phrase("landed"),
  broke: phrase("broke"),
  "pulled out": phrase("pulled out"),
  lost: phrase("lost"),
};

/** The name of a kind; of one that is not known its key. */
export function kindName(kind: string): string {
  return KINDS[kind] ?? kind;
}
