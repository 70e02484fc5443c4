/** The contract's `check`: texts that must or must not match, judged. */
import { type Cut, drained, type Expectation, judgeSlices } from "@lamprey/core";
import { DEFAULT_STEP_LIMIT } from "@lamprey/core/answers/limits";
import { type MatchRow, rowsOf } from "@lamprey/core/answers/match";
import { type Answer, type PatternRequest, programOf } from "@lamprey/core/answers/request";

export interface CheckRequest extends PatternRequest {
  readonly expectations: readonly Expectation[];
}

export interface CheckResult {
  readonly passed: boolean;
  readonly count: number;
  readonly matches: readonly MatchRow[];
  /** Set where the run was cut short, which is no pass: an addition to the contract. */
  readonly cut?: Cut;
}

export interface CheckAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly passed?: number;
  readonly failed?: number;
  readonly results?: readonly CheckResult[];
}

export function check({ expectations, ...source }: CheckRequest): CheckAnswer {
  const made = programOf(source);
  if ("refused" in made) return made.refused;
  const judged = drained(judgeSlices(made.program, expectations, { stepLimit: DEFAULT_STEP_LIMIT }));
  const results = judged.map(({ passed, count, matches, cut }) => ({ passed, count, matches: rowsOf(matches), ...(cut === null ? {} : { cut }) }));
  const passed = results.filter((each) => each.passed).length;
  return { status: "ok", passed, failed: results.length - passed, results };
}
