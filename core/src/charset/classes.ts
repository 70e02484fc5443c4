/** The named classes of characters that dialects share, and the Unicode sets that names of groups are made of. */
import { type CharSet, contains, LAST_CODE_POINT, setOfRanges, setOfText, union } from "./charset.ts";
import { binaryProperty } from "./properties.ts";

export const DIGITS: CharSet = [0x30, 0x39];

/** `\w` without case folding: ASCII letters, digits and the low line. */
export const WORD: CharSet = setOfRanges([
  [0x30, 0x39],
  [0x41, 0x5a],
  [0x5f, 0x5f],
  [0x61, 0x7a],
]);

const ASCII_LETTERS: CharSet = setOfRanges([
  [0x41, 0x5a],
  [0x61, 0x7a],
]);

/** ECMA-262 LineTerminator. */
export const LINE_TERMINATORS: CharSet = setOfText("\n\r\u2028\u2029");

/** Unicode Zs: written out, so that a plain pattern need not unpack the tables. */
const SPACE_SEPARATORS: CharSet = setOfText("\u0020\u00A0\u1680\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200A\u202F\u205F\u3000");

/** ECMA-262 WhiteSpace and LineTerminator, which `\s` takes. */
export const WHITE_SPACE: CharSet = union(setOfText("\t\v\f\uFEFF"), SPACE_SEPARATORS, LINE_TERMINATORS);

/** Whether an identifier may begin with the character (Unicode ID_Start, `$`, `_`). */
export function startsIdentifier(codePoint: number): boolean {
  if (codePoint === 0x24 || codePoint === 0x5f) return true;
  if (codePoint > LAST_CODE_POINT) return false;
  return contains(codePoint < 0x80 ? ASCII_LETTERS : binaryProperty("ID_Start"), codePoint);
}

/** Whether an identifier may go on with the character (Unicode ID_Continue, `$`, ZWNJ, ZWJ). */
export function continuesIdentifier(codePoint: number): boolean {
  if (codePoint === 0x24 || codePoint === 0x200c || codePoint === 0x200d) return true;
  return contains(codePoint < 0x80 ? WORD : binaryProperty("ID_Continue"), codePoint);
}

/** str.isidentifier: XID_Start or the low line, then XID_Continue. */
export function startsPythonName(codePoint: number): boolean {
  return codePoint === 0x5f || (codePoint < 0x80 ? contains(ASCII_LETTERS, codePoint) : contains(binaryProperty("XID_Start"), codePoint));
}

export function continuesPythonName(codePoint: number): boolean {
  return codePoint < 0x80 ? contains(WORD, codePoint) : contains(binaryProperty("XID_Continue"), codePoint);
}
