import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, taken } from "../../api/client";
import { firstFault } from "../../model/faults";
import { when } from "../../model/moment";
import { knowsPasskeys, makePasskey } from "../../state/passkeys";
import { Button } from "../../ui/button";
import { LineField } from "../../ui/line_field";
import { phrase } from "../../words/phrase";
import { Part } from "./part";

/** Keys on one's devices that let one in without a password: made, looked at, taken away. */
export function PasskeysPart() {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [trouble, setTrouble] = useState("");
  const kept = useQuery({ queryKey: ["passkeys"], queryFn: async () => taken(await api.GET("/api/v1/passkeys")) });
  const change = async (work: () => Promise<unknown>) => {
    setTrouble("");
    try {
      queries.setQueryData(["passkeys"], await work());
      setName("");
    } catch (error) {
      setTrouble(firstFault(error));
    }
  };
  if (!kept.data) return null;
  const able = kept.data.here && knowsPasskeys();
  return (
    <Part title={phrase("Passkeys")}>
      <p className="text-soft">
        {able
          ? phrase("A key on this device, opened by a finger, a face or its code, lets you in without a password.")
          : phrase(
              "Passkeys belong to a name: open Jarana by one (localhost, or the name of your server) to make one.",
            )}
      </p>
      <ul>
        {kept.data.passkeys.map((key) => (
          <li key={key.id} className="flex flex-wrap items-center gap-3 border-t border-hair py-1.5">
            <span className="min-w-40 flex-1">
              <b>{key.name}</b>
              <span className="block text-[13px] text-soft">
                {phrase("made {madeat}, {usedat}", {
                  madeat: when(key.made_at),
                  usedat: key.used_at ? phrase("used {usedat}", { usedat: when(key.used_at) }) : phrase("not used yet"),
                })}
              </span>
            </span>
            <Button
              className="min-h-[48px]"
              aria-label={phrase("Take it away: {keyName}", { keyName: key.name })}
              onClick={() =>
                void change(async () =>
                  taken(
                    await api.DELETE("/api/v1/passkeys/{passkey_id}", { params: { path: { passkey_id: key.id } } }),
                  ),
                )
              }
            >
              {phrase("Take it away")}
            </Button>
          </li>
        ))}
      </ul>
      {able ? (
        <div className="flex flex-wrap items-end gap-3">
          <LineField label={phrase("What this device is called")} value={name} onText={setName} />
          <Button className="min-h-[48px]" onClick={() => void change(() => makePasskey(name))}>
            {phrase("Make a passkey here")}
          </Button>
        </div>
      ) : null}
      {trouble ? <p role="alert">{trouble}</p> : null}
    </Part>
  );
}
