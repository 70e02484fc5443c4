/**
 * Letters that java.util.regex takes for another case of theirs only where they stand among other letters: a letter by
 * itself, or with a quantifier, is looked at for whether it has cases of its own, and letters in a row are not.
 */
import { simpleUpperCase } from "../../charset/casing.ts";
import { canonicalize, type FoldingRule } from "../../charset/folding.ts";
import { type Node, type NodeOf, rewrite } from "../tree.ts";

/** Whether a letter has no case of its own, though another one is a capital of it: ß, of which ẞ is one. */
export const isLoneLetter = (codePoint: number, rule: FoldingRule): boolean => simpleUpperCase(codePoint) === canonicalize(codePoint, rule);

/** The tree with such letters as they are where they stand alone; the tree itself where there are none. */
export function withLoneLetters(root: Node): Node {
  const folded = new Map<Node, NodeOf<"character">>();
  return rewrite(root, (node) => {
    if (node.kind === "sequence") return together(node, folded);
    if (node.kind !== "character" || node.folding === null || !isLoneLetter(node.codePoint, node.folding)) return node;
    const lone = { ...node, folding: null };
    folded.set(lone, node);
    return lone;
  });
}

function together(node: NodeOf<"sequence">, folded: ReadonlyMap<Node, Node>): Node {
  const { items } = node;
  const isBeside = (i: number): boolean => items[i - 1]?.kind === "character" || items[i + 1]?.kind === "character";
  if (!items.some((item, i) => folded.has(item) && isBeside(i))) return node;
  return { ...node, items: items.map((item, i) => (isBeside(i) ? (folded.get(item) ?? item) : item)) };
}
