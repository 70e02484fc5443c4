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

/** The question of a conditional group. */
export type Asks =
  /** Whether one of these slots has captured something. */
  | { readonly kind: "groups"; readonly slots: readonly number[] }
  /** Whether a lookaround holds. */
  | { readonly kind: "look"; readonly look: Node }
  /** Whether a call of one of these groups is under way; null stands for a call of any group. */
  | { readonly kind: "call"; readonly slots: readonly number[] | null }
  /** The answer is known when the pattern is read. */
  | { readonly kind: "constant"; readonly holds: boolean };

export type QuantifierMode = "greedy" | "lazy" | "possessive";
/** One item of a set as it is written. Explanations use it; the machines do not. */
export type SetItem = Span & ({ readonly kind: "range"; readonly from: number; readonly to: number } | { readonly kind: "class"; readonly name: string });

/** The rule of case folding; null where case is significant. */
type Folding = { readonly folding: FoldingRule | null };

/** Escapes that consume text and are read as several nodes, for example `\\R` and `\\X`. */
export type TextSign = "line-break" | "no-pair" | "grapheme-cluster";

/** Anchors that are read as several nodes. */
type MadeAnchor = PairedAnchor | ClusterEdge | SegmentEdge;

/** `stands` is set on a node that one escape of the pattern was expanded to. The nodes inside it have no source text of their own. */
type Sign = { readonly stands?: MadeAnchor | TextSign };

