/**
 * Properties by their names in java.util.regex (JDK 17): categories, POSIX classes, methods of Character, and with `Is`
 * and `In` scripts, binary properties and blocks.
 */

import { blockNames, blockTitle } from "../../charset/blocks.ts";
import { type CharSet, complement, FULL_SET, intersection, setOfRanges, setOfText, subtract, union } from "../../charset/charset.ts";
import { WORD } from "../../charset/classes.ts";
import type { Property } from "../../charset/properties.ts";
import { unicodeOf } from "../../charset/versions.ts";
import type { Options } from "../dialect.ts";
import { ASCII_ALPHA, ASCII_POSIX } from "../posix.ts";
import { own } from "../tables.ts";

/** JDK 17 has Unicode 13. */
export const UNICODE_OF_JAVA = unicodeOf("13");
const { category, binaryProperty, valuedProperty, blockOf } = UNICODE_OF_JAVA;

type Make = () => CharSet;

/** POSIX classes without `(?U)`: ASCII alone, by their names here. */
const POSIX: Readonly<Record<string, CharSet>> = {
  ASCII: ASCII_POSIX.ascii as CharSet,
  XDigit: ASCII_POSIX.xdigit as CharSet,
  ...Object.fromEntries(
    "Alnum Alpha Blank Cntrl Digit Graph Lower Print Punct Space Upper".split(" ").map((name) => [name, ASCII_POSIX[name.toLowerCase()] as CharSet]),
  ),
};

const cases = (...codes: readonly string[]): CharSet => union(...codes.map(category));
const cased: Make = () => cases("Lu", "Ll", "Lt");
const binary =
  (name: string): Make =>
  () =>
    binaryProperty(name);
const anyCase: Make = () => union(binaryProperty("Lowercase"), binaryProperty("Uppercase"), category("Lt"));

/** Unicode's properties behind `Is`, by their name in capitals; and what each is where case does not count. */
const UNICODE: Readonly<Record<string, readonly [Make, Make?]>> = {
  ALPHABETIC: [binary("Alphabetic")],
  ASSIGNED: [binary("Assigned")],
  CONTROL: [() => category("Cc")],
  HEXDIGIT: [() => union(category("Nd"), binaryProperty("Hex_Digit"))],
  HEX_DIGIT: [() => union(category("Nd"), binaryProperty("Hex_Digit"))],
  IDEOGRAPHIC: [binary("Ideographic")],
  JOINCONTROL: [binary("Join_Control")],
  JOIN_CONTROL: [binary("Join_Control")],
  LETTER: [() => category("L")],
  LOWERCASE: [binary("Lowercase"), anyCase],
  NONCHARACTERCODEPOINT: [binary("Noncharacter_Code_Point")],
  NONCHARACTER_CODE_POINT: [binary("Noncharacter_Code_Point")],
  PUNCTUATION: [() => category("P")],
  TITLECASE: [() => category("Lt"), anyCase],
  UPPERCASE: [binary("Uppercase"), anyCase],
  WHITESPACE: [binary("White_Space")],
  WHITE_SPACE: [binary("White_Space")],
  WORD: [() => unicodeWord()],
};

/** UTS #18's word characters, as `\w` takes them under `(?U)`. */
export const unicodeWord = (): CharSet => union(binaryProperty("Alphabetic"), category("M"), category("Nd"), category("Pc"), binaryProperty("Join_Control"));

/** POSIX classes under `(?U)` (UTS #18, annex C). */
const UNICODE_POSIX: Readonly<Record<string, readonly [Make, Make?]>> = {
  Alpha: [binary("Alphabetic")],
  Lower: [binary("Lowercase"), anyCase],
  Upper: [binary("Uppercase"), anyCase],
  Space: [binary("White_Space")],
  Punct: [() => category("P")],
  XDigit: [() => union(category("Nd"), binaryProperty("Hex_Digit"))],
  Alnum: [() => union(binaryProperty("Alphabetic"), category("Nd"))],
  Cntrl: [() => category("Cc")],
  Digit: [() => category("Nd")],
  Blank: [() => union(category("Zs"), setOfText("\t"))],
  Graph: [() => complement(union(category("Z"), category("Cc"), category("Cs"), category("Cn"), binaryProperty("White_Space")))],
  Print: [
    () =>
      subtract(
        union(complement(union(category("Z"), category("Cc"), category("Cs"), category("Cn"), binaryProperty("White_Space"))), category("Zs")),
        category("Cc"),
      ),
  ],
};

/** The same behind `Is`, in any case. */
const POSIX_BEHIND_IS = Object.fromEntries(Object.entries(UNICODE_POSIX).map(([name, row]) => [name.toUpperCase(), row]));

const WHITE = (): CharSet =>
  union(setOfText("\t\n\v\f\r\x1c\x1d\x1e\x1f"), subtract(union(category("Zs"), category("Zl"), category("Zp")), setOfText("\u00a0\u2007\u202f")));
const IGNORABLE = (): CharSet =>
  union(
    setOfRanges([
      [0, 8],
      [0x0e, 0x1b],
      [0x7f, 0x9f],
    ]),
    category("Cf"),
  );
const idStart = (): CharSet => union(category("L"), category("Nl"), category("Sc"), category("Pc"));
const idPart = (): CharSet => union(idStart(), category("Nd"), category("Mc"), category("Mn"), IGNORABLE());

