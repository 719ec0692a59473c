import { ChevronDown } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useId } from "react";

export type MenuItem = { label: string; note?: string; run: () => void };
type Props = { label: string; shown: string; items: MenuItem[]; fault?: string | undefined; width?: string };

/** A few things to do with what is picked, behind one button. */
export function Menu({ label, shown, items, fault, width = "w-40" }: Props) {
  const id = useId();
  return (
    <div>
      <span id={id} className="block text-[12px] text-soft">
        {label}
      </span>
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger
          id={`${id}-of`}
          aria-labelledby={`${id} ${id}-of`}
          className={`flex hit items-center justify-between gap-2 rounded-s border bg-sheet px-2 text-left ${fault ? "border-float" : "border-edge"} ${width}`}
        >
          <span className="truncate">{shown}</span>
          <ChevronDown size={14} aria-hidden className="shrink-0" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            sideOffset={3}
            className="z-50 min-w-[var(--radix-dropdown-menu-trigger-width)] rounded-s border border-ink bg-sheet p-1"
          >
            {items.map((item) => (
              <DropdownMenu.Item
                key={item.label}
                onSelect={item.run}
                className="flex hit cursor-pointer items-center gap-4 rounded-s px-2 outline-none data-[highlighted]:bg-hair"
              >
                {item.label}
                {item.note ? <span className="ml-auto text-[12px] text-soft">{item.note}</span> : null}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {fault ? (
        <p role="alert" className="mt-1 max-w-64 text-[12px] text-float">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
