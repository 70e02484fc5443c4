/**
 * The syntax tree of a pattern.
 *
 * Every node keeps its span in the pattern: `start` and `end` are UTF-16 code units, half-open.
 */
import type { CharSet } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import type { AnchorKind, AssertionKind, ClusterEdge, PairedAnchor, SegmentEdge } from "../dialect/assertions.ts";
import type { VerbKind } from "../dialect/verbs.ts";
import type { Span } from "../text/span.ts";

export type { AssertionKind, Span, VerbKind };

/** What a conditional asks for. */
export type Asks =
  /** Whether one of these slots has taken part. */
  | { readonly kind: "groups"; readonly slots: readonly number[] }
  /** Whether a lookaround holds. */
  | { readonly kind: "look"; readonly look: Node }
  /** Whether it is asked inside of a call, of one of these groups, or of any (null). */
  | { readonly kind: "call"; readonly slots: readonly number[] | null }
  /** Nothing: which way it goes is known. */
  | { readonly kind: "constant"; readonly holds: boolean };

export type QuantifierMode = "greedy" | "lazy" | "possessive";
/** What a set is made of, as written: kept for whoever explains it. */
export type SetItem = Span & ({ readonly kind: "range"; readonly from: number; readonly to: number } | { readonly kind: "class"; readonly name: string });

/** How letters are compared where case does not count; null where it does. */
type Folding = { readonly folding: FoldingRule | null };

/** Signs that take text and are put together from other parts. */
export type TextSign = "line-break" | "no-pair" | "grapheme-cluster";

/** Set where one sign of the pattern stands for the whole, and nothing inside has a text of its own: what it stands for. */
/** An anchor that is put together from others. */
type MadeAnchor = PairedAnchor | ClusterEdge | SegmentEdge;

type Sign = { readonly stands?: MadeAnchor | TextSign };

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
     * null where it reads backwards, none where it holds nowhere. `back` is how many characters further it may go, one after
     * the other, where it must end at the place that it is asked for; where it is less than nought, how many less far.
     * `from` is how many characters must stand before that place.
     */
    | ({
        readonly kind: "look";
        readonly behind: boolean;
        readonly negated: boolean;
        readonly widths: readonly number[] | null;
        readonly back?: number;
        readonly from?: number;
        /** It may be tried another way when it has been left. */
        readonly reenters?: true;
        readonly body: Node;
      } & Sign)
    /** What is inside is settled when it is through. */
    | { readonly kind: "atomic"; readonly body: Node }
    /**
     * Brackets; `capture` is the slot of what the group holds, or null where it does not capture. Where it ends, the newest
     * capture of the slot `pops` is taken away, and there must be one (there is none of slot 0).
     */
    | ({ readonly kind: "group"; readonly capture: number | null; readonly name: string | null; readonly pops?: number; readonly body: Node } & Sign)
    /** A back-reference; a name can stand for several slots, of which at most one has taken part. */
    | ({ readonly kind: "back-reference"; readonly slots: readonly number[]; readonly label: string } & Folding)
    /** One way where what it asks for holds, another where it does not. */
    | { readonly kind: "conditional"; readonly asks: Asks; readonly label: string; readonly yes: Node; readonly no: Node }
    /** A group called as a subroutine: what it captures is forgotten when it is left. Slot 0 is the whole pattern. */
    | { readonly kind: "call"; readonly slot: number; readonly label: string }
    /** A verb steers the backtracking. */
    | { readonly kind: "verb"; readonly verb: VerbKind; readonly name: string | null }
    /** What was taken before it is not part of the match. */
    | { readonly kind: "keep" }
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
      return node.asks.kind === "look" ? [node.asks.look, node.yes, node.no] : [node.yes, node.no];
    case "empty":
    case "character":
    case "any":
    case "set":
    case "assertion":
    case "back-reference":
    case "call":
    case "verb":
    case "keep":
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
    case "conditional": {
      const [yes, no] = after.slice(-2) as [Node, Node];
      return { ...node, yes, no, ...(node.asks.kind === "look" && { asks: { kind: "look", look: after[0] as Node } }) };
    }
    case "empty":
    case "character":
    case "any":
    case "set":
    case "assertion":
    case "back-reference":
    case "call":
    case "verb":
    case "keep":
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
  yield* walkInto(root, childrenOf);
}

function* walkInto(root: Node, into: (node: Node) => readonly Node[]): Generator<Node> {
  const pending = [root];
  for (let node = pending.pop(); node; node = pending.pop()) {
    yield node;
    const children = into(node);
    for (let i = children.length - 1; i >= 0; i--) pending.push(children[i] as Node);
  }
}

/** The same, but for what is inside of a sign that stands for more: that has no text of its own. */
export const walkWritten = (root: Node): Generator<Node> => walkInto(root, (node) => (standsForMore(node) ? NO_CHILDREN : childrenOf(node)));

/** What is known of the two ways of a conditional, of all that is known of what is inside of it. */
export const waysOf = <T>(inside: readonly T[]): readonly T[] => inside.slice(-2);

/** Whether one sign of the pattern stands for the whole part. */
export const standsForMore = (node: Node): boolean => "stands" in node && node.stands !== undefined;

/** What an assertion asserts, or what it stands for where it is put together from several; undefined for everything else. */
export function anchorOf(node: Node | undefined): AnchorKind | undefined {
  if (node?.kind === "assertion") return node.assertion;
  return node?.kind === "look" && !takesText(node.stands) ? node.stands : undefined;
}

export function takesText(sign: MadeAnchor | TextSign | undefined): sign is TextSign {
  return sign === "line-break" || sign === "no-pair" || sign === "grapheme-cluster";
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
    // Inside of a sign that stands for more there is nothing to be seen.
    if (found && standsForMore(found) && node.start === found.start && node.end === found.end) continue;
    if (node.kind === "sequence" || node.kind === "alternation" || node.kind === "empty") continue;
    if (offset < node.start || offset > node.end) continue;
    // Inner nodes come after outer ones; of two neighbours that touch the caret, the first one stays.
    if (!found || (node.start >= found.start && node.end <= found.end)) found = node;
  }
  return found;
}

/**
 * Says how a lookbehind goes back: the one place where a node is not whole when it is made, since its widths are known only
 * when all groups are.
 */
export function settleLook(look: NodeOf<"look">, how: Partial<Pick<NodeOf<"look">, "widths" | "back" | "from">>): void {
  Object.assign(look, how);
}
