import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { phrase } from "../words/phrase";

type Props = { open: boolean; onClose: () => void; title: string; note?: string; width?: string; children: ReactNode };

/** A sheet that lies over the right of the page. */
export function SideSheet({ open, onClose, title, note, width = "36rem", children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-veil" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-50 flex flex-col border-l border-ink bg-sheet"
          style={{ width: `min(${width}, 100vw)` }}
        >
          <div className="flex items-start justify-between gap-4 px-5 pt-4 pb-3">
            <div>
              <Dialog.Title className="text-xl font-bold">{title}</Dialog.Title>
              {note ? <p className="text-soft">{note}</p> : null}
            </div>
            <Dialog.Close
              aria-label={phrase("Close")}
              className="grid size-9 place-items-center rounded-s border border-rule"
            >
              <X size={18} aria-hidden />
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-5 pb-5">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
