import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type ClubSeen, taken } from "../../api/client";
import { firstFault } from "../../model/faults";
import { when } from "../../model/moment";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { phrase } from "../../words/phrase";
import type { Change } from "./change";

type Role = ClubSeen["role"];
const ROLES: { value: Role; label: string; note: string }[] = [
  { value: "keeper", label: phrase("keeper"), note: phrase("lets people in and out, takes anything out") },
  { value: "member", label: phrase("member"), note: phrase("puts in and takes") },
  { value: "guest", label: phrase("guest"), note: phrase("takes only") },
];
type Props = { club: ClubSeen; change: Change; close: () => void };

/** The people of a club: who is what; the code by which others come in; leaving it, and ending it. */
export function ClubPeople({ club, change, close }: Props) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const [sure, setSure] = useState(false);
  const keeps = club.role === "keeper";
  const path = { club_id: club.id };
  const me = club.people.find((p) => p.me);
  const again = async () => taken(await api.GET("/api/v1/clubs/{club_id}", { params: { path } }));
  const away = async (work: () => Promise<unknown>, stay: boolean) => {
    setTrouble("");
    try {
      await work();
      await queries.invalidateQueries({ queryKey: ["clubs"] });
      if (stay) await change(again);
      else close();
    } catch (error) {
      setTrouble(firstFault(error));
    }
  };
  const send = (person: string) => async () =>
    taken(
      await api.DELETE("/api/v1/clubs/{club_id}/people/{person_id}", {
        params: { path: { ...path, person_id: person } },
      }),
    );
  return (
    <section aria-label={phrase("People")} className="flex flex-col gap-3 border-t border-rule pt-3">
      <h3 className="font-bold">{phrase("People")}</h3>
      <ul>
        {club.people.map((person) => (
          <li key={person.id} className="flex flex-wrap items-center gap-3 border-t border-hair py-1.5">
            <span className="min-w-32 flex-1">
              <b>{person.me ? `${person.name} (you)` : person.name}</b>
              <span className="block text-[13px] text-soft">
                {phrase("{keeps}since {joinedat}", {
                  keeps: keeps && !person.me ? "" : `${person.role}, `,
                  joinedat: when(person.joined_at),
                })}
              </span>
            </span>
            {keeps && !person.me ? (
              <>
                <Choice
                  label={phrase("What {personName} is", { personName: person.name })}
                  value={person.role}
                  shown={person.role}
                  width="w-28"
                  groups={[{ label: "", options: ROLES }]}
                  onChoose={(role) =>
                    void change(async () =>
                      taken(
                        await api.PUT("/api/v1/clubs/{club_id}/people/{person_id}", {
                          params: { path: { ...path, person_id: person.id } },
                          body: { role: role as Role },
                        }),
                      ),
                    )
                  }
                />
                <Button
                  className="min-h-[48px]"
                  aria-label={phrase("Send away: {personName}", { personName: person.name })}
                  onClick={() => void away(send(person.id), true)}
                >
                  {phrase("Send away")}
                </Button>
              </>
            ) : null}
          </li>
        ))}
      </ul>
      {keeps ? <Call club={club} change={change} /> : null}
      <div className="flex flex-wrap gap-2">
        {me ? (
          <Button className="min-h-[48px]" onClick={() => void away(send(me.id), false)}>
            {phrase("Leave the club")}
          </Button>
        ) : null}
        {keeps ? (
          <Button className="min-h-[48px]" aria-expanded={sure} onClick={() => setSure(!sure)}>
            {phrase("End the club")}
          </Button>
        ) : null}
      </div>
      {sure ? (
        <div className="flex flex-col gap-2 rounded-s border border-float p-3">
          <p>
            {phrase("It is gone for all {peopleCount} then, with what is in it. Copies people took stay theirs.", {
              peopleCount: club.people.length,
            })}
          </p>
          <Button
            className="min-h-[48px] self-start"
            onClick={() =>
              void away(async () => taken(await api.DELETE("/api/v1/clubs/{club_id}", { params: { path } })), false)
            }
          >
            {phrase("End it for all")}
          </Button>
        </div>
      ) : null}
      {trouble ? <p role="alert">{trouble}</p> : null}
    </section>
  );
}

function Call({ club, change }: { club: ClubSeen; change: Change }) {
  const [role, setRole] = useState<"member" | "guest">("member");
  const path = { club_id: club.id };
  const made = useMutation({
    mutationFn: async () =>
      taken(await api.POST("/api/v1/clubs/{club_id}/call", { params: { path }, body: { role, days: 14 } })),
    onSuccess: () => change(async () => taken(await api.GET("/api/v1/clubs/{club_id}", { params: { path } }))),
  });
  const off = () =>
    change(async () => {
      const left = taken(await api.DELETE("/api/v1/clubs/{club_id}/call", { params: { path } }));
      made.reset();
      return left;
    });
  return (
    <div className="flex flex-col gap-2">
      {made.data ? (
        <div className="flex flex-wrap items-center gap-3">
          <img
            alt={phrase("The code, to be scanned")}
            className="size-32 border-8 border-white"
            src={made.data.picture}
          />
          <p className="figure text-lg" data-testid="club-code">
            {made.data.code}
          </p>
          <p className="text-soft">{phrase("It is shown this once. Typed under Clubs, it lets people in.")}</p>
        </div>
      ) : null}
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label={phrase("They come in as")}
          value={role}
          width="w-28"
          groups={[{ label: "", options: ROLES.slice(1) }]}
          onChoose={(value) => setRole(value as "member" | "guest")}
        />
        <Button className="min-h-[48px]" onClick={() => made.mutate()} disabled={made.isPending}>
          {club.called_until ? phrase("Make another code") : phrase("Make a code to come in")}
        </Button>
        {club.called_until ? (
          <>
            <span className="text-[13px] text-soft">
              {phrase("a code stands until {calleduntil}", { calleduntil: when(club.called_until) })}
            </span>
            <Button className="min-h-[48px]" onClick={() => void off()}>
              {phrase("Take it back")}
            </Button>
          </>
        ) : null}
      </div>
      {made.error ? <p role="alert">{made.error.message}</p> : null}
    </div>
  );
}
