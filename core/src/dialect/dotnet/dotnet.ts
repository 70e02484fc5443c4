/** dotnet: System.Text.RegularExpressions of .NET, in the invariant culture. */

import { complement, contains, FULL_SET, setOfText } from "../../charset/charset.ts";
import { category } from "../../charset/properties.ts";
import { once } from "../../once.ts";
import { isNumber } from "../../text/characters.ts";
import { type ConditionForm, type Dialect, NO_OPTIONS } from "../dialect.ts";
import { CONTROLS, classPair, EDGES, type Escapes } from "../escapes.ts";
import { BLANKS, BRACED_NUMBER, byNumber, GROUP_IN_BRACES, LINE_END, surrogates } from "../foreign-escapes.ts";
import { COMMON_FLAGS, COMMON_OPERATORS, inline, LOOK_OPENERS } from "../operators.ts";
import { dotnetEdgeWord, dotnetProperty, dotnetSpace, dotnetWord } from "./properties.ts";

const NEWLINE = setOfText("\n");
const NOT_NEWLINE = complement(NEWLINE);

const word = once(dotnetWord);
const edgeWord = once(dotnetEdgeWord);
const isWord = (codePoint: number): boolean => contains(word(), codePoint);

const CLASSES: Escapes = {
  ...classPair(
    "d",
    once(() => category("Nd")),
  ),
  ...classPair("w", word),
  ...classPair("s", once(dotnetSpace)),
  p: { kind: "property", negated: false },
  P: { kind: "property", negated: true },
};

const CHARACTERS: Escapes = {
  ...CONTROLS,
  v: { kind: "character", codePoint: 0x0b },
  c: { kind: "control", capital: true },
  x: { kind: "hex", digits: 2, braces: false, error: "escape-hex-plain" },
  u: { kind: "hex", digits: 4, braces: false, error: "escape-unicode-plain" },
};

const CONDITIONS: ReadonlySet<ConditionForm> = new Set(["name", "look", "expression"]);

export const dotnet: Dialect = {
  name: "dotnet",
  title: "C# (.NET)",
  flags: [
    ...COMMON_FLAGS,
    { letter: "x", sets: { verbose: true }, label: "white space ignored" },
    { letter: "n", sets: { namedOnly: true }, label: "only named groups capture" },
  ],
  exclusive: [],
  base: { ...NO_OPTIONS, everyMatch: true },
  syntax: {
    strict: () => true,
    operators: [
      ...COMMON_OPERATORS,
      ["{", { kind: "counts", end: "}", strict: false }],
      ["^", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-start" : "text-start") }],
      ["$", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-end" : "last-line-end") }],
    ],
    groupOpeners: [
      ...LOOK_OPENERS,
      ["?<", { kind: "balanced", end: ">" }],
      ["?'", { kind: "balanced", end: "'" }],
      ["?:", { kind: "plain" }],
      ["?>", { kind: "atomic" }],
      ["?#", { kind: "comment", end: ")" }],
      ["?(", { kind: "conditional" }],
    ],
    foreignEscapes: {
      h: BLANKS,
      R: LINE_END,
      x: { ...BRACED_NUMBER, instead: (_, inner) => byNumber(inner, surrogates) },
      g: GROUP_IN_BRACES,
    },
    foreignReference: null,
    readAsText: null,
    quoting: null,
    foreignOpeners: [
      ["?P<", true, "(?<…>"],
      ["?P=", false, "\\k<…>"],
    ],
    inlineFlags: { i: inline("ignoreCase"), m: inline("lineAnchors"), s: inline("dotTakesAll"), x: inline("verbose"), n: inline("namedOnly") },
    unreadFlags: [],
    inlineFlagRules: { alone: "from-here", repeated: true, emptyOff: true, anyOrder: true, reset: null, signs: true },
    escapes: {
      ...CLASSES,
      ...CHARACTERS,
      ...EDGES,
      k: {
        kind: "name-reference",
        marks: [
          ["<", ">"],
          ["'", "'"],
        ],
      },
      "<": { kind: "name-reference", marks: [["", ">"]], character: 0x3c },
      "'": { kind: "name-reference", marks: [["", "'"]], character: 0x27 },
    },
    setEscapes: { ...CLASSES, ...CHARACTERS, b: { kind: "character", codePoint: 0x08 } },
    mayEscape: (character) => !isWord(character.charCodeAt(0)),
    unknownEscape: () => "escape-unknown-letter",
    digits: "group-or-octal",
    numbered: () => ({ most: 0xffff, surrogates: true }),
    starred: {},
    calls: false,
    conditions: CONDITIONS,
    property: { find: dotnetProperty, lone: false, hyphens: true },
    quantifiers: {
      possessive: false,
      leastLeftOut: false,
      tooLarge: 2_147_483_648,
      stacked: "multiple-repeat",
      onAssertion: null,
      onLook: () => true,
      countsOnNothing: false,
      apart: true,
    },
    sets: { reader: () => "subtracted", firstBracket: true, posix: null, classEndsRange: () => false },
    names: { starts: isWord, continues: isWord, shared: true, escapes: false },
    groupNumbers: "named-last",
    conditionNumber: (label) => (isNumber(label) ? Number(label) : undefined),
    escapesInComments: false,
    verbose: { blanks: () => " \t\n\f\r", ends: () => "\n", within: false },
    forwardReferences: true,
    namesFirst: false,
  },
  semantics: {
    folding: ({ ignoreCase }) => (ignoreCase ? "lower-both-ways" : null),
    referenceFolding: ({ ignoreCase }) => (ignoreCase ? "lower-both-ways" : null),
    foldsClasses: false,
    dot: ({ dotTakesAll }) => (dotTakesAll ? FULL_SET : NOT_NEWLINE),
    lineEnds: () => NEWLINE,
    word: edgeWord,
    preference: "first",
    clearsCapturesEachIteration: false,
    emptyIteration: "is-last-at-least",
    showsCaptures: true,
    emptyCountedTurn: "taken",
    possessive: "whole",
    unsetReference: "fails",
    lookbehind: "any-width",
    afterEmptyMatch: "advance",
    skipsToFirst: () => null,
    searchStart: "last-end",
    lostMark: "passed",
  },
};
