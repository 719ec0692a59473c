import type { Attachment, Fly, PeggedBead, Shot, UnitSystem } from "../api/client";
import { phrase } from "../words/phrase";
import { text } from "./format";

type Body = Attachment["body"];

/** The fly of an attachment; null where a shot or a pegged bead sits. */
export function flyOf(body: Body): Fly | null {
  return body.kind === "shot" || body.kind === "pegged bead" ? null : (body as Fly);
}

/** A hook's size as it stands on the packet: 1/0 is kept as 0, 2/0 as -1. */
export function hookLabel(size: number): string {
  return size > 0 ? `${size}` : `${1 - size}/0`;
}

/** "Resin quill #14", "shot BB". */
export function bodyName(body: Body): string {
  const fly = flyOf(body);
  if (body.kind === "pegged bead") return (body as PeggedBead).name;
  return fly ? `${fly.pattern} #${hookLabel(fly.hook.size)}` : phrase("shot {name}", { name: (body as Shot).name });
}

/** What makes it heavy, as it is written: "2.8 mm", "8 turns", "no bead", "0.25 g". */
export function weightOf(body: Body, system: UnitSystem): string {
  const fly = flyOf(body);
  if (body.kind === "pegged bead") return text(system, "bead", (body as PeggedBead).diameter_mm / 1000);
  if (!fly) return text(system, "fly_mass", (body as Shot).mass_mg * 1e-6);
  return weightWords(fly, system);
}

/** What weighs a fly down: its bead, the turns of wire under its dressing. */
export function weightWords(of: Pick<Fly, "bead" | "wraps">, system: UnitSystem): string {
  const turns = of.wraps?.turns ? phrase("{turns} turns", { turns: of.wraps.turns }) : "";
  if (!of.bead) return turns || phrase("no bead");
  const bead = text(system, "bead", of.bead.diameter_mm / 1000);
  return turns ? `${bead}, ${turns}` : bead;
}

/** How big it is drawn, millimetres. */
export function sizeOf(body: Body): number {
  const fly = flyOf(body);
  if (fly) return fly.bead?.diameter_mm ?? 1.6;
  if (body.kind === "pegged bead") return (body as PeggedBead).diameter_mm;
  const shot = body as Shot;
  return ((6 * shot.mass_mg * 1e-6) / (shot.density_kg_m3 ?? 7300) / Math.PI) ** (1 / 3) * 1000;
}
