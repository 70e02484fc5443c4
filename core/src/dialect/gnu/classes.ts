/**
 * Classes of characters in the locale C.UTF-8 of the GNU C library 2.36: its rules (`gen_unicode_ctype.py`) over Unicode 14.
 */
import { type CharSet, complement, intersection, setOfRanges, setOfText, subtract, union, unionOf } from "../../charset/charset.ts";
import { DIGITS } from "../../charset/classes.ts";
import { unicodeOf } from "../../charset/versions.ts";
import type { Options } from "../dialect.ts";
import { ASCII_POSIX } from "../posix.ts";

const { category, binaryProperty } = unicodeOf("14");

const LINE_AND_PARAGRAPH = setOfText("\u2028\u2029");
/** Spaces that do not end a line: those that forbid a break are no white space here. */
const NO_BREAK = setOfText("\u00a0\u2007\u202f\u0085");
const SPACE = subtract(binaryProperty("White_Space"), NO_BREAK);
/** Digits beyond ASCII are no digits for the C standard, so they count as letters. */
const ALPHA = unionOf([binaryProperty("Alphabetic"), subtract(category("Nd"), DIGITS)]);
const ALNUM = union(ALPHA, DIGITS);
const CONTROL = union(category("Cc"), LINE_AND_PARAGRAPH);
const ASSIGNED = complement(unionOf([category("Cn"), category("Cs"), CONTROL]));
const GRAPH = subtract(ASSIGNED, SPACE);
/** ǅ, ǈ, ǋ and ǲ, which have both an upper and a lower case. */
const TITLE_CASE_PAIRS = setOfText("\u01c5\u01c8\u01cb\u01f2");
const NOT_ASCII = setOfRanges([[0x80, 0x10ffff]]);

const CLASSES: Readonly<Record<string, CharSet>> = {
  alnum: ALNUM,
  alpha: ALPHA,
  blank: union(setOfText("\t"), subtract(SPACE, union(setOfText("\n\v\f\r"), LINE_AND_PARAGRAPH))),
  cntrl: CONTROL,
  digit: DIGITS,
  graph: GRAPH,
  lower: union(binaryProperty("Lowercase"), TITLE_CASE_PAIRS),
  print: union(GRAPH, subtract(SPACE, CONTROL)),
  punct: union(ASCII_POSIX.punct as CharSet, subtract(intersection(GRAPH, NOT_ASCII), ALNUM)),
  space: SPACE,
  upper: union(binaryProperty("Uppercase"), category("Lt")),
  xdigit: ASCII_POSIX.xdigit as CharSet,
};

/** A class by its name between colons; undefined where there is none. Where case is ignored, those of one case are all letters. */
export function gnuPosix(name: string, { ignoreCase }: Options): CharSet | undefined {
  if (ignoreCase && (name === "upper" || name === "lower")) return ALPHA;
  return Object.hasOwn(CLASSES, name) ? CLASSES[name] : undefined;
}

export const GNU_SPACE: CharSet = SPACE;
export const GNU_WORD: CharSet = union(ALNUM, setOfText("_"));
