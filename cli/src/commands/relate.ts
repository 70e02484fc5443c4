/** `lamprey relate` for a person. */
import type { DialectName } from "@lamprey/core";
import { relate } from "@lamprey/core/answers/relate";
import { printError, printRelation } from "../print.ts";
import type { SourceOptions } from "./options.ts";

export interface RelateOptions extends Pick<SourceOptions, "jsonl" | "dialect" | "flags"> {
  readonly rightDialect?: DialectName;
  readonly rightFlags?: string;
}

/** Prints how the two lie to each other, and returns the exit code. */
export function runRelate(left: string, right: string, { dialect, flags, rightDialect = dialect, rightFlags = flags }: RelateOptions): number {
  const answer = relate({ left: { dialect, pattern: left, flags }, right: { dialect: rightDialect, pattern: right, flags: rightFlags } });
  if (answer.error) console.error(printError(answer.side === "right" ? right : left, answer.error));
  else console.log(printRelation(answer));
  return answer.error ? 2 : answer.relation === "equal" ? 0 : 1;
}
