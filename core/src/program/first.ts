/**
 * What every match begins with, as engines find it before they search: PCRE2 one literal character, in one case or both
 * (10.42, pcre2_compile.c, find_firstassertedcu and the first code unit of compile_branch); Perl a class of characters as
 * well, also over what may be left out (5.36, regcomp.c, study_chunk).
 */
import { type CharSet, countOf, FULL_SET, intersection, union } from "../charset/charset.ts";
import type { Dialect } from "../dialect/dialect.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, type NodeOf, walk } from "../syntax/tree.ts";

type Rule = NonNullable<ReturnType<Dialect["semantics"]["skipsToFirst"]>>;

/** What is known of where a part begins: the characters, and whether it may take nothing; null where nothing is known. */
type First = { readonly set: CharSet; readonly optional: boolean } | null;

const NOTHING: First = { set: [], optional: true };

/** The characters one of which every match begins with; null where they are not known, or too many to be looked for. */
export function firstCharacter(root: Node, rule: Rule): CharSet | null {
  const found = new Map<Node, First>();
  for (const node of [...walk(root)].reverse())
    found.set(
      node,
      firstOf(
        node,
        childrenOf(node).map((child) => found.get(child) as First),
        rule,
      ),
    );
  const first = found.get(root) as First;
  return first && !first.optional && (rule === "character" || isWorthIt(first.set, rule)) ? first.set : null;
}

const MOST_CASES = 2;

/** Of how many code points, from the first on, Perl counts those that a class holds: as many as there are in Unicode 14 that are not controls and the like. */
const COUNTED = 144_532;
const COUNTED_IN_ASCII = 128;

/** Perl looks for a class where it holds fewer than half of what it counts (is_ssc_worth_it). */
function isWorthIt(set: CharSet, rule: Rule): boolean {
  const counted = rule === "ascii-class" || (set[set.length - 1] ?? 0) < 256 ? COUNTED_IN_ASCII : COUNTED;
  return countOf(intersection(set, [0, counted - 1])) < counted / 2;
}

function firstOf(node: Node, inner: readonly First[], rule: Rule): First {
  switch (node.kind) {
    case "set":
      return node.strings.length === 0 && (rule !== "character" || isOneCharacter(node)) ? known(charactersOf(node), rule) : null;
    case "character":
      return known(charactersOf(node), rule);
    case "any":
      return rule !== "character" ? { set: FULL_SET, optional: false } : null;
    case "sequence":
      return inOrder(inner);
    case "group":
    case "atomic":
      return node.kind === "group" && node.stands ? null : (inner[0] as First);
    case "alternation": {
      const [first] = inner;
      // Perl takes what alternatives of characters alone begin with alike out of them.
      if (rule !== "character" && !node.branches.every(isOfCharacters)) return null;
      return first && !first.optional && inner.every((other) => other && !other.optional && other.set.join() === first.set.join()) ? first : null;
    }
    case "quantifier": {
      const [first = null] = inner;
      if (node.min > 0 || first === null) return first;
      // What takes nothing by itself is not looked past when it may be left out.
      return rule !== "character" && first.set.length > 0 ? { set: first.set, optional: true } : null;
    }
    case "look":
      // What follows must begin with it, as far as that says anything.
      return !node.behind && !node.negated && inner[0] && !inner[0].optional ? inner[0] : NOTHING;
    case "empty":
    case "assertion":
    case "keep":
      return NOTHING;
    case "verb":
      return node.verb === "accept" ? null : NOTHING;
    case "back-reference":
    case "conditional":
    case "call":
      return null;
  }
}

/** What may be left out leaves what follows to begin. */
function inOrder(inner: readonly First[]): First {
  let set: CharSet = [];
  for (const first of inner) {
    if (first === null) return null;
    set = union(set, first.set);
    if (!first.optional) return { set, optional: false };
  }
  return { set, optional: true };
}

const isOfCharacters = (branch: Node): boolean =>
  (branch.kind === "sequence" ? branch.items : [branch]).every((item) => item.kind === "character" || item.kind === "set");

/** One character in brackets is that character. */
const isOneCharacter = ({ negated, items: [item, ...more] }: NodeOf<"set">): boolean =>
  !negated && more.length === 0 && item?.kind === "range" && item.from === item.to;

const known = (set: CharSet, rule: Rule): First => (rule !== "character" || countOf(set) <= MOST_CASES ? { set, optional: false } : null);
