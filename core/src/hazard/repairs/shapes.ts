/**
 * The shapes of pattern that can be written in another way: a table, each with what it looks for and what it proposes.
 * A proposal is a whole pattern as text. Whether it means the same, and whether it helps, is found out afterwards, so a
 * shape may propose freely.
 */
import { complement, contains, unionOf } from "../../charset/charset.ts";
import { charactersOf } from "../../syntax/characters.ts";
import type { Reading } from "../../syntax/read.ts";
import { childrenOf, type Node, type NodeOf, type Span, walk } from "../../syntax/tree.ts";

/** What a shape is shown: the pattern, and where the finding's quantifiers are. */
export interface Scene {
  readonly reading: Reading;
  readonly parts: readonly Span[];
  /** Whether the search's restarts are one of the loops. */
  readonly restarts: boolean;
  readonly parents: ReadonlyMap<Node, Node>;
}

export interface Shape {
  /** What was done, as a clause for a sentence that begins with “Repair:”. */
  readonly done: string;
  /** Whether it is worth showing where it changes which texts are accepted. */
  readonly mayChange: boolean;
  propose(scene: Scene): Iterable<string>;
}

export type ShapeName = keyof typeof SHAPES;

/** A loop that needs no more than this is enough for what people type; a guess, and shown as one. */
const BOUND = 64;

type Quantifier = NodeOf<"quantifier">;

export function sceneOf(reading: Reading, parts: readonly Span[], restarts: boolean): Scene {
  const parents = new Map<Node, Node>();
  for (const node of walk(reading.root)) for (const child of childrenOf(node)) parents.set(child, node);
  return { reading, parts, restarts, parents };
}

