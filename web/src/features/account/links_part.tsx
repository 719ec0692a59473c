import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, taken } from "../../api/client";
import { firstFault } from "../../model/faults";
import { when } from "../../model/moment";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";
import { Part } from "./part";

/** One's links: what each shows, until when, how often it was opened; taken back with one press. */
export function LinksPart() {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const links = useQuery({ queryKey: ["links"], queryFn: async () => taken(await api.GET("/api/v1/links")) });
  const end = async (id: string) => {
    setTrouble("");
    try {
      const left = taken(await api.DELETE("/api/v1/links/{link_id}", { params: { path: { link_id: id } } }));
      queries.setQueryData(["links"], left);
    } catch (error) {
      setTrouble(firstFault(error));
    }
  };
  const standing = (links.data?.links ?? []).filter((l) => l.stands);
  return (
    <Part title={phrase("Links")}>
      {standing.length === 0 ? (
        <p className="text-soft">
          {phrase(
            "Nothing of yours is shown to anybody. A rig (Your rigs), a water (its list) or an outing (Learn) can be shown by a link.",
          )}
        </p>
      ) : null}
      <ul>
        {standing.map((link) => (
          <li key={link.id} className="flex flex-wrap items-center gap-3 border-t border-hair py-1.5">
            <span className="min-w-40 flex-1">
              <b>{link.name || phrase("gone")}</b>, {link.kind}
              <span className="block text-[13px] text-soft">
                {phrase("opened {opened, plural, one {# time} other {# times}}, stands until {expiresat}", {
                  opened: link.opened,
                  expiresat: when(link.expires_at),
                })}
              </span>
            </span>
            <Button
              className="min-h-[48px]"
              onClick={() => void end(link.id)}
              aria-label={phrase("Take the link to {linkName} back", { linkName: link.name })}
            >
              {phrase("Take it back")}
            </Button>
          </li>
        ))}
      </ul>
      {trouble ? <p role="alert">{trouble}</p> : null}
    </Part>
  );
}
