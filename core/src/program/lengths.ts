/** How long a match of a program can be. */
import { leastOf, mostOf } from "../lists.ts";
import { oncePer } from "../once.ts";
import { childrenOf, type Node, unknownNode, walk, waysOf } from "../syntax/tree.ts";
import type { Program } from "./program.ts";

/** In UTF-16 code units; `most` is Infinity where there is no bound. */
export interface Lengths {
  readonly least: number;
  readonly most: number;
}

/** The least and the most code units that a match can have. */
export const lengthsOf = oncePer((program: Program): Lengths => findLengths(program));

function findLengths(program: Program): Lengths {
  const found = new Map<Node, Lengths>();
  const outerFirst = [...walk(program.root)];
  const two = program.options.codePoints;
  for (const node of outerFirst.reverse()) {
    const children = childrenOf(node);
    const inner = children.length === 0 ? NONE : children.map((child) => found.get(child) as Lengths);
    found.set(node, lengthOf(node, inner, two));
  }
  return found.get(program.root) as Lengths;
}

const NONE: readonly Lengths[] = [];
const EMPTY: Lengths = { least: 0, most: 0 };
const ONE: Lengths = { least: 1, most: 1 };
const TWO: Lengths = { least: 2, most: 2 };

function lengthOf(node: Node, inner: readonly Lengths[], codePoints: boolean): Lengths {
  const times = (length: number, count: number) => (length === 0 || count === 0 ? 0 : length * count);
  switch (node.kind) {
    case "character":
      // Case folding never leads from one plane to another.
      return node.codePoint > 0xffff ? TWO : ONE;
    case "any":
      return { least: 1, most: codePoints ? 2 : 1 };
    case "set": {
      const strings = node.strings.map((s) => s.length);
      return { least: Math.min(1, leastOf(strings)), most: Math.max(codePoints ? 2 : 1, mostOf(strings.map((l) => 2 * l))) };
    }
    case "group":
    case "atomic":
      return inner[0] as Lengths;
    case "sequence":
      return inner.reduce((sum, each) => ({ least: sum.least + each.least, most: sum.most + each.most }), { least: 0, most: 0 });
    // A verb can end the match where it stands.
    case "call":
    case "verb":
    case "back-reference":
      return { least: 0, most: Number.POSITIVE_INFINITY };
    case "alternation":
    case "conditional": {
      const ways = node.kind === "conditional" ? waysOf(inner) : inner;
      return { least: leastOf(ways.map((i) => i.least)), most: mostOf(ways.map((i) => i.most)) };
    }
    case "quantifier": {
      const { least, most } = inner[0] as Lengths;
      return { least: times(least, node.min), most: times(most, node.max) };
    }
    case "empty":
    case "assertion":
    case "look":
    case "keep":
      return EMPTY;
    default:
      return unknownNode(node);
  }
}
