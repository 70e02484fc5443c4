/** java: java.util.regex of JDK 17, without canonical equivalence. */

import { type CharSet, complement, FULL_SET, setOfText } from "../../charset/charset.ts";
import { DIGITS, WORD } from "../../charset/classes.ts";
import { type Dialect, NO_OPTIONS } from "../dialect.ts";
import { byOption, CONTROLS, type Escapes, LINE_BREAKS, OLDER_BLANKS, perlClasses, VERTICAL } from "../escapes.ts";
import { GROUP_IN_BRACES } from "../foreign-escapes.ts";
import { ANY_NUMBER, COMMON_FLAGS, COMMON_OPERATORS, inline, LOOK_OPENERS, NO_CONDITIONS } from "../operators.ts";
import { ASCII_SPACE } from "../posix.ts";
import { isAsciiLetter, isAsciiNamePart, javaEdgeWord, javaProperty, UNICODE_OF_JAVA, unicodeWord } from "./properties.ts";

const NEWLINE = setOfText("\n");
const LINE_ENDS = setOfText("\n\r\u0085\u2028\u2029");
const NOT_NEWLINE = complement(NEWLINE);
const NOT_LINE_ENDS = complement(LINE_ENDS);
const digit = byOption(DIGITS, () => UNICODE_OF_JAVA.category("Nd"));
const word = byOption(WORD, unicodeWord);
const space = byOption(ASCII_SPACE, () => UNICODE_OF_JAVA.binaryProperty("White_Space"));
let edge: CharSet | undefined;

const CLASSES = perlClasses({ d: digit, w: word, s: space, h: () => OLDER_BLANKS });

const CHARACTERS: Escapes = {
  ...CONTROLS,
  c: { kind: "control", any: true },
  x: { kind: "hex", digits: 2, braces: true, error: "escape-hex-braces" },
  u: { kind: "hex", digits: 4, braces: false, pairs: true, error: "escape-unicode-plain" },
  N: { kind: "named-character", rule: "java" },
  Q: { kind: "quote", end: "\\E" },
};

export const java: Dialect = {
  name: "java",
  title: "Java",
  flags: [
    ...COMMON_FLAGS,
    { letter: "x", sets: { verbose: true }, label: "comments" },
    { letter: "u", sets: { unicodeCase: true }, label: "case of all scripts" },
    { letter: "d", sets: { unixLines: true }, label: "only LF ends a line" },
  ],
  exclusive: [],
  base: { ...NO_OPTIONS, codePoints: true, everyMatch: true, asciiClasses: true },
  syntax: {
    strict: () => true,
    operators: [
      ...COMMON_OPERATORS,
      ["{", { kind: "counts", end: "}", strict: true }],
      [
        "^",
        {
          kind: "anchor",
          assertion: ({ lineAnchors, unixLines }) => (!lineAnchors ? "text-start" : unixLines ? "line-start-before-text" : "line-start-by-pairs"),
        },
      ],
      [
        "$",
        {
          kind: "anchor",
          assertion: ({ lineAnchors, unixLines }) =>
            lineAnchors ? (unixLines ? "line-end" : "line-end-by-pairs") : unixLines ? "last-line-end" : "last-line-end-by-pairs",
        },
      ],
    ],
    groupOpeners: [...LOOK_OPENERS, ["?<", { kind: "named", end: ">" }], ["?:", { kind: "plain" }], ["?>", { kind: "atomic" }]],
    foreignEscapes: { g: GROUP_IN_BRACES },
    foreignReference: null,
    readAsText: null,
    quoting: null,
    foreignOpeners: [
      ["?P<", true, "(?<…>"],
      ["?'", true, "(?<…>"],
      ["?P=", false, "\\k<…>"],
    ],
    inlineFlags: {
      i: inline("ignoreCase"),
      d: inline("unixLines"),
      m: inline("lineAnchors"),
      s: inline("dotTakesAll"),
      u: inline("unicodeCase"),
      x: inline("verbose"),
      U: { sets: { asciiClasses: false, unicodeCase: true }, unsets: { asciiClasses: true, unicodeCase: false } },
    },
    unreadFlags: ["c"],
    inlineFlagRules: { alone: "from-here", repeated: true, emptyOff: true, anyOrder: true, reset: null },
    escapes: {
      ...CLASSES,
      ...CHARACTERS,
      A: { kind: "assertion", assertion: () => "text-start" },
      Z: { kind: "assertion", assertion: ({ unixLines }) => (unixLines ? "last-line-end" : "last-line-end-by-pairs") },
      z: { kind: "assertion", assertion: () => "text-end" },
      b: { kind: "assertion", assertion: () => "word-edge", edges: { g: "cluster-edge-since-match" } },
      B: { kind: "assertion", assertion: () => "not-word-edge" },
      R: { kind: "line-break", others: () => LINE_BREAKS, settled: "repeated" },
      k: { kind: "name-reference", marks: [["<", ">"]] },
      G: { kind: "assertion", assertion: () => "search-start" },
      X: { kind: "cluster", rules: "from-here" },
    },
    setEscapes: { ...CLASSES, ...CHARACTERS, v: { kind: "class", negated: false, set: () => VERTICAL, first: 0x0b } },
    mayEscape: (character) => !isAsciiLetter(character.codePointAt(0) as number),
    unknownEscape: () => "escape-unknown-letter",
    digits: "octal-behind-nought",
    numbered: ANY_NUMBER,
    starred: {},
    calls: false,
    conditions: NO_CONDITIONS,
    property: { find: javaProperty, lone: true },
    quantifiers: {
      possessive: true,
      leastLeftOut: false,
      tooLarge: 2_147_483_648,
      stacked: "multiple-repeat",
      onAssertion: null,
      onLook: () => true,
      countsOnNothing: true,
    },
    sets: { reader: () => "nested", firstBracket: true, posix: null, classEndsRange: () => false },
    names: { starts: isAsciiLetter, continues: isAsciiNamePart, shared: false, escapes: false },
    conditionNumber: () => undefined,
    escapesInComments: false,
    verbose: { blanks: () => " \t\n\v\f\r", ends: ({ unixLines }) => (unixLines ? "\n" : "\n\r\u0085\u2028\u2029"), within: true },
    forwardReferences: true,
    namesFirst: true,
  },
  semantics: {
    folding: ({ ignoreCase, unicodeCase }) => (ignoreCase ? (unicodeCase ? "round-lower" : "ascii") : null),
    referenceFolding: ({ ignoreCase, unicodeCase }) => (ignoreCase ? (unicodeCase ? "round-lower" : "ascii") : null),
    foldsClasses: false,
    loneLetters: true,
    dot: ({ dotTakesAll, unixLines }) => (dotTakesAll ? FULL_SET : unixLines ? NOT_NEWLINE : NOT_LINE_ENDS),
    lineEnds: ({ unixLines }) => (unixLines ? NEWLINE : LINE_ENDS),
    word: (options) => {
      if (!options.asciiClasses) return word(options);
      edge ??= javaEdgeWord();
      return edge;
    },
    preference: "first",
    clearsCapturesEachIteration: false,
    emptyIteration: "is-last",
    emptyCountedTurn: "none",
    emptyTurnEnds: true,
    possessive: "each-iteration",
    capturesStay: "settled",
    unsetReference: "fails",
    lookbehind: "bounded",
    afterEmptyMatch: "advance-by-unit",
    skipsToFirst: () => null,
    searchStart: "last-end",
    lostMark: "passed",
  },
};
