/** What most dialects write alike: operators, to which each adds what its counts, anchors and lone brackets are, and flags. */
import type { ConditionForm, Flag, GroupOpener, InlineFlag, Operator, Options } from "./dialect.ts";

export const COMMON_FLAGS: readonly Flag[] = [
  { letter: "i", sets: { ignoreCase: true }, label: "ignore case" },
  { letter: "m", sets: { lineAnchors: true }, label: "anchors by line" },
  { letter: "s", sets: { dotTakesAll: true }, label: "dot takes line ends" },
];

/** An inline flag that is one option, put on and off. */
export const inline = (option: keyof Options): InlineFlag => ({ sets: { [option]: true }, unsets: { [option]: false } });

/** Any code point can be written by its number. */
export const ANY_NUMBER = () => ({ most: 0x10ffff, surrogates: true });

export const NO_CONDITIONS: ReadonlySet<ConditionForm> = new Set();

/** Lookarounds, in each dialect that has them; what begins as one of these and is none comes behind. */
export const LOOK_OPENERS: readonly (readonly [string, GroupOpener])[] = [
  ["?<=", { kind: "look", behind: true, negated: false }],
  ["?<!", { kind: "look", behind: true, negated: true }],
  ["?=", { kind: "look", behind: false, negated: false }],
  ["?!", { kind: "look", behind: false, negated: true }],
];

export const COMMON_OPERATORS: readonly (readonly [string, Operator])[] = [
  ["|", { kind: "alternative" }],
  ["(", { kind: "open" }],
  [")", { kind: "close" }],
  ["*", { kind: "repeat", min: 0, max: Number.POSITIVE_INFINITY }],
  ["+", { kind: "repeat", min: 1, max: Number.POSITIVE_INFINITY }],
  ["?", { kind: "repeat", min: 0, max: 1 }],
  [".", { kind: "any" }],
  ["[", { kind: "set" }],
  ["\\", { kind: "escape" }],
];
