/** Operators that most dialects write alike; each adds what its counts, anchors and lone brackets are. */
import type { Operator } from "./dialect.ts";

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
