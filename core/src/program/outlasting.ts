/**
 * Captures that can survive backtracking inside an iteration of a quantifier (Perl).
 *
 * When Perl backtracks to a choice (5.36, regexec.c, UNWIND_PAREN), it clears only the groups with a higher number than
 * every group that was closed when the choice was made. In the first iteration no group is closed, so all captures are
 * cleared. In a later iteration the groups of the loop are closed already, so none is.
 */
import { type CharSet, FULL_SET, intersection, unionOf } from "../charset/charset.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, type NodeOf, walk, waysOf } from "../syntax/tree.ts";

/** Facts about a part of the pattern: its matches, and the captures that they make. */
interface Known {
  /** It contains a capturing group. */
  readonly captures: boolean;
  /** It can match without setting all of its groups. */
  readonly optional: boolean;
  /** It contains a choice. */
  readonly chooses: boolean;
  /** A group in it can be closed before a character is consumed. */
  readonly early: boolean;
  /** The machine can backtrack to a choice in it past a capture that the other way does not make again. */
  readonly leaves: boolean;
  /** The characters that it can begin with, and whether it can be empty. */
  readonly first: CharSet;
  readonly empty: boolean;
}

/** @param isTried whether Perl tries the iterations of a quantifier one by one; giving up such an iteration undoes all its captures */
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

/** The characters that a sequence of parts can begin with. */
function beginning(items: readonly Known[]): Pick<Known, "first" | "empty"> {
  const end = items.findIndex((item) => !item.empty);
  const begins = end < 0 ? items : items.slice(0, end + 1);
  return { first: begins.length === 1 ? (begins[0] as Known).first : unionOf(begins.map(({ first }) => first)), empty: end < 0 };
}

const beginningOfOne = (branches: readonly Known[]): Pick<Known, "first" | "empty"> => ({
  first: unionOf(branches.map(({ first }) => first)),
  empty: branches.some(({ empty }) => empty),
});

/** Alternatives that are compared with each other. With more of them, two are assumed to begin with a common character. */
const MOST_ALTERNATIVES = 200;

/** Whether the machine can backtrack from an alternative that captures to a later one. */
function hasAnotherWay(branches: readonly Known[]): boolean {
  if (branches.length > MOST_ALTERNATIVES) return true;
  return branches.some((each, i) => (each.early && i + 1 < branches.length) || (each.captures && branches.slice(i + 1).some((other) => meets(each, other))));
}

/** Whether two alternatives can begin with the same character. */
const meets = (one: Known, other: Known): boolean => one.empty || other.empty || intersection(one.first, other.first).length > 0;
