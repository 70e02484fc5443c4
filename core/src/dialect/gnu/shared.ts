/**
 * What ere and bre share: POSIX.1-2017, chapter 9, in the locale C.UTF-8, with the additions of GNU grep and sed. Where the
 * standard leaves a behaviour undefined it is that of GNU grep.
 */
import { complement, FULL_SET, setOfText } from "../../charset/charset.ts";
import { type Dialect, type Flag, NO_OPTIONS, type OperatorPlace } from "../dialect.ts";
import { classPair, type Escapes } from "../escapes.ts";
import type { ForeignEscape } from "../foreign-escapes.ts";
import { NO_CONDITIONS } from "../operators.ts";
import type { ReadAsText } from "../read-as-text.ts";
import { GNU_SPACE, GNU_WORD, gnuPosix } from "./classes.ts";

/** RE_DUP_MAX of the GNU C library. */
const MOST_COUNTS = 0x7fff;

/** Nothing stands before a quantifier that it could repeat: an alternative begins here, or an assertion comes before. */
export const repeatsNothing = ({ first, behindAssertion }: OperatorPlace): boolean => first || behindAssertion;
export const repeatsSomething = (place: OperatorPlace): boolean => !repeatsNothing(place);

const LINE_FEED = setOfText("\n");
const NOT_LINE_FEED = complement(LINE_FEED);

const ESCAPES: Escapes = {
  ...classPair("w", () => GNU_WORD),
  ...classPair("s", () => GNU_SPACE),
  b: { kind: "assertion", assertion: () => "word-edge" },
  B: { kind: "assertion", assertion: () => "not-word-edge" },
  "<": { kind: "assertion", assertion: () => "word-start" },
  ">": { kind: "assertion", assertion: () => "word-end" },
  "`": { kind: "assertion", assertion: () => "text-start" },
  "'": { kind: "assertion", assertion: () => "text-end" },
};

const FOREIGN_ESCAPES: Readonly<Record<string, ForeignEscape>> = {
  d: { means: "a digit", instead: () => "[0-9]" },
  D: { means: "a character that is no digit", instead: () => "[^0-9]" },
  h: { means: "a space or a tab", instead: () => "[[:blank:]]" },
  t: { means: "a tab", instead: () => "\t" },
  A: { means: "the start of the text", instead: () => "\\`" },
  Z: { means: "the end of the text", instead: () => "\\'" },
  z: { means: "the end of the text", instead: () => "\\'" },
};

/** Both dialects read a backslash in a set as a character of it. */
export const IN_SETS: ReadAsText["inSets"] = { d: "0-9", w: "[:alnum:]_", s: "[:space:]", t: "\t" };

export const OPENERS: ReadAsText["openers"] = [
  ["?:", "a group without capture", "plain"],
  ["?<=", "a lookbehind", null],
  ["?<!", "a lookbehind", null],
  ["?=", "a lookahead", null],
  ["?!", "a lookahead", null],
  ["?>", "an atomic group", null],
  ["?P<", "a named group", "named"],
  ["?<", "a named group", "named"],
];

const GNU_FLAGS: readonly Flag[] = [{ letter: "i", sets: { ignoreCase: true }, label: "ignore case" }];

/** The rules of both dialects; each adds its name and its operators. */
export const gnuDialect = (name: Dialect["name"], title: string, operators: Dialect["syntax"]["operators"], readAsText: ReadAsText | null): Dialect => ({
  name,
  title,
  flags: GNU_FLAGS,
  exclusive: [],
  base: { ...NO_OPTIONS, codePoints: true, everyMatch: true },
  syntax: {
    strict: () => false,
    operators,
    groupOpeners: [],
    foreignOpeners: [],
    foreignEscapes: FOREIGN_ESCAPES,
    foreignReference: null,
    readAsText,
    quoting: null,
    inlineFlags: {},
    unreadFlags: [],
    inlineFlagRules: { alone: null, repeated: false, emptyOff: false, anyOrder: false, reset: null },
    escapes: ESCAPES,
    setEscapes: {},
    mayEscape: () => true,
    unknownEscape: () => "escape-unknown-letter",
    digits: "one-digit",
    numbered: () => ({ most: 0x10ffff, surrogates: true }),
    starred: {},
    calls: false,
    conditions: NO_CONDITIONS,
    property: { find: () => undefined, lone: false },
    quantifiers: {
      possessive: false,
      noModes: true,
      leastLeftOut: true,
      tooLarge: MOST_COUNTS + 1,
      stacked: null,
      onAssertion: null,
      onLook: () => false,
      countsOnNothing: false,
    },
    sets: { reader: () => "bracket-expression", firstBracket: true, posix: gnuPosix, classEndsRange: () => false },
    names: { starts: () => false, continues: () => false, shared: false, escapes: false },
    conditionNumber: () => undefined,
    escapesInComments: false,
    verbose: { blanks: () => "", ends: () => "\n", within: false },
    forwardReferences: false,
    namesFirst: false,
  },
  semantics: {
    folding: ({ ignoreCase }) => (ignoreCase ? "same-upper" : null),
    referenceFolding: ({ ignoreCase }) => (ignoreCase ? "same-upper" : null),
    foldsClasses: true,
    dot: ({ lineAnchors }) => (lineAnchors ? NOT_LINE_FEED : FULL_SET),
    lineEnds: () => LINE_FEED,
    word: () => GNU_WORD,
    preference: "longest",
    clearsCapturesEachIteration: true,
    emptyIteration: "only-turn",
    emptyCountedTurn: "taken",
    possessive: "whole",
    unsetReference: "fails",
    lookbehind: "any-width",
    afterEmptyMatch: "advance-apart",
    skipsToFirst: () => null,
    searchStart: "last-end",
    lostMark: "passed",
  },
});
