/**
 * Captures that may be there still though their turn of a quantifier went on another way: where a way is given up, Perl
 * (5.36, regexec.c, UNWIND_PAREN) undoes of what groups took only what has a higher number than all groups that were closed
 * when the choice was come to. In the first turn that is all; in a later one it is nothing.
 */
import { type CharSet, FULL_SET, intersection, unionOf } from "../charset/charset.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, type NodeOf, walk, waysOf } from "../syntax/tree.ts";

/** What is known of a part: of the ways through it, and of the captures on them. */
interface Known {
  /** A group in it captures. */
  readonly captures: boolean;
  /** There is a way through it on which one of its groups does not. */
  readonly optional: boolean;
  /** There is a choice in it. */
  readonly chooses: boolean;
  /** A group in it can capture before any character is taken. */
  readonly early: boolean;
  /** A choice in it may be gone back to over a capture that is not made again. */
  readonly leaves: boolean;
  /** What it begins with, and whether it may take nothing. */
  readonly first: CharSet;
  readonly empty: boolean;
}

/** @param isTried whether the turns of a quantifier are tried one by one: then all that its groups took is undone with a turn */
export function outlastsTurns(root: Node, isTried: (quantifier: NodeOf<"quantifier">) => boolean): boolean {
  const known = new Map<Node, Known>();
  for (const node of [...walk(root)].reverse()) {
    const own = knownOf(
      node,
      childrenOf(node).map((child) => known.get(child) as Known),
      isTried,
    );
    if (node.kind === "quantifier" && node.max > 1 && own.leaves && isTried(node)) return true;
    known.set(node, own);
  }
  return false;
}

function knownOf(node: Node, inner: readonly Known[], isTried: (quantifier: NodeOf<"quantifier">) => boolean): Known {
  const together = {
    captures: inner.some((each) => each.captures),
    optional: inner.some((each) => each.optional),
    chooses: inner.some((each) => each.chooses),
    early: inner.some((each) => each.early),
    leaves: inner.some((each) => each.leaves),
    first: FULL_SET,
    empty: true,
  };
  switch (node.kind) {
    case "character":
    case "any":
    case "set":
      return { ...together, first: node.kind === "set" && node.strings.length > 0 ? FULL_SET : charactersOf(node), empty: false };
    case "sequence": {
      const choice = inner.findIndex((each) => each.chooses);
      const leaves = choice >= 0 && inner.some((each, i) => i > choice && each.optional);
      return { ...together, leaves: together.leaves || leaves, ...beginning(inner) };
    }
    case "alternation": {
      const leaves = together.leaves || (together.captures && hasAnotherWay(inner));
      return { ...together, optional: together.captures, chooses: true, leaves, ...beginningOfOne(inner) };
    }
    case "conditional": {
      const ways = waysOf(inner);
      return { ...together, optional: ways.some((each) => each.captures) || together.optional };
    }
    case "group": {
      const [body] = inner as [Known];
      return node.capture === null ? body : { ...body, captures: true, early: body.early || body.empty };
    }
    case "atomic":
      return inner[0] as Known;
    case "quantifier": {
      const [body] = inner as [Known];
      const { min, max } = node;
      return {
        ...body,
        optional: body.optional || (min === 0 && body.captures),
        chooses: body.chooses || (min < max && !isTried(node)),
        empty: body.empty || min === 0,
      };
    }
    case "look":
      return { ...together, optional: together.captures, first: [] };
    case "empty":
    case "assertion":
    case "keep":
      return { ...together, first: [] };
    default:
      return together;
  }
}

/** What parts one after the other begin with. */
function beginning(items: readonly Known[]): Pick<Known, "first" | "empty"> {
  const end = items.findIndex((item) => !item.empty);
  const begins = end < 0 ? items : items.slice(0, end + 1);
  return { first: begins.length === 1 ? (begins[0] as Known).first : unionOf(begins.map(({ first }) => first)), empty: end < 0 };
}

const beginningOfOne = (branches: readonly Known[]): Pick<Known, "first" | "empty"> => ({
  first: unionOf(branches.map(({ first }) => first)),
  empty: branches.some(({ empty }) => empty),
});

/** Alternatives that are held against each other; of more it is taken for granted that two can be gone into at one place. */
const MOST_ALTERNATIVES = 200;

/** Whether an alternative that captures can be given up for one behind it. */
function hasAnotherWay(branches: readonly Known[]): boolean {
  if (branches.length > MOST_ALTERNATIVES) return true;
  return branches.some((each, i) => (each.early && i + 1 < branches.length) || (each.captures && branches.slice(i + 1).some((other) => meets(each, other))));
}

/** Whether two alternatives can both be gone into at one place. */
const meets = (one: Known, other: Known): boolean => one.empty || other.empty || intersection(one.first, other.first).length > 0;
