/** `lamprey forecast` for a person. */
import type { MatchMode } from "@lamprey/core";
import { forecast } from "@lamprey/core/answers/forecast";
import { printError } from "../print.ts";
import { type SourceOptions, textOf } from "./options.ts";

/** Prints the number of steps, and returns the exit code. */
export function runForecast(pattern: string, given: string | undefined, options: SourceOptions & { readonly mode: MatchMode }): number {
  const { dialect, flags, mode, file } = options;
  const answer = forecast({ dialect, pattern, flags, mode, text: textOf(given, file) });
  if (answer.steps !== undefined) console.log(`${answer.steps} steps${answer.exact ? "" : " and more: it was cut short"}`);
  if (answer.error) console.error(printError(pattern, answer.error));
  return answer.error ? 2 : 0;
}
