/** Work that is done again and again. */
import { useEffect, useEffectEvent } from "react";

/** A server that did not answer is asked again so often (milliseconds). */
export const ASKED_AGAIN = 3000;

/** Does the work every so many milliseconds, while that is wanted. */
export function useEvery(milliseconds: number, wanted: boolean, work: () => void): void {
  const tick = useEffectEvent(work);
  useEffect(() => {
    if (!wanted) return;
    const timer = setInterval(() => tick(), milliseconds);
    return () => clearInterval(timer);
  }, [milliseconds, wanted]);
}
