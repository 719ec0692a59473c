import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, taken } from "../api/client";
import { Button } from "../ui/button";

const DIGITS = 6;

/** Spends the one-time token in the address, or six digits typed, and goes on to the workbench; who came as a phone to Fish. */
export function Enter() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const [digits, setDigits] = useState("");
  const sent = useRef(false);
  const token = window.location.hash.slice(1);
  const byPhone = !token || new URLSearchParams(window.location.search).has("phone");
  const enter = useCallback(
    async (code: string) => {
      try {
        taken(await api.POST("/api/v1/sign-in", { body: { token: code } }));
      } catch (error) {
        const me = await api.GET("/api/v1/me");
        if (!me.response.ok) {
          setTrouble(error instanceof Error ? error.message : "That did not work.");
          return;
        }
      }
      await queries.invalidateQueries();
      navigate(byPhone ? "/fish" : "/rig", { replace: true });
    },
    [navigate, queries, byPhone],
  );
  useEffect(() => {
    if (sent.current || !token) return;
    sent.current = true;
    // The place one goes on to is fetched while the answer is on its way.
    void (byPhone ? import("../places/fish") : import("../places/rig"));
    void enter(token);
  }, [enter, token, byPhone]);
  const typed = (event: FormEvent) => {
    event.preventDefault();
    setTrouble("");
    void enter(digits);
  };
  return (
    <main className="mx-auto max-w-md p-8">
      <h1 className="text-xl font-bold">Jarana</h1>
      {token && !trouble ? null : (
        <form onSubmit={typed} className="mt-3 flex flex-col gap-3">
          <label className="flex flex-col gap-1">
            The six digits your desk shows (Fish, <i>Sign in a phone</i>)
            <input
              className="figure min-h-14 rounded-s border border-edge bg-sheet px-3 text-center text-3xl tracking-[0.3em]"
              inputMode="numeric"
              autoComplete="one-time-code"
              pattern="[0-9]*"
              maxLength={DIGITS}
              value={digits}
              onChange={(e) => setDigits(e.target.value.replace(/\D/g, ""))}
            />
          </label>
          <Button strong type="submit" className="min-h-14" disabled={digits.length !== DIGITS}>
            Come in
          </Button>
        </form>
      )}
      <p role="status" className="mt-3">
        {trouble || (token ? "Coming in …" : "")}
      </p>
    </main>
  );
}
