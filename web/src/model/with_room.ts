/** Which of some places along a track a text fits beside: those far enough, across or down, from the last one that has its text. */
export function withRoom(places: readonly (readonly [number, number])[], wide: number, high: number): number[] {
  const found: number[] = [];
  places.forEach(([x, y], i) => {
    const last = places[found.at(-1) ?? -1];
    if (!last || Math.abs(x - last[0]) >= wide || Math.abs(y - last[1]) >= high) found.push(i);
  });
  return found;
}
