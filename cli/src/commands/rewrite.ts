/** `lamprey rewrite` for a person. */
import { rewrite } from "@lamprey/core/answers/rewrite";
import { printError } from "../print.ts";
import { type SourceOptions, textOf } from "./options.ts";

export interface RewriteOptions extends SourceOptions {
  readonly first?: true;
}

/** Prints the text as it would be, and how many replacements it holds on standard error; returns the exit code. */
export function runRewrite(pattern: string, template: string, given: string | undefined, { dialect, flags, file, first }: RewriteOptions): number {
  const answer = rewrite({ dialect, pattern, flags, template, text: textOf(given, file), scope: first ? "first" : "all" });
  for (const { message } of answer.remarks ?? []) console.error(message);
  if (answer.error) {
    console.error(printError(answer.error.in === "template" ? template : pattern, answer.error));
    return 2;
  }
  process.stdout.write(answer.text ?? "");
  console.error(`${answer.replacements} ${answer.replacements === 1 ? "replacement" : "replacements"}`);
  return answer.replacements === 0 ? 1 : 0;
}
