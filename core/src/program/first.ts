/**
 * The first character of every match, as PCRE2 finds it before it searches (10.42, pcre2_compile.c, find_firstassertedcu and
 * the first code unit of compile_branch): one literal character, in one case or both.
 */
import { type CharSet, countOf } from "../charset/charset.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, type NodeOf, walk } from "../syntax/tree.ts";

/** What is known of where a part begins: its first character, that it has none and takes nothing, or nothing at all. */
type First = CharSet | "nothing" | null;

/** One character with its other case, which every match begins with; null where there is none. */
export function firstCharacter(root: Node): CharSet | null {
  const found = new Map<Node, First>();
  for (const node of [...walk(root)].reverse())
    found.set(
      node,
      firstOf(
        node,
        childrenOf(node).map((child) => found.get(child) as First),
      ),
    );
  const first = found.get(root) as First;
  return first === "nothing" ? null : first;
}

const MOST_CASES = 2;

function firstOf(node: Node, inner: readonly First[]): First {
  switch (node.kind) {
    case "set":
      // One character in brackets is that character.
      if (node.negated || node.items.length !== 1 || node.items[0]?.kind !== "range" || node.items[0].from !== node.items[0].to) return null;
      return fewCharacters(node);
    case "character":
      return fewCharacters(node);
    case "sequence":
      return inner.find((first) => first !== "nothing") ?? (inner.length === 0 ? "nothing" : inner.includes(null) ? null : "nothing");
    case "group":
    case "atomic":
      return node.kind === "group" && node.stands ? null : (inner[0] as First);
    case "alternation": {
      const [first] = inner;
      return first && first !== "nothing" && inner.every((other) => other && other !== "nothing" && other.join() === first.join()) ? first : null;
    }
    case "quantifier":
      return node.min > 0 ? (inner[0] as First) : null;
    case "look":
      // What follows must begin with it, as far as that says anything.
      return !node.behind && !node.negated && inner[0] ? inner[0] : "nothing";
    case "empty":
    case "assertion":
    case "keep":
      return "nothing";
    case "verb":
      return node.verb === "accept" ? null : "nothing";
    case "any":
    case "back-reference":
    case "conditional":
    case "call":
      return null;
  }
}

function fewCharacters(node: NodeOf<"character" | "set">): First {
  const set = charactersOf(node);
  return countOf(set) <= MOST_CASES ? set : null;
}
