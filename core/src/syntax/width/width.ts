/**
 * The widths of parts of a pattern, for dialects whose lookbehinds must have a known width.
 * Counted as Python's re does: a lookaround has width 0, a back-reference that of its group.
 */

import { type Diagnostic, diagnostic } from "../../diagnostic/diagnostic.ts";
import type { Lookbehind } from "../../dialect/dialect.ts";
import { leastOf, mostOf } from "../../lists.ts";
import { childrenOf, type Node, type NodeOf, settleLook, standsForMore, unknownNode, walk, walkWritten, waysOf } from "../tree.ts";
import { Reckoning } from "./bounded.ts";

export interface Width {
  readonly least: number;
  /** Infinity if there is no bound. */
  readonly most: number;
}

const NONE: Width = { least: 0, most: 0 };
const ONE: Width = { least: 1, most: 1 };

const ANY: Width = { least: 0, most: Number.POSITIVE_INFINITY };

const times = (width: number, count: number): number => (width === 0 || count === 0 ? 0 : width * count);

/**
 * The widths of all nodes, computed from the inside out.
 * @param renumbers whether a group numbers its alternatives anew: then a reference can have any width (PCRE2_DUPCAPUSED)
 */
export function widthsOf(root: Node, rule: Lookbehind = "any-width", renumbers = false): ReadonlyMap<Node, Width> {
  const widths = new Map<Node, Width>();
  /** The first group of each slot: a subroutine call refers to that one. */
  const groups = new Map<number, Node>();
  for (const node of walk(root)) if (node.kind === "group" && node.capture !== null && !groups.has(node.capture)) groups.set(node.capture, node);
  const widthOfSlot = (slot: number): Width | undefined => {
    const group = groups.get(slot);
    // A part that depends on its own width can have any width.
    return group && (widths.get(group) ?? ANY);
  };
  // A node is computed after its children and after the group that it calls or refers to.
  const open = new Set<Node>();
  const pending: { readonly node: Node; readonly ready: boolean }[] = [{ node: root, ready: false }];
  for (let task = pending.pop(); task; task = pending.pop()) {
    const { node, ready } = task;
    if (ready) {
      const isStrict = rule === "one-width-each" || (rule === "furthest-first" && node.kind === "call");
      // In Perl a reference can have any width.
      const isFree = (rule === "furthest-first" || renumbers) && node.kind === "back-reference";
      const isUnbound = isFree || (rule === "furthest-first" && isBoundless(node, widths));
      widths.set(node, isUnbound ? ANY : isStrict ? strictWidthOf(node, widths, widthOfSlot) : widthOf(node, widths, widthOfSlot));
      continue;
    }
    if (widths.has(node) || open.has(node)) continue;
    open.add(node);
    pending.push({ node, ready: true });
    const group = node.kind === "call" ? groups.get(node.slot) : node.kind === "back-reference" ? groups.get(node.slots[0] ?? 0) : undefined;
    if (group) pending.push({ node: group, ready: false });
    for (const child of childrenOf(node)) pending.push({ node: child, ready: false });
  }
  return widths;
}

/** Whether a quantifier repeats an unbounded part. Perl treats it as unbounded, even with a count of 0. */
const isBoundless = (node: Node, widths: ReadonlyMap<Node, Width>): boolean =>
  node.kind === "quantifier" && widths.get(node.body)?.most === Number.POSITIVE_INFINITY;

/**
 * The width as PCRE2 computes it (10.42, get_branchlength). A quantifier with a variable count has no width, even if its
 * body is empty. Neither has a reference or call inside its own group, nor one that can mean several groups. A verb that
 * ends an alternative ends the count.
 */
function strictWidthOf(node: Node, widths: ReadonlyMap<Node, Width>, widthOfSlot: (slot: number) => Width | undefined): Width {
  switch (node.kind) {
    case "quantifier": {
      const { least, most } = widths.get(node.body) ?? NONE;
      if (node.body.kind === "look" && !node.body.behind) return NONE;
      const width = { least: times(least, node.min), most: times(most, node.max) };
      // A variable count, or several widths, is no single width, even if the results are equal.
      return (node.min === node.max && least === most) || width.least !== width.most ? width : ANY;
    }
    case "back-reference":
    case "call": {
      const slots = node.kind === "call" ? [node.slot] : node.slots;
      return (slots.length === 1 ? widthOfSlot(slots[0] as number) : undefined) ?? ANY;
    }
    case "sequence": {
      const ends = node.items.findIndex((item) => item.kind === "verb" && (item.verb === "accept" || item.verb === "fail"));
      const counted = (ends < 0 ? node.items : node.items.slice(0, ends)).map((item) => widths.get(item) ?? NONE);
      return counted.reduce((sum, each) => ({ least: sum.least + each.least, most: sum.most + each.most }), NONE);
    }
    default:
      return widthOf(node, widths, widthOfSlot);
  }
}

