import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import { type ReactNode, useState } from "react";

type Props = {
  label: string;
  shown: string;
  /** What a screen reader says of the button, and of what it opens. */
  says: string;
  opens: string;
  width: string;
  fault: string | undefined;
  children: (done: () => void) => ReactNode;
};

/** A field that opens a list of choices told at length; the list is made only while it is open. */
export function Pick({ label, shown, says, opens, width, fault, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <div>
      <span className="block text-[12px] text-soft">{label}</span>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          aria-label={says}
          className={`flex hit ${width} items-center justify-between gap-2 rounded-s border border-edge bg-sheet px-2 text-left`}
        >
          <span className="truncate">{shown}</span>
          <ChevronDown size={14} aria-hidden className="shrink-0" />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            sideOffset={4}
            align="start"
            aria-label={opens}
            className="z-40 max-h-[min(34rem,var(--radix-popover-content-available-height))] w-[min(32rem,calc(100vw-1rem))] overflow-y-auto rounded-s border border-ink bg-sheet p-3"
          >
            {open ? children(() => setOpen(false)) : null}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {fault ? (
        <p role="alert" className="mt-1 max-w-52 text-[12px] text-float">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
