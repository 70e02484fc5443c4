/** `lamprey carry` for a person. */
import { type DialectName, dialectOf } from "@lamprey/core";
import { carry } from "@lamprey/core/answers/carry";
import { printError } from "../print.ts";
import type { SourceOptions } from "./options.ts";

export interface CarryOptions extends Pick<SourceOptions, "jsonl" | "dialect" | "flags"> {
  readonly to?: DialectName;
}

/** Prints the pattern in the other dialect, and returns the exit code: 0 where it finds the same, as far as is known, 1 where not, 2 where it cannot be carried. */
export function runCarry(pattern: string, to: DialectName, { dialect, flags }: CarryOptions): number {
  const answer = carry({ dialect, pattern, flags, to });
  if (answer.error) {
    console.error(printError(pattern, answer.error));
    return 2;
  }
  console.log(answer.pattern);
  const said = [
    ...(answer.flags === "" ? [] : [`Flags: ${answer.flags}.`]),
    ...(answer.lost ?? []).map(({ message }) => message),
    answer.same === true
      ? `It finds the same in ${dialectOf(to).title} on every text.`
      : answer.witness
        ? `It finds something else on ${JSON.stringify(answer.witness.text)}.`
        : `No difference was found${answer.searched === undefined ? "" : ` on texts of up to ${answer.searched} characters`}.`,
  ];
  console.error(said.join("\n"));
  return answer.same === false ? 1 : 0;
}
