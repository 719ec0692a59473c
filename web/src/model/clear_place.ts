type Point = readonly [number, number];
export type Box = { x: number; y: number; width: number; height: number };

/** Room that is kept between a label and a line. */
const AROUND = 5;

/** The first of some places for a label that no line runs through; where each is crossed, the one that is crossed least. */
export function clearPlace(places: readonly Box[], lines: readonly (readonly Point[])[]): Box | undefined {
  let best: Box | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const place of places) {
    const crossed = lines.reduce((sum, line) => sum + inside(place, line), 0);
    if (crossed === 0) return place;
    if (crossed < least) {
      least = crossed;
      best = place;
    }
  }
  return best;
}

/** How many points of a line, and of the middles between them, lie in a box or close by it. */
function inside(box: Box, line: readonly Point[]): number {
  const has = (x: number, y: number) =>
    x > box.x - AROUND && x < box.x + box.width + AROUND && y > box.y - AROUND && y < box.y + box.height + AROUND;
  let found = 0;
  for (const [i, [x, y]] of line.entries()) {
    if (has(x, y)) found += 1;
    const next = line[i + 1];
    if (!next) continue;
    for (const part of [0.25, 0.5, 0.75]) if (has(x + (next[0] - x) * part, y + (next[1] - y) * part)) found += 1;
  }
  return found;
}
