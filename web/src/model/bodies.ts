import type { Attachment, Fly, PeggedBead, Shot, UnitSystem } from "../api/client";
import { text } from "./format";

type Body = Attachment["body"];

/** The fly of an attachment; null where a shot or a pegged bead sits. */
export function flyOf(body: Body): Fly | null {
  return body.kind === "shot" || body.kind === "pegged bead" ? null : (body as Fly);
}

/** "Resin quill #14", "shot BB". */
export function bodyName(body: Body): string {
  const fly = flyOf(body);
  if (body.kind === "pegged bead") return (body as PeggedBead).name;
  return fly ? `${fly.pattern} #${fly.hook.size}` : `shot ${(body as Shot).name}`;
}

/** What makes it heavy, as it is written: "2.8 mm", "no bead", "0.25 g". */
export function weightOf(body: Body, system: UnitSystem): string {
  const fly = flyOf(body);
  if (body.kind === "pegged bead") return text(system, "bead", (body as PeggedBead).diameter_mm / 1000);
  if (!fly) return text(system, "fly_mass", (body as Shot).mass_mg * 1e-6);
  return fly.bead ? text(system, "bead", fly.bead.diameter_mm / 1000) : "no bead";
}

/** How big it is drawn, millimetres. */
export function sizeOf(body: Body): number {
  const fly = flyOf(body);
  if (fly) return fly.bead?.diameter_mm ?? 1.6;
  if (body.kind === "pegged bead") return (body as PeggedBead).diameter_mm;
  const shot = body as Shot;
  return ((6 * shot.mass_mg * 1e-6) / (shot.density_kg_m3 ?? 7300) / Math.PI) ** (1 / 3) * 1000;
}
