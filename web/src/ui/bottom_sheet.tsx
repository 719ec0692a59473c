import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { phrase } from "../words/phrase";

type Props = {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  /** What lies under it stays as bright as it is: it changes while one looks. */
  clear?: boolean;
};

/** A sheet from below, for a thumb. */
export function BottomSheet({ open, onClose, title, children, clear = false }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className={`fixed inset-0 z-40 ${clear ? "" : "bg-veil"}`} />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-50 mx-auto flex max-h-[85dvh] max-w-[30rem] flex-col rounded-t-lg border border-ink bg-sheet text-[15px]"
        >
          <div className="flex items-center justify-between gap-4 px-4 pt-3 pb-2">
            <Dialog.Title className="text-lg font-bold">{title}</Dialog.Title>
            <Dialog.Close
              aria-label={phrase("Close")}
              className="grid size-12 place-items-center rounded-s border border-rule"
            >
              <X size={20} aria-hidden />
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-5">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
