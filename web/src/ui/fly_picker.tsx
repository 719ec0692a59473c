import { Command } from "cmdk";
import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import { useId, useState } from "react";

export type Pick = { value: string; name: string; note: string; words: string };
type Props = {
  label: string;
  shown: string;
  options: readonly Pick[];
  /** Values used last, the newest first: they stand on top and have the number keys. */
  last: readonly string[];
  onChoose: (value: string) => void;
  width?: string;
};
const NUMBERED = 9;

/** One of many things, found by typing a few letters of anything that is told of it. */
export function FlyPicker({ label, shown, options, last, onChoose, width = "w-44" }: Props) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const id = useId();
  const choose = (value: string) => {
    setOpen(false);
    setTyped("");
    onChoose(value);
  };
  const recent = last.flatMap((value) => options.find((o) => o.value === value) ?? []).slice(0, NUMBERED);
  return (
    <div>
      <span id={id} className="block text-[12px] text-soft">
        {label}
      </span>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          id={`${id}-of`}
          aria-labelledby={`${id} ${id}-of`}
          aria-haspopup="dialog"
          className={`flex min-h-8 items-center justify-between gap-2 rounded-s border border-edge bg-sheet px-2 text-left ${width}`}
        >
          <span className="truncate">{shown}</span>
          <ChevronDown size={14} aria-hidden className="shrink-0" />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            sideOffset={3}
            align="start"
            aria-label={label}
            className="z-50 w-[min(24rem,calc(100vw-1rem))] rounded-s border border-ink bg-sheet"
          >
            <Command label={label} filter={matches}>
              <Command.Input
                value={typed}
                onValueChange={setTyped}
                aria-label={`${label}: a few letters, a size, a bead`}
                placeholder="a few letters, a size, a bead"
                onKeyDown={(event) => {
                  const row = typed === "" && /^[1-9]$/.test(event.key) ? recent[Number(event.key) - 1] : undefined;
                  if (!row) return;
                  event.preventDefault();
                  choose(row.value);
                }}
                className="min-h-10 w-full border-b border-rule bg-transparent px-3 outline-none"
              />
              <Command.List className="max-h-72 overflow-y-auto p-1">
                <Command.Empty className="px-3 py-3 text-soft">Nothing in your box is called so.</Command.Empty>
                {recent.length > 0 && typed === "" ? (
                  <Command.Group heading="Used last" className={HEADED}>
                    {recent.map((o, i) => (
                      <Row key={o.value} of={o} prefix="last" number={i + 1} choose={choose} />
                    ))}
                  </Command.Group>
                ) : null}
                <Command.Group heading={recent.length > 0 && typed === "" ? "All" : ""} className={HEADED}>
                  {options.map((o) => (
                    <Row key={o.value} of={o} prefix="all" choose={choose} />
                  ))}
                </Command.Group>
              </Command.List>
            </Command>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}

const HEADED =
  "[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-1 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-soft";

function Row(props: { of: Pick; prefix: string; number?: number; choose: (value: string) => void }) {
  const { of, number } = props;
  return (
    <Command.Item
      value={`${props.prefix} ${of.value}`}
      keywords={[of.words]}
      onSelect={() => props.choose(of.value)}
      className="flex min-h-8 cursor-pointer items-center gap-2 rounded-s px-2 data-[selected=true]:bg-hair"
    >
      {number ? <kbd className="figure w-4 text-[12px] text-soft">{number}</kbd> : null}
      <span>{of.name}</span>
      <span className="ml-auto pl-3 text-[12px] text-soft">{of.note}</span>
    </Command.Item>
  );
}

/** Every word that was typed begins a word of what is told. */
export function matches(_value: string, search: string, keywords?: string[]): number {
  const told = ` ${(keywords ?? []).join(" ").toLowerCase()}`;
  return search
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .every((word) => told.includes(` ${word}`))
    ? 1
    : 0;
}
