/**
 * Alternatives that begin alike, put together: `weir|well|gate` becomes `we(?:ir|ll)|gate`, with the same texts in the
 * same order of preference. An automaton of a list of words then follows a letter, where it followed every word.
 *
 * What is moved is only ever moved past alternatives that begin with another character, and those exclude each other.
 */
import { rangesOf } from "../charset/charset.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, mapChildren, type Node, type NodeOf } from "../syntax/tree.ts";

/** Fewer alternatives are followed as they stand. */
const LEAST_BRANCHES = 4;

/** Alternatives from one character on, in their order. */
interface Level {
  readonly entries: Entry[];
  /** The entries that another alternative may join, by each code point that they begin with: those since the last that others may not pass. */
  readonly open: Map<number, Entry>;
}

interface Entry {
  /** The character that it begins with; null where it is a whole way that others may not pass. */
  readonly letter: NodeOf<"character"> | null;
  /** What follows the character, in the order of reading; all of the way where there is no such character. */
  rest: readonly Node[];
  /** What follows the character where there are several ways on. */
  next: Level | null;
}

const newLevel = (): Level => ({ entries: [], open: new Map() });

/**
 * The tree with alternatives that begin alike put together; that end alike, where it is read against the text. What is
 * inside lookarounds stays as it is.
 */
export function factored(root: Node, back: boolean): Node {
  const outerFirst: Node[] = [];
  const pending = [root];
  let worth = false;
  for (let node = pending.pop(); node; node = pending.pop()) {
    const children = node.kind === "look" ? NO_ITEMS : childrenOf(node);
    if (children.length === 0) continue;
    outerFirst.push(node);
    if (node.kind === "alternation" && children.length >= LEAST_BRANCHES) worth = true;
    for (const child of children) pending.push(child);
  }
  if (!worth) return root;
  const made = new Map<Node, Node>();
  for (const node of outerFirst.reverse()) {
    const changed = mapChildren(node, (child) => made.get(child) ?? child);
    made.set(node, changed.kind === "alternation" && changed.branches.length >= LEAST_BRANCHES ? factoredBranches(changed, back) : changed);
  }
  return made.get(root) ?? root;
}

function factoredBranches(alternation: NodeOf<"alternation">, back: boolean): Node {
  const top = newLevel();
  for (const branch of alternation.branches) insert(top, itemsOf(branch, back));
  return top.entries.length === alternation.branches.length ? alternation : written(top, alternation, back);
}

/** Adds an alternative to a level, by its items in the order of reading. */
function insert(top: Level, items: readonly Node[]): void {
  let level = top;
  for (let at = 0; ; at++) {
    const letter = letterOf(items[at]);
    if (!letter) {
      level.open.clear();
      level.entries.push({ letter: null, rest: items.slice(at), next: null });
      return;
    }
    const points = pointsOf(letter);
    const entry = level.open.get(points[0] as number);
    if (!entry?.letter || !beginAlike(entry.letter, letter)) {
      // Characters that are the same in one of their cases only do not exclude each other.
      if (points.some((point) => level.open.has(point))) level.open.clear();
      const added: Entry = { letter, rest: items.slice(at + 1), next: null };
      level.entries.push(added);
      for (const point of points) level.open.set(point, added);
      return;
    }
    if (!entry.next) {
      entry.next = newLevel();
      insertFirst(entry.next, entry.rest);
      entry.rest = NO_ITEMS;
    }
    level = entry.next;
  }
}

const NO_ITEMS: readonly Node[] = [];

/** Adds the first alternative of a level. */
function insertFirst(level: Level, items: readonly Node[]): void {
  const letter = letterOf(items[0]);
  const entry: Entry = letter ? { letter, rest: items.slice(1), next: null } : { letter: null, rest: items, next: null };
  level.entries.push(entry);
  if (letter) for (const point of pointsOf(letter)) level.open.set(point, entry);
}

function letterOf(item: Node | undefined): NodeOf<"character"> | undefined {
  return item?.kind === "character" ? item : undefined;
}

const beginAlike = (one: NodeOf<"character">, other: NodeOf<"character">): boolean => one.codePoint === other.codePoint && one.folding === other.folding;

/** The code points that a character stands for, itself first. */
function pointsOf(letter: NodeOf<"character">): readonly number[] {
  if (letter.folding === null) return [letter.codePoint];
  const points = [letter.codePoint];
  for (const [from, to] of rangesOf(charactersOf(letter))) for (let point = from; point <= to; point++) if (point !== letter.codePoint) points.push(point);
  return points;
}

/** The levels as nodes, from the innermost out. */
function written(top: Level, { start, end }: NodeOf<"alternation">, back: boolean): Node {
  const nodes = new Map<Level, Node>();
  const levels = [top];
  for (const level of levels) for (const { next } of level.entries) if (next) levels.push(next);
  const sequence = (items: readonly Node[]): Node => {
    const [only] = items;
    if (only === undefined) return { kind: "empty", start, end };
    return items.length === 1 ? only : { kind: "sequence", items: back ? [...items].reverse() : items, start, end };
  };
  for (const level of levels.reverse()) {
    const branches = level.entries.map(({ letter, rest, next }) => {
      if (!letter) return sequence(rest);
      return sequence([letter, ...(next ? itemsOf(nodes.get(next) as Node, back) : rest)]);
    });
    const [only] = branches;
    nodes.set(level, branches.length === 1 && only ? only : { kind: "alternation", branches, start, end });
  }
  return nodes.get(top) as Node;
}

/** The items of a way, in the order of reading. */
function itemsOf(node: Node, back: boolean): readonly Node[] {
  if (node.kind === "empty") return NO_ITEMS;
  if (node.kind !== "sequence") return [node];
  return back ? [...node.items].reverse() : node.items;
}
