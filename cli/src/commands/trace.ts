/** `lamprey trace` for a person. */
import { type MatchMode, record } from "@lamprey/core";
import { programOf } from "@lamprey/core/answers/request";
import { printError } from "../print.ts";
import { printTrace } from "../print-trace.ts";
import { type SourceOptions, textOf } from "./options.ts";

export interface TraceOptions extends SourceOptions {
  readonly mode: Exclude<MatchMode, "all">;
  readonly eventLimit: number;
  readonly from: number;
  readonly count: number;
}

/** Prints the steps, and returns the exit code. */
export function runTrace(pattern: string, given: string | undefined, { dialect, flags, mode, eventLimit, from, count, file }: TraceOptions): number {
  const made = programOf({ dialect, pattern, flags });
  if ("refused" in made) {
    if (made.refused.error) console.error(printError(pattern, made.refused.error));
    return 2;
  }
  console.log(printTrace(record(made.program, textOf(given, file), { mode, eventLimit }), from, count));
  return 0;
}
