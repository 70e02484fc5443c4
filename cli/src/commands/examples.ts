/** `lamprey examples` for a person. */
import { visible } from "@lamprey/core";
import { type ExamplesRequest, examples } from "@lamprey/core/answers/examples";
import { printError } from "../print.ts";
import type { SourceOptions } from "./options.ts";

export interface ExamplesOptions extends Pick<SourceOptions, "jsonl" | "dialect" | "flags">, Pick<ExamplesRequest, "mode" | "count" | "seed"> {}

/** Prints texts that a pattern takes, near misses, and what of the pattern none of them uses; returns the exit code. */
export function runExamples(pattern: string, { dialect, flags, mode, count, seed }: ExamplesOptions): number {
  const answer = examples({ dialect, pattern, flags, mode, count, seed });
  if (answer.error) {
    console.error(printError(pattern, answer.error));
    return 2;
  }
  for (const text of answer.texts ?? []) console.log(`+ ${visible(text, Number.POSITIVE_INFINITY)}`);
  for (const { text } of answer.misses ?? []) console.log(`- ${visible(text, Number.POSITIVE_INFINITY)}`);
  for (const { start, end, used } of answer.covers ?? []) if (!used) console.error(`None of them uses “${pattern.slice(start, end)}”.`);
  if ((answer.texts ?? []).length > 0) return 0;
  console.error("No text that it takes was found.");
  return 1;
}
