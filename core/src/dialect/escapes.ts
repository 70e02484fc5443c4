/** Escapes that several dialects have alike, and what their classes take. */
import { type CharSet, setOfRanges, setOfText, union } from "../charset/charset.ts";
import type { Escape, Options } from "./dialect.ts";

export type Escapes = Readonly<Record<string, Escape>>;

/** What `\h` takes. */
export const BLANKS = setOfText("\t \u00a0\u1680\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u202f\u205f\u3000");
/** The same with the Mongolian vowel separator, which was a blank up to Unicode 6.2. */
export const OLDER_BLANKS = union(BLANKS, [0x180e, 0x180e]);
/** What `\v` takes where it is a class. */
export const VERTICAL = setOfText("\n\v\f\r\u0085\u2028\u2029");
/** What `\R` takes beside CR LF. */
export const LINE_BREAKS = setOfRanges([
  [0x0a, 0x0d],
  [0x85, 0x85],
  [0x2028, 0x2029],
]);

/** What a class takes by ASCII, or by the Unicode tables: that set is made when it is first asked for. */
export function byOption(ascii: CharSet, unicode: () => CharSet): (options: Options) => CharSet {
  let made: CharSet | undefined;
  return (options) => {
    if (options.asciiClasses) return ascii;
    made ??= unicode();
    return made;
  };
}

/** A class and, by the capital letter, all that it does not take. */
export const classPair = (letter: string, set: (options: Options) => CharSet): Escapes => ({
  [letter]: { kind: "class", negated: false, set },
  [letter.toUpperCase()]: { kind: "class", negated: true, set },
});

/** The classes and properties of Perl and of those that follow it. */
export const perlClasses = (sets: Readonly<Record<"d" | "w" | "s" | "h", (options: Options) => CharSet>>): Escapes => ({
  ...classPair("d", sets.d),
  ...classPair("w", sets.w),
  ...classPair("s", sets.s),
  ...classPair("h", sets.h),
  ...classPair("v", () => VERTICAL),
  p: { kind: "property", negated: false },
  P: { kind: "property", negated: true },
});

/** Where texts, lines and words begin and end, in Perl and those that follow it closely. */
export const EDGES: Escapes = {
  A: { kind: "assertion", assertion: () => "text-start" },
  Z: { kind: "assertion", assertion: () => "last-line-end" },
  z: { kind: "assertion", assertion: () => "text-end" },
  G: { kind: "assertion", assertion: () => "search-start" },
  b: { kind: "assertion", assertion: () => "word-edge" },
  B: { kind: "assertion", assertion: () => "not-word-edge" },
};

/** Control characters by their letters. */
export const CONTROLS: Escapes = {
  a: { kind: "character", codePoint: 0x07 },
  e: { kind: "character", codePoint: 0x1b },
  f: { kind: "character", codePoint: 0x0c },
  n: { kind: "character", codePoint: 0x0a },
  r: { kind: "character", codePoint: 0x0d },
  t: { kind: "character", codePoint: 0x09 },
};
