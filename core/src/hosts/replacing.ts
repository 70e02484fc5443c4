/** Lines of files with their matches replaced, as the dialect's host replaces them. */
import type { Diagnostic } from "../diagnostic/diagnostic.ts";
import { compile } from "../program/compile.ts";
import { rewriteWhole } from "../rewrite/whole.ts";
import { drained } from "../slices.ts";
import type { Reading } from "../syntax/read.ts";
import { hostFor } from "./index.ts";

/** What the host refuses in a template; undefined where it takes it, or where the pattern itself has a mistake. */
export function templateFault(reading: Reading, template: string): Diagnostic | undefined {
  const compiled = compile(reading);
  return compiled.ok ? hostFor(compiled.program).template.read(template, compiled.program).diagnostics[0] : undefined;
}

/**
 * What replaces all matches in a line. It throws an Error where the template is refused, or where a line takes more steps
 * of the backtracking machine than it may.
 */
export function lineReplacer(reading: Reading, template: string, stepLimit: number): (line: string) => string {
  const compiled = compile(reading);
  if (!compiled.ok) throw new RangeError("A pattern that was read has to compile.");
  const { program } = compiled;
  const rules = hostFor(program).template;
  return (line) => {
    const made = drained(rewriteWhole(rules, program, line, template, { first: false, stepLimit }));
    if (made.kind === "made") return made.text;
    throw new Error(made.kind === "refused" ? made.fault.message : "a line takes too much work to be rewritten");
  };
}
