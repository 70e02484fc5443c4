/** While reels of variants are shown side by side, the keys that wind a reel wind them. */
import { useEffect, useRef } from "react";
import type { KeyName } from "../shared/keys.ts";

type WindAll = (key: KeyName) => void;

let shown: WindAll | null = null;

/** Takes the winding keys for as long as it is on the page. */
export function useWindingKeys(windAll: WindAll): void {
  const latest = useRef(windAll);
  latest.current = windAll;
  useEffect(() => {
    const own: WindAll = (key) => latest.current(key);
    shown = own;
    return () => {
      if (shown === own) shown = null;
    };
  }, []);
}

/** Winds the reels that are compared; false where none are. */
export function windCompared(key: KeyName): boolean {
  shown?.(key);
  return shown !== null;
}
