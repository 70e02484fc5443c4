/** The contract's `slips`: likely mistakes that a pattern shows; and, added to it, shorter ways to say the same. */
import { drained, type Shorter, type Slip, shorterWays, slipsOf } from "@lamprey/core";
import { untilTimeLimit } from "./limits.ts";
import { type Answer, type PatternRequest, programOf } from "./request.ts";

export interface SlipsAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly slips?: readonly Slip[];
  /** An addition to the contract. */
  readonly shorter?: readonly Shorter[];
}

export function slips(request: PatternRequest): SlipsAnswer {
  const stop = untilTimeLimit();
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  return { status: "ok", slips: drained(slipsOf(made.program, stop)), shorter: stop() ? [] : drained(shorterWays(made.program.reading, stop)) };
}
