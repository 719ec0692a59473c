import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Collapsible } from "radix-ui";
import { useState } from "react";
import { api, Refused, taken } from "../../api/client";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";

/** The figures a worth is reckoned with, each the person's own to replace. */
export function Habits({ onChanged }: { onChanged: () => void }) {
  const queries = useQueryClient();
  const [faults, setFaults] = useState<Record<string, string>>({});
  const kept = useQuery({
    queryKey: ["habits"],
    queryFn: async () => taken(await api.GET("/api/v1/habits")),
  });
  const rows = kept.data?.habits ?? [];
  const set = async (key: string, typed: string) => {
    const own = Object.fromEntries(rows.filter((row) => row.own !== null).map((row) => [row.key, row.own as number]));
    const value = Number(typed.replace(",", "."));
    if (typed.trim() === "") delete own[key];
    else own[key] = value;
    try {
      const habits = taken(await api.PUT("/api/v1/habits", { body: { habits: own, base: kept.data?.mark ?? null } }));
      queries.setQueryData(["habits"], habits);
      setFaults({});
      onChanged();
    } catch (error) {
      const told = error instanceof Refused ? error.problem?.faults : undefined;
      const elsewhere = error instanceof Refused && error.status === 409;
      if (elsewhere) void kept.refetch();
      setFaults({ [key]: told?.[0]?.reason ?? (elsewhere ? error.message : phrase("a figure is wanted")) });
    }
  };
  return (
    <Collapsible.Root className="mt-4">
      <Collapsible.Trigger className="hit text-left font-semibold hover:underline">
        {phrase("What this is reckoned with")}
      </Collapsible.Trigger>
      <Collapsible.Content>
        <p className="text-soft">
          {phrase("Guesses and orders of magnitude of practice. Yours count more: empty one for the usual.")}
        </p>
        <ul>
          {rows.map((row) => (
            <li key={row.key} className="border-t border-hair py-1">
              <TypedField
                label={`${row.name.charAt(0).toUpperCase()}${row.name.slice(1)}${row.unit ? `, ${row.unit}` : ""}`}
                shown={String(row.own ?? row.value)}
                empty
                onCommit={(typed) => void set(row.key, typed)}
                fault={faults[row.key]}
                onTouched={() => setFaults({})}
              />
              {row.own !== null ? (
                <span className="text-[12px] text-soft">{phrase("usual {row}", { row: row.value })}</span>
              ) : null}
            </li>
          ))}
        </ul>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
