/** ere: extended regular expressions, as `grep -E` and `sed -E` read them (`shared.ts`). */
import { gnuDialect, IN_SETS, OPENERS, repeatsNothing, repeatsSomething } from "./shared.ts";

export const ere = gnuDialect(
  "ere",
  "grep -E",
  [
    ["|", { kind: "alternative" }],
    ["(", { kind: "open" }],
    [")", { kind: "close", where: ({ inGroup }) => inGroup }],
    ["*", { kind: "repeat", min: 0, max: Number.POSITIVE_INFINITY, where: repeatsSomething }],
    ["+", { kind: "repeat", min: 1, max: Number.POSITIVE_INFINITY, where: repeatsSomething }],
    ["?", { kind: "repeat", min: 0, max: 1, where: repeatsSomething }],
    ["{", { kind: "counts", end: "}", strict: false, where: repeatsSomething }],
    // A quantifier with nothing before it is passed over.
    ["*", { kind: "nothing", where: repeatsNothing }],
    ["+", { kind: "nothing", where: repeatsNothing }],
    ["?", { kind: "nothing", where: repeatsNothing }],
    ["{", { kind: "nothing", where: repeatsNothing }],
    [".", { kind: "any" }],
    ["[", { kind: "set" }],
    ["\\", { kind: "escape" }],
    ["^", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-start" : "text-start") }],
    ["$", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-end" : "text-end") }],
  ],
  { signs: {}, inSets: IN_SETS, openers: OPENERS },
);
