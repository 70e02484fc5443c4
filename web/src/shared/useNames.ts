/** The names of characters, fetched when a pattern has one in it. */
import { namesAreHere, namesFor } from "@lamprey/core";
import { useEffect, useState } from "react";

/** Whether what the pattern asks for is here; who reads it reads it again when that changes. */
export function useNames(pattern: string): boolean {
  const [here, setHere] = useState(namesAreHere);
  useEffect(() => {
    if (here) return;
    let left = false;
    // Where they do not come, the pattern says that they are not there.
    namesFor(pattern).then(
      () => {
        if (!left) setHere(namesAreHere());
      },
      (error) => console.error(error),
    );
    return () => {
      left = true;
    };
  }, [pattern, here]);
  return here;
}
