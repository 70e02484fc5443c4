/** python: the `re` module of Python 3.11 and later, on str patterns and texts. */

import { complement, contains, FULL_SET, setOfText, union } from "../charset/charset.ts";
import { continuesPythonName, DIGITS, startsPythonName, WORD } from "../charset/classes.ts";
import { category, ecmaProperty } from "../charset/properties.ts";
import { type Dialect, NO_OPTIONS, type Options } from "./dialect.ts";
import { byOption, classPair, type Escapes } from "./escapes.ts";
import { BLANKS, BRACED_NUMBER, byNumber, GROUP_IN_BRACES, LINE_END } from "./foreign-escapes.ts";
import { ANY_NUMBER, COMMON_FLAGS, COMMON_OPERATORS, inline, LOOK_OPENERS } from "./operators.ts";

const NEWLINE = setOfText("\n");
const NOT_NEWLINE = complement(NEWLINE);

const digit = byOption(DIGITS, () => category("Nd"));
/** str.isalnum and the low line. */
const word = byOption(WORD, () => union(category("L"), category("N"), setOfText("_")));
/** str.isspace: white space by bidirectional class, and the separators of information. */
const space = byOption(setOfText(" \t\n\r\f\v"), () => union(setOfText("\t\n\v\f\r\x1c\x1d\x1e\x1f\x85"), category("Z")));

const CLASSES: Escapes = { ...classPair("d", digit), ...classPair("w", word), ...classPair("s", space) };

const CHARACTERS: Escapes = {
  a: { kind: "character", codePoint: 0x07 },
  t: { kind: "character", codePoint: 0x09 },
  n: { kind: "character", codePoint: 0x0a },
  v: { kind: "character", codePoint: 0x0b },
  f: { kind: "character", codePoint: 0x0c },
  r: { kind: "character", codePoint: 0x0d },
  x: { kind: "hex", digits: 2, braces: false, error: "escape-hex-plain" },
  u: { kind: "hex", digits: 4, braces: false, error: "escape-unicode-plain" },
  U: { kind: "hex", digits: 8, braces: false, error: "escape-unicode-long" },
  N: { kind: "named-character", rule: "unicode" },
};

const DIGIT_RUN = 10;

/** The value of a decimal digit of any script; undefined where the character is none. Digits come in runs from nought to nine. */
function digitValue(character: string): number | undefined {
  const codePoint = character.codePointAt(0) as number;
  const digits = category("Nd");
  for (let i = 0; i < digits.length; i += 2) {
    if (codePoint >= (digits[i] as number) && codePoint <= (digits[i + 1] as number)) return (codePoint - (digits[i] as number)) % DIGIT_RUN;
  }
  return undefined;
}

/** What `int` makes of a text: white space around it, a sign, single low lines between digits of any script. */
function pythonInteger(text: string): number | undefined {
  const characters = Array.from(text);
  const isSpace = (c: string | undefined): boolean => c !== undefined && contains(space(NO_OPTIONS), c.codePointAt(0) as number);
  while (isSpace(characters[0])) characters.shift();
  while (isSpace(characters.at(-1))) characters.pop();
  const negative = characters[0] === "-";
  if (negative || characters[0] === "+") characters.shift();
  let value: number | undefined;
  for (const [i, c] of characters.entries()) {
    const digit = digitValue(c);
    if (digit !== undefined) value = (value ?? 0) * 10 + digit;
    else if (c !== "_" || i === 0 || characters[i - 1] === "_" || i === characters.length - 1) return undefined;
  }
  return value !== undefined && negative ? -value : value;
}

const isAsciiLetter = (c: string): boolean => (c >= "a" && c <= "z") || (c >= "A" && c <= "Z");
const folding = (options: Options) => (options.ignoreCase ? (options.asciiClasses ? "ascii" : "loose-lower") : null);

