import { Command } from "cmdk";
import { useEffect, useRef, useState } from "react";
import type { KindView } from "../../api/client";
import { phrase } from "../../words/phrase";

type Props = { kind: KindView; onAdd: (reference: string) => Promise<string>; onClose: () => void };

/** Adds from the reference tables: arrows and Enter, or a few letters and Enter; it stays open for the next one. */
export function AddBox({ kind, onAdd, onClose }: Props) {
  const [search, setSearch] = useState("");
  const [value, setValue] = useState("");
  const [said, setSaid] = useState("");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const add = async (key: string, name: string) => {
    setSaid(phrase("adding {name} …", { name }));
    const fault = await onAdd(key);
    setSaid(fault || `added: ${name}`);
    input.current?.select();
  };
  return (
    <Command
      label={phrase("Add a {one}", { one: kind.one })}
      value={value}
      onValueChange={setValue}
      filter={(text, words) => (matches(text, words) ? 1 : 0)}
      className="w-full rounded-s border border-ink bg-sheet sm:w-[26rem]"
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.preventDefault();
          onClose();
        }
      }}
    >
      <Command.Input
        ref={input}
        value={search}
        onValueChange={setSearch}
        aria-label={phrase("Add a {one}: type a few letters, Enter adds", { one: kind.one })}
        placeholder={phrase("Which {one}? Arrows and Enter, or type: {key}", {
          one: kind.one,
          key: kind.key === "spools" ? "fluoro 5x" : kind.key === "flies" ? "slim 16" : phrase("a few letters"),
        })}
        className="hit w-full border-b border-rule bg-transparent px-3 outline-none"
      />
      <p role="status" className="hit px-3 pt-1 text-[12px] text-soft">
        {said || phrase("Enter adds it and stays here for the next; Escape when done.")}
      </p>
      <Command.List className="max-h-64 overflow-y-auto p-1">
        <Command.Empty className="px-3 py-2 text-soft">
          {phrase("Not in the tables. Add what comes nearest, then change it.")}
        </Command.Empty>
        {kind.references.map((row) => (
          <Command.Item
            key={row.key}
            value={`${row.name} ${row.key}`}
            onSelect={() => void add(row.key, row.name)}
            className="flex hit cursor-pointer items-center justify-between gap-4 rounded-s px-2 data-[selected=true]:bg-hair"
          >
            <span>{row.name}</span>
            <span className="figure text-[12px] text-soft">{row.note}</span>
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}

function matches(text: string, search: string): boolean {
  const words = search.toLowerCase().replace(",", ".").split(/\s+/).filter(Boolean);
  const has = text.toLowerCase();
  return words.every((word) => has.includes(word));
}
