/**
 * Whether of a pattern the first match that is found is always the longest one that begins there, and has only one way: then
 * engines that look for the first match and those that look for the longest agree.
 *
 * A sufficient condition is looked at, no more: that at every place the next character tells which part takes it (a
 * one-unambiguous expression: A. Brüggemann-Klein and D. Wood, 1998), that every quantifier is greedy, and that an
 * alternative which can be empty is the last one.
 */
import { type CharSet, intersection } from "../charset/charset.ts";
import { charactersOf } from "../syntax/characters.ts";
import { type Node, walk } from "../syntax/tree.ts";

/** A place is compared with every other one that can follow the same. */
const MAX_PLACES = 200;

interface Facts {
  readonly canBeEmpty: boolean;
  /** Places that can come first, and last. */
  readonly first: readonly number[];
  readonly last: readonly number[];
}

export function greedyIsLongest(root: Node): boolean {
  const sets: CharSet[] = [];
  const follow: Set<number>[] = [];
  const facts = new Map<Node, Facts>();
  const of = (node: Node): Facts => facts.get(node) as Facts;
  const link = (last: readonly number[], first: readonly number[]): void => {
    for (const place of last) for (const next of first) (follow[place] as Set<number>).add(next);
  };
  for (const node of [...walk(root)].reverse()) {
    if (sets.length > MAX_PLACES) return false;
    switch (node.kind) {
      case "empty":
        facts.set(node, { canBeEmpty: true, first: [], last: [] });
        break;
      case "character":
      case "any":
      case "set": {
        if (node.kind === "set" && node.strings.length > 0) return false;
        const place = sets.push(charactersOf(node)) - 1;
        follow.push(new Set());
        facts.set(node, { canBeEmpty: false, first: [place], last: [place] });
        break;
      }
      case "assertion":
        facts.set(node, { canBeEmpty: true, first: [], last: [] });
        break;
      case "group":
        facts.set(node, of(node.body));
        break;
      case "sequence": {
        let whole: Facts = { canBeEmpty: true, first: [], last: [] };
        for (const item of node.items.map(of)) {
          link(whole.last, item.first);
          whole = {
            canBeEmpty: whole.canBeEmpty && item.canBeEmpty,
            first: whole.canBeEmpty ? [...whole.first, ...item.first] : whole.first,
            last: item.canBeEmpty ? [...whole.last, ...item.last] : item.last,
          };
        }
        facts.set(node, whole);
        break;
      }
      case "alternation": {
        const branches = node.branches.map(of);
        if (branches.slice(0, -1).some(({ canBeEmpty }) => canBeEmpty)) return false;
        facts.set(node, {
          canBeEmpty: branches.some(({ canBeEmpty }) => canBeEmpty),
          first: branches.flatMap(({ first }) => first),
          last: branches.flatMap(({ last }) => last),
        });
        break;
      }
      case "quantifier": {
        const body = of(node.body);
        const isCounted = node.max !== Number.POSITIVE_INFINITY && node.max > 1;
        // A loop that ends by its count and not by a character is not told by the next character.
        if (node.mode === "lazy" || body.canBeEmpty || isCounted || node.min > 1 || node.max === 0) return false;
        if (node.max > 1) link(body.last, body.first);
        facts.set(node, { ...body, canBeEmpty: node.min === 0 });
        break;
      }
      default:
        return false;
    }
  }
  const isTold = (places: readonly number[]): boolean =>
    places.every((place, i) => places.slice(i + 1).every((other) => intersection(sets[place] as CharSet, sets[other] as CharSet).length === 0));
  return isTold(of(root).first) && follow.every((next) => isTold([...next]));
}
