/** Trees put together by hand: parts that no text was read for, so their spans mean nothing. */
import { type CharSet, complement, union } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import { charactersOf } from "./characters.ts";
import type { Node, NodeOf, QuantifierMode } from "./tree.ts";

const NOWHERE = { start: 0, end: 0 };

/** Nothing at all. */
export const nothing: Node = { kind: "empty", ...NOWHERE };

/** The items one after another; sequences among them are opened. */
export function inSequence(...items: readonly Node[]): Node {
  const flat = items.flatMap(itemsOf);
  return flat.length === 1 ? (flat[0] as Node) : flat.length === 0 ? nothing : { kind: "sequence", items: flat, ...NOWHERE };
}

/** One of the branches, the first of them tried first. */
export function oneOf(...branches: readonly Node[]): Node {
  return branches.length === 1 ? (branches[0] as Node) : { kind: "alternation", branches, ...NOWHERE };
}

export function repeated(body: Node, min: number, max: number, mode: QuantifierMode = "greedy"): Node {
  return { kind: "quantifier", min, max, mode, body, operator: NOWHERE, ...NOWHERE };
}

export const lookedFor = (body: Node, where: { readonly behind: boolean; readonly negated: boolean }): Node => ({
  kind: "look",
  ...where,
  widths: null,
  body,
  ...NOWHERE,
});

export const settled = (body: Node): Node => ({ kind: "atomic", body, ...NOWHERE });

export const asserted = (assertion: NodeOf<"assertion">["assertion"], set: CharSet): Node => ({ kind: "assertion", assertion, set, ...NOWHERE });

/** A set of characters, said by what it takes or by what it does not, whichever is shorter. */
export function setOf(taken: CharSet, folding: FoldingRule | null = null): NodeOf<"set"> {
  const others = complement(taken);
  // With folding, what is left out is left out with its kin, so it is said by that.
  const negated = others.length > 0 && (folding !== null || others.length < taken.length);
  return { kind: "set", set: negated ? others : taken, fixed: [], strings: [], negated, items: [], folding, ...NOWHERE };
}

/** A character that there is none of: no way leads through it. */
export const noCharacter: NodeOf<"set"> = setOf([]);

/** The items of a sequence, or the one that a node is. */
export const itemsOf = (node: Node): readonly Node[] => (node.kind === "sequence" ? node.items : node.kind === "empty" ? [] : [node]);

/** An item of one character. */
export type CharacterNode = NodeOf<"character" | "any" | "set">;

export const isOfOneCharacter = (node: Node | undefined): node is CharacterNode =>
  node?.kind === "character" || node?.kind === "any" || (node?.kind === "set" && node.strings.length === 0);

/** One set for items that take one character each. */
export function joined(items: readonly CharacterNode[]): NodeOf<"set"> {
  const foldings = new Set(items.flatMap((item) => (item.kind === "any" ? [] : [item.folding])));
  const [folding = null] = foldings;
  const plain = items.every((item) => item.kind === "character" || (item.kind === "set" && !item.negated && item.fixed.length === 0));
  // Before folding, where all are folded alike: what is written is folded again.
  if (folding !== null && foldings.size === 1 && plain) {
    const raw = union(...items.map((item) => (item.kind === "character" ? [item.codePoint, item.codePoint] : item.set)));
    return { kind: "set", set: raw, fixed: [], strings: [], negated: false, items: [], folding, ...NOWHERE };
  }
  return setOf(union(...items.map(charactersOf)), foldings.size === 1 ? folding : null);
}
