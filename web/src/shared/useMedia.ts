/** Whether the screen is as a media query says. */
import { useSyncExternalStore } from "react";

/** Below this there is room for one part of the bench at a time: a phone, or a window at twice its size. */
const SMALL = "(max-width: 819px), (max-height: 519px)";

function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (notify) => {
      const list = window.matchMedia(query);
      list.addEventListener("change", notify);
      return () => list.removeEventListener("change", notify);
    },
    () => window.matchMedia(query).matches,
  );
}

export const useSmall = (): boolean => useMedia(SMALL);
