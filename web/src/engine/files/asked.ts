/** A question about files as the engine takes it, or what is wrong with it. */
import { compile, type Diagnostic, drained, hostFor, type Program, type Reading, read, rewriteWhole, type SearchAsked } from "@lamprey/core";
import { kindOf } from "./kind.ts";
import type { FilesQuestion } from "./messages.ts";

/** Steps of the backtracking machine on one line, where no other machine takes the pattern: a fraction of a second. */
export const STEP_LIMIT = 10_000_000;

/** What is wrong with a question, and in which of its fields. */
export interface QuestionFault {
  readonly field: "pattern" | "template" | "group" | "others";
  /** Which of several patterns, from 0. */
  readonly pattern?: number;
  readonly diagnostic?: Diagnostic;
  readonly words: string;
}

export interface AskedOfFiles {
  readonly question: FilesQuestion;
  readonly readings: readonly Reading[];
  /** The slot of the group whose values are counted; 0 for the whole match. */
  readonly slot: number;
}

/** Reads a question; its fault is the first one. */
export function askedOf(question: FilesQuestion): AskedOfFiles | { readonly fault: QuestionFault } {
  const { dialect, flags, patterns, shown, others } = question;
  const readings: Reading[] = [];
  for (const [index, pattern] of patterns.entries()) {
    const reading = read({ dialect, flags, pattern });
    const compiled = compile(reading);
    const diagnostic = compiled.ok ? undefined : (compiled.diagnostics.find(({ severity }) => severity === "syntax-error") ?? compiled.diagnostics[0]);
    if (diagnostic) return { fault: { field: "pattern", pattern: index, diagnostic, words: diagnostic.message } };
    readings.push(reading);
  }
  const [first] = readings;
  if (!first) return { fault: { field: "pattern", words: "There is no pattern." } };
  const isOfMatches = shown.kind === "parts" || shown.kind === "distinct" || shown.kind === "replaced";
  if (others && isOfMatches) return { fault: { field: "others", words: "In the other lines nothing matches that could be shown." } };
  if (shown.kind === "distinct" && patterns.length > 1) return { fault: { field: "group", words: "Values are those of one pattern." } };
  if (shown.kind === "distinct") {
    const group = first.groups.find(({ number, name }) => String(number) === shown.group || name === shown.group);
    const isWhole = shown.group === "" || shown.group === "0";
    return group || isWhole
      ? { question, readings, slot: group?.slot ?? 0 }
      : { fault: { field: "group", words: `The pattern has no group “${shown.group}”.` } };
  }
  if (shown.kind === "replaced") {
    if (patterns.length > 1) return { fault: { field: "template", words: "A template is for one pattern." } };
    const program = programOf(first);
    const fault = hostFor(program).template.read(shown.template, program).diagnostics[0];
    if (fault) return { fault: { field: "template", diagnostic: fault, words: fault.message } };
  }
  return { question, readings, slot: 0 };
}

/** What the search itself has to know. Lines are counted in files that are no text, too, as on the command line. */
export const searchAskedOf = ({ question, readings }: AskedOfFiles): SearchAsked => ({
  readings,
  part: question.part,
  others: question.others,
  binaryToo: question.binaryToo || question.shown.kind === "count",
  stepLimit: STEP_LIMIT,
  kindOf,
});

function programOf(reading: Reading): Program {
  const compiled = compile(reading);
  if (!compiled.ok) throw new RangeError("A pattern that was read has to compile.");
  return compiled.program;
}

/** What writes a line with the matches in it replaced; throws where that takes too much work. */
export function replacing(reading: Reading, template: string): (line: string) => string {
  const program = programOf(reading);
  const rules = hostFor(program).template;
  return (line) => {
    const made = drained(rewriteWhole(rules, program, line, template, { first: false, stepLimit: STEP_LIMIT }));
    if (made.kind === "made") return made.text;
    throw new Error(made.kind === "refused" ? made.fault.message : "a line takes too much work to be rewritten");
  };
}