export const SHAPES = {
  "one-loop": {
    done: "a loop inside a loop made one",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const outer of quantifiersAt(reading, parts)) {
        const inner = soleItem(outer.body);
        if (inner?.kind !== "quantifier") continue;
        const least = inner.min === 0 || outer.min === 0 ? "?" : "";
        const many = inner.min === 0 || outer.min === 0 ? "*" : "+";
        yield splice(reading, outer.operator, inner.min === 0 ? "" : least);
        yield splice(reading, [inner.operator, ""], [outer.operator, many]);
        if (isPlainGroup(outer.body)) yield splice(reading, outer, `${textOf(reading, inner.body)}${many}`);
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
        const [x, s] = [textOf(reading, loop), textOf(reading, separator.body)];
        const all = `${x}(?:${s}${x})*${textOf(reading, separator)}`;
        const { body } = outer;
        const opener = textOf(reading, { start: body.start, end: body.body.start });
        const group = isPlainGroup(body) && outer.min > 0 ? all : `${opener}${all})`;
        yield splice(reading, outer, outer.min === 0 ? `${group}?` : group);
      }
    },
  },
  "covered-alternative": {
    done: "an alternative left out that others cover",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const { branches, start, end } of nodesAt(reading, parts, "alternation")) {
        for (const branch of branches) {
          const left = branches.filter((other) => other !== branch).map((other) => textOf(reading, other));
          yield splice(reading, { start, end }, left.join("|"));
        }
      }
    },
  },
  "one-set": {
    done: "alternatives of one character made a set",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const alternation of nodesAt(reading, parts, "alternation")) {
        const items = alternation.branches.map(soleItem);
        if (takesEverything(items)) yield splice(reading, alternation, "[\\s\\S]");
        const inside = items.map((item) => setText(reading, item));
        if (inside.every((text) => text !== undefined)) yield splice(reading, alternation, `[${inside.join("")}]`);
      }
    },
  },
  factored: {
    done: "what alternatives begin with written once",
    mayChange: false,
    *propose({ reading, parts }) {
      for (const { branches, start, end } of nodesAt(reading, parts, "alternation")) {
        const lists = branches.map((branch) => itemsOf(branch).map((item) => textOf(reading, item)));
        const [first, ...others] = lists;
        if (!first) continue;
        let common = 0;
        while (common < first.length && others.every((list) => list[common] === first[common])) common++;
        if (common === 0) continue;
        const rests = lists.map((list) => list.slice(common).join(""));
        yield splice(reading, { start, end }, `${first.slice(0, common).join("")}(?:${rests.join("|")})`);
      }
    },
  },
  apart: {
    done: "an alternative kept from taking what another begins with",
    mayChange: true,
    *propose({ reading, parts }) {
      for (const { branches } of nodesAt(reading, parts, "alternation")) {
        for (const branch of branches) {
          const first = firstCharacter(branch);
          const others = branches.filter((other) => other !== branch);
          for (const other of first ? others : []) {
            const [item] = itemsOf(innerOf(other)).filter(({ kind }) => kind !== "look" && kind !== "assertion");
            if (first && item) yield* exclusions(reading, item.kind === "quantifier" ? item.body : item, first);
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
        if (loop.min === 0) yield splice(reading, loop, "");
        if (loop.min === 1) yield splice(reading, loop.operator, "");
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
        const span = { start: before.start, end: loop.end };
        yield splice(reading, span, `(?:${textOf(reading, before.body)}${textOf(reading, loop)})?`);
      }
    },
  },
  narrowed: {
    done: "a loop kept from taking what ends it",
    mayChange: true,
    *propose({ reading, parts, parents }) {
      for (const loop of quantifiersAt(reading, parts)) {
        const [next] = neighbours(loop, parents).after;
        const excluded = next && firstCharacter(next);
        if (excluded) yield* exclusions(reading, loop.body, excluded);
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
        if (opener.length === 1) yield* exclusions(reading, loop.body, first);
        else yield splice(reading, loop.body, `(?:(?!${opener.map((item) => textOf(reading, item)).join("")})${textOf(reading, loop.body)})`);
      }
    },
  },
  "where-it-begins": {
    done: "attempts begun only where its first loop can begin",
    mayChange: false,
    *propose({ reading, parts, parents, restarts }) {
      if (!restarts) return;
      for (const loop of quantifiersAt(reading, parts)) {
        const { body } = loop;
        if (neighbours(loop, parents).before.length > 0) continue;
        if (body.kind === "character" || body.kind === "any" || body.kind === "set")
          yield splice(reading, { start: loop.start, end: loop.start }, `(?<!${textOf(reading, body)})`);
      }
    },
  },
  "at-the-start": {
    done: "anchored at the start of the text",
    mayChange: true,
    *propose({ reading, restarts }) {
      const { root } = reading;
      if (restarts) yield root.kind === "alternation" ? `^(?:${textOf(reading, root)})` : `^${reading.source.pattern}`;
    },
  },
  possessive: {
    done: "a quantifier made possessive",
    mayChange: true,
    *propose({ reading, parts }) {
      if (!reading.dialect?.syntax.quantifiers.possessive) return;
      for (const { mode, operator } of quantifiersAt(reading, parts)) {
        if (mode === "greedy") yield splice(reading, { start: operator.end, end: operator.end }, "+");
      }
    },
  },
  atomic: {
    done: "a loop made atomic",
    mayChange: true,
    *propose({ reading, parts }) {
      if (!reading.dialect?.syntax.groupOpeners.some(([, { kind }]) => kind === "atomic")) return;
      for (const loop of quantifiersAt(reading, parts)) yield splice(reading, loop, `(?>${textOf(reading, loop)})`);
    },
  },
  bounded: {
    done: `a loop given a bound of ${BOUND}`,
    mayChange: true,
    *propose({ reading, parts }) {
      for (const { operator, min, max, mode } of quantifiersAt(reading, parts)) {
        if (max !== Number.POSITIVE_INFINITY || min > BOUND) continue;
        yield splice(reading, operator, `{${min},${BOUND}}${mode === "lazy" ? "?" : mode === "possessive" ? "+" : ""}`);
      }
    },
  },
} as const satisfies Record<string, Shape>;

/** Replaces a span of the pattern, or several that do not overlap. */
function splice(reading: Reading, ...edits: [Span, string] | (readonly [Span, string])[]): string {
  const list = (typeof edits[1] === "string" ? [edits] : edits) as (readonly [Span, string])[];
  let { pattern } = reading.source;
  for (const [{ start, end }, text] of [...list].sort((a, b) => b[0].start - a[0].start)) pattern = pattern.slice(0, start) + text + pattern.slice(end);
  return pattern;
}

const textOf = (reading: Reading, { start, end }: Span): string => reading.source.pattern.slice(start, end);

/** The nodes of a kind that touch the finding: inside its quantifiers, or around one of them. */
function nodesAt<K extends Node["kind"]>(reading: Reading, parts: readonly Span[], kind: K): NodeOf<K>[] {
  const [from, to] = [Math.min(...parts.map(({ start }) => start)), Math.max(...parts.map(({ end }) => end))];
  return [...walk(reading.root)].filter((node): node is NodeOf<K> => node.kind === kind && node.start >= from && node.end <= to);
}

const quantifiersAt = (reading: Reading, parts: readonly Span[]): Quantifier[] => nodesAt(reading, parts, "quantifier");

const itemsOf = (node: Node): readonly Node[] => (node.kind === "sequence" ? node.items : node.kind === "empty" ? [] : [node]);

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

/** The character that a node begins with, where that is one character. */
function firstCharacter(node: Node): NodeOf<"character"> | undefined {
  if (node.kind === "character") return node;
  if (node.kind === "group") return firstCharacter(node.body);
  if (node.kind === "sequence") return node.items[0] && firstCharacter(node.items[0]);
  if (node.kind === "quantifier") return node.min > 0 ? firstCharacter(node.body) : undefined;
  return undefined;
}

/** An item with a character left out of what it takes, where it takes that character. */
function* exclusions(reading: Reading, item: Node, excluded: NodeOf<"character">): Generator<string> {
  const body = soleItem(item);
  if (!body || (body.kind !== "any" && body.kind !== "set") || !contains(charactersOf(body), excluded.codePoint)) return;
  const character = setCharacter(reading, excluded);
  const written = textOf(reading, body);
  const { lineEnds } = reading.dialect?.semantics ?? { lineEnds: [] };
  if (body.kind === "any")
    yield splice(reading, body, `[^${character}${contains(charactersOf(body), 0x0a) ? "" : lineEnds.length > 2 ? "\\n\\r\\u2028\\u2029" : "\\n"}]`);
  else if (written.startsWith("[^")) yield splice(reading, body, `[^${character}${written.slice(2)}`);
  else if (NEGATED_CLASSES.includes(written)) yield splice(reading, body, `[^${written.toLowerCase()}${character}]`);
  else yield splice(reading, body, `(?:(?!${textOf(reading, excluded)})${written})`);
}

const NEGATED_CLASSES = ["\\S", "\\W", "\\D"];
const SPECIAL_IN_SETS = "\\]^-[";

function setCharacter(reading: Reading, node: NodeOf<"character">): string {
  const written = textOf(reading, node);
  return written.length === 1 && SPECIAL_IN_SETS.includes(written) ? `\\${written}` : written;
}

/** Whether items of one character take, together, every character. */
function takesEverything(items: readonly (Node | undefined)[]): boolean {
  const sets = items.map((item) => (item?.kind === "any" || item?.kind === "set" || item?.kind === "character" ? charactersOf(item) : undefined));
  return sets.every((set) => set !== undefined) && complement(unionOf(sets)).length === 0;
}

/** What a node of one character is inside the brackets of a set; undefined where it cannot be. */
function setText(reading: Reading, node: Node | undefined): string | undefined {
  if (node?.kind === "character") return setCharacter(reading, node);
  if (node?.kind !== "set" || node.strings.length > 0) return undefined;
  const written = textOf(reading, node);
  if (!written.startsWith("[")) return written;
  return written.startsWith("[^") ? undefined : written.slice(1, -1);
}
