/** What the compiler asks of a tree before it begins: what may be empty, which slots lie where, and what stands in what. */
import { childrenOf, type Node, unknownNode, walk, walkWritten, waysOf } from "../syntax/tree.ts";

/** The slots that are called, and whether a group takes back what another one holds. */
export function asksOf(root: Node): { readonly called: ReadonlySet<number>; readonly takesBack: boolean } {
  const called = new Set<number>();
  let takesBack = false;
  for (const node of walk(root)) {
    if (node.kind === "call") called.add(node.slot);
    takesBack ||= node.kind === "group" && node.pops !== undefined;
  }
  return { called, takesBack };
}

/** Capturing groups that lie in one of the same slot. */
export function insideTheirOwn(root: Node): Set<Node> {
  const found = new Set<Node>();
  /** How many groups of each slot are open. */
  const open = new Map<number, number>();
  const pending: { readonly node: Node; readonly leaves: boolean }[] = [{ node: root, leaves: false }];
  for (let next = pending.pop(); next; next = pending.pop()) {
    const { node, leaves } = next;
    if (node.kind === "group" && node.capture !== null) {
      const around = (open.get(node.capture) ?? 0) - (leaves ? 1 : 0);
      open.set(node.capture, leaves ? around : around + 1);
      if (leaves) continue;
      if (around > 0) found.add(node);
      pending.push({ node, leaves: true });
    }
    for (const child of childrenOf(node)) pending.push({ node: child, leaves: false });
  }
  return found;
}

/** What verbs stand in, in the same lookaround: of `alternative` the innermost alternation, of `accept` the groups, the innermost first. */
export function aroundVerbs(root: Node): { readonly alternations: ReadonlyMap<Node, Node>; readonly groups: ReadonlyMap<Node, readonly number[]> } {
  interface Groups {
    readonly slot: number;
    readonly outer: Groups | null;
  }
  const alternations = new Map<Node, Node>();
  const groups = new Map<Node, readonly number[]>();
  const pending: { readonly node: Node; readonly alternation: Node | null; readonly within: Groups | null }[] = [
    { node: root, alternation: null, within: null },
  ];
  for (let next = pending.pop(); next; next = pending.pop()) {
    const { node, alternation, within } = next;
    if (node.kind === "verb" && node.verb === "alternative" && alternation) alternations.set(node, alternation);
    if (node.kind === "verb" && node.verb === "accept") {
      const slots: number[] = [];
      for (let group = within; group; group = group.outer) slots.push(group.slot);
      groups.set(node, slots);
    }
    const isLook = node.kind === "look";
    const inside = {
      alternation: isLook ? null : node.kind === "alternation" ? node : alternation,
      within: isLook ? null : node.kind === "group" && node.capture !== null ? { slot: node.capture, outer: within } : within,
    };
    for (const child of childrenOf(node)) pending.push({ node: child, ...inside });
  }
  return { alternations, groups };
}

export interface Facts {
  readonly canBeEmpty: boolean;
  /** The first and last slot of the capturing groups inside; nought where there is none. */
  readonly firstSlot: number;
  readonly lastSlot: number;
}

/** What the compiler asks of each node, found from the inside out. */
export function gatherFacts(root: Node): Map<Node, Facts> {
  const facts = new Map<Node, Facts>();
  const outerFirst = [...walk(root)];
  for (const node of outerFirst.reverse()) {
    const inner = childrenOf(node).map((child) => facts.get(child) as Facts);
    const numbers = inner.filter((f) => f.lastSlot > 0);
    const own = node.kind === "group" && node.capture !== null ? node.capture : 0;
    facts.set(node, {
      canBeEmpty: canBeEmpty(node, inner),
      firstSlot: own || (numbers[0]?.firstSlot ?? 0),
      lastSlot: Math.max(own, numbers.at(-1)?.lastSlot ?? 0),
    });
  }
  return facts;
}

function canBeEmpty(node: Node, inner: readonly Facts[]): boolean {
  switch (node.kind) {
    case "character":
    case "any":
      return false;
    case "set":
      return node.strings.includes("");
    case "sequence":
      return inner.every((f) => f.canBeEmpty);
    case "alternation":
      return inner.some((f) => f.canBeEmpty);
    case "conditional":
      return waysOf(inner).some((f) => f.canBeEmpty);
    case "call":
    case "verb":
    case "keep":
      return true;
    case "group":
    case "atomic":
      return (inner[0] as Facts).canBeEmpty;
    case "quantifier":
      return node.min === 0 || (inner[0] as Facts).canBeEmpty;
    case "empty":
    case "assertion":
    case "look":
    case "back-reference":
      return true;
    default:
      return unknownNode(node);
  }
}

/** Whether CR or LF is written in a pattern, by itself or in a set, and not as a class. */
export function asksForLineEnd(root: Node): boolean {
  const isOne = (codePoint: number): boolean => codePoint === 0x0a || codePoint === 0x0d;
  for (const node of walkWritten(root)) {
    if (node.kind === "character" && isOne(node.codePoint)) return true;
    if (node.kind === "set" && node.items.some((item) => item.kind === "range" && (isOne(item.from) || isOne(item.to)))) return true;
  }
  return false;
}
