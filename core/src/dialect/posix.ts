/** The classes of POSIX in the C locale, by the names that they have between colons. */
import { type CharSet, setOfRanges, setOfText, union } from "../charset/charset.ts";
import { DIGITS, WORD } from "../charset/classes.ts";

const ASCII_LOWER: CharSet = [0x61, 0x7a];
const ASCII_UPPER: CharSet = [0x41, 0x5a];
export const ASCII_ALPHA = union(ASCII_LOWER, ASCII_UPPER);
export const ASCII_SPACE = setOfText(" \t\n\v\f\r");

export const ASCII_POSIX: Readonly<Record<string, CharSet>> = {
  ascii: [0, 0x7f],
  alnum: union(ASCII_ALPHA, DIGITS),
  alpha: ASCII_ALPHA,
  blank: setOfText(" \t"),
  cntrl: setOfRanges([
    [0, 0x1f],
    [0x7f, 0x7f],
  ]),
  digit: DIGITS,
  graph: [0x21, 0x7e],
  lower: ASCII_LOWER,
  print: [0x20, 0x7e],
  punct: setOfRanges([
    [0x21, 0x2f],
    [0x3a, 0x40],
    [0x5b, 0x60],
    [0x7b, 0x7e],
  ]),
  space: ASCII_SPACE,
  upper: ASCII_UPPER,
  word: WORD,
  xdigit: union(DIGITS, [0x41, 0x46], [0x61, 0x66]),
};
