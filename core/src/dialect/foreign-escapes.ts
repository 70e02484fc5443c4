/**
 * Escapes that other languages have and a dialect has not: what each means there, and how it is written in the dialect.
 */
import { isDigit, isHex } from "../text/characters.ts";

export interface ForeignEscape {
  /** What it means elsewhere. */
  readonly means: string;
  /** What belongs to it behind its letter; where that is not there, it is none. */
  readonly behind?: (rest: string) => Behind | undefined;
  /**
   * @param multiline line anchors are on
   * @param inner what was found behind the letter
   */
  readonly instead: (multiline: boolean, inner: string) => string | undefined;
}

export interface Behind {
  readonly length: number;
  readonly inner: string;
}

/** Longer numbers are none of a character or a group. */
export const LONGEST_NUMBER = 8;
const LAST_CODE_POINT = 0x10ffff;

const allOf = (text: string, is: (c: string) => boolean): boolean => text !== "" && [...text].every((c) => is(c));

function inBraces(is: (c: string) => boolean): (rest: string) => Behind | undefined {
  return (rest) => {
    const end = rest.slice(0, LONGEST_NUMBER + 2).indexOf("}");
    const inner = rest.slice(1, Math.max(end, 1));
    return rest[0] === "{" && allOf(inner, is) ? { length: end + 1, inner } : undefined;
  };
}

function fourDigits(rest: string): Behind | undefined {
  const inner = rest.slice(0, 4);
  return inner.length === 4 && allOf(inner, isHex) ? { length: 4, inner } : undefined;
}

/** The number of a character as Python and ECMAScript write it without a flag; undefined where it is none. */
export function byNumber(digits: string, wide: (hex: string) => string | undefined): string | undefined {
  const hex = digits.replaceAll("0", " ").trimStart().replaceAll(" ", "0");
  return hex.length <= 2 ? `\\x${hex.padStart(2, "0")}` : hex.length <= 4 ? `\\u${hex.padStart(4, "0")}` : wide(hex);
}

/** A character beyond the first 65,536 as its two units. */
export function surrogates(hex: string): string | undefined {
  const codePoint = Number.parseInt(hex, 16);
  if (codePoint > LAST_CODE_POINT) return undefined;
  return [...String.fromCodePoint(codePoint)]
    .flatMap((c) => [c.charCodeAt(0), c.charCodeAt(1)])
    .map((unit) => `\\u${unit.toString(16)}`)
    .join("");
}

export const BRACED_NUMBER = { means: "a character by its number", behind: inBraces(isHex) };
export const FOUR_DIGITS: ForeignEscape = { means: "a character by its number", behind: fourDigits, instead: (_, inner) => `\\x{${inner}}` };
export const GROUP_IN_BRACES: ForeignEscape = { means: "a reference to a group", behind: inBraces(isDigit), instead: (_, inner) => `\\${Number(inner)}` };

export const BLANKS: ForeignEscape = { means: "a space or a tab", instead: () => "[ \\t]" };
export const LINE_END: ForeignEscape = { means: "a line end of any kind", instead: () => "(?:\\r\\n|[\\n\\v\\f\\r\\u0085\\u2028\\u2029])" };
