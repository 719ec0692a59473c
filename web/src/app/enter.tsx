import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, taken } from "../api/client";

/** Spends the one-time token in the address and goes on to the workbench. */
export function Enter() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState("");
  const sent = useRef(false);
  useEffect(() => {
    if (sent.current) return;
    sent.current = true;
    const token = window.location.hash.slice(1);
    const enter = async () => {
      try {
        taken(await api.POST("/api/v1/sign-in", { body: { token } }));
      } catch (error) {
        const me = await api.GET("/api/v1/me");
        if (!me.response.ok) {
          setTrouble(error instanceof Error ? error.message : "That did not work.");
          return;
        }
      }
      await queries.invalidateQueries();
      navigate("/rig", { replace: true });
    };
    void enter();
  }, [navigate, queries]);
  return (
    <main className="mx-auto max-w-md p-8">
      <h1 className="text-xl font-bold">Jarana</h1>
      <p role="status" className="mt-3">
        {trouble || "Coming in …"}
      </p>
    </main>
  );
}
