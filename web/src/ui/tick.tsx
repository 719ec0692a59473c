import type { ReactNode } from "react";

type Props = { on: boolean; onChange: (on: boolean) => void; className?: string; children: ReactNode };

/** Something that is so or not, with its words beside it; a thumb's height where it is touched. */
export function Tick({ on, onChange, className = "", children }: Props) {
  return (
    <label className={`flex hit items-center gap-2 ${className}`}>
      <input
        type="checkbox"
        checked={on}
        onChange={(event) => onChange(event.target.checked)}
        className="size-5 shrink-0 accent-[var(--ink)]"
      />
      {children}
    </label>
  );
}
