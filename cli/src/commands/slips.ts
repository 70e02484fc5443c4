/** `lamprey slips` for a person. */
import { visible } from "@lamprey/core";
import { slips } from "../contract/slips.ts";
import { printError } from "../print.ts";
import type { SourceOptions } from "./options.ts";

/** Prints likely mistakes; returns the exit code: 0 where none is seen, 1 where one is. */
export function runSlips(pattern: string, { dialect, flags }: Pick<SourceOptions, "jsonl" | "dialect" | "flags">): number {
  const answer = slips({ dialect, pattern, flags });
  if (answer.error) {
    console.error(printError(pattern, answer.error));
    return 2;
  }
  for (const { start, end, code, message, witness, repair } of answer.slips ?? []) {
    console.log(printError(pattern, { code, message, start, end }));
    if (witness !== null) console.log(`  shown by “${visible(witness, SHOWN)}”`);
    if (repair) console.log(`  instead ${repair.pattern}${repair.flags === flags ? "" : ` with the flags “${repair.flags}”`} (${repair.proved})`);
  }
  return (answer.slips ?? []).length === 0 ? 0 : 1;
}

/** Characters of a text that are printed. */
const SHOWN = 120;
