/** Edges of what a text is cut into, put together from rules that say where it is not cut (UAX #29, UAX #14). */
import { type CharSet, complement, EMPTY_SET, union } from "../../charset/charset.ts";
import { type ClusterEdge, isNegated, type SegmentEdge } from "../../dialect/assertions.ts";
import type { Node, Span } from "../tree.ts";
import type { partsAt } from "./anchors.ts";

type Parts = ReturnType<typeof partsAt>;

/** A text is not cut where the one stands behind and the other, which takes nothing, holds ahead. */
export type Rule = readonly [before: Node, after: Node];

/**
 * A lookbehind that holds where no rule does; never in an empty text. Every rule ends in what stands ahead, so one
 * lookbehind has them all, and no machine has to keep many of them apart.
 */
export function edgeByRules(edge: ClusterEdge | SegmentEdge, { either, inOrder, textStart, textEnd }: Parts, rules: readonly Rule[], span: Span): Node {
  const body = either(inOrder(textStart, textEnd), ...rules.map(([before, after]) => inOrder(before, after)));
  return { kind: "look", behind: true, negated: !isNegated(edge), widths: null, body, stands: edge, ...span };
}

/** An odd number of characters of the set, none of which stands before them; what is looked past may stand behind each, and before the first. */
export function unpaired({ either, inOrder, set, any, textStart }: Parts, one: CharSet, lookedPast: CharSet = EMPTY_SET): Node {
  const past = lookedPast.length > 0 ? [any(set(lookedPast))] : [];
  const each = inOrder(set(one), ...past);
  return inOrder(either(textStart, set(complement(union(one, lookedPast)))), ...past, any(inOrder(each, each)), each);
}
