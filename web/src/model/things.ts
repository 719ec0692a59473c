import type { Drawer } from "../api/client";
import { phrase } from "../words/phrase";
import { hookLabel } from "./bodies";

/** Something owned, as it is found by name: the kind of tackle, its row, and what it is called. */
export type Thing = { kind: string; row: string; name: string };

/** Everything in a drawer by name; of a pattern each weight. */
export function thingsOf(drawer: Drawer): Thing[] {
  const flies = (drawer.patterns ?? []).flatMap((p) =>
    p.weights.map((w) => ({
      kind: "flies",
      row: w.id,
      name: `${p.name} #${hookLabel(p.hook.size)}${w.bead ? phrase(", {diametermm} mm bead", { diametermm: w.bead.diameter_mm }) : ""}`,
    })),
  );
  const spools = (drawer.spools ?? []).map((s) => ({ kind: "spools", row: s.id, name: `${s.number} · ${s.label}` }));
  const named = (kind: string, rows: readonly { id: string; name: string }[] | undefined) =>
    (rows ?? []).map((row) => ({ kind, row: row.id, name: row.name }));
  return [
    ...flies,
    ...spools,
    ...named("leaders", drawer.leaders),
    ...named("lines", drawer.lines),
    ...named("rods", drawer.rods),
    ...named("floats", drawer.floats),
    ...(drawer.shots ?? []).map((s) => ({ kind: "shot", row: s.id, name: phrase("shot {sName}", { sName: s.name }) })),
    ...named("rings", drawer.rings),
    ...named("reels", drawer.reels),
  ];
}
