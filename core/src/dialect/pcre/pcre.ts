/** pcre: PCRE2 10.42 as PHP 8.2's preg functions use it. Without the flag `u` a text is bytes, with it code points. */

import { type CharSet, complement, contains, EMPTY_SET, FULL_SET, setOfText } from "../../charset/charset.ts";
import { DIGITS, WORD } from "../../charset/classes.ts";
import { category } from "../../charset/properties.ts";
import { isNumber } from "../../text/characters.ts";
import { type ConditionForm, type Dialect, type Escape, NO_OPTIONS, type Options, type Starred } from "../dialect.ts";
import { byOption, CONTROLS, type Escapes, OLDER_BLANKS, perlClasses } from "../escapes.ts";
import { FOUR_DIGITS } from "../foreign-escapes.ts";
import { COMMON_OPERATORS, inline } from "../operators.ts";
import { ASCII_SPACE } from "../posix.ts";
import { pcrePosix, pcreProperty, UNICODE_OF_PCRE, unicodeSpace, unicodeWord } from "./properties.ts";
import {
  PCRE_ANCHORS,
  PCRE_ESCAPES,
  PCRE_FLAGS,
  PCRE_INLINE_FLAGS,
  PCRE_OPENERS,
  PCRE_RESET,
  PCRE_STARRED,
  REENTERING_OPENERS,
  REENTERING_STARRED,
} from "./shared.ts";

interface LineEnds {
  /** The characters that end a line each by itself. */
  readonly set: CharSet;
  /** All others. */
  readonly others: CharSet;
  /** What ends a comment. */
  readonly marks: readonly string[];
}

const characterEnds = (text: string): LineEnds => ({ set: setOfText(text), others: complement(setOfText(text)), marks: [...text] });

/** What ends a line, by what a pattern may say at its start. */
const LINE_ENDS: ReadonlyMap<Options["lineEnd"], LineEnds> = new Map<Options["lineEnd"], LineEnds>([
  [0x0a, characterEnds("\n")],
  [0x0d, characterEnds("\r")],
  [0x00, characterEnds("\0")],
  ["any-crlf", characterEnds("\r\n")],
  ["any", characterEnds("\n\v\f\r\u0085\u2028\u2029")],
  ["crlf", { set: EMPTY_SET, others: FULL_SET, marks: ["\r\n"] }],
]);
const endsOf = ({ lineEnd }: Options) => LINE_ENDS.get(lineEnd) as LineEnds;
const lineEnds = (options: Options): CharSet => endsOf(options).set;
const notLineEnd = (options: Options): CharSet => endsOf(options).others;
const digit = byOption(DIGITS, () => UNICODE_OF_PCRE.category("Nd"));
const word = byOption(WORD, unicodeWord);
const space = byOption(ASCII_SPACE, unicodeSpace);

const CLASSES = perlClasses({ d: digit, w: word, s: space, h: () => OLDER_BLANKS });

const CHARACTERS: Escapes = {
  ...CONTROLS,
  c: { kind: "control", printable: true },
  x: { kind: "hex", digits: 2, braces: true, fewer: true, error: "escape-number-form" },
  o: { kind: "octal" },
  Q: { kind: "quote", end: "\\E" },
  E: { kind: "nothing" },
};

/** What means something outside of sets and nothing in them. */
const MISPLACED: Escapes = Object.fromEntries([..."ABCGKNRXZkz"].map((letter) => [letter, { kind: "misplaced" } as const]));

const STARTS: Readonly<Record<string, Starred>> = {
  UTF: { kind: "start", sets: { codePoints: true } },
  UTF8: { kind: "start", sets: { codePoints: true } },
  UCP: { kind: "start", sets: { asciiClasses: false } },
  LF: { kind: "start", sets: { lineEnd: 0x0a } },
  BSR_UNICODE: { kind: "start", sets: { plainBreaks: false } },
  NO_AUTO_POSSESS: { kind: "start", sets: {} },
  NO_DOTSTAR_ANCHOR: { kind: "start", sets: {} },
  NO_JIT: { kind: "start", sets: {} },
  NO_START_OPT: { kind: "start", sets: { everyStart: true } },
  LIMIT_DEPTH: { kind: "start", sets: {}, valued: true },
  LIMIT_HEAP: { kind: "start", sets: {}, valued: true },
  LIMIT_MATCH: { kind: "start", sets: {}, valued: true },
  CR: { kind: "start", sets: { lineEnd: 0x0d } },
  CRLF: { kind: "start", sets: { lineEnd: "crlf" } },
  ANY: { kind: "start", sets: { lineEnd: "any" } },
  ANYCRLF: { kind: "start", sets: { lineEnd: "any-crlf" } },
  NUL: { kind: "start", sets: { lineEnd: 0 } },
  BSR_ANYCRLF: { kind: "start", sets: { plainBreaks: true } },
  NOTEMPTY: { kind: "unread", what: "a match that is not empty" },
  NOTEMPTY_ATSTART: { kind: "unread", what: "a match that is not empty" },
};

const CONDITIONS: ReadonlySet<ConditionForm> = new Set(["relative", "name", "marked-name", "call", "define", "version", "look"]);

/** Letters and the low line, and behind the first digits; of Unicode where there are code points. */
const startsName = (codePoint: number, { codePoints }: Options): boolean =>
  codePoint === 0x5f || ((codePoints || codePoint < 0x80) && contains(category("L"), codePoint));
