/** perl: Perl 5.36's own engine, on strings of characters: classes and case go by Unicode, unless the flag `a` keeps them to ASCII. */

import { complement, contains, FULL_SET, setOfText } from "../../charset/charset.ts";
import { continuesPythonName, DIGITS, startsPythonName, WORD } from "../../charset/classes.ts";
import type { FoldingRule } from "../../charset/folding.ts";
import { isNumber } from "../../text/characters.ts";
import { type ConditionForm, type Dialect, NO_OPTIONS, type Options } from "../dialect.ts";
import { BLANKS, byOption, CONTROLS, type Escapes, perlClasses } from "../escapes.ts";
import { FOUR_DIGITS } from "../foreign-escapes.ts";
import { ANY_NUMBER, COMMON_OPERATORS } from "../operators.ts";
import { PCRE_ANCHORS, PCRE_ESCAPES, PCRE_FLAGS, PCRE_INLINE_FLAGS, PCRE_OPENERS, PCRE_RESET, PCRE_STARRED } from "../pcre/shared.ts";
import { ASCII_SPACE } from "../posix.ts";
import { isPosixName, perlDigit, perlPosix, perlProperty, perlSpace, perlWord } from "./properties.ts";

const NEWLINE = setOfText("\n");
const NOT_NEWLINE = complement(NEWLINE);
const digit = byOption(DIGITS, perlDigit);
const word = byOption(WORD, perlWord);
const space = byOption(ASCII_SPACE, perlSpace);

const CLASSES = perlClasses({ d: digit, w: word, s: space, h: () => BLANKS });

const CHARACTERS: Escapes = {
  ...CONTROLS,
  c: { kind: "control", printable: true, but: "{" },
  x: { kind: "hex", digits: 2, braces: true, fewer: true, loose: true, error: "escape-number-form" },
  o: { kind: "octal", loose: true },
};

const CONDITIONS: ReadonlySet<ConditionForm> = new Set(["marked-name", "call", "define", "look", "missing"]);
/** What `\b` goes by with one of these names behind it, and `\B`. */
const EDGES = { g: "cluster-edge", gcb: "cluster-edge", wb: "word-break", sb: "sentence-break", lb: "line-opportunity" } as const;
const NO_EDGES = {
  g: "not-cluster-edge",
  gcb: "not-cluster-edge",
  wb: "not-word-break",
  sb: "not-sentence-break",
  lb: "not-line-opportunity",
} as const;

/** What makes Perl compile a pattern by the rules of Unicode: characters beyond ASCII, properties and names. */
const goesByUnicode = (pattern: string): boolean =>
  Array.from(pattern).some((c) => c > "\x7f") || ["\\p", "\\P", "\\N{"].some((sign) => pattern.includes(sign));

/** Identifiers of word characters. */
const startsName = (codePoint: number): boolean => startsPythonName(codePoint) && contains(word(NO_OPTIONS), codePoint);
const continuesName = (codePoint: number): boolean => continuesPythonName(codePoint) && contains(word(NO_OPTIONS), codePoint);

/** What characters are, one of which holds. */
const CHARACTER_SETS = "a, d, u";
const NOT_ASCII = { asciiClasses: false, asciiApart: false };

const folding = ({ ignoreCase, asciiApart }: Options): FoldingRule | null => (ignoreCase ? (asciiApart ? "unicode-apart" : "unicode") : null);

