/**
 * Letters that fold to several, as Perl compares them where case does not count: what a literal or a set may take besides
 * single characters is written into its strings, and letters side by side that one letter folds to become one item.
 */
import { EMPTY_SET, setOfText } from "../../charset/charset.ts";
import type { FoldingRule } from "../../charset/folding.ts";
import { foldedText, manyFolds } from "../../charset/many-folds.ts";
import { type Node, type NodeOf, rewrite, walk } from "../tree.ts";

/** The tree with such letters written out; the tree itself where there are none. */
export function withManyFolds(root: Node): Node {
  if (!foldsAny(root)) return root;
  return rewrite(root, (node) => {
    switch (node.kind) {
      case "character":
        return node.folding === null ? node : folded(node);
      case "set":
        return node.negated ? node : foldedSet(node);
      case "sequence":
        return together(node);
      default:
        return node;
    }
  });
}

function foldsAny(root: Node): boolean {
  for (const node of walk(root)) if ((node.kind === "character" || node.kind === "set") && node.folding !== null) return true;
  return false;
}

/** Whether a rule compares a letter with what it folds to: not where it keeps letters of ASCII apart. */
const compares = (rule: FoldingRule | null, fold: string | undefined): fold is string =>
  fold !== undefined && (rule === "unicode" || (rule === "unicode-apart" && [...fold].every((letter) => letter > "\x7f")));

/** A letter that folds to several takes all that do, and the several. */
function folded(node: NodeOf<"character">): Node {
  const fold = manyFolds().of.get(node.codePoint);
  return compares(node.folding, fold) ? taking(fold, node.folding, node) : node;
}

function taking(fold: string, folding: FoldingRule | null, { start, end }: Pick<Node, "start" | "end">): Node {
  const set = setOfText((manyFolds().to.get(fold) ?? []).map((codePoint) => String.fromCodePoint(codePoint)).join(""));
  return { kind: "set", set, fixed: EMPTY_SET, strings: spellings(fold), negated: false, items: [], folding, start, end };
}

/** All ways to spell what several letters fold to with two letters or more. */
function spellings(fold: string): string[] {
  const letters = [...fold];
  const found: string[] = [fold];
  // Of three, two may be one letter.
  for (let at = 0; letters.length > 2 && at + 1 < letters.length; at++) {
    const pair = manyFolds().to.get(letters.slice(at, at + 2).join("")) ?? [];
    for (const codePoint of pair) found.push([...letters.slice(0, at), String.fromCodePoint(codePoint), ...letters.slice(at + 2)].join(""));
  }
  return found;
}

function foldedSet(node: NodeOf<"set">): Node {
  if (node.folding === null || node.strings.length > 0) return node;
  const strings = new Set<string>();
  // Those in ranges are left out.
  for (const item of node.items) {
    const fold = item.kind === "range" && item.from === item.to ? manyFolds().of.get(item.from) : undefined;
    if (compares(node.folding, fold)) for (const spelling of spellings(fold)) strings.add(spelling);
  }
  if (strings.size === 0) return node;
  return { ...node, strings: [...strings].sort((a, b) => b.length - a.length) };
}

/** Letters side by side that one letter folds to, from the left, the most of them first. */
function together(node: NodeOf<"sequence">): Node {
  const { to, longest } = manyFolds();
  const items: Node[] = [];
  let changed = false;
  for (let i = 0; i < node.items.length; i++) {
    const run = letters(node.items, i, longest);
    const first = node.items[i] as Node;
    const rule = first.kind === "character" ? first.folding : null;
    const isFold = (fold: string): boolean => to.has(fold) && compares(rule, fold);
    const length = [...run.keys()].reverse().find((n) => n > 0 && isFold(run.slice(0, n + 1).join("")));
    if (length === undefined) {
      items.push(first);
      continue;
    }
    const last = node.items[i + length] as Node;
    items.push(taking(run.slice(0, length + 1).join(""), rule, { start: first.start, end: last.end }));
    changed = true;
    i += length;
  }
  return changed ? { ...node, items } : node;
}

/** The letters from an item on, each folded, as many as stand side by side. */
function letters(items: readonly Node[], from: number, most: number): string[] {
  const found: string[] = [];
  for (let i = from; i < items.length && found.length < most; i++) {
    const item = items[i] as Node;
    if (item.kind !== "character" || item.folding === null) break;
    found.push(foldedText(String.fromCodePoint(item.codePoint)));
  }
  return found;
}
