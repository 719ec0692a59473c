import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { type AccountSeen, api, type Problem, Refused, taken } from "../../api/client";
import { type Faults, faultsOf } from "../../model/faults";
import { forgetHere } from "../../state/bank_db";
import { openSheet, useSheets } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { LineField } from "../../ui/line_field";
import { SideSheet } from "../../ui/side_sheet";
import { phrase, rich } from "../../words/phrase";
import { ArchivePart } from "./archive_part";
import { InvitePart } from "./invite_part";
import { LinksPart } from "./links_part";
import { Part } from "./part";
import { PasskeysPart } from "./passkeys_part";

/** Who one is here: name, address and password; everything one owns as a file; links; invitations; signing out; and going. */
export function AccountSheet() {
  const open = useSheets((s) => s.open === "account");
  const account = useQuery({
    queryKey: ["account"],
    queryFn: async () => taken(await api.GET("/api/v1/account")),
    enabled: open,
  });
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("Account")}>
      {account.error ? <p role="alert">{account.error.message}</p> : null}
      {account.data ? (
        <div className="flex flex-col gap-6">
          <Who account={account.data} />
          <PasskeysPart />
          <ArchivePart />
          <LinksPart />
          <Part title={phrase("Clubs")}>
            <p className="text-soft">{phrase("People who show each other waters, rules, rigs and leaders.")}</p>
            <Button className="min-h-[48px] self-start" onClick={() => openSheet("clubs")}>
              {phrase("Your clubs")}
            </Button>
          </Part>
          <InvitePart />
          <Out account={account.data} />
        </div>
      ) : null}
    </SideSheet>
  );
}

function Who({ account }: { account: AccountSeen }) {
  const queries = useQueryClient();
  const [name, setName] = useState(account.name);
  const [mail, setMail] = useState(account.mail ?? "");
  const [word, setWord] = useState("");
  const [old, setOld] = useState("");
  const [faults, setFaults] = useState<Faults>({});
  const [told, setTold] = useState("");
  const save = async (event: FormEvent) => {
    event.preventDefault();
    setFaults({});
    setTold("");
    try {
      const body = { name, mail, word: word || null, old: old || null };
      queries.setQueryData(["account"], taken(await api.PUT("/api/v1/account", { body })));
      setTold(word ? phrase("Kept. Every other browser was signed out.") : phrase("Kept."));
      setWord("");
      setOld("");
      await queries.invalidateQueries({ queryKey: ["me"] });
    } catch (error) {
      setFaults(faultsOf(error));
    }
  };
  return (
    <Part title={phrase("You")}>
      {account.mail ? null : (
        <p className="text-soft">
          {phrase(
            "You came in by an address that is used once. With a mail address and a password you come in from anywhere.",
          )}
        </p>
      )}
      <form onSubmit={(event) => void save(event)} className="flex flex-col gap-3">
        <LineField label={phrase("Name")} autoComplete="nickname" value={name} onText={setName} fault={faults.name} />
        <LineField
          label={phrase("Mail address")}
          type="email"
          autoComplete="username"
          value={mail}
          onText={setMail}
          fault={faults.mail}
        />
        <LineField
          label={
            account.has_word ? phrase("New password, where you want one") : phrase("Password, ten characters or more")
          }
          type="password"
          autoComplete="new-password"
          value={word}
          onText={setWord}
          fault={faults.word}
        />
        {account.may_set ? null : (
          <LineField
            label={phrase("Your password now, for a new address or password")}
            type="password"
            autoComplete="current-password"
            value={old}
            onText={setOld}
            fault={faults.old}
          />
        )}
        {faults[""] ? <p role="alert">{faults[""]}</p> : null}
        <div className="flex items-center gap-3">
          <Button strong type="submit" className="min-h-[48px]">
            {phrase("Keep")}
          </Button>
          <span role="status">{told}</span>
        </div>
      </form>
    </Part>
  );
}

function Out({ account }: { account: AccountSeen }) {
  const [name, setName] = useState("");
  const [sure, setSure] = useState(false);
  const [faults, setFaults] = useState<Faults>({});
  const leave = async (everywhere: boolean) => {
    try {
      const answer = everywhere ? await api.POST("/api/v1/sign-out-everywhere") : await api.POST("/api/v1/sign-out");
      if (!answer.response.ok) throw new Refused(answer.response.status, undefined);
      await forgetHere().catch(() => 0);
      window.location.assign("/enter");
    } catch (error) {
      setFaults(faultsOf(error));
    }
  };
  const go = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const answer = await api.POST("/api/v1/account/remove", { body: { name } });
      if (!answer.response.ok) throw new Refused(answer.response.status, answer.error as Problem | undefined);
      await forgetHere().catch(() => 0);
      window.location.assign("/enter");
    } catch (error) {
      setFaults(faultsOf(error));
    }
  };
  return (
    <Part title={phrase("Out")}>
      <p>
        {rich("Signed in in {span}.", {
          span: (
            <span className="figure">
              {phrase("{browsers, plural, one {# browser} other {# browsers}}", { browsers: account.browsers })}
            </span>
          ),
        })}
      </p>
      <p className="text-soft">
        {phrase(
          "Out, this browser forgets the day pack. What was tapped and could not be sent yet stays in it until you come back.",
        )}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button className="min-h-[48px]" onClick={() => void leave(false)}>
          {phrase("Sign out here")}
        </Button>
        <Button className="min-h-[48px]" onClick={() => void leave(true)}>
          {phrase("Sign out everywhere")}
        </Button>
        <Button className="min-h-[48px]" aria-expanded={sure} onClick={() => setSure(!sure)}>
          {phrase("Delete everything I own")}
        </Button>
      </div>
      {faults[""] ? <p role="alert">{faults[""]}</p> : null}
      {sure ? (
        <form onSubmit={(event) => void go(event)} className="flex flex-col gap-2 rounded-s border border-float p-3">
          <p>
            {rich(
              "Waters, tackle, rigs, outings and links are gone then, for good. Download your archive first. To go on, type your name, {account}.",
              { account: <b>{account.name}</b> },
            )}
          </p>
          <LineField label={phrase("Your name")} value={name} onText={setName} fault={faults.name} />
          <Button type="submit" className="min-h-[48px] self-start" disabled={!name}>
            {phrase("Delete everything")}
          </Button>
        </form>
      ) : null}
    </Part>
  );
}
