import { useSyncExternalStore } from "react";

/** No more room than on a phone. */
const PHONE = "(max-width: 900px)";
/** Pressed by a thumb: as the styles have it (`--target`). */
const THUMB = "(max-width: 900px), (pointer: coarse)";

/** Returns what asks whether a query holds, and hears when that changes. */
function media(query: string): () => boolean {
  const follow = (told: () => void) => {
    const list = window.matchMedia?.(query);
    list?.addEventListener?.("change", told);
    return () => list?.removeEventListener?.("change", told);
  };
  const holds = () => window.matchMedia?.(query).matches ?? false;
  return () => useSyncExternalStore(follow, holds);
}

/** Whether there is no more room than on a phone. */
export const usePhone = media(PHONE);

/** Whether what is pressed must be as large as a thumb. */
export const useThumb = media(THUMB);
