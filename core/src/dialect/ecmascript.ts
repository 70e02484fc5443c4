/** ecmascript: ECMA-262, 2025 edition, §22.2 with Annex B. */

import { type CharSet, complement, FULL_SET } from "../charset/charset.ts";
import { continuesIdentifier, DIGITS, LINE_TERMINATORS, startsIdentifier, WHITE_SPACE, WORD } from "../charset/classes.ts";
import { closeOverCase } from "../charset/folding.ts";
import { ecmaProperty } from "../charset/properties.ts";
import { type Dialect, type Escape, NO_OPTIONS, type Options } from "./dialect.ts";
import { BLANKS, BRACED_NUMBER, byNumber, GROUP_IN_BRACES, LINE_END, surrogates } from "./foreign-escapes.ts";
import { ANY_NUMBER, COMMON_FLAGS, COMMON_OPERATORS, inline, LOOK_OPENERS, NO_CONDITIONS } from "./operators.ts";

const NOT_LINE_TERMINATORS = complement(LINE_TERMINATORS);

/** ECMA-262 WordCharacters: with case folding by code points, what folds into ASCII letters counts too. */
const foldedWord = closeOverCase(WORD, "unicode");
const word = (options: Options): CharSet => (options.ignoreCase && options.codePoints ? foldedWord : WORD);

const CLASSES: Readonly<Record<string, Escape>> = {
  d: { kind: "class", negated: false, set: () => DIGITS },
  D: { kind: "class", negated: true, set: () => DIGITS },
  w: { kind: "class", negated: false, set: word },
  W: { kind: "class", negated: true, set: word },
  s: { kind: "class", negated: false, set: () => WHITE_SPACE },
  S: { kind: "class", negated: true, set: () => WHITE_SPACE },
  p: { kind: "property", negated: false },
  P: { kind: "property", negated: true },
};

const CHARACTERS: Readonly<Record<string, Escape>> = {
  t: { kind: "character", codePoint: 0x09 },
  n: { kind: "character", codePoint: 0x0a },
  v: { kind: "character", codePoint: 0x0b },
  f: { kind: "character", codePoint: 0x0c },
  r: { kind: "character", codePoint: 0x0d },
  c: { kind: "control" },
  x: { kind: "hex", digits: 2, braces: false, error: "escape-hex" },
  u: { kind: "hex", digits: 4, braces: true, error: "escape-unicode" },
};

/** SyntaxCharacter and the solidus. */
const SYNTAX_CHARACTERS = "^$\\.*+?()[]{}|/";
/** ClassSetReservedPunctuator. */
const SET_PUNCTUATION = "&-!#%,:;<=>@`~";

export const ecmascript: Dialect = {
  name: "ecmascript",
  title: "JavaScript",
  flags: [
    { letter: "g", sets: { everyMatch: true }, label: "every match" },
    ...COMMON_FLAGS,
    { letter: "u", sets: { codePoints: true }, label: "by code point" },
    { letter: "v", sets: { codePoints: true, setOperations: true }, label: "set operations" },
    { letter: "y", sets: { sticky: true }, label: "sticky" },
    { letter: "d", sets: {}, label: "offsets of groups" },
  ],
  exclusive: [["u", "v"]],
  base: NO_OPTIONS,
  syntax: {
    strict: (options) => options.codePoints,
    operators: [
      ...COMMON_OPERATORS,
      ["{", { kind: "counts", end: "}", strict: true }],
      ["}", { kind: "lone", strict: true }],
      ["]", { kind: "lone", strict: true }],
      ["^", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-start" : "text-start") }],
      ["$", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-end" : "text-end") }],
    ],
    groupOpeners: [...LOOK_OPENERS, ["?:", { kind: "plain" }], ["?<", { kind: "named", end: ">" }]],
    foreignEscapes: {
      A: { means: "the start of the text", instead: (multiline) => (multiline ? "(?<![^])" : "^") },
      Z: { means: "the end of the text", instead: (multiline) => (multiline ? "(?![^])" : "$") },
      z: { means: "the end of the text", instead: (multiline) => (multiline ? "(?![^])" : "$") },
      h: BLANKS,
      R: LINE_END,
      a: { means: "the bell, U+0007", instead: () => "\\x07" },
      e: { means: "the escape character, U+001B", instead: () => "\\x1b" },
      x: { ...BRACED_NUMBER, instead: (_, inner) => byNumber(inner, surrogates) },
      g: GROUP_IN_BRACES,
    },
    foreignReference: ["(?P=", ")", "\\k<"],
    readAsText: null,
    quoting: null,
    foreignOpeners: [
      ["?P<", true, "(?<…>"],
      ["?'", true, "(?<…>"],
      ["?P=", false, "\\k<…>"],
    ],
    inlineFlags: { i: inline("ignoreCase"), m: inline("lineAnchors"), s: inline("dotTakesAll") },
    unreadFlags: [],
    inlineFlagRules: { alone: null, repeated: false, emptyOff: true, anyOrder: false, reset: null },
    escapes: {
      ...CLASSES,
      ...CHARACTERS,
      b: { kind: "assertion", assertion: () => "word-edge" },
      B: { kind: "assertion", assertion: () => "not-word-edge" },
      k: { kind: "name-reference", marks: [["<", ">"]] },
    },
    setEscapes: { ...CLASSES, ...CHARACTERS, b: { kind: "character", codePoint: 0x08 }, q: { kind: "strings" } },
    mayEscape: (character, { strict, inSet, setOperations, hasNames }) => {
      if (!strict) return character !== "k" || !hasNames;
      if (SYNTAX_CHARACTERS.includes(character)) return true;
      return inSet && (character === "-" || (setOperations && SET_PUNCTUATION.includes(character)));
    },
    unknownEscape: (character) => (character === "k" ? "reference-name-form" : "escape-unknown"),
    digits: "annex-b",
    numbered: ANY_NUMBER,
    starred: {},
    calls: false,
    conditions: NO_CONDITIONS,
    property: { find: ecmaProperty, lone: false },
    quantifiers: {
      possessive: false,
      leastLeftOut: false,
      tooLarge: Number.POSITIVE_INFINITY,
      stacked: "nothing-to-repeat",
      onAssertion: "assertion-repeated",
      onLook: (behind, strict) => !behind && !strict,
      countsOnNothing: false,
    },
    sets: { reader: (options) => (options.setOperations ? "operations" : "plain"), firstBracket: false, posix: null, classEndsRange: (strict) => !strict },
    names: { starts: startsIdentifier, continues: continuesIdentifier, shared: true, escapes: true },
    conditionNumber: () => undefined,
    escapesInComments: false,
    verbose: { blanks: () => " \t\n\r\v\f", ends: () => "\n", within: false },
    forwardReferences: true,
    namesFirst: false,
  },
  semantics: {
    folding: (options) => (options.ignoreCase ? (options.codePoints ? "unicode" : "legacy") : null),
    referenceFolding: (options) => (options.ignoreCase ? (options.codePoints ? "unicode" : "legacy") : null),
    foldsClasses: true,
    dot: (options) => (options.dotTakesAll ? FULL_SET : NOT_LINE_TERMINATORS),
    lineEnds: () => LINE_TERMINATORS,
    word,
    preference: "first",
    clearsCapturesEachIteration: true,
    emptyIteration: "fails",
    emptyCountedTurn: "taken",
    possessive: "whole",
    unsetReference: "empty",
    lookbehind: "any-width",
    afterEmptyMatch: "advance",
    skipsToFirst: () => null,
    searchStart: "last-end",
    lostMark: "passed",
  },
};
