/** Patterns as PHP: a single-quoted string with delimiters and modifiers. */
import { singleQuoted } from "../host/strings.ts";
import type { Source } from "../syntax/read.ts";
import { endsInEscape, hasLoneHalf } from "../text/characters.ts";
import type { Refusal } from "./form.ts";

/** Signs that may stand around a pattern, the usual ones first. */
const DELIMITERS = '/~#%!@;,:&="`_<\x01\x02\x03\x04\x05\x06';

function delimiterFor(pattern: string): string | undefined {
  // A pair of brackets could be parted by others inside.
  return [...DELIMITERS].find((sign) => sign !== "<" && !pattern.includes(sign));
}

export function phpDelimited({ pattern, flags }: Source): string | Refusal {
  if (hasLoneHalf(pattern)) return { refused: "A PHP file is UTF-8, and half of a pair cannot be written in it." };
  if (endsInEscape(pattern)) return { refused: "The pattern ends in a backslash, which would take the delimiter with it." };
  const delimiter = delimiterFor(pattern);
  if (delimiter === undefined) return { refused: "Every sign that could stand around the pattern is in it." };
  return singleQuoted(`${delimiter}${pattern}${delimiter}${flags}`);
}

export function delimiterNote({ pattern }: Source): string {
  const delimiter = delimiterFor(pattern);
  return delimiter === "/" ? "Backslashes stay as they are between single quotes." : `“${delimiter}” stands around it, since it does not stand in it.`;
}