/** Methods of Character. */
const METHODS: Readonly<Record<string, readonly [Make, Make?]>> = {
  javaLowerCase: [binary("Lowercase"), anyCase],
  javaUpperCase: [binary("Uppercase"), anyCase],
  javaTitleCase: [() => category("Lt"), anyCase],
  javaAlphabetic: [binary("Alphabetic")],
  javaIdeographic: [binary("Ideographic")],
  javaDigit: [() => category("Nd")],
  javaDefined: [() => complement(category("Cn"))],
  javaLetter: [() => category("L")],
  javaLetterOrDigit: [() => union(category("L"), category("Nd"))],
  javaJavaIdentifierStart: [idStart],
  javaJavaIdentifierPart: [idPart],
  javaUnicodeIdentifierStart: [() => union(category("L"), category("Nl"), setOfText("\u2118\u212e\u309b\u309c\u1885\u1886"))],
  javaUnicodeIdentifierPart: [() => union(binaryProperty("ID_Continue"), IGNORABLE())],
  javaIdentifierIgnorable: [IGNORABLE],
  javaSpaceChar: [() => category("Z")],
  javaWhitespace: [WHITE],
  javaISOControl: [
    () =>
      setOfRanges([
        [0, 0x1f],
        [0x7f, 0x9f],
      ]),
  ],
  javaMirrored: [binary("Bidi_Mirrored")],
};

const CATEGORIES: ReadonlySet<string> = new Set(
  "Cn Lu Ll Lt Lm Lo Mn Me Mc Nd Nl No Zs Zl Zp Cc Cf Co Cs Pd Ps Pe Pc Po Sm Sc Sk So Pi Pf L M N Z C P S LC".split(" "),
);
const CASED: ReadonlySet<string> = new Set(["Lu", "Ll", "Lt"]);

const property = (set: CharSet | undefined): Property | undefined => set && { set, strings: [] };
const made = (row: readonly [Make, Make?] | undefined, ignoreCase: boolean): CharSet | undefined => (ignoreCase ? (row?.[1] ?? row?.[0]) : row?.[0])?.();

/** CharPredicates.forProperty: names as they are written. */
function plain(name: string, { ignoreCase }: Options): CharSet | undefined {
  if (CATEGORIES.has(name)) return ignoreCase && CASED.has(name) ? cased() : category(name);
  if (name === "LD") return union(category("L"), category("Nd"));
  if (name === "L1") return [0, 0xff];
  if (name === "all") return FULL_SET;
  if (ignoreCase && (name === "Lower" || name === "Upper")) return ASCII_ALPHA;
  return own(POSIX, name) ?? made(own(METHODS, name), ignoreCase);
}

/** `\p{name}`, or `\p{name=value}`; undefined where there is none. */
export function javaProperty(name: string, value: string | undefined, options: Options): Property | undefined {
  if (value !== undefined) return property(valued(name, value, options));
  if (name.startsWith("In")) return property(block(name.slice(2)));
  if (name.startsWith("Is")) {
    const short = name.slice(2);
    const unicode = own(UNICODE, short.toUpperCase()) ?? own(POSIX_BEHIND_IS, short.toUpperCase());
    return property(made(unicode, options.ignoreCase) ?? plain(short, options) ?? script(short));
  }
  return property((options.asciiClasses ? undefined : made(own(UNICODE_POSIX, name), options.ignoreCase)) ?? plain(name, options));
}

function valued(name: string, value: string, options: Options): CharSet | undefined {
  switch (name.toLowerCase()) {
    case "sc":
    case "script":
      return script(value);
    case "blk":
    case "block":
      return block(value);
    case "gc":
    case "general_category":
      return plain(value, options);
    default:
      return undefined;
  }
}

/** Blocks that were first named otherwise: so is their constant, and their former names stay. */
const FIRST_NAMES: Readonly<Record<string, { readonly constant: string; readonly former: string | null }>> = {
  Greek_And_Coptic: { constant: "GREEK", former: null },
  Combining_Diacritical_Marks_For_Symbols: { constant: "COMBINING_MARKS_FOR_SYMBOLS", former: "COMBINING MARKS FOR SYMBOLS" },
  Cyrillic_Supplement: { constant: "CYRILLIC_SUPPLEMENTARY", former: "CYRILLIC SUPPLEMENTARY" },
};

let blocks: ReadonlyMap<string, string> | undefined;

/** Character.UnicodeBlock.forName: the name of Unicode with its blanks or without them, or that of the constant; in any case. */
function block(name: string): CharSet | undefined {
  blocks ??= new Map(blockNames().flatMap((own) => namesOfBlock(own).map((form) => [form, own] as const)));
  const own = blocks.get(name.toUpperCase());
  return own === undefined ? undefined : blockOf(own);
}

function namesOfBlock(own: string): string[] {
  const first = FIRST_NAMES[own];
  const written = blockTitle(own).toUpperCase();
  const names = first?.former ? [written, first.former] : [written];
  return [first?.constant ?? own.toUpperCase(), ...names, ...names.map((each) => each.replaceAll(" ", ""))];
}

/** Second codes of scripts, which Java does not know. */
const OTHER_CODES: ReadonlySet<string> = new Set(["Qaac", "Qaai"]);

/** A script by its name or its code, in any case. */
function script(name: string): CharSet | undefined {
  const written = name
    .split("_")
    .map((part) => part.charAt(0).toUpperCase() + part.slice(1).toLowerCase())
    .join("_");
  if (OTHER_CODES.has(written)) return undefined;
  return valuedProperty("Script", written === "Signwriting" ? "SignWriting" : written);
}

/** What `\b` goes by without `(?U)`: letters and digits of any script, the low line, and marks on them. */
export const javaEdgeWord = (): CharSet => union(category("L"), category("Nd"), category("Mn"), setOfText("_"));

export const isAsciiNamePart = (codePoint: number): boolean => codePoint !== 0x5f && intersection(WORD, [codePoint, codePoint]).length > 0;
export const isAsciiLetter = (codePoint: number): boolean => (codePoint >= 0x41 && codePoint <= 0x5a) || (codePoint >= 0x61 && codePoint <= 0x7a);
