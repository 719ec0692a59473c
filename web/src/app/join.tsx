import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { api, taken } from "../api/client";
import { type Faults, faultsOf } from "../model/faults";
import { Button } from "../ui/button";
import { LineField } from "../ui/line_field";
import { phrase } from "../words/phrase";
import { Door } from "./enter";

/** A new account: at once for who was invited, by letter where anybody may come. */
export function Join() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const invitation = window.location.hash.slice(1);
  const [name, setName] = useState("");
  const [mail, setMail] = useState("");
  const [word, setWord] = useState("");
  const [faults, setFaults] = useState<Faults>({});
  const [told, setTold] = useState("");
  const join = async (event: FormEvent) => {
    event.preventDefault();
    setFaults({});
    try {
      if (!invitation) {
        setTold(taken(await api.POST("/api/v1/join/ask", { body: { name, mail } })).says);
        return;
      }
      taken(await api.POST("/api/v1/join", { body: { invitation, name, mail, word } }));
      await queries.invalidateQueries();
      navigate("/rig", { replace: true });
    } catch (error) {
      setFaults(faultsOf(error));
    }
  };
  return (
    <Door title={phrase("A place of your own in Jarana")}>
      <p className="mt-2">{phrase("Your waters, tackle, rigs and notes are seen by nobody else here.")}</p>
      <form onSubmit={(event) => void join(event)} className="mt-4 flex flex-col gap-3">
        <LineField label={phrase("Name")} autoComplete="nickname" value={name} onText={setName} fault={faults.name} />
        <LineField
          label={phrase("Mail address")}
          type="email"
          autoComplete="username"
          value={mail}
          onText={setMail}
          fault={faults.mail}
        />
        {invitation ? (
          <LineField
            label={phrase("Password, ten characters or more")}
            type="password"
            autoComplete="new-password"
            value={word}
            onText={setWord}
            fault={faults.word}
          />
        ) : null}
        {faults[""] ? (
          <p role="alert" className="text-float">
            {faults[""]}
          </p>
        ) : null}
        <Button strong type="submit" className="min-h-[48px] self-start">
          {invitation ? phrase("Begin") : phrase("Send me a letter")}
        </Button>
        <p role="status">{told}</p>
      </form>
    </Door>
  );
}
