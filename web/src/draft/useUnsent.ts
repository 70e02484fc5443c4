/** What is in the journal and not acknowledged, wherever it was typed. */
import { useEffect, useState } from "react";
import { keepers, type Unsent } from "./keepers.ts";

/** Other windows come and go without a word (milliseconds). */
const LOOKED_AT = 2000;
const NONE: readonly Unsent[] = [];

/** The entries, the newest first; null where this browser's storage does not answer. */
export function useUnsent(): readonly Unsent[] | null {
  const [unsent, setUnsent] = useState<readonly Unsent[] | null>(NONE);
  useEffect(() => {
    let left = false;
    const look = () => {
      keepers.unsent().then(
        (entries) => !left && setUnsent(entries.sort((a, b) => b.at - a.at)),
        () => !left && setUnsent(null),
      );
    };
    look();
    const timer = setInterval(look, LOOKED_AT);
    const end = keepers.onChange(look);
    return () => {
      left = true;
      clearInterval(timer);
      end();
    };
  }, []);
  return unsent;
}
