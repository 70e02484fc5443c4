/** How the steps of a pattern grow as a text grows: exact counts on the beginnings of a sample, each twice as long as the one before. */
import { Forecast } from "../forecast/forecast.ts";
import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";

export interface CurvePoint {
  /** Characters of the text. */
  readonly length: number;
  /** Decimal digits. */
  readonly steps: string;
}

/** Longer beginnings say nothing new, and take their time. */
const LONGEST = 32_768;
const SHORTEST = 16;
/** Instructions followed for one point at most. */
const POINT_BUDGET = 4_000_000;
const SLICE = 100_000;

/** The curve, point by point; it ends where a point cannot be counted within its budget. */
export function* curveOf(program: Program, text: string, mode: MatchMode): Generator<number, CurvePoint[]> {
  const points: CurvePoint[] = [];
  const longest = Math.min(LONGEST, text.length);
  for (let length = Math.min(SHORTEST, longest); length > 0; length = length === longest ? 0 : Math.min(longest, 2 * length)) {
    const steps = yield* countSteps(program, text.slice(0, length), mode);
    if (steps === null) break;
    points.push({ length, steps });
  }
  return points;
}

function* countSteps(program: Program, text: string, mode: MatchMode): Generator<number, string | null> {
  const forecast = new Forecast(program, text, { mode, stepBudget: POINT_BUDGET, stepsFirst: POINT_BUDGET / 2 });
  let spent = 0;
  for (; spent < POINT_BUDGET && !forecast.advance(SLICE); spent += SLICE) yield spent;
  return spent < POINT_BUDGET && forecast.exact ? String(forecast.steps) : null;
}
