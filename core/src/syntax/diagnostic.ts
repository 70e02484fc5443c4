/** What is wrong with a pattern, where, and what to do: one table of messages for all dialects. */
import type { Span } from "./tree.ts";

export type Severity = "syntax-error" | "unsupported";

export interface Diagnostic extends Span {
  readonly severity: Severity;
  readonly code: DiagnosticCode;
  readonly message: string;
}

const MESSAGES = {
  "nothing-to-repeat": ["syntax-error", "There is nothing before this quantifier to repeat. Put an item before it, or escape it as “\\{0}”."],
  "assertion-repeated": ["syntax-error", "An assertion takes no text, so it cannot be repeated here. Remove the quantifier."],
  "repeat-order": ["syntax-error", "The least count {0} is above the most, {1}. Write the smaller one first."],
  "group-open": ["syntax-error", "This bracket is never closed. Add “)” where the group ends, or write “\\(” for the character."],
  "group-close": ["syntax-error", "This bracket closes nothing. Remove it, or write “\\)” for the character."],
  "set-open": ["syntax-error", "This set is never closed. Add “]” where it ends, or write “\\[” for the character."],
  "range-order": ["syntax-error", "This range runs backwards: “{0}” comes after “{1}”. Swap its ends."],
  "range-class": ["syntax-error", "A class of characters cannot be the end of a range. Escape the hyphen as “\\-”, or move it to the end of the set."],
  "escape-end": ["syntax-error", "The pattern ends after a backslash. Add the character it escapes, or write “\\\\” for a backslash."],
  "escape-unknown": ["syntax-error", "“\\{0}” means nothing with the flag u. Write “{0}” alone, or drop the flag."],
  "escape-hex": ["syntax-error", "“\\x” needs two hexadecimal digits with the flag u, as in “\\x41”."],
  "escape-unicode": ["syntax-error", "“\\u” needs four hexadecimal digits, or with the flag u a code point in braces up to 10FFFF, as in “\\u{1F41F}”."],
  "escape-control": ["syntax-error", "“\\c” needs a letter from A to Z after it with the flag u."],
  "escape-octal": ["syntax-error", "A digit escape here must be “\\0” alone with the flag u. Write “\\x” and two hexadecimal digits instead."],
  "lone-bracket": ["syntax-error", "“{0}” must be escaped as “\\{0}” with the flag u."],
  "group-kind": ["syntax-error", "No kind of group begins with “{0}” in {1}."],
  "group-name": ["syntax-error", "This is not a group name. A name begins with a letter, “$” or “_”, goes on with those and digits, and ends with “>”."],
  "group-name-twice": ["syntax-error", "The name “{0}” is taken by another group that can take part in the same match. Choose another name."],
  "reference-name": ["syntax-error", "No group is named “{0}”. Name one “(?<{0}>…)”, or use another name."],
  "reference-name-form": ["syntax-error", "“\\k” refers to a named group here: write “\\k<name>”."],
  "reference-number": ["syntax-error", "There is no group {0}; the pattern has {1}. Use a smaller number."],
  "flag-unknown": ["syntax-error", "“{0}” is not a flag of {1}. Its flags are {2}."],
  "flag-twice": ["syntax-error", "The flag “{0}” stands twice. Write it once."],
  "flags-exclude": ["syntax-error", "The flags “{0}” and “{1}” exclude each other. Keep one."],
  "flag-unread": ["unsupported", "Lamprey does not read the flag “{0}” yet."],
  "property-unread": ["unsupported", "Lamprey does not read Unicode properties such as “\\{0}{…}” yet."],
  "modifiers-unread": ["unsupported", "Lamprey does not read flags inside a pattern, such as “(?i:…)”, yet."],
  "dialect-unread": ["unsupported", "Lamprey does not read the dialect {0} yet. The dialects it reads: {1}."],
  "too-deep": ["unsupported", "Groups nest more than {0} deep here, which is deeper than Lamprey draws or runs. Take some brackets out."],
  "too-long": ["unsupported", "The pattern is {0} characters long; Lamprey reads up to {1}. Split it."],
  "too-large": ["unsupported", "The pattern grows to more than {0} instructions. Make it shorter."],
} as const satisfies Record<string, readonly [Severity, string]>;

export type DiagnosticCode = keyof typeof MESSAGES;

/** Makes a diagnostic from the table; `{0}`, `{1}` … in its message are replaced by the words. */
export function diagnostic(code: DiagnosticCode, span: Span, ...words: readonly (string | number)[]): Diagnostic {
  const [severity, template] = MESSAGES[code];
  let message: string = template;
  words.forEach((word, i) => {
    message = message.replaceAll(`{${i}}`, String(word));
  });
  return { severity, code, message, start: span.start, end: span.end };
}
