/** A question about files as the engine takes it, or what is wrong with it. */
import { compile, type Diagnostic, lineReplacer, OF_MATCHES, type Reading, read, type SearchAsked, slotNamed, templateFault } from "@lamprey/core";
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
  /** What replaces the matches in a line; null where nothing is replaced. It throws where a line takes too much work. */
  readonly replaced: ((line: string) => string) | null;
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
  const asked = { question, readings, slot: 0, replaced: null };
  if (others && OF_MATCHES.has(shown.kind)) return { fault: { field: "others", words: "In the other lines nothing matches that could be shown." } };
  if (shown.kind === "distinct") {
    if (patterns.length > 1) return { fault: { field: "group", words: "Values are those of one pattern." } };
    const slot = slotNamed(first, shown.group);
    return slot === null ? { fault: { field: "group", words: `The pattern has no group “${shown.group}”.` } } : { ...asked, slot };
  }
  if (shown.kind === "replaced") {
    if (patterns.length > 1) return { fault: { field: "template", words: "A template is for one pattern." } };
    const diagnostic = templateFault(first, shown.template);
    if (diagnostic) return { fault: { field: "template", diagnostic, words: diagnostic.message } };
    return { ...asked, replaced: lineReplacer(first, shown.template, STEP_LIMIT) };
  }
  return asked;
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
