/** The characters that an item of one character takes, once case folding and negation are done. */
import { type CharSet, complement, union } from "../charset/charset.ts";
import { closeOverCase } from "../charset/folding.ts";
import type { NodeOf } from "../syntax/tree.ts";

/** ECMA-262 CharacterSetMatcher: a set is closed over case first, and inverted after. */
export function charactersOf(node: NodeOf<"character" | "any" | "set">): CharSet {
  switch (node.kind) {
    case "any":
      return node.set;
    case "character": {
      const { codePoint, folding } = node;
      return folding ? closeOverCase([codePoint, codePoint], folding) : [codePoint, codePoint];
    }
    default: {
      const whole = union(node.folding ? closeOverCase(node.set, node.folding) : node.set, node.fixed);
      return node.negated ? complement(whole) : whole;
    }
  }
}
