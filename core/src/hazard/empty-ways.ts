/**
 * In how many ways the machine can go between two characters. Turns that are required may take nothing, so
 * `(?:a?|b?){20}` goes 2^20 ways where neither letter stands: a number that does not grow with the text, so that no
 * ambiguity shows it, and that every offset can pay all the same.
 */
import { mostOf } from "../lists.ts";
import type { Program } from "../program/program.ts";
import { childrenOf, type Node, unknownNode, walk } from "../syntax/tree.ts";

interface Ways {
  /** Ways through the node that take nothing. */
  readonly through: number;
  /** The most ways from one place in the node, or its beginning, to another, or its end, that take nothing. */
  readonly most: number;
  /** The most from one place in the node to its end. */
  readonly out: number;
}

/** More than can be counted is as good as this. */
const COUNTLESS = 1e12;
const NONE: Ways = { through: 0, most: 1, out: 1 };
const ONE: Ways = { through: 1, most: 1, out: 1 };

/** At least as many ways as the program can go between two characters. */
export function emptyWaysOf({ root, loops }: Program): number {
  const emptyIsLast = new Map(loops.map((loop) => [loop.node as Node, loop.emptyIsLast]));
  const found = new Map<Node, Ways>();
  // Inner nodes come after outer ones.
  for (const node of [...walk(root)].reverse()) {
    const inner = childrenOf(node).map((child) => found.get(child) as Ways);
    const { through, most, out } = waysOf(node, inner, emptyIsLast.get(node) === true);
    found.set(node, { through: Math.min(through, COUNTLESS), most: Math.min(most, COUNTLESS), out: Math.min(out, COUNTLESS) });
  }
  return (found.get(root) as Ways).most;
}

function waysOf(node: Node, inner: readonly Ways[], emptyIsLast: boolean): Ways {
  const [body = ONE] = inner;
  switch (node.kind) {
    case "character":
    case "any":
      return NONE;
    case "set":
      return node.strings.includes("") ? ONE : NONE;
    case "empty":
    case "assertion":
    case "back-reference":
    case "call":
    case "verb":
    case "keep":
      return ONE;
    case "group":
      return body;
    // Out of these there is one way at most.
    case "look":
      return { through: 1, most: body.most, out: 1 };
    case "atomic":
      return settled(body);
    case "alternation":
    case "conditional": {
      // A lookaround that is asked adds no way of its own to the two.
      const through = inner.reduce((sum, ways) => sum + ways.through, 0);
      return { through, most: Math.max(through, mostOf(inner.map(({ most }) => most))), out: Math.max(through, mostOf(inner.map(({ out }) => out))) };
    }
    case "sequence":
      return inSequence(inner);
    case "quantifier":
      // What is possessive is settled when it is through.
      return node.mode === "possessive" ? settled(repeated(node.min, node.max, body, emptyIsLast)) : repeated(node.min, node.max, body, emptyIsLast);
    default:
      return unknownNode(node);
  }
}

const settled = ({ through, most }: Ways): Ways => ({ through: Math.min(1, through), most, out: 1 });

function inSequence(items: readonly Ways[]): Ways {
  let most = 1;
  /** Ways that come to the item from the farthest place that can. */
  let coming = 1;
  for (const item of items) {
    most = Math.max(most, coming * item.most);
    coming = Math.max(item.out, coming * item.through);
  }
  return { through: items.reduce((product, { through }) => product * through, 1), most, out: coming };
}

/** A turn beyond the least number that takes nothing fails, or is the last one. */
function repeated(min: number, max: number, { through, most, out }: Ways, emptyIsLast: boolean): Ways {
  const beyond = max > min && emptyIsLast ? 1 + through : 1;
  const turns = Math.max(1, min);
  // Out of one turn, through all those that are required, and into another.
  const between = through === 0 ? 1 : turns * through ** (turns - 1) * beyond;
  return { through: min === 0 ? beyond : through ** min * beyond, most: (max > 1 ? out * most : most) * between, out: out * between };
}