export type Node = Span &
  (
    | { readonly kind: "empty" }
    /** One literal character: a code point where the pattern is matched by code points, else a code unit. */
    | ({ readonly kind: "character"; readonly codePoint: number } & Folding)
    /** The dot; `set` holds the characters that it matches. */
    | { readonly kind: "any"; readonly set: CharSet }
    /** A class such as `\d`, or a set in brackets. `set` is given before case folding and negation; characters in `fixed` are not folded. */
    | ({
        readonly kind: "set";
        readonly set: CharSet;
        readonly fixed: CharSet;
        /** Strings that the set matches besides single characters, the longest first; one of them may be empty. */
        readonly strings: readonly string[];
        readonly negated: boolean;
        readonly items: readonly SetItem[];
      } & Folding)
    /** `set` holds the characters that the assertion depends on: word characters, or line terminators. */
    | { readonly kind: "assertion"; readonly assertion: AssertionKind; readonly set: CharSet }
    /**
     * A lookaround. The last fields are of lookbehinds only:
     *
     * - `widths`: how many characters the lookbehind steps back before it matches its body forwards. There is one width, or
     *   one for each alternative of the body. Null: the body is matched backwards. Empty: the lookbehind never holds.
     * - `back`: for a body of variable width. The lookbehind tries `widths`, then one character further back, and so on,
     *   up to `back` characters further; the body must end where the lookbehind stands. A negative number means that many
     *   characters less far.
     * - `from`: the least number of characters that must precede the lookbehind.
     */
    | ({
        readonly kind: "look";
        readonly behind: boolean;
        readonly negated: boolean;
        readonly widths: readonly number[] | null;
        readonly back?: number;
        readonly from?: number;
        /** The engine may backtrack into the body after the lookaround has matched (non-atomic lookarounds of PCRE2). */
        readonly reenters?: true;
        readonly body: Node;
      } & Sign)
    /** An atomic group: its saved states are discarded when the body has matched. */
    | { readonly kind: "atomic"; readonly body: Node }
    /**
     * A group. `capture` is the slot that it captures to, or null. `pops` is for balancing groups (.NET): when the group
     * closes, the newest capture of that slot is removed; the group fails if there is none.
     */
    | ({ readonly kind: "group"; readonly capture: number | null; readonly name: string | null; readonly pops?: number; readonly body: Node } & Sign)
    /** A back-reference. One name can refer to several slots, of which at most one has captured. */
    | ({ readonly kind: "back-reference"; readonly slots: readonly number[]; readonly label: string } & Folding)
    /** A conditional group: `yes` is matched if the answer to `asks` is yes, else `no`. */
    | { readonly kind: "conditional"; readonly asks: Asks; readonly label: string; readonly yes: Node; readonly no: Node }
    /** A subroutine call of a group. Captures made inside it are restored when it returns. Slot 0 is the whole pattern. */
    | { readonly kind: "call"; readonly slot: number; readonly label: string }
    /** A backtracking control verb such as `(*PRUNE)`. */
    | { readonly kind: "verb"; readonly verb: VerbKind; readonly name: string | null }
    /** `\K`: the match begins here. */
    | { readonly kind: "keep" }
    | { readonly kind: "alternation"; readonly branches: readonly Node[] }
    | { readonly kind: "sequence"; readonly items: readonly Node[] }
    /** `max` is Infinity for an unbounded quantifier. `operator` is the span of the sign itself, such as `+?`. */
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

/** Ends an exhaustive switch over kinds of node; the compiler rejects a missing case. Throws a RangeError if it is reached. */
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
 * Rewrites a tree from the inside out. `change` receives each node with its children already rewritten, so no walk
 * recurses on the host's stack. A node that occurs twice in the tree is rewritten once.
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

/** The same without the nodes inside an escape that was expanded to several nodes: those have no source text. */
export const walkWritten = (root: Node): Generator<Node> => walkInto(root, (node) => (standsForMore(node) ? NO_CHILDREN : childrenOf(node)));

/** Of a list of facts about the children of a conditional, those about `yes` and `no`: its lookaround, if there is one, comes first. */
export const waysOf = <T>(inside: readonly T[]): readonly T[] => inside.slice(-2);

/** Whether the node is one escape of the pattern that was expanded to several nodes. */
export const standsForMore = (node: Node): boolean => "stands" in node && node.stands !== undefined;

/** The kind of an anchor, also of one that was expanded to several nodes; undefined for every other node. */
export function anchorOf(node: Node | undefined): AnchorKind | undefined {
  if (node?.kind === "assertion") return node.assertion;
  return node?.kind === "look" && !takesText(node.stands) ? node.stands : undefined;
}

export function takesText(sign: MadeAnchor | TextSign | undefined): sign is TextSign {
  return sign === "line-break" || sign === "no-pair" || sign === "grapheme-cluster";
}

/** A place in the list of captures of a match. Groups with the same number, or with the same name, can share one. */
export interface Slot {
  /** The number that users and references know it by. */
  readonly number: number;
  readonly name: string | null;
}

/** A capturing group as the pattern writes it. */
export interface Group extends Span {
  /** The index of its slot, counted from 1. Several groups may share one. */
  readonly slot: number;
  readonly number: number;
  readonly name: string | null;
  /** The number of capturing groups around it. */
  readonly depth: number;
}

/**
 * The node that a caret at the offset refers to: the innermost node that touches the offset. If two neighbours touch it,
 * the one before the caret is chosen. Undefined for an empty pattern.
 */
export function partAt(root: Node, offset: number): Node | undefined {
  let found: Node | undefined;
  for (const node of walk(root)) {
    // The nodes inside an expanded escape are not visible in the pattern.
    if (found && standsForMore(found) && node.start === found.start && node.end === found.end) continue;
    if (node.kind === "sequence" || node.kind === "alternation" || node.kind === "empty") continue;
    if (offset < node.start || offset > node.end) continue;
    // The walk yields inner nodes after outer ones. Of two neighbours that touch the caret, the first is kept.
    if (!found || (node.start >= found.start && node.end <= found.end)) found = node;
  }
  return found;
}

/**
 * Sets how far a lookbehind steps back. This is the only place that modifies a node: the widths are known only when all
 * groups have been read.
 */
export function settleLook(look: NodeOf<"look">, how: Partial<Pick<NodeOf<"look">, "widths" | "back" | "from">>): void {
  Object.assign(look, how);
}
