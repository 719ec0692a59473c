import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api, taken } from "../api/client";
import { when } from "../model/moment";
import { Button } from "../ui/button";
import { phrase, rich } from "../words/phrase";
import { Door } from "./enter";

const CALLED = {
  outing: phrase("An outing"),
  water: phrase("A water"),
  rig: phrase("A rig"),
  leader: phrase("A leader"),
} as const;

/** What somebody shows by a link; nobody need be signed in to see it. */
export function Shared() {
  const { secret = "" } = useParams();
  const navigate = useNavigate();
  const [trouble, setTrouble] = useState("");
  const path = { params: { path: { secret } } };
  const shown = useQuery({
    queryKey: ["shared", secret],
    queryFn: async () => taken(await api.GET("/api/v1/shared/{secret}", path)),
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const me = useQuery({ queryKey: ["me-here"], queryFn: async () => (await api.GET("/api/v1/me")).response.ok });
  if (shown.error)
    return (
      <Door>
        <p role="alert" className="mt-3">
          {shown.error.message}
        </p>
      </Door>
    );
  if (!shown.data) return null;
  const { kind, name, person, drawing, parts, outing, expires_at } = shown.data;
  const take = async () => {
    try {
      const made = taken(await api.POST("/api/v1/shared/{secret}/take", path));
      await navigate(made.kind === "leader" ? `/tackle/leaders?row=${made.id}` : `/${made.kind}/${made.id}`);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "");
    }
  };
  return (
    <main className="mx-auto max-w-4xl p-6">
      <h1 className="text-xl font-bold">{name}</h1>
      <p className="text-soft">
        {phrase("{kind} of {person}'s, shown until {expiresat}.", {
          kind: CALLED[kind],
          person,
          expiresat: when(expires_at),
        })}
      </p>
      {drawing ? (
        <section
          aria-label={phrase("Drawing")}
          tabIndex={0}
          className="mt-4 overflow-x-auto rounded-s border border-rule bg-white"
        >
          <img
            alt={phrase("Drawing of {name}: {parts}", {
              name,
              parts: parts.map((p) => `${p.name} ${p.text}`).join("; "),
            })}
            className="min-w-[60rem] max-w-none"
            src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(drawing)}`}
          />
        </section>
      ) : null}
      {parts.length > 0 ? (
        <table className="mt-4 w-full max-w-xl">
          <tbody>
            {parts.map((part, k) => (
              <tr key={`${part.name} ${k}`} className="border-t border-hair">
                <th scope="row" className="py-1 pr-4 text-left font-normal text-soft">
                  {part.name}
                </th>
                <td className="figure py-1">{part.text.replace(/(\d) (\S+)/g, "$1\u00a0$2")}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      {outing ? (
        <p className="mt-4">
          {rich("{drifts} drifts, {touched} touched, {fish} takes, {rigs}.", {
            drifts: <span className="figure">{outing.drifts}</span>,
            touched: <span className="figure">{outing.touched}</span>,
            fish: <span className="figure">{outing.fish.length}</span>,
            rigs: outing.rigs.map((r) => r.name).join(", "),
          })}
        </p>
      ) : null}
      {me.data && !outing ? (
        <Button strong className="mt-4 min-h-[48px]" onClick={() => void take()}>
          {phrase("Take it into mine")}
        </Button>
      ) : null}
      {trouble ? <p role="alert">{trouble}</p> : null}
    </main>
  );
}
