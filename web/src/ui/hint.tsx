import { Info } from "lucide-react";
import { Popover } from "radix-ui";
import type { ReactNode } from "react";

/** A few sentences behind a small mark. */
export function Hint({ label, className = "", children }: { label: string; className?: string; children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={label}
        title={label}
        className={`grid size-8 place-items-center rounded-s text-soft hover:text-ink ${className}`}
      >
        <Info size={16} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          align="end"
          aria-label={label}
          className="z-40 w-[min(24rem,calc(100vw-1rem))] space-y-1.5 rounded-s border border-ink bg-sheet p-3 text-[13px]"
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
