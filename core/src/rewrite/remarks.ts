/** What a template does that does not show: one table of sentences for all hosts. */
import type { Span } from "../text/span.ts";

export interface Remark extends Span {
  readonly code: RemarkCode;
  readonly message: string;
}

/** `{0}` and so on stand for what is told. */
const REMARKS = {
  "group-missing": "“{0}” stands for itself, since the pattern has {1}.",
  "digit-behind": "“{0}” is group {1} and then “{2}”, since the pattern has {3}.",
  "whole-elsewhere": "“{0}” stands for itself. The whole match is “{1}”.",
  "name-none": "“{0}” stands for itself, since the pattern names no group.",
  "name-unknown": "“{0}” gives nothing: no group has this name.",
  "name-open": "“{0}” stands for itself, since no “>” ends the name.",
  "group-elsewhere": "“{0}” stands for itself. Group {1} is “{2}”.",
  "named-elsewhere": "“{0}” stands for itself. A group by name is “{1}”.",
  "escape-elsewhere": "A backslash stands for itself here, so “{0}” is {1}.",
  "case-elsewhere": "“{0}” stands for itself: this host’s templates change no case. A function does: {1}.",
  "function-elsewhere": "This is put in as it is written: a function is not run here, only a template is.",
  "condition-elsewhere": "“{0}” stands for itself: this host’s templates have no conditions. A function decides: {1}.",
  "digit-elsewhere": "“{0}” is the character {1}. The group is “{2}”.",
  "case-letter": "“{0}” is the letter {1}: this host’s templates change no case. A function does: {2}.",
  "letter-alone": "“{0}” is the letter {1}: a backslash takes the next character as it is.",
  "whole-here": "The whole match is “{0}”.",
  octal: "“{0}” is the character number {1}, in octal. Group {2} and then “{3}” is “{4}”.",
  nul: "“{0}” is the character NUL. The whole match is “{1}”.",
} as const;

export type RemarkCode = keyof typeof REMARKS;

export function remark(code: RemarkCode, span: Span, ...words: readonly (string | number)[]): Remark {
  let message: string = REMARKS[code];
  words.forEach((word, i) => {
    // As a function: a word may hold “$&”, which a replacement would read.
    message = message.replaceAll(`{${i}}`, () => String(word));
  });
  return { code, message, start: span.start, end: span.end };
}

export const groupsWords = (count: number): string => (count === 0 ? "no group" : count === 1 ? "one group" : `${count} groups`);
