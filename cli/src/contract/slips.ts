/** The contract's `slips`: likely mistakes that a pattern shows. */
import { drained, type Slip, slipsOf } from "@lamprey/core";
import { type Answer, type PatternRequest, programOf } from "./request.ts";

export interface SlipsAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly slips?: readonly Slip[];
}

export function slips(request: PatternRequest): SlipsAnswer {
  const made = programOf(request);
  return "refused" in made ? made.refused : { status: "ok", slips: drained(slipsOf(made.program)) };
}
