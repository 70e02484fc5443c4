/**
 * The shapes of pattern that can be written in another way: a table, each with what it looks for and what it proposes.
 * A proposal is a change of the tree: parts, each with the tree that stands in its place. Whether the pattern then means
 * the same, and whether it helps, is found out afterwards, so a shape may propose freely.
 */

import { complement, EMPTY_SET, intersection, setOfText, subtract } from "../../charset/charset.ts";
import { leastOf, mostOf } from "../../lists.ts";
import {
  asserted,
  type CharacterNode,
  inSequence,
  isOfOneCharacter,
  itemsOf,
  joined,
  lookedFor,
  nothing,
  oneOf,
  repeated,
  setOf,
  settled,
} from "../../syntax/build.ts";
import { charactersOf } from "../../syntax/characters.ts";
import type { Reading } from "../../syntax/read.ts";
import { childrenOf, type Node, type NodeOf, rewrite, type Span, walk, walkWritten } from "../../syntax/tree.ts";
import type { Finding } from "../hazard.ts";
import type { HazardMode } from "../modes.ts";

/** What a shape is shown: the pattern, and where the finding's quantifiers are. */
export interface Scene {
  readonly reading: Reading;
  readonly parts: readonly Span[];
  /** Whether the search's restarts are one of the loops. */
  readonly restarts: boolean;
  readonly mode: HazardMode;
  readonly parents: ReadonlyMap<Node, Node>;
}

/** Parts of the pattern, each with what stands in its place. */
export type Change = ReadonlyMap<Node, Node>;

export interface Shape {
  /** What was done, as a clause for a sentence that begins with “Repair:”. */
  readonly done: string;
  /** Whether it is worth showing where it changes which texts are accepted. */
  readonly mayChange: boolean;
  propose(scene: Scene): Iterable<Change>;
}

export type ShapeName = keyof typeof SHAPES;

/** A loop that needs no more than this is enough for what people type; a guess, and shown as one. */
export const BOUND = 64;

type Quantifier = NodeOf<"quantifier">;

export function sceneOf(reading: Reading, { parts, restarts }: Pick<Finding, "parts" | "restarts">, mode: HazardMode): Scene {
  const parents = new Map<Node, Node>();
  for (const node of walk(reading.root)) for (const child of childrenOf(node)) parents.set(child, node);
  return { reading, parts, restarts, mode, parents };
}