export const python: Dialect = {
  name: "python",
  title: "Python",
  flags: [...COMMON_FLAGS, { letter: "x", sets: { verbose: true }, label: "verbose" }, { letter: "a", sets: { asciiClasses: true }, label: "ASCII classes" }],
  exclusive: [],
  base: { ...NO_OPTIONS, codePoints: true, everyMatch: true },
  syntax: {
    strict: () => true,
    operators: [
      ...COMMON_OPERATORS,
      ["{", { kind: "counts", end: "}", strict: false }],
      ["^", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-start" : "text-start") }],
      ["$", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-end" : "last-line-end") }],
    ],
    groupOpeners: [
      ["?P<", { kind: "named", end: ">" }],
      ["?P=", { kind: "name-reference", end: ")" }],
      ...LOOK_OPENERS,
      ["?:", { kind: "plain" }],
      ["?>", { kind: "atomic" }],
      ["?#", { kind: "comment", end: ")" }],
      ["?(", { kind: "conditional" }],
    ],
    foreignEscapes: {
      z: { means: "the end of the text", instead: () => "\\Z" },
      h: BLANKS,
      R: LINE_END,
      e: { means: "the escape character, U+001B", instead: () => "\\x1b" },
      x: { ...BRACED_NUMBER, instead: (_, inner) => byNumber(inner, (hex) => (hex.length <= 6 ? `\\U${hex.padStart(8, "0")}` : undefined)) },
      g: GROUP_IN_BRACES,
    },
    foreignReference: ["\\k<", ">", "(?P="],
    readAsText: null,
    quoting: null,
    foreignOpeners: [
      ["?<", true, "(?P<…>"],
      ["?'", true, "(?P<…>"],
    ],
    inlineFlags: {
      i: inline("ignoreCase"),
      m: inline("lineAnchors"),
      s: inline("dotTakesAll"),
      x: inline("verbose"),
      a: { sets: { asciiClasses: true }, unsets: null, family: "a, u" },
      u: { sets: { asciiClasses: false }, unsets: null, family: "a, u" },
    },
    unreadFlags: [],
    inlineFlagRules: { alone: "at-start", repeated: true, emptyOff: false, anyOrder: false, reset: null },
    escapes: {
      ...CLASSES,
      ...CHARACTERS,
      A: { kind: "assertion", assertion: () => "text-start" },
      Z: { kind: "assertion", assertion: () => "text-end" },
      b: { kind: "assertion", assertion: () => "word-edge" },
      B: { kind: "assertion", assertion: () => "not-word-edge-in-text" },
    },
    setEscapes: { ...CLASSES, ...CHARACTERS, b: { kind: "character", codePoint: 0x08 } },
    mayEscape: (character) => !isAsciiLetter(character),
    unknownEscape: () => "escape-unknown-letter",
    digits: "octal-or-group",
    numbered: ANY_NUMBER,
    starred: {},
    calls: false,
    conditions: new Set(["name"]),
    property: { find: ecmaProperty, lone: false },
    quantifiers: {
      possessive: true,
      leastLeftOut: true,
      tooLarge: 4_294_967_295,
      stacked: "multiple-repeat",
      onAssertion: "nothing-to-repeat",
      onLook: () => true,
      countsOnNothing: false,
    },
    sets: { reader: () => "plain", firstBracket: true, posix: null, classEndsRange: () => false },
    names: { starts: startsPythonName, continues: continuesPythonName, shared: false, escapes: false },
    conditionNumber: pythonInteger,
    escapesInComments: true,
    verbose: { blanks: () => " \t\n\r\v\f", ends: () => "\n", within: false },
    forwardReferences: false,
    namesFirst: false,
  },
  semantics: {
    folding,
    referenceFolding: (options) => (options.ignoreCase ? (options.asciiClasses ? "ascii" : "lower") : null),
    foldsClasses: false,
    dot: (options) => (options.dotTakesAll ? FULL_SET : NOT_NEWLINE),
    lineEnds: () => NEWLINE,
    word,
    preference: "first",
    clearsCapturesEachIteration: false,
    emptyIteration: "is-last",
    emptyCountedTurn: "taken",
    possessive: "each-iteration",
    unsetReference: "fails",
    lookbehind: "one-width",
    afterEmptyMatch: "not-empty-here",
    skipsToFirst: () => null,
    searchStart: "last-end",
    lostMark: "passed",
  },
};
