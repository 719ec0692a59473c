import { Check, ChevronDown } from "lucide-react";
import { Select } from "radix-ui";
import { useId } from "react";

export type Option = { value: string; label: string; note?: string };
export type Group = { label: string; options: Option[] };
type Props = {
  label: string;
  value: string;
  shown?: string;
  groups: Group[];
  onChoose: (value: string) => void;
  fault?: string | undefined;
  width?: string;
};

/** A choice among named things, in groups. */
export function Choice({ label, value, shown, groups, onChoose, fault, width = "w-44" }: Props) {
  const id = useId();
  return (
    <div>
      <span id={id} className="block text-[12px] text-soft">
        {label}
      </span>
      <Select.Root value={value} onValueChange={onChoose}>
        <Select.Trigger
          aria-labelledby={id}
          className={`flex hit items-center justify-between gap-2 rounded-s border bg-sheet px-2 text-left ${fault ? "border-float" : "border-edge"} ${width}`}
        >
          <span className="truncate">
            <Select.Value placeholder={shown}>{value ? shown : undefined}</Select.Value>
          </span>
          <ChevronDown size={14} aria-hidden className="shrink-0" />
        </Select.Trigger>
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={3}
            className="z-50 max-h-[min(26rem,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-s border border-ink bg-sheet"
          >
            <Select.Viewport className="p-1">
              {groups.map((group) => (
                <Select.Group key={group.label}>
                  {group.label ? (
                    <Select.Label className="px-2 pt-2 pb-0.5 text-[12px] text-soft">{group.label}</Select.Label>
                  ) : null}
                  {group.options.map((option) => (
                    <Select.Item
                      key={option.value}
                      value={option.value}
                      className="flex hit cursor-pointer items-center gap-2 rounded-s px-2 outline-none data-[highlighted]:bg-hair"
                    >
                      <span className="w-4">
                        <Select.ItemIndicator>
                          <Check size={14} aria-hidden />
                        </Select.ItemIndicator>
                      </span>
                      <Select.ItemText>{option.label}</Select.ItemText>
                      {option.note ? <span className="ml-auto pl-4 text-[12px] text-soft">{option.note}</span> : null}
                    </Select.Item>
                  ))}
                </Select.Group>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      </Select.Root>
      {fault ? (
        <p role="alert" className="mt-1 max-w-64 text-[12px] text-float">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