export const SHAPES = {
  "one-loop": {
    done: "a loop inside a loop made one",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const outer of quantifiersAt(reading, parts)) {
        const inner = soleItem(outer.body);
        if (inner?.kind !== "quantifier") continue;
        const many = { ...outer, min: Math.min(inner.min, outer.min, 1), max: Number.POSITIVE_INFINITY };
        yield change([outer, inner.min > 0 && outer.min === 0 ? repeated(outer.body, 0, 1) : outer.body]);
        yield change([inner, inner.body], [outer, many]);
        if (isPlainGroup(outer.body)) yield change([outer, { ...many, body: inner.body }]);
      }
    },
  },
  "one-turn": {
    done: "an optional part of a loop moved out of it",
    mayChange: false,
    *propose({ reading, parts }) {
      // (?:X+ S?)+ is X+ (?:S X+)* S?.
      for (const outer of quantifiersAt(reading, parts)) {
        const items = itemsOf(innerOf(outer.body));
        const [loop, separator] = items;
        if (items.length !== 2 || outer.body.kind !== "group" || loop?.kind !== "quantifier" || separator?.kind !== "quantifier") continue;
        if (separator.min !== 0 || separator.max !== 1 || loop.min !== 1) continue;
        const all = inSequence(loop, anyNumberOf(inSequence(separator.body, loop)), separator);
        const group = isPlainGroup(outer.body) ? all : { ...outer.body, body: all };
        yield change([outer, outer.min === 0 ? repeated(group, 0, 1) : group]);
      }
    },
  },
  "covered-alternative": {
    done: "an alternative left out that others cover",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const alternation of nodesAt(reading, parts, "alternation")) {
        const { branches } = alternation;
        for (const branch of branches) yield change([alternation, oneOf(...branches.filter((other) => other !== branch))]);
      }
    },
  },
  "one-set": {
    done: "alternatives of one character made a set",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const alternation of nodesAt(reading, parts, "alternation")) {
        const items = alternation.branches.map(soleItem);
        if (items.every(isOfOneCharacter)) yield change([alternation, joined(items)]);
      }
    },
  },
  factored: {
    done: "what alternatives begin with written once",
    mayChange: false,
    *propose({ reading, parts }) {
      const text = (item: Node | undefined) => item && reading.source.pattern.slice(item.start, item.end);
      for (const alternation of nodesAt(reading, parts, "alternation")) {
        const { branches } = alternation;
        for (const [i, branch] of branches.entries()) {
          const first = itemsOf(branch);
          const alike = branches.filter((other) => text(itemsOf(other)[0]) === text(first[0]));
          if (first.length === 0 || alike.length < 2 || alike[0] !== branch) continue;
          const lists = alike.map(itemsOf);
          let common = 1;
          while (common < first.length && lists.every((list) => text(list[common]) === text(first[common]))) common++;
          const rest = oneOf(...lists.map((list) => inSequence(...list.slice(common))));
          const together = inSequence(...first.slice(0, common), rest);
          yield change([alternation, oneOf(...branches.slice(0, i), together, ...branches.slice(i + 1).filter((other) => !alike.includes(other)))]);
        }
      }
    },
  },
  apart: {
    done: "an alternative kept from taking what another begins with",
    mayChange: true,
    *propose({ reading, parts }) {
      for (const { branches } of nodesAt(reading, parts, "alternation")) {
        for (const branch of branches) {
          const first = firstTaken(branch);
          const others = branches.filter((other) => other !== branch);
          for (const other of first ? others : []) {
            const [item] = itemsOf(innerOf(other)).filter(({ kind }) => kind !== "look" && kind !== "assertion");
            if (first && item) yield* exclusions(item.kind === "quantifier" ? item.body : item, first);
          }
        }
      }
    },
  },
  "one-neighbour": {
    done: "a loop left out, or its repetition, that its neighbour covers",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const loop of quantifiersAt(reading, parts)) {
        if (loop.min === 0) yield change([loop, nothing]);
        if (loop.min === 1) yield change([loop, loop.body]);
      }
    },
  },
  "with-separator": {
    done: "a loop tied to the optional separator before it",
    mayChange: false,
    *propose({ reading, parts, parents }) {
      // S? Y* is (?:S Y*)? where what stands before covers Y.
      for (const loop of quantifiersAt(reading, parts)) {
        const before = neighbours(loop, parents).before.at(-1);
        if (before?.kind !== "quantifier" || before.min !== 0 || before.max !== 1) continue;
        // A copy: what stood for the loop in its own place is left out.
        yield change([before, repeated(inSequence(before.body, { ...loop }), 0, 1)], [loop, nothing]);
      }
    },
  },
  narrowed: {
    done: "a loop kept from taking what ends it",
    mayChange: true,
    *propose({ reading, parts, parents }) {
      const loops = quantifiersAt(reading, parts);
      const excludedBy = new Map(loops.map((loop) => [loop, charactersBehind(neighbours(loop, parents).after)]));
      // All loops that a character may end are kept from it at once, then each by itself.
      for (const excluded of [...excludedBy.values()].flat()) {
        const alike = loops.filter((loop) => excludedBy.get(loop)?.some(({ codePoint }) => codePoint === excluded.codePoint));
        const changes = alike.flatMap((loop) => [...exclusions(loop.body, excluded)].flatMap((each) => [...each]));
        if (changes.length > 1) yield new Map(changes);
      }
      for (const loop of loops) {
        for (const excluded of excludedBy.get(loop) ?? []) yield* exclusions(loop.body, excluded);
        const [excluded] = excludedBy.get(loop) ?? [];
        if (!excluded) continue;
        // What it must take it takes as before: X+ Y is X (?:not Y)* Y.
        const narrow = withoutCharacter(loop.body, excluded);
        if (narrow && loop.min > 0) yield change([loop, inSequence(loop.body, repeated(narrow, loop.min - 1, loop.max - 1, loop.mode))]);
      }
    },
  },
  "to-its-end": {
    done: "a loop kept from stopping where it could go on",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const loop of quantifiersAt(reading, parts)) {
        const body = soleItem(loop.body);
        if (loop.mode !== "greedy" || loop.max !== Number.POSITIVE_INFINITY || !isOfOneCharacter(body)) continue;
        yield change([loop, inSequence(loop, lookedFor(copyOf(body), { behind: false, negated: true }))]);
      }
    },
  },
  "to-the-last": {
    done: "a lazy loop made to go to the last character that what follows it cannot take",
    mayChange: false,
    *propose({ reading, parts, parents }) {
      // .*? X* is (?:.* not X)? X*.
      for (const loop of quantifiersAt(reading, parts)) {
        const next = neighbours(loop, parents).after.find(({ kind }) => kind === "quantifier");
        const [body, tail] = [soleItem(loop.body), next?.kind === "quantifier" ? soleItem(next.body) : undefined];
        if (loop.mode !== "lazy" || !isOfOneCharacter(body) || !isOfOneCharacter(tail)) continue;
        const last = setOf(subtract(charactersOf(body), charactersOf(tail)));
        const all = inSequence({ ...loop, min: 0, mode: "greedy" }, last);
        yield change([loop, loop.min === 0 ? repeated(all, 0, 1) : all]);
      }
    },
  },
  "not-its-beginning": {
    done: "a loop kept from taking what the pattern begins with",
    mayChange: true,
    *propose({ reading, parts, parents, restarts }) {
      if (!restarts) return;
      for (const loop of quantifiersAt(reading, parts)) {
        const opener = [...neighbours(loop, parents).before].filter((item) => item.kind === "character");
        const [first] = opener;
        if (!first) continue;
        if (opener.length === 1) yield* exclusions(loop.body, first);
        else yield change([loop, { ...loop, body: inSequence(lookedFor(inSequence(...opener), { behind: false, negated: true }), loop.body) }]);
      }
    },
  },
  "where-it-begins": {
    done: "attempts begun only where its first loop can begin",
    mayChange: false,
    *propose({ reading, parts, parents, restarts, mode }) {
      if (!restarts) return;
      for (const loop of quantifiersAt(reading, parts)) {
        if (neighbours(loop, parents).before.length > 0 || !isOfOneCharacter(loop.body)) continue;
        const atStart = lookedFor(loop.body, { behind: true, negated: true });
        yield change([loop, inSequence(atStart, loop)]);
        // Behind a match another attempt begins in the middle of what the loop takes.
        const closer = neighbours(loop, parents).after;
        if (mode === "all" && closer.length > 0 && closer.every(({ kind }) => kind === "character")) {
          const behindMatch = lookedFor(inSequence(...closer.map(copyOf)), { behind: true, negated: false });
          yield change([loop, inSequence(oneOf(atStart, behindMatch), loop)]);
        }
        // Where it need not take anything, an attempt may begin behind it, too.
        if (loop.min === 0) yield change([loop, repeated(inSequence(atStart, { ...loop, min: 1 }), 0, 1)]);
      }
    },
  },
  "where-none-has-failed": {
    done: "no attempt begun where an earlier one has read on to here",
    mayChange: false,
    *propose({ reading, parts, parents, restarts }) {
      // O X* Y is O(?<!O X*? O) X* Y: an attempt that has not come to Y from the first O does not from the second.
      if (!restarts) return;
      for (const loop of quantifiersAt(reading, parts)) {
        const { after } = neighbours(loop, parents);
        const opener = before(loop, parents).filter(({ kind }) => kind !== "assertion" && kind !== "look");
        const last = opener.at(-1);
        if (!last || last.kind === "back-reference") continue;
        const clear = clearOf(opener, loop.body, after);
        for (const between of [...withoutCloser(loop.body, after), lazily(copyOf(loop.body))]) {
          const earlier = inSequence(...clear.inFront, ...opener.map(copyOf), clear.behind(between), ...opener.map(copyOf));
          yield change([last, inSequence(last, lookedFor(earlier, { behind: true, negated: true }))]);
        }
      }
    },
  },
  "to-the-end-too": {
    done: "what is not closed taken to the end of the text",
    mayChange: true,
    *propose({ reading, parts, parents, restarts }) {
      if (!restarts) return;
      for (const loop of quantifiersAt(reading, parts)) {
        const { after } = neighbours(loop, parents);
        const others = after.findIndex(({ kind }) => kind !== "character");
        const [first, ...closer] = after.slice(0, others < 0 ? undefined : others);
        if (!first) continue;
        const either = oneOf(inSequence(copyOf(first), ...closer.map(copyOf)), asserted("text-end", EMPTY_SET));
        yield change([first, either], ...closer.map((node) => [node, nothing] as const));
      }
    },
  },
  "at-the-start": {
    done: "anchored at the start of the text",
    mayChange: true,
    *propose({ reading: { root }, restarts, mode }) {
      if (restarts && mode === "search") yield change([root, inSequence(asserted("text-start", EMPTY_SET), root)]);
    },
  },
  possessive: {
    done: "a quantifier made possessive",
    mayChange: true,
    *propose({ reading, parts }) {
      for (const loop of quantifiersAt(reading, parts)) if (loop.mode === "greedy") yield change([loop, { ...loop, mode: "possessive" }]);
    },
  },
  atomic: {
    done: "a loop made atomic",
    mayChange: true,
    *propose({ reading, parts }) {
      for (const loop of quantifiersAt(reading, parts)) yield change([loop, settled(loop)]);
    },
  },
  bounded: {
    done: `a loop given a bound of ${BOUND}`,
    mayChange: true,
    *propose({ reading, parts }) {
      for (const loop of quantifiersAt(reading, parts)) {
        if (loop.max === Number.POSITIVE_INFINITY && loop.min <= BOUND) yield change([loop, { ...loop, max: BOUND }]);
      }
    },
  },
} as const satisfies Record<string, Shape>;

