/** The contract's `examples`: texts that a pattern takes, telling ones first, and near misses. */
import { drained, type Examples, type ExamplesOptions, examples as slices } from "../index.ts";
import { untilTimeLimit } from "./limits.ts";
import { type Answer, type PatternRequest, programOf } from "./request.ts";

export interface ExamplesRequest extends PatternRequest, ExamplesOptions {}

export interface ExamplesAnswer extends Omit<Answer, "id" | "elapsedMs">, Partial<Examples> {}

export function examples({ mode, count, seed, ...source }: ExamplesRequest): ExamplesAnswer {
  const stop = untilTimeLimit();
  const made = programOf(source);
  if ("refused" in made) return made.refused;
  return { status: "ok", ...drained(slices(made.program, { mode, count, seed }, stop)) };
}
