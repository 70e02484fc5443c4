/**
 * What comes next behind a quantifier. Perl goes on behind its turns only where the character stands that comes next
 * (5.36, regexec.c, FIND_NEXT_IMPT), so that nothing is captured on the way to one that does not.
 */
import { childrenOf, type Node } from "../syntax/tree.ts";

/** The quantifiers behind which a character of the text comes next, whatever opens or closes before it. */
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
