/** A place that is about one rig or one water says which in its address. */
export type Named = { about: "rig" | "water"; id: string | null };

const RIG = /^\/(rig|tie)(?:\/([^/]+))??(\/taper)?$/;
const WATER = /^\/water(?:\/([^/]+))?$/;

/** What an address is about; null where it is about neither. */
export function namedBy(pathname: string): Named | null {
  const water = WATER.exec(pathname);
  if (water) return { about: "water", id: decoded(water[1]) };
  const rig = RIG.exec(pathname);
  return rig ? { about: "rig", id: decoded(rig[2]) } : null;
}

/** The same place, about another rig or water. */
export function addressOf(pathname: string, id: string): string {
  const water = WATER.exec(pathname);
  if (water) return `/water/${encodeURIComponent(id)}`;
  const rig = RIG.exec(pathname);
  return rig ? `/${rig[1]}/${encodeURIComponent(id)}${rig[3] ?? ""}` : pathname;
}

function decoded(part: string | undefined): string | null {
  if (!part) return null;
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}
