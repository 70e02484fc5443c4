/**
 * A text that every match of a pattern holds, so that a search can look for it first, by the host string's own means,
 * and pass over whatever comes before it.
 */

import { type CharSet, countOf } from "../charset/charset.ts";
import { leastOf, mostOf } from "../lists.ts";
import { oncePer } from "../once.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, type NodeOf, unknownNode, walk, waysOf } from "../syntax/tree.ts";
import type { Program } from "./program.ts";

/** In UTF-16 code units. */
export interface RequiredText {
  readonly text: string;
  /** How far behind the match's start it begins: at least, and at most; Infinity where there is no bound. */
  readonly least: number;
  readonly most: number;
  /** Whether the match is this text and nothing else, wherever it stands. */
  readonly whole: boolean;
}

const LATIN = 0x100;
/** A longer text is found no sooner. */
const MAX_TEXT = 100;

/** What is known of a node: how long it is, and the best text that is in it whatever it takes. */
interface Known {
  readonly least: number;
  readonly most: number;
  /** The one text that it takes, where it takes only one; zero-width items take the empty text. */
  readonly exact: string | null;
  /** Whether it asks for nothing besides that text. */
  readonly plain: boolean;
  readonly best: Omit<RequiredText, "whole"> | null;
  /** A set without Latin characters, one of which is in it whatever it takes; the smallest that is known. */
  readonly beyond: CharSet | null;
}

/** What every match of a program holds; null where nothing is known. */
export interface Required {
  readonly text: RequiredText | null;
  /** One character of this set, of which none is a Latin one. */
  readonly beyond: CharSet | null;
}

export const requiredOf = oncePer(({ root, options }: Program): Required => {
  const facts = new Map<Node, Known>();
  for (const node of [...walk(root)].reverse()) {
    facts.set(
      node,
      knownOf(
        node,
        childrenOf(node).map((child) => facts.get(child) as Known),
        options.codePoints,
      ),
    );
  }
  const { best, exact, plain, beyond } = facts.get(root) as Known;
  if (best === null) return { text: null, beyond };
  // Half of a pair is found in the middle of one, where code points are read.
  const whole = exact === best.text && plain && (!options.codePoints || !hasSurrogates(best.text));
  return { text: { ...best, whole }, beyond };
});

const EMPTY: Known = { least: 0, most: 0, exact: "", plain: true, best: null, beyond: null };
const ZERO_WIDTH: Known = { ...EMPTY, plain: false };
const ANYTHING: Known = { least: 0, most: Number.POSITIVE_INFINITY, exact: null, plain: false, best: null, beyond: null };

function knownOf(node: Node, inner: readonly Known[], codePoints: boolean): Known {
  switch (node.kind) {
    case "empty":
      return EMPTY;
    case "assertion":
    case "look":
      return ZERO_WIDTH;
    // Programs with these are not looked through for texts.
    case "call":
    case "verb":
    case "keep":
      return ANYTHING;
    case "character":
    case "any":
    case "set":
      return knownItem(node, codePoints);
    case "back-reference":
      return ANYTHING;
    case "group": {
      const body = inner[0] as Known;
      return node.capture === null ? body : { ...body, plain: false };
    }
    case "atomic":
      return { ...(inner[0] as Known), plain: false };
    case "sequence":
      return inSequence(inner);
    case "alternation":
    case "conditional": {
      const [only] = inner;
      if (inner.length === 1 && only && node.kind === "alternation") return only;
      const ways = node.kind === "conditional" ? waysOf(inner) : inner;
      return { ...ANYTHING, least: leastOf(ways.map(({ least }) => least)), most: mostOf(ways.map(({ most }) => most)) };
    }
    case "quantifier": {
      const { min, max } = node;
      const body = inner[0] as Known;
      const times = (length: number, count: number): number => (length === 0 || count === 0 ? 0 : length * count);
      const once = min === 1 && max === 1;
      // The first turn is always there.
      return {
        least: times(body.least, min),
        most: times(body.most, max),
        exact: once ? body.exact : null,
        plain: once && body.plain,
        best: min > 0 ? body.best : null,
        beyond: min > 0 ? body.beyond : null,
      };
    }
    default:
      return unknownNode(node);
  }
}

function knownItem(node: NodeOf<"character" | "any" | "set">, codePoints: boolean): Known {
  const set = node.kind === "set" && node.strings.length > 0 ? undefined : charactersOf(node);
  if (!set) return ANYTHING;
  const [from, to] = set;
  if (set.length === 2 && from === to && from !== undefined) {
    const text = String.fromCodePoint(from);
    return { least: text.length, most: text.length, exact: text, plain: true, best: { text, least: 0, most: 0 }, beyond: null };
  }
  const wide = codePoints && (set.at(-1) ?? 0) > 0xffff;
  const beyond = from === undefined || from >= LATIN ? set : null;
  return { least: 1, most: wide ? 2 : 1, exact: null, plain: false, best: null, beyond };
}

/** Texts that stand side by side are one; of all that are found, a longer one is better, and one that is not far from the start. */
function inSequence(items: readonly Known[]): Known {
  let [least, most] = [0, 0];
  let best: Known["best"] = null;
  let run = "";
  let [runLeast, runMost] = [0, 0];
  let exact: string | null = "";
  let plain = true;
  let beyond: CharSet | null = null;
  const offer = (text: string, from: number, to: number): void => {
    if (text !== "" && (!best || worth(text, to) > worth(best.text, best.most))) best = { text, least: from, most: to };
  };
  for (const item of items) {
    plain &&= item.plain;
    if (item.beyond && (!beyond || countOf(item.beyond) < countOf(beyond))) beyond = item.beyond;
    if (item.exact === null || run.length > MAX_TEXT) {
      offer(run, runLeast, runMost);
      if (item.best) offer(item.best.text, least + item.best.least, most + item.best.most);
      run = "";
      exact = null;
    } else {
      if (run === "") [runLeast, runMost] = [least, most];
      run += item.exact;
      if (exact !== null) exact += item.exact;
    }
    least += item.least;
    most += item.most;
    if (run === "") [runLeast, runMost] = [least, most];
  }
  offer(run, runLeast, runMost);
  return { least, most, exact, plain, best, beyond };
}

/** A text that is far from the match's start says only that there is a match at all. */
const worth = (text: string, most: number): number => Math.min(text.length, 8) * (most === Number.POSITIVE_INFINITY ? 1 : 3);

function hasSurrogates(text: string): boolean {
  for (let i = 0; i < text.length; i++) if ((text.charCodeAt(i) & 0xf800) === 0xd800) return true;
  return false;
}
