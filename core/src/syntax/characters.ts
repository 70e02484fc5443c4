/** The characters that an item takes once case folding and negation are done. */
import { type CharSet, complement, union } from "../charset/charset.ts";
import { closeOverCase, foldedAlike } from "../charset/folding.ts";
import type { NodeOf } from "./tree.ts";

/** ECMA-262 CharacterSetMatcher: a set is closed over case first, and inverted after. */
export function charactersOf(node: NodeOf<"character" | "any" | "set">): CharSet {
  switch (node.kind) {
    case "any":
      return node.set;
    case "character": {
      const { codePoint, folding } = node;
      return folding ? foldedAlike(codePoint, folding) : [codePoint, codePoint];
    }
    default: {
      const closed = node.folding ? closeOverCase(node.set, node.folding) : node.set;
      // The set itself where nothing is added: what is asked of it is remembered by it.
      const whole = node.fixed.length === 0 ? closed : union(closed, node.fixed);
      return node.negated ? complement(whole) : whole;
    }
  }
}

/** The one character that a lookaround asks for; undefined where it asks for more, or less. */
export function singleLook(look: NodeOf<"look">): CharSet | undefined {
  let body = look.body;
  while (body.kind === "group") body = body.body;
  if (body.kind !== "character" && body.kind !== "any" && (body.kind !== "set" || body.strings.length > 0)) return undefined;
  return charactersOf(body);
}
