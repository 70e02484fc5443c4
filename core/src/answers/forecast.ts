/** The contract's `forecast`: the exact number of steps of the backtracking machine, counted without running it. */
import { Forecast, type MatchMode } from "../index.ts";
import { untilRunLimit } from "./limits.ts";
import { type Answer, type CommonRequest, programOf } from "./request.ts";

/** Instructions followed between two looks at the clock. */
const AT_ONCE = 100_000;

export interface ForecastRequest extends CommonRequest {
  readonly mode: MatchMode;
}

export interface ForecastAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  /** Decimal digits; where it is not exact, what was counted so far. */
  readonly steps?: string;
  readonly exact?: boolean;
}

export function forecast(request: ForecastRequest): ForecastAnswer {
  const stop = untilRunLimit(request.text);
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const whole = new Forecast(made.program, request.text, { mode: request.mode });
  while (!whole.advance(AT_ONCE) && !stop());
  const { steps, exact } = whole;
  return { status: "ok", steps: String(steps), exact };
}
