/** What is wrong with a pattern, where, and what to do: one table of messages for all dialects. */
import type { Span } from "../text/span.ts";

export type Severity = "syntax-error" | "unsupported";

export interface Diagnostic extends Span {
  readonly severity: Severity;
  readonly code: DiagnosticCode;
  readonly message: string;
}

/** Every mistake: what it is, and what is said of it; `{0}` and so on stand for what is told. */
export const MESSAGES = {
  "nothing-to-repeat": ["syntax-error", "There is nothing before this quantifier to repeat. Put an item before it, or escape it as “\\{0}”."],
  "multiple-repeat": ["syntax-error", "A quantifier cannot follow another one. Put the item and its quantifier in brackets first."],
  "repeat-too-large": ["syntax-error", "The count {0} is too large; counts go up to {1}."],
  "assertion-repeated": ["syntax-error", "An assertion takes no text, so it cannot be repeated here. Remove the quantifier."],
  "repeat-order": ["syntax-error", "The least count {0} is above the most, {1}. Write the smaller one first."],
  "group-open": ["syntax-error", "This bracket is never closed. Add “)” where the group ends, or write “\\(” for the character."],
  "group-close": ["syntax-error", "This bracket closes nothing. Remove it, or write “\\)” for the character."],
  "set-open": ["syntax-error", "This set is never closed. Add “]” where it ends, or write “\\[” for the character."],
  "range-order": ["syntax-error", "This range runs backwards: “{0}” comes after “{1}”. Swap its ends."],
  "range-case": ["syntax-error", "Small letters come after all capitals, so “{0}” to “{1}” runs backwards. For letters of both cases write “{0}-{2}{3}-{1}”."],
  "range-class": ["syntax-error", "A class of characters cannot be the end of a range. Escape the hyphen as “\\-”, or move it to the end of the set."],
  "escape-end": ["syntax-error", "The pattern ends after a backslash. Add the character it escapes, or write “\\\\” for a backslash."],
  "escape-unknown": ["syntax-error", "“\\{0}” means nothing with the flag u. Write “{0}” alone, or drop the flag."],
  "escape-unknown-letter": ["syntax-error", "“\\{0}” means nothing. Write “{0}” alone for the letter, or “\\\\” for a backslash."],
  "escape-hex-plain": ["syntax-error", "“\\x” needs two hexadecimal digits, as in “\\x41”."],
  "escape-hex-braces": ["syntax-error", "“\\x” needs two hexadecimal digits, as in “\\x41”, or a code point in braces, as in “\\x{1F41F}”."],
  "escape-octal-nought": ["syntax-error", "“\\0” needs one to three octal digits up to 377 behind it, as in “\\0101”."],
  "escape-control-printable": ["syntax-error", "“\\c” needs a letter or another printable character of ASCII behind it, as in “\\cA”."],
  "escape-control-any": ["syntax-error", "“\\c” needs a character behind it, as in “\\cA”."],
  "escape-unread": ["unsupported", "Lamprey does not read “{0}” yet: {1}."],
  "flag-unread": ["unsupported", "Lamprey does not read the flag “{0}” yet."],
  "lookbehind-long": ["syntax-error", "A lookbehind goes back {0} characters at most, and this may take more. Give its counts an end."],
  "lookbehind-unbounded": ["syntax-error", "What a lookbehind takes must have a most, and this has none. Give it a count with an end, as in “{0,99}”."],
  "lookbehind-unread": ["unsupported", "Lamprey does not read a lookbehind yet whose widths run over, or in which two parts have no bound."],
  "escape-unicode-plain": ["syntax-error", "“\\u” needs four hexadecimal digits, as in “\\u00e9”."],
  "escape-unicode-long": ["syntax-error", "“\\U” needs eight hexadecimal digits up to 0010FFFF, as in “\\U0001F41F”."],
  "octal-too-large": ["syntax-error", "The octal escape “\\{0}” is above “\\377”. Write “\\u” and four hexadecimal digits instead."],
  "property-form": ["syntax-error", "“\\{0}” needs a property in braces, as in “\\{0}{L}” or “\\{0}{Script=Greek}”."],
  "property-unknown": [
    "syntax-error",
    "There is no Unicode property “{0}”. Names are written in full or by their short form, with capitals as in “Lowercase_Letter” or “Ll”.",
  ],
  "property-of-strings": ["syntax-error", "“{0}” holds strings of several characters, which only the flag v reads. Set the flag v."],
  "property-negated": ["syntax-error", "“{0}” holds strings of several characters, so it cannot be negated. Write “\\p”, or subtract it from a set."],
  "character-name-form": ["syntax-error", "“\\N” needs the name of a character in braces, as in “\\N{EM DASH}”."],
  "character-name-unread": ["unsupported", "Lamprey does not know characters by name. Write “\\u” or “\\U” with the character’s number."],
  "escape-hex": ["syntax-error", "“\\x” needs two hexadecimal digits with the flag u, as in “\\x41”."],
  "escape-unicode": ["syntax-error", "“\\u” needs four hexadecimal digits, or with the flag u a code point in braces up to 10FFFF, as in “\\u{1F41F}”."],
  "escape-control": ["syntax-error", "“\\c” needs a letter from A to Z after it with the flag u."],
  "escape-octal": ["syntax-error", "A digit escape here must be “\\0” alone with the flag u. Write “\\x” and two hexadecimal digits instead."],
  "set-negated-strings": ["syntax-error", "This set holds strings of several characters, so it cannot be negated. Take them out, or subtract instead."],
  "set-operators-mixed": ["syntax-error", "“&&”, “--” and plain items cannot stand side by side in one set. Put one of them in a set of its own, “[…]”."],
  "set-range-operand": ["syntax-error", "A range cannot stand beside “{0}” as it is. Put it in a set of its own, “[…]”."],
  "set-operand": ["syntax-error", "“{0}” needs a character, a class or a set on both its sides."],
  "set-character": ["syntax-error", "“{0}” must be escaped as “\\{0}” in a set with the flag v."],
  "set-double": ["syntax-error", "“{0}” is kept for later in sets with the flag v. Escape its first character with a backslash."],
  "set-strings-form": ["syntax-error", "“\\q” needs strings in braces, parted by bars, as in “\\q{ab|cd}”."],
  "lone-bracket": ["syntax-error", "“{0}” must be escaped as “\\{0}” here."],
  "group-kind": ["syntax-error", "No kind of group begins with “{0}” in {1}."],
  "group-spelling": ["syntax-error", "“{0}” is how other languages name a group. In {1} it is written “{2}”."],
  "group-name": ["syntax-error", "This is not a group name. A name begins with a letter, “$” or “_”, goes on with those and digits, and ends with “>”."],
  "group-name-twice": ["syntax-error", "The name “{0}” is taken by another group that can take part in the same match. Choose another name."],
  "group-name-missing": ["syntax-error", "A name is missing here, or the “{0}” that ends it."],
  "group-name-characters": ["syntax-error", "“{0}” is not a group name. A name is made of letters, digits and low lines, and does not begin with a digit."],
  "group-name-again": ["syntax-error", "The name “{0}” is group {1} already. Choose another name."],
  "comment-open": ["syntax-error", "This comment is never closed. Add “)” where it ends."],
  "flags-unknown": ["syntax-error", "“{0}” is not a flag that can be set inside a pattern of {1}. These can: {2}."],
  "flags-missing": ["syntax-error", "A flag is missing here. Write one of {0}, or take the hyphen out."],
  "flags-end": ["syntax-error", "After the flags “:” must follow{0}."],
  "flags-repeated": ["syntax-error", "The flag “{0}” stands twice in this bracket. Write it once."],
  "flags-on-and-off": ["syntax-error", "The flag “{0}” is switched on and off in one bracket. Keep one."],
  "flags-not-off": ["syntax-error", "The flag “{0}” cannot be switched off. Switch on another of its kind instead."],
  "flags-family": ["syntax-error", "The flags {0} exclude each other. Keep one."],
  "flags-late": ["syntax-error", "Flags for the whole pattern must stand at its start. Move them there, or write “(?{0}:…)” for a part."],
  "condition-form": ["syntax-error", "A condition asks for a group by number or name, as in “(?(1)…|…)”."],
  "condition-branches": ["syntax-error", "A condition has at most two ways. Put the alternatives of one into brackets."],
  "define-branches": ["syntax-error", "A condition that only defines groups has one way. Take the “|” out, or put it into brackets."],
  "call-form": ["syntax-error", "A call of a group is a number in brackets, as in “(?1)”, or “(?R)” for the whole pattern."],
  "group-escape-form": ["syntax-error", "“\\g” needs the number or name of a group, as in “\\g1” or “\\g{-1}”."],
  "group-name-other": ["syntax-error", "Group {0} is named “{1}” in another alternative. Groups of one number have one name."],
  "starred-unknown": ["syntax-error", "“{0}” is not a verb. Those that there are: (*ACCEPT), (*FAIL), (*COMMIT), (*PRUNE), (*SKIP), (*THEN), (*MARK:name)."],
  "starred-form": ["syntax-error", "This is not whole. It is written “{0}”."],
  "starred-late": ["syntax-error", "“{0}” can stand at the very start of a pattern only. Move it there."],
  "flags-reset-off": ["syntax-error", "Behind “^” no flag can be switched off: all are off already. Take the hyphen out."],
  "set-collating": ["syntax-error", "Collating elements such as “[.a.]” and “[=a=]” are not read. Write the characters themselves."],
  "set-posix-unknown": [
    "syntax-error",
    "There is no class “[:{0}:]”. Those that there are: alpha, digit, alnum, upper, lower, space, blank, punct, print, graph, cntrl, xdigit, word, ascii.",
  ],
  "set-posix-alone": ["syntax-error", "A class such as “[:alpha:]” stands inside of a set: write “[[:alpha:]]”."],
  "escape-number-form": ["syntax-error", "A number in braces is missing here, or has a digit that is none, as in “\\x{1F41F}” or “\\o{101}”."],
  "escape-number-flag": ["syntax-error", "“\\N{U+…}” is read with the flag “u” alone. Set it, or write “\\x{…}”."],
  "keep-in-look": ["syntax-error", "“\\K” cannot stand in a lookaround. Take it out."],
  "escape-misplaced": ["syntax-error", "“\\{0}” cannot stand here."],
  "character-too-large": ["syntax-error", "Characters go up to {0} here. Set the flag that reads the text by code points for more."],
  "character-half": ["syntax-error", "A half of a pair is no character by itself. Write the whole character by its number."],
  "reference-open": ["syntax-error", "Group {0} is still open here, so it cannot be referred to. Move the reference behind its bracket."],
  "reference-same-lookbehind": ["syntax-error", "Group {0} lies in this lookbehind itself, so it cannot be referred to in it."],
  "reference-unknown": ["syntax-error", "There is no group “{0}” before this place. Name or number one that comes first."],
  "lookbehind-width": [
    "syntax-error",
    "A lookbehind must have one width, but this one takes {0} to {1} characters. Make its alternatives and counts equally long.",
  ],
  "reference-name": ["syntax-error", "No group is named “{0}”. Name one “(?<{0}>…)”, or use another name."],
  "reference-name-form": ["syntax-error", "“\\k” refers to a named group here: write “\\k<name>”."],
  "reference-number": ["syntax-error", "There is no group {0}; the pattern has {1}. Use a smaller number."],
  "reference-early": ["syntax-error", "Group {0} is not closed before this place, so it cannot be referred to here. Move the reference behind it."],
  "flag-unknown": ["syntax-error", "“{0}” is not a flag of {1}. Its flags are {2}."],
  "flag-twice": ["syntax-error", "The flag “{0}” stands twice. Write it once."],
  "flags-exclude": ["syntax-error", "The flags “{0}” and “{1}” exclude each other. Keep one."],
  "template-escape": ["syntax-error", "“\\{0}” means nothing in a template. Write “\\\\{0}” for a backslash and the letter, or “{0}” alone."],
  "template-case": ["syntax-error", "“\\{0}” means nothing in a template here: none changes case. A function does: {1}."],
  "template-dollar": ["syntax-error", "“$” needs the number of a group behind it, or a name in braces. Write “\\$” for the character."],
  "template-braces": ["syntax-error", "“${” needs the name of a group, in letters and digits, and “}” behind it. Write “\\$” for the character."],
  "template-escape-end": ["syntax-error", "The template ends after a backslash. Write “\\\\” for a backslash."],
  "template-octal": ["syntax-error", "The octal escape “\\{0}” is above “\\377”. For a group and a digit write it as “\\g<1>2”."],
  "template-reference-form": ["syntax-error", "“\\g” takes a group between brackets, as in “\\g<1>” or “\\g<name>”."],
  "template-name-missing": ["syntax-error", "A name or number is missing here, or the “>” that ends it."],
  "template-name": ["syntax-error", "“{0}” is neither a group’s name nor its number."],
  "template-name-unknown": ["syntax-error", "No group is named “{0}”."],
  "template-variable": ["syntax-error", "“{0}” is a variable of the program, which is not run here. Write a backslash before the sign for the character."],
  "template-case-unread": ["unsupported", "Lamprey does not read “{0}” in a template yet."],
  "template-group": ["syntax-error", "There is no group {0}; the pattern has {1}."],
  "template-group-digit": ["syntax-error", "There is no group {0}; the pattern has {1}. For group {2} and then “{3}” write “{4}”."],
  "handin-none": ["syntax-error", "There is no pattern here in a form that is known: a literal, a call with a string, or a string."],
  "handin-open": ["syntax-error", "This string is never closed. Copy it to its end."],
  "handin-made": ["syntax-error", "This is put together when the program runs. Put in what stands there then."],
  "handin-escape": ["syntax-error", "This escape of the string cannot be read. Write the character itself, or its number."],
  "handin-long": ["syntax-error", "This is longer than {0} characters. Copy only what is around the pattern."],
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
    // As a function: a word may hold “$&”, which a replacement would read.
    message = message.replaceAll(`{${i}}`, () => String(word));
  });
  return { severity, code, message, start: span.start, end: span.end };
}
