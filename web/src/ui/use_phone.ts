import { useSyncExternalStore } from "react";

const PHONE = "(max-width: 900px)";

function follow(told: () => void): () => void {
  const query = window.matchMedia?.(PHONE);
  query?.addEventListener?.("change", told);
  return () => query?.removeEventListener?.("change", told);
}

/** Whether there is no more room than on a phone. */
export function usePhone(): boolean {
  return useSyncExternalStore(follow, () => window.matchMedia?.(PHONE).matches ?? false);
}
