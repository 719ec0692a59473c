import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, type ClubSeen, taken } from "../../api/client";
import { firstFault } from "../../model/faults";
import { openSheet, useSheets } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { LineField } from "../../ui/line_field";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";
import { OneClub } from "./one_club";

const SAID = {
  keeper: phrase("you keep it"),
  member: phrase("you are in it"),
  guest: phrase("you are a guest"),
} as const;

/** The clubs one is in: one opened, one founded, one come into by its code. */
export function ClubsSheet() {
  const open = useSheets((s) => s.open === "clubs");
  const queries = useQueryClient();
  const [chosen, setChosen] = useState("");
  const [name, setName] = useState("");
  const [code, setCode] = useState("");
  const [trouble, setTrouble] = useState("");
  const clubs = useQuery({
    queryKey: ["clubs"],
    queryFn: async () => taken(await api.GET("/api/v1/clubs")),
    enabled: open,
  });
  const list = clubs.data?.clubs ?? [];
  const shown = list.find((c) => c.id === chosen) ?? (list.length === 1 && chosen !== "none" ? list[0] : undefined);
  const come = async (event: FormEvent, work: () => Promise<ClubSeen>) => {
    event.preventDefault();
    setTrouble("");
    try {
      const club = await work();
      queries.setQueryData(["club", club.id], club);
      await queries.invalidateQueries({ queryKey: ["clubs"] });
      setChosen(club.id);
      setName("");
      setCode("");
    } catch (error) {
      setTrouble(firstFault(error));
    }
  };
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={shown ? shown.name : phrase("Clubs")}>
      {shown ? (
        <OneClub key={shown.id} id={shown.id} close={() => setChosen("none")} />
      ) : (
        <div className="flex flex-col gap-5">
          <p>
            {phrase(
              "In a club people show each other waters, rules, rigs and leaders, and know a water together. Nothing of yours is in one but what you put there; where you fish stays yours.",
            )}
          </p>
          <ul>
            {list.map((club) => (
              <li key={club.id} className="border-t border-hair">
                <button
                  type="button"
                  className="flex min-h-[48px] w-full flex-wrap items-baseline gap-x-3 py-1.5 text-left"
                  onClick={() => setChosen(club.id)}
                >
                  <b>{club.name}</b>
                  <span className="text-soft">
                    {phrase("{people, plural, one {# person} other {# people}}", { people: club.people })},{" "}
                    {SAID[club.role]}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          <form
            className="flex flex-wrap items-end gap-3"
            onSubmit={(event) =>
              void come(event, async () => taken(await api.POST("/api/v1/clubs/join", { body: { code } })))
            }
          >
            <LineField
              label={phrase("Code of a club")}
              autoCapitalize="characters"
              autoComplete="off"
              placeholder="K7QW-3M9P-XR4T"
              value={code}
              onText={setCode}
            />
            <Button type="submit" className="min-h-[48px]" disabled={!code}>
              {phrase("Come in")}
            </Button>
          </form>
          <form
            className="flex flex-wrap items-end gap-3"
            onSubmit={(event) =>
              void come(event, async () => taken(await api.POST("/api/v1/clubs", { body: { name } })))
            }
          >
            <LineField label={phrase("Name of a new club")} value={name} onText={setName} />
            <Button type="submit" className="min-h-[48px]" disabled={!name}>
              {phrase("Found it")}
            </Button>
          </form>
          {trouble || clubs.error ? <p role="alert">{trouble || clubs.error?.message}</p> : null}
        </div>
      )}
    </SideSheet>
  );
}
