import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useCallback, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, taken } from "../api/client";
import { type Faults, faultsOf } from "../model/faults";
import { comeInByPasskey, knowsPasskeys } from "../state/passkeys";
import { Button } from "../ui/button";
import { LineField } from "../ui/line_field";
import { phrase } from "../words/phrase";

const DIGITS = 6;

/** Spends the one-time token in the address, or asks for address and password, or six digits; who came as a phone goes on to Fish. */
export function Enter() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const sent = useRef(false);
  const token = window.location.hash.slice(1);
  const byPhone = new URLSearchParams(window.location.search).has("phone");
  const goOn = useCallback(
    async (to: string) => {
      await queries.invalidateQueries();
      navigate(to, { replace: true });
    },
    [navigate, queries],
  );
  const enter = useCallback(
    async (code: string, to: string) => {
      try {
        taken(await api.POST("/api/v1/sign-in", { body: { token: code } }));
      } catch (error) {
        const me = await api.GET("/api/v1/me");
        if (!me.response.ok) {
          setTrouble(error instanceof Error ? error.message : phrase("That did not work."));
          return;
        }
      }
      // Who came by letter sets a new password first.
      const mine = await api.GET("/api/v1/account");
      await goOn(mine.data?.mail && mine.data.may_set ? "/rig?sheet=account" : to);
    },
    [goOn],
  );
  useEffect(() => {
    if (sent.current || !token) return;
    sent.current = true;
    // The place one goes on to is fetched while the answer is on its way.
    void (byPhone ? import("../places/fish") : import("../places/rig"));
    void enter(token, byPhone ? "/fish" : "/rig");
  }, [enter, token, byPhone]);
  return (
    <Door>
      {token && !trouble ? (
        <p role="status" className="mt-3">
          {phrase("Coming in …")}
        </p>
      ) : (
        <>
          {trouble ? (
            <p role="alert" className="mt-3 text-float">
              {trouble}
            </p>
          ) : null}
          <ByWord onIn={() => goOn(byPhone ? "/fish" : "/rig")} />
          <ByDigits onDigits={(code) => enter(code, "/fish")} />
        </>
      )}
    </Door>
  );
}

/** A page of someone who is not in yet. */
export function Door({ title = "Jarana", children }: { title?: string; children: ReactNode }) {
  return (
    <main className="mx-auto max-w-md p-6">
      <h1 className="text-xl font-bold">{title}</h1>
      {children}
    </main>
  );
}

function ByWord({ onIn }: { onIn: () => Promise<void> }) {
  const doors = useQuery({ queryKey: ["doors"], queryFn: async () => taken(await api.GET("/api/v1/doors")) });
  const [mail, setMail] = useState("");
  const [word, setWord] = useState("");
  const [faults, setFaults] = useState<Faults>({});
  const [told, setTold] = useState("");
  const attempt = async (work: () => Promise<void>) => {
    setFaults({});
    setTold("");
    try {
      await work();
    } catch (error) {
      setFaults(faultsOf(error));
    }
  };
  const comeIn = (event: FormEvent) => {
    event.preventDefault();
    void attempt(async () => {
      taken(await api.POST("/api/v1/sign-in/word", { body: { mail, word } }));
      await onIn();
    });
  };
  const byPasskey = () =>
    attempt(async () => {
      await comeInByPasskey();
      await onIn();
    });
  const forgotten = () =>
    attempt(async () => setTold(taken(await api.POST("/api/v1/recover", { body: { mail } })).says));
  return (
    <form onSubmit={comeIn} className="mt-4 flex flex-col gap-3" aria-label={phrase("Sign in")}>
      <LineField label={phrase("Mail address")} type="email" autoComplete="username" value={mail} onText={setMail} />
      <LineField
        label={phrase("Password")}
        type="password"
        autoComplete="current-password"
        value={word}
        onText={setWord}
        fault={faults[""]}
      />
      <div className="flex flex-wrap gap-2">
        <Button strong type="submit" className="min-h-[48px]" disabled={!mail || !word}>
          {phrase("Come in")}
        </Button>
        {doors.data?.letters ? (
          <Button className="min-h-[48px]" onClick={() => void forgotten()} disabled={!mail}>
            {phrase("Forgotten: send me a letter")}
          </Button>
        ) : null}
      </div>
      {doors.data?.passkeys && knowsPasskeys() ? (
        <Button className="min-h-[48px] self-start" onClick={() => void byPasskey()}>
          {phrase("Come in by a passkey")}
        </Button>
      ) : null}
      <p role="status">{told}</p>
      {doors.data?.sign_up === "open" ? (
        <p>
          {phrase("No account yet?")}{" "}
          <Link className="underline" to="/join">
            {phrase("Ask for one")}
          </Link>
        </p>
      ) : null}
    </form>
  );
}

function ByDigits({ onDigits }: { onDigits: (code: string) => void }) {
  const [digits, setDigits] = useState("");
  const typed = (event: FormEvent) => {
    event.preventDefault();
    onDigits(digits);
  };
  return (
    <form
      onSubmit={typed}
      className="mt-6 flex flex-col gap-3 border-t border-rule pt-4"
      aria-label={phrase("Six digits")}
    >
      <LineField
        label={phrase("Or the six digits your desk shows (Fish, Sign in a phone)")}
        inputMode="numeric"
        autoComplete="one-time-code"
        pattern="[0-9]*"
        maxLength={DIGITS}
        value={digits}
        onText={(text) => setDigits(text.replace(/\D/g, ""))}
      />
      <Button strong type="submit" className="min-h-[48px]" disabled={digits.length !== DIGITS}>
        {phrase("Come in with digits")}
      </Button>
    </form>
  );
}
