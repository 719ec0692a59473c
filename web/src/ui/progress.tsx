import { Progress as Bar } from "radix-ui";

/** A thin line that fills as something goes on; says what it is. */
export function Progress({ share, label, className = "" }: { share: number; label: string; className?: string }) {
  const percent = Math.round(share * 100);
  return (
    <Bar.Root value={percent} aria-label={label} className={`h-[3px] overflow-hidden bg-hair ${className}`}>
      <Bar.Indicator className="h-full bg-ink transition-[width]" style={{ width: `${percent}%` }} />
    </Bar.Root>
  );
}
