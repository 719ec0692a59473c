import { useSyncExternalStore } from "react";

/** No more room than on a phone. */
const PHONE = "(max-width: 900px)";
/** Pressed by a thumb: as the styles have it (`--target`). */
const THUMB = "(max-width: 900px), (pointer: coarse)";

function useMedia(media: string): boolean {
  return useSyncExternalStore(
    (told) => {
      const query = window.matchMedia?.(media);
      query?.addEventListener?.("change", told);
      return () => query?.removeEventListener?.("change", told);
    },
    () => window.matchMedia?.(media).matches ?? false,
  );
}

/** Whether there is no more room than on a phone. */
export const usePhone = () => useMedia(PHONE);

/** Whether what is pressed must be as large as a thumb. */
export const useThumb = () => useMedia(THUMB);
