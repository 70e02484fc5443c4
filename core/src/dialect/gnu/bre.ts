/** bre: basic regular expressions, as `grep` and `sed` read them (`shared.ts`). */
import type { OperatorPlace } from "../dialect.ts";
import { gnuDialect, IN_SETS, OPENERS, repeatsNothing, repeatsSomething } from "./shared.ts";

/** Operators of ere, and how bre writes them. */
const OPERATORS_OF_ERE = { "(": "\\(", ")": "\\)", "|": "\\|", "+": "\\+", "?": "\\?", "{": "\\{", "}": "\\}" };

/** What ends an alternative: before one of these, or at the pattern's end, `$` is an anchor. */
const ENDS = ["\\)", "\\|"];
const isLast = ({ pattern, at }: OperatorPlace): boolean => at + 1 === pattern.length || ENDS.some((end) => pattern.startsWith(end, at + 1));

export const bre = gnuDialect(
  "bre",
  "grep, sed",
  [
    ["\\|", { kind: "alternative" }],
    ["\\(", { kind: "open" }],
    ["\\)", { kind: "close" }],
    ["*", { kind: "repeat", min: 0, max: Number.POSITIVE_INFINITY, where: repeatsSomething }],
    ["\\+", { kind: "repeat", min: 1, max: Number.POSITIVE_INFINITY, where: repeatsSomething }],
    ["\\?", { kind: "repeat", min: 0, max: 1, where: repeatsSomething }],
    ["\\{", { kind: "counts", end: "\\}", strict: true, malformed: "counts-form", where: repeatsSomething }],
    // A quantifier with nothing before it stands for itself.
    ["\\+", { kind: "lone", strict: false, where: repeatsNothing }],
    ["\\?", { kind: "lone", strict: false, where: repeatsNothing }],
    ["\\{", { kind: "lone", strict: false, where: repeatsNothing }],
    [".", { kind: "any" }],
    ["[", { kind: "set" }],
    ["\\", { kind: "escape" }],
    ["^", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-start" : "text-start"), where: ({ first }) => first }],
    ["$", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-end" : "text-end"), where: isLast }],
  ],
  { signs: OPERATORS_OF_ERE, inSets: IN_SETS, openers: OPENERS },
);
