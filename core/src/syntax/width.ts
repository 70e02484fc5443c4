/**
 * How many characters a part of a pattern can take, for dialects whose lookbehinds must have widths that are known.
 * Counted as python's re counts: lookarounds take nothing, a back-reference what its group takes.
 */
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { Lookbehind } from "../dialect/dialect.ts";
import { childrenOf, type Node, unknownNode, walk } from "./tree.ts";

export interface Width {
  readonly least: number;
  /** Infinity where there is no bound. */
  readonly most: number;
}

const NONE: Width = { least: 0, most: 0 };
const ONE: Width = { least: 1, most: 1 };

const times = (width: number, count: number): number => (width === 0 || count === 0 ? 0 : width * count);

/** The widths of all parts of the pattern, found from the inside out and in the pattern's order. */
export function widthsOf(root: Node): ReadonlyMap<Node, Width> {
  const widths = new Map<Node, Width>();
  const groups = new Map<number, Width>();
  // Reversed, an order of outer before inner and left before right gives inner before outer, but right before left;
  // groups must come before the references to them, so those are filled in by a second pass.
  const order = [...walk(root)].reverse();
  for (const turn of [0, 1]) {
    for (const node of order) {
      const width = widthOf(node, widths, groups);
      widths.set(node, width);
      if (turn === 0 && node.kind === "group" && node.capture !== null) groups.set(node.capture, width);
    }
  }
  return widths;
}

function widthOf(node: Node, widths: ReadonlyMap<Node, Width>, groups: ReadonlyMap<number, Width>): Width {
  const inner = childrenOf(node).map((child) => widths.get(child) ?? NONE);
  switch (node.kind) {
    case "character":
    case "any":
    case "set":
      return ONE;
    case "group":
    case "atomic":
      return inner[0] as Width;
    case "back-reference":
      return groups.get(node.slots[0] ?? 0) ?? NONE;
    case "sequence":
      return inner.reduce((sum, each) => ({ least: sum.least + each.least, most: sum.most + each.most }), NONE);
    case "alternation":
    case "conditional":
      return { least: Math.min(...inner.map((w) => w.least)), most: Math.max(...inner.map((w) => w.most)) };
    case "quantifier": {
      const { least, most } = inner[0] as Width;
      return { least: times(least, node.min), most: times(most, node.max) };
    }
    case "empty":
    case "assertion":
    case "look":
      return NONE;
    default:
      return unknownNode(node);
  }
}

/** The parts of a lookbehind that must each have one width. */
const PARTS_OF_ONE_WIDTH: Readonly<Record<Exclude<Lookbehind, "any-width">, (body: Node) => readonly Node[]>> = {
  "one-width": (body) => [body],
  "one-width-each": (body) => (body.kind === "alternation" ? body.branches : [body]),
};

/** Gives lookbehinds their widths, in a dialect that asks for such; what has none is said. */
export function settleLookbehinds(root: Node, lookbehinds: readonly Node[], rule: Lookbehind): Diagnostic[] {
  const diagnostics: Diagnostic[] = [];
  if (lookbehinds.length === 0 || rule === "any-width") return diagnostics;
  const widths = widthsOf(root);
  for (const look of lookbehinds) {
    if (look.kind !== "look") continue;
    const parts = PARTS_OF_ONE_WIDTH[rule](look.body);
    const settled = parts.map((part) => widths.get(part) ?? NONE);
    settled.forEach(({ least, most }, i) => {
      if (least === most) return;
      const at = parts.length === 1 ? look : (parts[i] as Node);
      diagnostics.push(diagnostic("lookbehind-width", at, least, most === Number.POSITIVE_INFINITY ? "any number of" : most));
    });
    const counts = settled.map(({ least }) => least);
    // The one place where a node is not whole when it is made: its widths are known only when all groups are.
    (look as { widths: readonly number[] | null }).widths = new Set(counts).size === 1 ? counts.slice(0, 1) : counts;
  }
  return diagnostics;
}
