import { Command } from "cmdk";
import { useState } from "react";
import { phrase } from "../words/phrase";
import { Pick } from "./pick";

export type Found = { value: string; name: string; note: string; words: string };
type Props = {
  label: string;
  shown: string;
  options: readonly Found[];
  /** Values used last, the newest first: they stand on top and have the number keys. */
  last: readonly string[];
  onChoose: (value: string) => void;
  width?: string;
};
const NUMBERED = 9;

/** One of many things, found by typing a few letters of anything that is told of it. */
export function FlyPicker({ label, shown, options, last, onChoose, width = "w-44" }: Props) {
  return (
    <Pick label={label} shown={shown} says={`${label} ${shown}`} opens={label} width={width} fault={undefined}>
      {(done) => (
        <Search
          label={label}
          options={options}
          last={last}
          onChoose={(value) => {
            done();
            onChoose(value);
          }}
        />
      )}
    </Pick>
  );
}

function Search({ label, options, last, onChoose }: Omit<Props, "shown" | "width">) {
  const [typed, setTyped] = useState("");
  const recent = last.flatMap((value) => options.find((o) => o.value === value) ?? []).slice(0, NUMBERED);
  const lately = recent.length > 0 && typed === "";
  return (
    <Command label={label} filter={matches}>
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        aria-label={phrase("{label}: a few letters, a size, a bead", { label })}
        placeholder={phrase("a few letters, a size, a bead")}
        onKeyDown={(event) => {
          const row = typed === "" && /^[1-9]$/.test(event.key) ? recent[Number(event.key) - 1] : undefined;
          if (!row) return;
          event.preventDefault();
          onChoose(row.value);
        }}
        className="hit w-full border-b border-rule bg-transparent px-2 outline-none"
      />
      <Command.List className="max-h-72 overflow-y-auto pt-1">
        <Command.Empty className="px-2 py-3 text-soft">{phrase("Nothing in your box is called so.")}</Command.Empty>
        {lately ? (
          <Command.Group heading={phrase("Used last")} className={HEADED}>
            {recent.map((o, i) => (
              <Row key={o.value} of={o} prefix={phrase("last")} number={i + 1} choose={onChoose} />
            ))}
          </Command.Group>
        ) : null}
        <Command.Group heading={lately ? phrase("All") : ""} className={HEADED}>
          {options.map((o) => (
            <Row key={o.value} of={o} prefix={phrase("all")} choose={onChoose} />
          ))}
        </Command.Group>
      </Command.List>
    </Command>
  );
}

const HEADED =
  "[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-1 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-soft";

function Row(props: { of: Found; prefix: string; number?: number; choose: (value: string) => void }) {
  const { of, number } = props;
  return (
    <Command.Item
      value={`${props.prefix} ${of.value}`}
      keywords={[of.words]}
      onSelect={() => props.choose(of.value)}
      className="flex hit cursor-pointer items-center gap-2 rounded-s px-2 data-[selected=true]:bg-hair"
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