const continuesName = (codePoint: number, options: Options): boolean =>
  startsName(codePoint, options) || ((options.codePoints || codePoint < 0x80) && contains(category("Nd"), codePoint));
const isAlphanumeric = (c: string): boolean => (c >= "0" && c <= "9") || (c >= "a" && c <= "z") || (c >= "A" && c <= "Z");

/** `\N`; with a number in braces a character, where there are code points. */
const NOT_LINE_END_OR_NUMBER: Escape = { kind: "class-or-number", set: notLineEnd, numbered: ({ codePoints }) => codePoints };

export const pcre: Dialect = {
  name: "pcre",
  title: "PHP (PCRE)",
  flags: [
    ...PCRE_FLAGS,
    { letter: "U", sets: { lazyFirst: true }, label: "lazy first" },
    { letter: "J", sets: { sharedNames: true }, label: "names shared" },
    { letter: "u", sets: { codePoints: true, asciiClasses: false }, label: "Unicode" },
  ],
  exclusive: [],
  base: { ...NO_OPTIONS, everyMatch: true, asciiClasses: true },
  syntax: {
    strict: () => true,
    operators: [
      ...COMMON_OPERATORS.filter(([sign]) => sign !== "["),
      ["[[:<:]]", { kind: "anchor", assertion: () => "word-start" }],
      ["[[:>:]]", { kind: "anchor", assertion: () => "word-end" }],
      ["[", { kind: "set" }],
      ["{", { kind: "counts", end: "}", strict: false }],
      ...PCRE_ANCHORS,
    ],
    groupOpeners: [...REENTERING_OPENERS, ["?C", { kind: "unread", what: "a callout" }], ...PCRE_OPENERS],
    foreignEscapes: { u: FOUR_DIGITS },
    foreignReference: null,
    readAsText: null,
    quoting: null,
    foreignOpeners: [],
    inlineFlags: { ...PCRE_INLINE_FLAGS, J: { sets: { sharedNames: true }, unsets: { sharedNames: false } }, U: inline("lazyFirst") },
    unreadFlags: [],
    inlineFlagRules: { alone: "from-here", repeated: true, emptyOff: true, anyOrder: true, reset: PCRE_RESET },
    escapes: {
      ...CLASSES,
      ...CHARACTERS,
      ...PCRE_ESCAPES,
      N: NOT_LINE_END_OR_NUMBER,
      K: { kind: "keep", inLooks: true },
      g: { kind: "group" },
      X: { kind: "cluster", rules: "by-pairs" },
      C: { kind: "unread", what: "one byte of a character", unless: ({ codePoints }) => (codePoints ? undefined : FULL_SET) },
    },
    setEscapes: {
      ...CLASSES,
      ...CHARACTERS,
      b: { kind: "character", codePoint: 0x08 },
      g: { kind: "character", codePoint: 0x67 },
      ...MISPLACED,
      N: NOT_LINE_END_OR_NUMBER,
    },
    mayEscape: (character) => !isAlphanumeric(character),
    unknownEscape: () => "escape-unknown-letter",
    digits: "octal-beyond-groups",
    numbered: ({ codePoints }) => (codePoints ? { most: 0x10ffff, surrogates: false } : { most: 0xff, surrogates: true }),
    starred: { ...PCRE_STARRED, ...REENTERING_STARRED, ...STARTS },
    calls: true,
    conditions: CONDITIONS,
    property: { find: pcreProperty, lone: true },
    quantifiers: {
      possessive: true,
      leastLeftOut: false,
      tooLarge: 65_536,
      stacked: "multiple-repeat",
      onAssertion: "assertion-repeated",
      onLook: () => true,
      countsOnNothing: false,
      apart: true,
    },
    sets: { reader: () => "plain", firstBracket: true, posix: pcrePosix, classEndsRange: () => false },
    names: { starts: startsName, continues: continuesName, shared: false, escapes: false },
    conditionNumber: (label) => (isNumber(label) ? Number(label) : undefined),
    escapesInComments: false,
    verbose: {
      blanks: ({ codePoints }) => (codePoints ? " \t\n\v\f\r\u0085\u200e\u200f\u2028\u2029" : " \t\n\v\f\r\u0085"),
      ends: (options) => endsOf(options).marks,
      within: false,
    },
    forwardReferences: true,
    namesFirst: false,
  },
  semantics: {
    folding: ({ ignoreCase, codePoints }) => (ignoreCase ? (codePoints ? "unicode" : "ascii") : null),
    referenceFolding: ({ ignoreCase, codePoints }) => (ignoreCase ? (codePoints ? "unicode" : "ascii") : null),
    foldsClasses: false,
    dot: (options) => (options.dotTakesAll ? FULL_SET : notLineEnd(options)),
    lineEnds,
    pairEnds: ({ lineEnd }) => lineEnd === "crlf",
    skipsLineFeeds: ({ lineEnd }) => typeof lineEnd !== "number",
    word,
    preference: "first",
    clearsCapturesEachIteration: false,
    emptyIteration: "is-last-without-bound",
    emptyCountedTurn: "taken",
    lookOnceMore: true,
    possessive: "whole",
    unsetReference: "fails",
    lookbehind: "one-width-each",
    afterEmptyMatch: "not-empty-here",
    skipsToFirst: ({ everyStart }) => (everyStart ? null : "character"),
    searchStart: "goes-on",
    lostMark: "in-place",
  },
};
