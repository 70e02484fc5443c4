/**
 * The syntax tree of a pattern.
 *
 * Every node keeps its span in the pattern: `start` and `end` are UTF-16 code units, half-open.
 */
import type { CharSet } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import type { AssertionKind } from "../dialect/assertions.ts";
import type { Span } from "../text/span.ts";

export type { AssertionKind, Span };

export type QuantifierMode = "greedy" | "lazy" | "possessive";
/** What a set is made of, as written: kept for whoever explains it. */
export type SetItem = Span & ({ readonly kind: "range"; readonly from: number; readonly to: number } | { readonly kind: "class"; readonly name: string });

/** How letters are compared where case does not count; null where it does. */
type Folding = { readonly folding: FoldingRule | null };

export type Node = Span &
  (
    | { readonly kind: "empty" }
    /** One literal character: a code point where the dialect reads code points, else a code unit. */
    | ({ readonly kind: "character"; readonly codePoint: number } & Folding)
    /** The dot; `set` is what it takes. */
    | { readonly kind: "any"; readonly set: CharSet }
    /** A class such as `\d`, or a set in brackets. `set` is before case folding and negation; `fixed` is what of it is never folded. */
    | ({
        readonly kind: "set";
        readonly set: CharSet;
        readonly fixed: CharSet;
        /** What the set takes besides single characters: longer strings, longest first, or the empty one. */
        readonly strings: readonly string[];
        readonly negated: boolean;
        readonly items: readonly SetItem[];
      } & Folding)
    /** `set` is what the assertion goes by: word characters, or line ends. */
    | { readonly kind: "assertion"; readonly assertion: AssertionKind; readonly set: CharSet }
    /**
     * `widths` are the numbers of characters that a lookbehind goes back by: one, or one for each alternative of its body;
     * null where it reads backwards.
     */
    | { readonly kind: "look"; readonly behind: boolean; readonly negated: boolean; readonly widths: readonly number[] | null; readonly body: Node }
    /** What is inside is settled when it is through. */
    | { readonly kind: "atomic"; readonly body: Node }
    /** Brackets; `capture` is the slot of what the group holds, or null where it does not capture. */
    | { readonly kind: "group"; readonly capture: number | null; readonly name: string | null; readonly body: Node }
    /** A back-reference; a name can stand for several slots, of which at most one has taken part. */
    | ({ readonly kind: "back-reference"; readonly slots: readonly number[]; readonly label: string } & Folding)
    /** One way where the group has taken part, another where it has not. */
    | { readonly kind: "conditional"; readonly slot: number; readonly label: string; readonly yes: Node; readonly no: Node }
    | { readonly kind: "alternation"; readonly branches: readonly Node[] }
    | { readonly kind: "sequence"; readonly items: readonly Node[] }
    /** `max` is Infinity where there is no bound; the operator is the sign itself, such as `+?`. */
    | {
        readonly kind: "quantifier";
        readonly min: number;
        readonly max: number;
        readonly mode: QuantifierMode;
        readonly body: Node;
        readonly operator: Span;
      }
  );

export type NodeOf<K extends Node["kind"]> = Extract<Node, { kind: K }>;

/** The nodes directly inside a node, in the order of the pattern. */
export function childrenOf(node: Node): readonly Node[] {
  switch (node.kind) {
    case "alternation":
      return node.branches;
    case "sequence":
      return node.items;
    case "group":
    case "look":
    case "atomic":
    case "quantifier":
      return [node.body];
    case "conditional":
      return [node.yes, node.no];
    case "empty":
    case "character":
    case "any":
    case "set":
    case "assertion":
    case "back-reference":
      return NO_CHILDREN;
    default:
      return unknownNode(node);
  }
}

const NO_CHILDREN: readonly Node[] = [];

/** Ends an exhaustive switch over kinds of node. Throws: whoever reads the tree does not know what it means. */
export function unknownNode(node: never): never {
  throw new RangeError(`There is no kind of node “${(node as Node).kind}”.`);
}

/** The node with its children changed; the node itself where none has. */
export function mapChildren(node: Node, change: (child: Node) => Node): Node {
  const before = childrenOf(node);
  const after = before.map(change);
  if (after.every((child, i) => child === before[i])) return node;
  switch (node.kind) {
    case "alternation":
      return { ...node, branches: after };
    case "sequence":
      return { ...node, items: after };
    case "group":
    case "look":
    case "atomic":
    case "quantifier":
      return { ...node, body: after[0] as Node };
    case "conditional":
      return { ...node, yes: after[0] as Node, no: after[1] as Node };
    case "empty":
    case "character":
    case "any":
    case "set":
    case "assertion":
    case "back-reference":
      return node;
    default:
      return unknownNode(node);
  }
}

/**
 * The tree made anew from the inside out: each node is handed to `change` with its children changed already, so nothing
 * recurses however deep it is. A node that is part of the tree twice is changed once.
 */
export function rewrite(root: Node, change: (node: Node, before: Node) => Node): Node {
  const made = new Map<Node, Node>();
  // Inner nodes come after outer ones, so from the last to the first every child is made before its parent.
  for (const node of [...walk(root)].reverse()) {
    made.set(
      node,
      change(
        mapChildren(node, (child) => made.get(child) as Node),
        node,
      ),
    );
  }
  return made.get(root) as Node;
}

/** Visits a node and all inside it, outer before inner, without recursion on the host's stack. */
export function* walk(root: Node): Generator<Node> {
  const pending = [root];
  for (let node = pending.pop(); node; node = pending.pop()) {
    yield node;
    const children = childrenOf(node);
    for (let i = children.length - 1; i >= 0; i--) pending.push(children[i] as Node);
  }
}

/** What a match says of one group, or of several that stand for the same: a place in the row of captures. */
export interface Slot {
  /** The number that users and references know it by. */
  readonly number: number;
  readonly name: string | null;
}

/** A capturing group as the pattern writes it. */
export interface Group extends Span {
  /** Where what it holds is kept: an index in the slots, counted from 1. Several groups may share one. */
  readonly slot: number;
  readonly number: number;
  readonly name: string | null;
  /** How many capturing groups it lies in. */
  readonly depth: number;
}

/**
 * The part of a pattern that a caret means: the innermost item that touches the offset, the one before the caret first.
 * Undefined in an empty pattern.
 */
export function partAt(root: Node, offset: number): Node | undefined {
  let found: Node | undefined;
  for (const node of walk(root)) {
    if (node.kind === "sequence" || node.kind === "alternation" || node.kind === "empty") continue;
    if (offset < node.start || offset > node.end) continue;
    // Inner nodes come after outer ones; of two neighbours that touch the caret, the first one stays.
    if (!found || (node.start >= found.start && node.end <= found.end)) found = node;
  }
  return found;
}
