/** `lamprey calls` for a person. */
import { callsSlices, drained, hostFor, written } from "@lamprey/core";
import { DEFAULT_STEP_LIMIT } from "@lamprey/core/answers/limits";
import { cutShort, programOf } from "@lamprey/core/answers/request";
import { printError } from "../print.ts";
import { type SourceOptions, textOf } from "./options.ts";

/** Items of a list that are printed. */
const MOST_ITEMS = 20;

/** Prints what each call returns as its language writes it, and what would surprise; returns the exit code. */
export function runCalls(pattern: string, given: string | undefined, { dialect, flags, file }: SourceOptions): number {
  const made = programOf({ dialect, pattern, flags });
  if ("refused" in made) {
    if (made.refused.error) console.error(printError(pattern, made.refused.error));
    return 2;
  }
  const { calls, cut } = drained(
    callsSlices(hostFor(made.program).calls, made.program, textOf(given, file), { most: MOST_ITEMS, stepLimit: DEFAULT_STEP_LIMIT }),
  );
  for (const call of calls) {
    console.log(call.written);
    const value = "value" in call ? written(call.value, hostFor(made.program).notation).map(({ text }) => text) : [call.error];
    console.log(`  ${value.join("").replaceAll("\n", "\n  ")}`);
    if (call.remark) console.log(`  ${call.remark}`);
  }
  if (cut) console.error(cutShort(cut).error?.message);
  return cut ? 2 : 0;
}
