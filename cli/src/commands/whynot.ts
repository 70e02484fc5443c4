/** `lamprey whynot` for a person. */
import { visible } from "@lamprey/core";
import { type WhynotRequest, whynot } from "@lamprey/core/answers/whynot";
import { printError } from "../print.ts";
import { type SourceOptions, textOf } from "./options.ts";

export interface WhynotOptions extends SourceOptions, Pick<WhynotRequest, "mode"> {}

/** Prints why a text does not match; returns the exit code: 0 where it matches, 1 where it does not. */
export function runWhynot(pattern: string, given: string | undefined, { dialect, flags, file, mode }: WhynotOptions): number {
  const text = textOf(given, file);
  const answer = whynot({ dialect, pattern, flags, text, mode });
  if (answer.error) {
    console.error(answer.status === "step-limit" ? answer.error.message : printError(pattern, answer.error));
    return 2;
  }
  if (answer.matches) {
    console.log("It matches.");
    return 0;
  }
  const { reach, nearest = [], exact, changes = [] } = answer;
  if (reach)
    console.log(`The best attempt began at ${reach.attempt} and came to ${reach.offset}, where “${pattern.slice(reach.start, reach.end)}” was not met.`);
  const edits = nearest[0]?.edits ?? 0;
  if (nearest.length > 0)
    console.log(`The nearest texts that match, ${edits} ${edits === 1 ? "character" : "characters"} away${exact ? "" : " (there may be nearer ones)"}:`);
  for (const near of nearest) console.log(`  ${visible(near.text, SHOWN)}`);
  if (changes.length > 0) console.log("It would match with these changes of the pattern:");
  for (const { what, pattern: changed, flags: with_, lets } of changes) {
    const besides = lets === null ? "" : `  (and lets in “${visible(lets, SHOWN)}”)`;
    console.log(`  ${what}: ${changed}${with_ === flags ? "" : ` with the flags ${with_}`}${besides}`);
  }
  return 1;
}

/** Characters of a text that are printed. */
const SHOWN = 120;
