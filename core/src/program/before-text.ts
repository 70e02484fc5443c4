/**
 * Quantifiers that are followed by a literal character. Perl leaves such a loop only where that character is next in the
 * text (5.36, regexec.c, FIND_NEXT_IMPT). So no capture is made on the way to a character that is not there.
 */
import { childrenOf, type Node } from "../syntax/tree.ts";

/** The quantifiers that are followed by a literal character. Groups may open or close in between. */
export function beforeText(root: Node): ReadonlySet<Node> {
  const found = new Set<Node>();
  const pending: { readonly node: Node; readonly next: Node | undefined }[] = [{ node: root, next: undefined }];
  for (let task = pending.pop(); task; task = pending.pop()) {
    const { node, next } = task;
    switch (node.kind) {
      case "sequence":
        for (const [i, item] of node.items.entries()) pending.push({ node: item, next: node.items[i + 1] ?? next });
        break;
      case "group":
        pending.push({ node: node.body, next });
        break;
      case "alternation":
        for (const branch of node.branches) pending.push({ node: branch, next });
        break;
      case "quantifier":
        if (next && beginsWithText(next)) found.add(node);
        pending.push({ node: node.body, next: undefined });
        break;
      default:
        for (const child of childrenOf(node)) pending.push({ node: child, next: undefined });
    }
  }
  return found;
}

function beginsWithText(node: Node): boolean {
  let begins: Node | undefined = node;
  while (begins) {
    if (begins.kind === "character") return true;
    if (begins.kind === "sequence") begins = begins.items[0];
    else if (begins.kind === "group" || begins.kind === "atomic") begins = begins.body;
    else if (begins.kind === "quantifier" && begins.min > 0) begins = begins.body;
    else if (begins.kind === "look" && !begins.behind && !begins.negated) begins = begins.body;
    else return false;
  }
  return false;
}