const change = (...parts: readonly (readonly [Node, Node])[]): Change => new Map(parts);

const anyNumberOf = (body: Node): Node => repeated(body, 0, Number.POSITIVE_INFINITY);

/** The nodes of a kind that touch the finding: inside its quantifiers, or around one of them. */
function nodesAt<K extends Node["kind"]>(reading: Reading, parts: readonly Span[], kind: K): NodeOf<K>[] {
  const [from, to] = [leastOf(parts.map(({ start }) => start)), mostOf(parts.map(({ end }) => end))];
  return [...walkWritten(reading.root)].filter((node): node is NodeOf<K> => node.kind === kind && node.start >= from && node.end <= to);
}

const quantifiersAt = (reading: Reading, parts: readonly Span[]): Quantifier[] => nodesAt(reading, parts, "quantifier");

const innerOf = (node: Node): Node => (node.kind === "group" ? node.body : node);

const isPlainGroup = (node: Node): boolean => node.kind === "group" && node.capture === null;

/** The one item that a node is, once groups are opened; undefined where it is several, or none. */
function soleItem(node: Node): Node | undefined {
  const items = itemsOf(node);
  const [only] = items;
  if (items.length !== 1 || !only) return undefined;
  return only.kind === "group" ? soleItem(only.body) : only;
}

