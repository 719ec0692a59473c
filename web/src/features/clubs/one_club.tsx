import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type ClubSeen, type ClubThing, taken } from "../../api/client";
import { firstFault } from "../../model/faults";
import { when } from "../../model/moment";
import { openSheet } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { Tick } from "../../ui/tick";
import { phrase } from "../../words/phrase";
import type { Change } from "./change";
import { ClubPeople } from "./club_people";
import { PutIn } from "./put_in";

const CALLED = {
  water: phrase("Waters"),
  rules: phrase("Rules"),
  rig: phrase("Rigs"),
  leader: phrase("Leaders"),
} as const;
type Kind = keyof typeof CALLED;

type Props = { id: string; close: () => void };

/** A club: what is in it by kind, what one may put in, its people. */
export function OneClub({ id, close }: Props) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const path = { params: { path: { club_id: id } } };
  const club = useQuery({
    queryKey: ["club", id],
    queryFn: async () => taken(await api.GET("/api/v1/clubs/{club_id}", path)),
  });
  const change: Change = async (work) => {
    setTrouble("");
    try {
      queries.setQueryData(["club", id], await work());
    } catch (error) {
      setTrouble(firstFault(error));
    }
  };
  const take = async (thing: ClubThing) => {
    await change(async () => {
      const params = { path: { club_id: id, thing_id: thing.id } };
      taken(await api.POST("/api/v1/clubs/{club_id}/things/{thing_id}/take", { params }));
      await queries.invalidateQueries({ predicate: (q) => !["club", "clubs"].includes(String(q.queryKey[0])) });
      return taken(await api.GET("/api/v1/clubs/{club_id}", path));
    });
  };
  if (club.error) return <p role="alert">{club.error.message}</p>;
  if (!club.data) return null;
  const { role, things } = club.data;
  const kinds = (Object.keys(CALLED) as Kind[]).filter((kind) => things.some((t) => t.kind === kind));
  return (
    <div className="flex flex-col gap-5">
      <Button className="min-h-[48px] self-start" onClick={close}>
        {phrase("All clubs")}
      </Button>
      {trouble ? <p role="alert">{trouble}</p> : null}
      {things.length === 0 ? (
        <p className="text-soft">
          {phrase("Nothing is in it yet. {role}", {
            role: role === "guest" ? "" : phrase("Put a water in, so that all start from one section of it."),
          })}
        </p>
      ) : null}
      {kinds.map((kind) => (
        <section key={kind} aria-label={CALLED[kind]}>
          <h3 className="font-bold">{CALLED[kind]}</h3>
          <ul>
            {things
              .filter((t) => t.kind === kind)
              .map((thing) => (
                <Thing key={thing.id} club={club.data} thing={thing} change={change} take={() => take(thing)} />
              ))}
          </ul>
        </section>
      ))}
      {role === "guest" ? null : <PutIn club={id} change={change} />}
      <ClubPeople club={club.data} change={change} close={close} />
    </div>
  );
}

type ThingProps = { club: ClubSeen; thing: ClubThing; change: Change; take: () => Promise<void> };

function Thing({ club, thing, change, take }: ThingProps) {
  const params = { path: { club_id: club.id, thing_id: thing.id } };
  const keeps = thing.mine || club.role === "keeper";
  const address =
    thing.kind === "leader"
      ? `/tackle/leaders?row=${thing.copy_id}`
      : thing.kind === "rules"
        ? ""
        : `/${thing.kind}/${thing.copy_id}`;
  return (
    <li className="flex flex-col gap-2 border-t border-hair py-2">
      <div className="flex flex-wrap items-center gap-2">
        <span className="min-w-40 flex-1">
          <b>{thing.name}</b>
          {thing.says ? <span className="figure block">{thing.says}</span> : null}
          <span className="block text-[13px] text-soft">
            {thing.mine ? phrase("yours") : phrase("from {whose}", { whose: thing.whose })}, {when(thing.put_at)}
            {thing.called && thing.called !== thing.name ? phrase(", with you {called}", { called: thing.called }) : ""}
            {thing.edition > 1 ? phrase(", edition {edition}", { edition: thing.edition }) : ""}
          </span>
        </span>
        {thing.copy_id && !thing.newer ? (
          thing.mine || !address ? (
            <span className="text-soft">{thing.mine ? "" : phrase("you have it")}</span>
          ) : (
            <Link to={address} className="min-h-[48px] content-center underline" onClick={() => openSheet(null)}>
              {phrase("Open yours")}
            </Link>
          )
        ) : (
          <Button
            strong
            className="min-h-[48px]"
            aria-label={`${thing.newer ? phrase("Take the newer one") : phrase("Take it into mine")}: ${thing.name}`}
            onClick={() => void take()}
          >
            {thing.newer ? phrase("Take the newer one") : phrase("Take it into mine")}
          </Button>
        )}
        {keeps ? (
          <Button
            className="min-h-[48px]"
            aria-label={phrase("Take it out: {thingName}", { thingName: thing.name })}
            onClick={() =>
              void change(async () => taken(await api.DELETE("/api/v1/clubs/{club_id}/things/{thing_id}", { params })))
            }
          >
            {phrase("Take it out")}
          </Button>
        ) : null}
      </div>
      {thing.kind === "water" ? (
        <div className="flex flex-col gap-1 border-l-2 border-rule pl-3">
          <p>
            <span className="text-soft">{phrase("What outings taught:")}</span> {thing.pool}
          </p>
          <div className="flex flex-wrap items-center gap-3">
            {thing.copy_id ? (
              <Tick
                on={thing.gives}
                onChange={(on) => {
                  const body = { gives: on };
                  void change(async () =>
                    taken(await api.PUT("/api/v1/clubs/{club_id}/things/{thing_id}/giving", { params, body })),
                  );
                }}
              >
                {phrase("mine too: depth and pace alone, never where or when")}
              </Tick>
            ) : null}
            {thing.known && keeps ? (
              <Button
                className="min-h-[48px]"
                onClick={() =>
                  void change(async () =>
                    taken(await api.POST("/api/v1/clubs/{club_id}/things/{thing_id}/write", { params })),
                  )
                }
              >
                {phrase("Write it down so")}
              </Button>
            ) : null}
          </div>
        </div>
      ) : null}
    </li>
  );
}
