/** Patterns between delimiters, as Perl and PHP write them: which signs may stand there, and the letters behind. */
import { isBlank, isWordCharacter } from "../text/characters.ts";

/** Brackets that close what they open. */
export const DELIMITER_PAIRS: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}", "<": ">" };

/** Delimiters that mean nothing in a pattern: their escape is the sign itself. */
export const PLAIN_DELIMITERS = "/~#%!@;,:&=\"`'";

/** Where the delimiter stands that closes what is opened at the offset; −1 where none does. */
export function closingDelimiter(text: string, start: number, open: string, close: string): number {
  let depth = 1;
  for (let at = start + 1; at < text.length; at++) {
    if (text[at] === "\\") at++;
    else if (text[at] === close && --depth === 0) return at;
    else if (close !== open && text[at] === open) depth++;
  }
  return -1;
}

const PERL_FLAGS = "imsxna";
/** Letters that are for the call, and have none in the dialect. */
const PERL_CALL_LETTERS = "gcopelud r";
/** Letters that mean something else twice, wherever the second stands. */
const PERL_TWICE = ["a", "x"];

/** The flags among the letters behind a pattern of Perl; undefined where one of them is no such letter. */
export function perlFlagsOf(letters: string): string | undefined {
  if (Array.from(letters).some((letter) => !PERL_FLAGS.includes(letter) && !PERL_CALL_LETTERS.includes(letter))) return undefined;
  const known = Array.from(letters).filter((letter) => PERL_FLAGS.includes(letter));
  const twice = PERL_TWICE.filter((letter) => known.filter((each) => each === letter).length > 1);
  return [...new Set(known)].filter((letter) => !twice.includes(letter)).join("") + twice.map((letter) => letter + letter).join("");
}

/** Where a variable begins that Perl puts into a pattern when the program runs; −1 where there is none. */
export function perlVariableIn(written: string): number {
  for (let at = 0; at < written.length; at++) {
    const next = written[at + 1];
    if (written[at] === "\\") at++;
    else if (written[at] === "$" && next !== undefined && !")|".includes(next) && !isBlank(next)) return at;
    else if (written[at] === "@" && isWordCharacter(next)) return at;
  }
  return -1;
}

const PHP_MODIFIERS = "imsxnUJu";
/** Those that the dialect has no letter for. */
const PHP_OTHERS = "ADSXe\n\r ";

/** The flags among the modifiers of a pattern of PHP; undefined where one of them is no modifier. */
export function phpFlagsOf(modifiers: string): string | undefined {
  if ([...modifiers].some((letter) => !PHP_MODIFIERS.includes(letter) && !PHP_OTHERS.includes(letter))) return undefined;
  return [...new Set(modifiers)].filter((letter) => PHP_MODIFIERS.includes(letter)).join("");
}

/** The delimiter that opens a pattern of PHP, and where (ext/pcre, pcre_get_compiled_regex_cache); undefined where none may. */
export function phpOpening(text: string): { readonly at: number; readonly open: string; readonly close: string } | undefined {
  let at = 0;
  while (isBlank(text[at])) at++;
  const open = text[at];
  if (open === undefined || isWordCharacter(open) || open === "\\" || open === "\0") return undefined;
  return { at, open, close: DELIMITER_PAIRS[open] ?? open };
}