/** Items before and after one in its sequence; a group's neighbours count for what is at its edge. */
function neighbours(node: Node, parents: ReadonlyMap<Node, Node>): { before: readonly Node[]; after: readonly Node[] } {
  const parent = parents.get(node);
  if (parent?.kind === "sequence") {
    const index = parent.items.indexOf(node);
    const outside = parents.get(parent);
    const around = outside?.kind === "group" ? neighbours(outside, parents) : { before: [], after: [] };
    const before = parent.items.slice(0, index);
    const after = parent.items.slice(index + 1);
    return { before: before.length > 0 ? before : around.before, after: after.length > 0 ? after : around.after };
  }
  if (parent?.kind === "group") return neighbours(parent, parents);
  return { before: [], after: [] };
}

/** All that an attempt must have come through to come to a node: what stands before it, and before what it stands in. */
function before(node: Node, parents: ReadonlyMap<Node, Node>): Node[] {
  const found: Node[][] = [];
  for (let at = node, parent = parents.get(at); parent; at = parent, parent = parents.get(at)) {
    if (parent.kind === "sequence") found.push(parent.items.slice(0, parent.items.indexOf(at)));
    else if (parent.kind === "look" || parent.kind === "atomic" || (parent.kind === "quantifier" && parent.max > 1)) break;
  }
  return found.reverse().flat();
}

/** The character that a node begins with, where that is one character. */
function firstCharacter(node: Node): NodeOf<"character"> | undefined {
  if (node.kind === "character") return node;
  if (node.kind === "group") return firstCharacter(node.body);
  if (node.kind === "sequence") return node.items[0] && firstCharacter(node.items[0]);
  if (node.kind === "quantifier") return node.min > 0 ? firstCharacter(node.body) : undefined;
  return undefined;
}

/** The characters that may come next: those that items begin with, up to the first that cannot be left out. */
function charactersBehind(items: readonly Node[]): NodeOf<"character">[] {
  const found: NodeOf<"character">[] = [];
  for (const item of items) {
    const first = item.kind === "quantifier" ? firstCharacter(item.body) : firstCharacter(item);
    if (first) found.push(first);
    if (item.kind !== "quantifier" || item.min > 0) break;
  }
  return found;
}

/** An item for the characters that a node begins with, where each of its ways begins with one of a known set. */
function firstTaken(node: Node): NodeOf<"character" | "set"> | undefined {
  const first = firstCharacter(node);
  if (first) return first;
  let inner = node;
  for (;;) {
    if (inner.kind === "group") inner = inner.body;
    else if (inner.kind === "quantifier" && inner.min > 0) inner = inner.body;
    else if (inner.kind === "sequence" && inner.items[0]) inner = inner.items[0];
    else break;
  }
  if (isOfOneCharacter(inner)) return inner.kind === "any" ? undefined : inner;
  if (inner.kind !== "alternation") return undefined;
  const heads = inner.branches.map((branch) => firstCharacter(branch));
  return heads.every((head) => head !== undefined) ? joined(heads) : undefined;
}

