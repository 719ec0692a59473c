/** P10 and P90 of good minutes in brackets; nothing where they read alike. */
export function range(p10: number, p90: number): string {
  const [low, high] = [Math.round(p10), Math.round(p90)];
  return low === high ? "" : `(${low}–${high})`;
}
