/** ecmascript: ECMA-262, 2025 edition, §22.2 with Annex B. */
import { DIGITS, LINE_TERMINATORS, WHITE_SPACE, WORD } from "../charset/classes.ts";
import type { Dialect } from "./dialect.ts";

export const ecmascript: Dialect = {
  name: "ecmascript",
  title: "ECMAScript",
  flags: [
    { letter: "g", option: "everyMatch", label: "every match" },
    { letter: "i", option: "ignoreCase", label: "ignore case" },
    { letter: "m", option: "lineAnchors", label: "anchors by line" },
    { letter: "s", option: "dotTakesAll", label: "dot takes line ends" },
    { letter: "u", option: "codePoints", label: "by code point" },
    { letter: "y", option: "sticky", label: "sticky" },
    { letter: "d", option: null, label: "offsets of groups" },
    { letter: "v", option: null, label: "set operations", unread: true },
  ],
  exclusive: [["u", "v"]],
  syntax: {
    groupOpeners: [
      ["?<=", { kind: "look", behind: true, negated: false }],
      ["?<!", { kind: "look", behind: true, negated: true }],
      ["?=", { kind: "look", behind: false, negated: false }],
      ["?!", { kind: "look", behind: false, negated: true }],
      ["?:", { kind: "plain" }],
      ["?<", { kind: "named" }],
    ],
    classes: {
      d: { set: DIGITS, negated: false },
      D: { set: DIGITS, negated: true },
      w: { set: WORD, negated: false },
      W: { set: WORD, negated: true },
      s: { set: WHITE_SPACE, negated: false },
      S: { set: WHITE_SPACE, negated: true },
    },
    controls: { t: 0x09, n: 0x0a, v: 0x0b, f: 0x0c, r: 0x0d },
    assertions: { b: "word-edge", B: "not-word-edge" },
    anchors: { "^": ["text-start", "line-start"], $: ["text-end", "line-end"] },
    escapable: "^$\\.*+?()[]{}|/",
  },
  semantics: {
    folding: (options) => (options.codePoints ? "unicode" : "legacy"),
    lineTerminators: LINE_TERMINATORS,
    word: WORD,
    clearsCapturesEachIteration: true,
    unsetReference: "empty",
  },
};
