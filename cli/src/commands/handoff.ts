/** `lamprey handoff` and `lamprey handin` for a person. */
import { type DialectName, formsOf, programAround } from "@lamprey/core";
import { handin } from "@lamprey/core/answers/handin";
import { handoff } from "@lamprey/core/answers/handoff";
import { printError } from "../print.ts";
import { type SourceOptions, textOf } from "./options.ts";

export interface HandoffOptions extends Pick<SourceOptions, "jsonl" | "dialect" | "flags"> {
  readonly form?: string;
  readonly program?: true;
}

/** Prints the pattern as source text, in one form or all; returns the exit code. */
export function runHandoff(pattern: string, { dialect, flags, form, program }: HandoffOptions): number {
  const source = { dialect, pattern, flags };
  const names = form === undefined ? formsOf(dialect).map(({ name }) => name) : [form];
  for (const name of names.length > 0 ? names : ["json"]) {
    const answer = handoff({ ...source, form: name });
    if (answer.error) {
      console.error(answer.status === "bad-request" ? answer.error.message : printError(pattern, answer.error));
      return 2;
    }
    if (program) {
      const around = programAround(source);
      if (typeof around === "string") process.stdout.write(around);
      return 0;
    }
    console.log(form === undefined ? `${name}\t${answer.source}` : answer.source);
  }
  return 0;
}

export interface HandinOptions {
  readonly jsonl?: true;
  readonly dialect?: DialectName;
}

/** Prints what a piece of source text is as a pattern; returns the exit code. */
export function runHandin(given: string | undefined, { dialect }: HandinOptions): number {
  const source = textOf(given, undefined);
  const answer = handin({ source, ...(dialect ? { dialect } : {}) });
  if (answer.error) console.error(printError(source, answer.error));
  else console.log(`${answer.dialect}\t${answer.form}\t${answer.flags}\t${answer.pattern}`);
  return answer.error ? 2 : 0;
}