/** A set with no more ranges than this is written out; of a larger one a lookahead keeps a character away. */
const MAX_RANGES = 6;

/** An item with a character left out of what it takes, where it takes that character. */
function* exclusions(item: Node, excluded: CharacterNode): Generator<Change> {
  const body = soleItem(item);
  const narrow = withoutCharacter(item, excluded);
  if (body && narrow) yield change([body, narrow]);
}

/** What takes the same characters but for some; undefined where it is no item of one character, or takes none of them. */
function withoutCharacter(item: Node, excluded: CharacterNode): Node | undefined {
  const body = soleItem(item);
  if (!isOfOneCharacter(body) || body.kind === "character" || intersection(charactersOf(body), charactersOf(excluded)).length === 0) return undefined;
  const left = setOf(subtract(charactersOf(body), charactersOf(excluded)), excluded.kind === "any" ? null : excluded.folding);
  if (left.set.length <= 2 * MAX_RANGES || complement(left.set).length <= 2 * MAX_RANGES) return left;
  return inSequence(lookedFor(copyOf(excluded), { behind: false, negated: true }), copyOf(body));
}

/**
 * What must stand before an opener for it to begin in no closer's end, as in `*\/*`, and what the text behind it is for
 * no closer to begin in the opener's end, as in `<!-->`: with closers of one character, repeated, and another.
 */
function clearOf(opener: readonly Node[], body: Node, after: readonly Node[]): { inFront: Node[]; behind: (between: Node) => Node } {
  const text = (items: readonly Node[]): string => items.map((item) => (item.kind === "character" ? String.fromCodePoint(item.codePoint) : "\0")).join("");
  const end = after.findIndex(({ kind }) => kind !== "character");
  const closer = text(after.slice(0, end < 0 ? undefined : end));
  const own = text(opener);
  const inFront = closer.length > 1 && closer.endsWith(own.charAt(0)) ? [setOf(complement(setOfText(closer.charAt(closer.length - 2))))] : [];
  const [first, last] = [after[0], after[closer.length - 1]];
  const one = first?.kind === "character" ? withoutCharacter(body, first) : undefined;
  const other = one && last?.kind === "character" ? withoutCharacter(one, last) : undefined;
  const begun = closer.slice(0, -1);
  const isOpen = first && other && begun !== "" && own.endsWith(begun) && [...begun].every((each) => each === begun.charAt(0));
  if (!isOpen) return { inFront, behind: (between) => between };
  const rest = (between: Node): Node => repeated(inSequence(other, between), 0, 1, "lazy");
  return { inFront, behind: (between) => inSequence(lazily(copyOf(first)), rest(between)) };
}

const lazily = (body: Node): Node => repeated(body, 0, Number.POSITIVE_INFINITY, "lazy");

/** Texts of an item's characters that do not hold the one or two characters that end them. */
function* withoutCloser(item: Node, [first, second, third]: readonly Node[]): Generator<Node> {
  const one = first && firstCharacter(first);
  const others = one && withoutCharacter(item, one);
  if (!one || !others) return;
  if (first === one && second?.kind === "character") {
    // Without cc: (?:c?[^c])*?c?, without cd: (?:[^c]|c+?[^cd])*?c*?.
    const neither = withoutCharacter(others, second);
    const last = second.codePoint === one.codePoint && third?.kind === "character" ? withoutCharacter(others, third) : undefined;
    if (last) {
      // Without ccd: (?:[^c]|c[^c]|cc+?[^cd])*?c*?.
      const twice = inSequence(copyOf(one), repeated(copyOf(one), 1, Number.POSITIVE_INFINITY, "lazy"), last);
      yield inSequence(lazily(oneOf(others, inSequence(copyOf(one), others), twice)), lazily(copyOf(one)));
    }
    if (second.codePoint === one.codePoint) yield inSequence(lazily(inSequence(repeated(copyOf(one), 0, 1), others)), repeated(copyOf(one), 0, 1));
    else if (neither)
      yield inSequence(lazily(oneOf(others, inSequence(repeated(copyOf(one), 1, Number.POSITIVE_INFINITY, "lazy"), neither))), lazily(copyOf(one)));
  }
  yield lazily(others);
}

/** The same once more, to stand elsewhere: it captures nothing, and is not replaced where the original is. */
function copyOf(node: Node): Node {
  return rewrite(node, (each) => (each.kind === "group" ? { ...each, capture: null, name: null } : { ...each }));
}
