import { useEffect } from "react";
import { create } from "zustand";
import { api, signedOut } from "../api/client";

/** Whether the server no longer knows who asks: signed out in another tab, on another machine, or not used for long. */
export const useSignedOut = create<{ out: boolean }>(() => ({ out: false }));

const ME = "/api/v1/me";
const ASKS: readonly string[] = ["GET", "HEAD"];
const DOORS = /\/(sign-in|recover|join)/;

/** Listens to every answer: from one it is known that nobody is signed in, and from one that only who is signed in gets that somebody is again. */
api.use({
  onResponse({ request, response }) {
    const { pathname } = new URL(request.url);
    if (response.status === signedOut.status) {
      if (!DOORS.test(pathname)) useSignedOut.setState({ out: true });
    } else if (response.ok && (pathname === ME || !ASKS.includes(request.method))) {
      useSignedOut.setState({ out: false });
    }
  },
});

/** Asks once more who is signed in when somebody who was out looks again: they may have come in elsewhere. */
export function useComingBack(): boolean {
  const out = useSignedOut((s) => s.out);
  useEffect(() => {
    if (!out) return;
    const look = () => document.visibilityState === "visible" && void api.GET(ME).catch(() => undefined);
    document.addEventListener("visibilitychange", look);
    return () => document.removeEventListener("visibilitychange", look);
  }, [out]);
  return out;
}