function widthOf(node: Node, widths: ReadonlyMap<Node, Width>, widthOfSlot: (slot: number) => Width | undefined): Width {
  const inner = childrenOf(node).map((child) => widths.get(child) ?? NONE);
  switch (node.kind) {
    case "character":
    case "any":
      return ONE;
    case "set":
      return widthOfSet(node);
    case "group":
    case "atomic":
      return inner[0] as Width;
    case "back-reference":
      return widthOfSlot(node.slots[0] ?? 0) ?? NONE;
    case "sequence":
      return inner.reduce((sum, each) => ({ least: sum.least + each.least, most: sum.most + each.most }), NONE);
    case "alternation":
    case "conditional":
      return (node.kind === "conditional" ? waysOf(inner) : inner).reduce((both, each) => ({
        least: Math.min(both.least, each.least),
        most: Math.max(both.most, each.most),
      }));
    case "quantifier": {
      const { least, most } = inner[0] as Width;
      return { least: times(least, node.min), most: times(most, node.max) };
    }
    case "call":
      return widthOfSlot(node.slot) ?? ANY;
    case "empty":
    case "assertion":
    case "look":
    case "verb":
    case "keep":
      return NONE;
    default:
      return unknownNode(node);
  }
}

function widthOfSet({ strings }: NodeOf<"set">): Width {
  const lengths = strings.map((string) => Array.from(string).length);
  return strings.length === 0 ? ONE : { least: Math.min(1, leastOf(lengths)), most: Math.max(1, mostOf(lengths)) };
}

/** The parts of a lookbehind that must each have a fixed width. */
const PARTS_OF_ONE_WIDTH: Readonly<Record<Exclude<Lookbehind, "any-width" | "bounded" | "furthest-first">, (body: Node) => readonly Node[]>> = {
  "one-width": (body) => [body],
  "one-width-each": (body) => (body.kind === "alternation" ? body.branches : [body]),
};

/** The furthest that Perl steps back. */
const LONGEST_BEHIND = 255;

/** Sets the widths of lookbehinds in dialects that need them; reports a diagnostic for each that has none. */
export function settleLookbehinds(root: Node, rule: Lookbehind, renumbers: boolean): Diagnostic[] {
  const diagnostics: Diagnostic[] = [];
  if (rule === "any-width") return diagnostics;
  const lookbehinds = [...walkWritten(root)]
    .filter((node): node is NodeOf<"look"> => node.kind === "look" && node.behind && !standsForMore(node))
    .sort((one, other) => one.end - other.end);
  if (lookbehinds.length === 0) return diagnostics;
  const widths = widthsOf(root, rule, renumbers);
  if (rule === "bounded") {
    const reckoning = new Reckoning(root);
    return lookbehinds.flatMap((look) => reckoning.settle(look, widths.get(look.body)));
  }
  if (rule === "furthest-first") {
    for (const look of lookbehinds) {
      const { least, most } = widths.get(look.body) ?? NONE;
      if (most > LONGEST_BEHIND) diagnostics.push(diagnostic("lookbehind-long", look, LONGEST_BEHIND));
      settleLook(look, { widths: [most], ...(most > least && { back: least - most }) });
    }
    return diagnostics;
  }
  for (const look of lookbehinds) {
    const parts = PARTS_OF_ONE_WIDTH[rule](look.body);
    const settled = parts.map((part) => widths.get(part) ?? NONE);
    settled.forEach(({ least, most }, i) => {
      if (least === most) return;
      const at = parts.length === 1 ? look : (parts[i] as Node);
      diagnostics.push(diagnostic("lookbehind-width", at, least, most === Number.POSITIVE_INFINITY ? "any number of" : most));
    });
    const counts = settled.map(({ least }) => least);
    settleLook(look, { widths: new Set(counts).size === 1 ? counts.slice(0, 1) : counts });
  }
  return diagnostics;
}
