/** A pattern between delimiters with its modifiers behind, as PHP takes it from a string. */
import { closingDelimiter, DELIMITER_PAIRS, type Mapped, MappedText, PLAIN_DELIMITERS, phpFlagsOf, phpOpening, slicedMap, writtenSpan } from "@lamprey/core";
import type { Constant } from "./constant.ts";
import type { Finding } from "./found.ts";

/** The pattern of a delimited text; undefined where the text is none. */
export function delimited(text: Constant): Pick<Finding, "pattern" | "flags" | "pieces" | "literals" | "flagsAt"> | undefined {
  const { value, literals } = text;
  const opening = phpOpening(value);
  const end = opening ? closingDelimiter(value, opening.at, opening.open, opening.close) : -1;
  const flags = end < 0 ? undefined : phpFlagsOf(value.slice(end + 1));
  if (!opening || flags === undefined) return undefined;
  const { at, open, close } = opening;
  const { value: pattern, pieces } = withoutEscapes(slicedMap(text, at + 1, end), close);
  const flagsAt = writtenSpan(text, { start: end + 1, end: value.length });
  const own = DELIMITER_PAIRS[open] === undefined ? { delimiter: open } : {};
  return { pattern, flags, pieces, literals: literals.map((each) => ({ ...each, ...own })), ...(flagsAt ? { flagsAt } : {}) };
}

/** A delimiter that is escaped, where it means nothing else, is itself; an escape of it is one character of the pattern. */
export function withoutEscapes(text: Mapped, delimiter: string): MappedText {
  const made = new MappedText();
  const { value } = text;
  let from = 0;
  if (PLAIN_DELIMITERS.includes(delimiter)) {
    for (let at = value.indexOf("\\"); at >= 0 && at + 1 < value.length; at = value.indexOf("\\", at + 2)) {
      if (value[at + 1] !== delimiter) continue;
      made.append(slicedMap(text, from, at));
      const span = writtenSpan(text, { start: at, end: at + 2 });
      if (span) made.escaped(delimiter, span);
      else made.append(slicedMap(text, at + 1, at + 2));
      from = at + 2;
    }
  }
  return made.append(slicedMap(text, from, value.length));
}
