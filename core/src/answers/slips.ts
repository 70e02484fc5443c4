/** The contract's `slips`: likely mistakes that a pattern shows; and, added to it, shorter ways to say the same. */
import { drained, type Shorter, type Slip, shorterWays, slipsOf } from "../index.ts";
import { takesTooLong, untilTimeLimit } from "./limits.ts";
import { type Answer, compiledOf, type PatternRequest, readingOf } from "./request.ts";

export interface SlipsAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly slips?: readonly Slip[];
  /** An addition to the contract. */
  readonly shorter?: readonly Shorter[];
  /** An addition to the contract: set where not all could be looked at in the time there is. */
  readonly incomplete?: true;
}

export function slips(request: PatternRequest): SlipsAnswer {
  const stop = untilTimeLimit();
  const read = readingOf(request);
  if ("refused" in read) return read.refused;
  if (takesTooLong(read.reading)) return { status: "ok", slips: [], shorter: [], incomplete: true };
  const made = compiledOf(read.reading);
  if ("refused" in made) return made.refused;
  const found = drained(slipsOf(made.program, stop));
  const shorter = stop() ? [] : drained(shorterWays(made.program.reading, stop));
  return { status: "ok", slips: found, shorter, ...(stop() ? { incomplete: true } : {}) };
}
