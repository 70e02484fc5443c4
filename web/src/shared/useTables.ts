/** Tables that few patterns need, fetched when one asks for them. */
import { lacksTables, tablesFor, tablesHere } from "@lamprey/core";
import { useEffect, useState } from "react";

/** How many of those tables are here; who reads the pattern reads it again when that changes. */
export function useTables(pattern: string): number {
  const [here, setHere] = useState(tablesHere);
  useEffect(() => {
    // Others may have fetched what the pattern asks for.
    setHere(tablesHere());
    if (!lacksTables(pattern)) return;
    let left = false;
    // Where they do not come, the pattern says that they are not there.
    tablesFor(pattern).then(
      () => {
        if (!left) setHere(tablesHere());
      },
      (error) => console.error(error),
    );
    return () => {
      left = true;
    };
  }, [pattern]);
  return here;
}
