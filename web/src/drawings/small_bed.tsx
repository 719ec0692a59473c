import type { Reach } from "../api/client";

/** The bed of a water in small: its soundings under the surface. */
export function SmallBed({ water }: { water: Reach }) {
  const rows = water.soundings?.length
    ? water.soundings
    : [
        { x_m: 0, depth_m: water.depth_m },
        { x_m: 1, depth_m: water.depth_m },
      ];
  const first = rows[0]?.x_m ?? 0;
  const long = (rows[rows.length - 1]?.x_m ?? 1) - first || 1;
  const deep = Math.max(...rows.map((r) => r.depth_m), 1.2);
  const points = rows.map((r) => `${((r.x_m - first) / long) * 100} ${3 + (r.depth_m / deep) * 16}`).join(" L");
  return (
    <svg viewBox="0 0 100 24" preserveAspectRatio="none" className="mt-1 h-6 w-full" aria-hidden>
      <path d={`M${points} L100 24 L0 24 Z`} fill="var(--bed)" />
      <path d="M0 2.5 H100" stroke="var(--edge)" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