export const perl: Dialect = {
  name: "perl",
  title: "Perl",
  flags: [
    ...PCRE_FLAGS,
    { letter: "a", sets: { asciiClasses: true }, label: "ASCII classes" },
    { letter: "aa", sets: { asciiClasses: true, asciiApart: true }, label: "ASCII classes, and case apart" },
    { letter: "xx", sets: { verbose: true, verboseSets: true }, label: "extended, sets too" },
  ],
  exclusive: [
    ["x", "xx"],
    ["a", "aa"],
  ],
  base: { ...NO_OPTIONS, codePoints: true, everyMatch: true, sharedNames: true },
  syntax: {
    strict: () => true,
    operators: [...COMMON_OPERATORS, ["{", { kind: "counts", end: "}", strict: false, where: ({ first }) => !first, notBehindLetters: true }], ...PCRE_ANCHORS],
    groupOpeners: [
      ["?(?{", { kind: "unread", what: "code in a pattern" }],
      ["??{", { kind: "unread", what: "code in a pattern" }],
      ["?{", { kind: "unread", what: "code in a pattern" }],
      ["*{", { kind: "unread", what: "code in a pattern" }],
      ["?[", { kind: "unread", what: "a set with operations" }],
      ...PCRE_OPENERS,
    ],
    foreignEscapes: { u: FOUR_DIGITS },
    foreignReference: null,
    readAsText: null,
    quoting: "Perl’s source text. A pattern that comes from elsewhere, as here, has no such thing.",
    foreignOpeners: [],
    inlineFlags: {
      ...PCRE_INLINE_FLAGS,
      a: { sets: { asciiClasses: true, asciiApart: false }, unsets: null, family: CHARACTER_SETS },
      aa: { sets: { asciiClasses: true, asciiApart: true }, unsets: null, family: CHARACTER_SETS },
      u: { sets: NOT_ASCII, unsets: null, family: CHARACTER_SETS },
      // On strings of characters it is the same.
      d: { sets: NOT_ASCII, unsets: null, family: CHARACTER_SETS },
      // They are for the call, and mean nothing here.
      ...Object.fromEntries(["p", "o", "g", "c"].map((letter) => [letter, { sets: {}, unsets: {} }])),
    },
    unreadFlags: ["l"],
    inlineFlagRules: { alone: "from-here", repeated: true, emptyOff: true, anyOrder: true, reset: { ...PCRE_RESET, ...NOT_ASCII } },
    escapes: {
      ...CLASSES,
      ...CHARACTERS,
      ...PCRE_ESCAPES,
      b: { kind: "assertion", assertion: () => "word-edge", edges: EDGES, edgesOnly: true },
      B: { kind: "assertion", assertion: () => "not-word-edge", edges: NO_EDGES, edgesOnly: true },
      N: { kind: "class-or-number", set: () => NOT_NEWLINE, numbered: () => true, names: "exact" },
      K: { kind: "keep", inLooks: false },
      g: { kind: "group", referenceOnly: true },
      X: { kind: "cluster", rules: "in-text" },
    },
    setEscapes: {
      ...CLASSES,
      ...CHARACTERS,
      b: { kind: "character", codePoint: 0x08 },
      N: { kind: "class-or-number", set: () => NOT_NEWLINE, numbered: () => true, names: "exact" },
    },
    // It took one byte, before.
    mayEscape: (character, { inSet }) => inSet || character !== "C",
    unknownEscape: () => "escape-unknown-letter",
    digits: "octal-beyond-groups",
    numbered: ANY_NUMBER,
    starred: PCRE_STARRED,
    calls: true,
    conditions: CONDITIONS,
    conditionsLeaveFlags: true,
    property: { find: perlProperty, lone: true },
    quantifiers: {
      possessive: true,
      leastLeftOut: true,
      tooLarge: 65_535,
      stacked: "multiple-repeat",
      onAssertion: null,
      onLook: () => true,
      countsOnNothing: false,
      apart: true,
      blanks: true,
      neverInOrder: true,
      keepsCounted: true,
    },
    sets: { reader: () => "plain", firstBracket: true, posix: perlPosix, posixName: isPosixName, posixAlone: true, classEndsRange: () => true },
    names: { starts: startsName, continues: continuesName, shared: false, several: true, escapes: false },
    conditionNumber: (label) => (isNumber(label) && (label === "0" || !label.startsWith("0")) ? Number(label) : undefined),
    escapesInComments: false,
    verbose: { blanks: () => " \t\n\v\f\r\u0085\u200e\u200f\u2028\u2029", ends: () => "\n", within: false },
    forwardReferences: true,
    namesFirst: false,
  },
  semantics: {
    folding,
    referenceFolding: folding,
    foldsClasses: false,
    manyFolds: true,
    dot: ({ dotTakesAll }) => (dotTakesAll ? FULL_SET : NOT_NEWLINE),
    lineEnds: () => NEWLINE,
    word,
    preference: "first",
    clearsCapturesEachIteration: false,
    noTurnClears: true,
    emptyIteration: "is-last-at-least",
    emptyCountedTurn: "taken",
    possessive: "whole",
    capturesStay: "not-undone",
    unsetReference: "fails",
    lookbehind: "furthest-first",
    afterEmptyMatch: "not-empty-here",
    skipsToFirst: (_, pattern) => (goesByUnicode(pattern) ? "class" : "ascii-class"),
    lettersTogether: true,
    searchStart: "last-end",
    lostMark: "passed",
  },
};
