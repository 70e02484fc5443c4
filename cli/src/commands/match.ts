/** `lamprey match` for a person. */
import { type MatchRequest, match } from "@lamprey/core/answers/match";
import { printError, printMatches } from "../print.ts";
import { type SourceOptions, textOf } from "./options.ts";

export interface MatchOptions extends SourceOptions, Pick<MatchRequest, "mode" | "machine" | "stepLimit"> {
  readonly count?: true;
}

/** Prints the matches, and returns the exit code. */
export function runMatch(pattern: string, given: string | undefined, { dialect, flags, mode, stepLimit, machine, file, count }: MatchOptions): number {
  const text = textOf(given, file);
  const answer = match({
    dialect,
    pattern,
    flags,
    text,
    mode,
    machine,
    ...(stepLimit === undefined ? {} : { stepLimit }),
    output: count ? "count" : "matches",
  });
  if (answer.count !== undefined) console.log(printMatches(answer, text));
  if (!answer.error) return answer.count === 0 ? 1 : 0;
  console.error(answer.status === "step-limit" ? answer.error.message : printError(pattern, answer.error));
  return 2;
}
