/** A pattern between delimiters with its modifiers behind, as PHP takes it from a string (ext/pcre, pcre_get_compiled_regex_cache). */
import { isBlank, isWordCharacter, type Mapped, MappedText, slicedMap, writtenSpan } from "@lamprey/core";
import type { Constant } from "./constant.ts";
import type { Finding } from "./found.ts";

/** Brackets that close what they open. */
export const PAIRS: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}", "<": ">" };
/** Delimiters whose escape means nothing else in a pattern. */
const PLAIN_MARKS = "/~#%!@;,:&=\"`'";
/** Modifiers that the dialect has. */
const MODIFIERS = "imsxnUJu";
/** Those that it has no letter for. */
const OTHERS = "ADSX\n\r ";

/** The pattern of a delimited text; undefined where the text is none. */
export function delimited(text: Constant): Pick<Finding, "pattern" | "flags" | "pieces" | "literals" | "flagsAt"> | undefined {
  const { value, literals } = text;
  let open = 0;
  while (isBlank(value[open])) open++;
  const mark = value[open];
  if (mark === undefined || isWordCharacter(mark) || mark === "\\" || mark === "\0") return undefined;
  const close = closingMark(value, open, mark, PAIRS[mark] ?? mark);
  if (close < 0) return undefined;
  const modifiers = value.slice(close + 1);
  if ([...modifiers].some((letter) => !MODIFIERS.includes(letter) && !OTHERS.includes(letter))) return undefined;
  const flags = [...new Set(modifiers)].filter((letter) => MODIFIERS.includes(letter)).join("");
  const { value: pattern, pieces } = withoutEscapes(slicedMap(text, open + 1, close), PAIRS[mark] ?? mark);
  const flagsAt = writtenSpan(text, modifiers === "" ? { start: close + 1, end: close + 1 } : { start: close + 1, end: value.length });
  const own = PAIRS[mark] === undefined ? { delimiter: mark } : {};
  return { pattern, flags, pieces, literals: literals.map((each) => ({ ...each, ...own })), ...(flagsAt ? { flagsAt } : {}) };
}

/** A delimiter that is escaped, where it means nothing else, is itself; an escape of it is one character of the pattern. */
export function withoutEscapes(text: Mapped, mark: string): MappedText {
  const made = new MappedText();
  const { value } = text;
  let from = 0;
  if (PLAIN_MARKS.includes(mark)) {
    for (let at = value.indexOf("\\"); at >= 0 && at + 1 < value.length; at = value.indexOf("\\", at + 2)) {
      if (value[at + 1] !== mark) continue;
      made.append(slicedMap(text, from, at));
      const span = writtenSpan(text, { start: at, end: at + 2 });
      if (span) made.escaped(mark, span);
      else made.append(slicedMap(text, at + 1, at + 2));
      from = at + 2;
    }
  }
  return made.append(slicedMap(text, from, value.length));
}

/** Where the mark stands that closes what is opened at the offset; −1 where none does. */
export function closingMark(text: string, start: number, open: string, close: string): number {
  let depth = 1;
  for (let at = start + 1; at < text.length; at++) {
    if (text[at] === "\\") at++;
    else if (text[at] === close && --depth === 0) return at;
    else if (close !== open && text[at] === open) depth++;
  }
  return -1;
}
