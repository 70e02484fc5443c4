/** Texts parsed, and parsed again after a change without what has stayed (the grammars' own fragments of trees). */
import { type Parser, type Tree, TreeFragment } from "@lezer/common";

/** How a reader has its text parsed. */
export type Parse = (parser: Parser, text: string) => Tree;

export const parseAnew: Parse = (parser, text) => parser.parse(text);

/** What is known of one document: a text that was parsed before is parsed faster once it has changed. */
export class ParsedBefore {
  private readonly known = new Map<Parser, { readonly text: string; readonly tree: Tree }>();

  readonly parse: Parse = (parser, text) => {
    const before = this.known.get(parser);
    const tree = parser.parse(text, before ? fragmentsOf(before.text, before.tree, text) : []);
    this.known.set(parser, { text, tree });
    return tree;
  };
}

/** The parts of a tree that still stand in another text: all but the one stretch that differs. */
function fragmentsOf(before: string, tree: Tree, now: string): readonly TreeFragment[] {
  const shorter = Math.min(before.length, now.length);
  let from = 0;
  while (from < shorter && before.charCodeAt(from) === now.charCodeAt(from)) from++;
  let behind = 0;
  while (behind < shorter - from && before.charCodeAt(before.length - 1 - behind) === now.charCodeAt(now.length - 1 - behind)) behind++;
  return TreeFragment.applyChanges(TreeFragment.addTree(tree), [{ fromA: from, toA: before.length - behind, fromB: from, toB: now.length - behind }]);
}
