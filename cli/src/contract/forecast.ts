/** The contract's `forecast`: the exact number of steps of the backtracking machine, counted without running it. */
import { forecast as foresee, type MatchMode } from "@lamprey/core";
import { type Answer, type CommonRequest, programOf } from "./request.ts";

export interface ForecastRequest extends CommonRequest {
  readonly mode: MatchMode;
}

export interface ForecastAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  /** Decimal digits; where it is not exact, what was counted so far. */
  readonly steps?: string;
  readonly exact?: boolean;
}

export function forecast(request: ForecastRequest): ForecastAnswer {
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const { steps, exact } = foresee(made.program, request.text, { mode: request.mode });
  return { status: "ok", steps: String(steps), exact };
}
