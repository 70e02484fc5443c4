/** Variants of a pattern: the same one with quantifiers in other modes. */
import type { Reading } from "../syntax/read.ts";
import { type NodeOf, type QuantifierMode, rewrite, walkWritten } from "../syntax/tree.ts";
import { MODE_SIGNS } from "../syntax/write.ts";

/** Replace `from` up to `to` in the pattern by `insert`. */
export interface Edit {
  readonly from: number;
  readonly to: number;
  readonly insert: string;
}

/** Every quantifier of a pattern, in the order of their signs. */
export function quantifiers(reading: Reading): NodeOf<"quantifier">[] {
  return [...walkWritten(reading.root)].filter((node) => node.kind === "quantifier").sort((a, b) => a.operator.start - b.operator.start);
}

/** The edit that puts a quantifier into a mode; of no effect where it is in it already. */
function modeEdit(quantifier: NodeOf<"quantifier">, mode: QuantifierMode): Edit {
  const { end } = quantifier.operator;
  return { from: end - MODE_SIGNS[quantifier.mode].length, to: end, insert: MODE_SIGNS[mode] };
}

/**
 * The reading with some of its quantifiers in another mode, by where their signs begin. The tree is put together anew
 * with the spans of the pattern as written, so a mode that the dialect cannot write runs all the same.
 */
export function withMode(reading: Reading, operators: ReadonlySet<number>, mode: QuantifierMode): Reading {
  const root = rewrite(reading.root, (node) => (node.kind === "quantifier" && operators.has(node.operator.start) ? { ...node, mode } : node));
  return { ...reading, root };
}

/** The edits, last first, that write a mode into the pattern; null where the dialect cannot write it. */
export function modeEdits(reading: Reading, operators: ReadonlySet<number>, mode: QuantifierMode): Edit[] | null {
  const wanted = quantifiers(reading).filter((q) => operators.has(q.operator.start) && q.mode !== mode);
  if (mode === "possessive" && wanted.length > 0 && !reading.dialect.syntax.quantifiers.possessive) return null;
  return wanted.map((q) => modeEdit(q, mode)).reverse();
}
