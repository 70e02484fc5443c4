/**
 * Who took what: at a step, which part of the pattern holds which stretch of the text, read along the live path. A
 * quantifier around a single item is one holder with all its turns, and so is a run of characters written one after the
 * other; of a quantifier it is also told how far it came at first, and what made it give back.
 */
import { Kind } from "../machine/events.ts";
import { childrenOf, type Node, type Span, walk } from "../syntax/tree.ts";
import type { Reel } from "./reel.ts";

export interface Holder extends Span {
  /** The part of the pattern that holds the stretch `start`–`end` of the text. */
  readonly part: Span;
  /** Step of its last item taken; for one that took nothing, the step that settled that. */
  readonly step: number;
  /** Items taken. */
  readonly turns: number;
  /** It lies inside a lookaround: what it took was looked at only. */
  readonly looking: boolean;
  /** Of a greedy quantifier: where its first run of turns ended. Beyond `end`, it has given back. */
  readonly first: number | null;
  /** The mismatch that made it give back; null where it gave nothing back. */
  readonly because: number | null;
}

export interface Holders {
  /** In the order in which they took it. */
  readonly holders: readonly Holder[];
  /** False where there were more than are listed: these are the newest. */
  readonly complete: boolean;
}

/** More rows than this nobody reads; and a live path may have millions of events. */
const MOST_HOLDERS = 500;
const MOST_EVENTS = 400_000;
/** Events looked through for what made a quantifier give back. */
const MOST_LOOKED_AT = 200_000;

/** Kinds of event that say who holds what. */
const TELLING: ReadonlySet<number> = new Set([Kind.Consume, Kind.Save, Kind.Resume, Kind.Enter, Kind.Leave, Kind.Open, Kind.Close, Kind.Loop]);

interface Open {
  readonly owner: Node;
  part: Span;
  start: number;
  end: number;
  step: number;
  firstStep: number;
  turns: number;
  readonly looking: boolean;
}

/** Who holds what after a step. */
export function holders(reel: Reel, step: number): Holders {
  const owners = ownersOf(reel.program.root);
  const path: number[] = [];
  let complete = true;
  for (const i of reel.livePath(step)) {
    if (TELLING.has(reel.kind(i))) path.push(i);
    if (path.length >= MOST_EVENTS) {
      complete = false;
      break;
    }
  }
  const open: Open[] = [];
  let looks = 0;
  /** A group or a turn of something larger ended since the last item: the next item does not go on with its holder. */
  let broken = false;
  for (let p = path.length - 1; p >= 0; p--) {
    const i = path[p] as number;
    const kind = reel.kind(i);
    const node = reel.node(i);
    if (kind === Kind.Enter || kind === Kind.Leave) {
      if (node.kind === "look") looks += kind === Kind.Enter ? 1 : -1;
      continue;
    }
    if (kind === Kind.Open || kind === Kind.Close || kind === Kind.Loop) {
      broken ||= node !== open.at(-1)?.owner;
      continue;
    }
    const [from, to] = kind === Kind.Consume ? [reel.offsetBefore(i), reel.offset(i)] : [reel.offset(i), reel.offset(i)];
    if (kind === Kind.Consume) take(open, owners.get(node) ?? node, node, i, Math.min(from, to), Math.max(from, to), looks > 0, broken);
    else if (owners.get(firstItem(node)) === node) settle(open, node, i, to, looks > 0, broken);
    else continue;
    broken = false;
  }
  const shown = open.slice(-MOST_HOLDERS);
  return { holders: shown.map((each) => holderOf(reel, each, step)), complete: complete && shown.length === open.length };
}

/** An item takes a stretch: the last holder's next turn, or a holder of its own. */
function take(open: Open[], owner: Node, item: Node, step: number, start: number, end: number, looking: boolean, broken: boolean): void {
  const last = open.at(-1);
  const adjoins = last && !broken && last.looking === looking && (last.end === start || last.start === end);
  const sameOwner = last?.owner === owner && owner !== item;
  const nextLetter = last && item.kind === "character" && last.owner.kind === "character" && owner === item && last.part.end === item.start;
  if (last && adjoins && (sameOwner || nextLetter)) {
    last.start = Math.min(last.start, start);
    last.end = Math.max(last.end, end);
    last.step = step;
    last.turns++;
    if (nextLetter) last.part = { start: last.part.start, end: item.end };
    return;
  }
  open.push({ owner, part: { start: owner.start, end: owner.end }, start, end, step, firstStep: step, turns: 1, looking });
}

/** A quantifier has its say without an item: it holds nothing yet, or goes on holding what it has. */
function settle(open: Open[], owner: Node, step: number, at: number, looking: boolean, broken: boolean): void {
  const last = open.at(-1);
  if (!broken && last?.owner === owner && (last.end === at || last.start === at)) return;
  open.push({ owner, part: { start: owner.start, end: owner.end }, start: at, end: at, step, firstStep: step, turns: 0, looking });
}

function holderOf(reel: Reel, { owner, part, start, end, step, firstStep, turns, looking }: Open, now: number): Holder {
  const base = { part, start, end, step, turns, looking };
  if (owner.kind !== "quantifier" || owner.mode === "lazy") return { ...base, first: null, because: null };
  if (turns === 0) return { ...base, first: end, because: null };
  const inside = reel.actsIn(owner);
  let first = start;
  let i = firstStep;
  const bound = Math.min(now, firstStep + MOST_LOOKED_AT);
  for (; i <= bound && inside(i); i++) first = Math.max(first, reel.offset(i));
  let because: number | null = null;
  if (first > end) {
    for (; i <= bound && because === null; i++) {
      if (reel.kind(i) === Kind.Resume && reel.node(i) === owner && reel.offset(i) < first) because = i - 1;
    }
  }
  return { ...base, first, because };
}

/** For items that a quantifier repeats by themselves, that quantifier. */
function ownersOf(root: Node): Map<Node, Node> {
  const owners = new Map<Node, Node>();
  for (const node of walk(root)) {
    if (node.kind !== "quantifier") continue;
    const item = firstItem(node);
    if (item !== node && childrenOf(item).length === 0) owners.set(item, node);
  }
  return owners;
}

/** What a quantifier repeats, out of brackets that do nothing. */
function firstItem(node: Node): Node {
  if (node.kind !== "quantifier") return node;
  let item: Node = node.body;
  while (item.kind === "group" && item.capture === null) item = item.body;
  return item;
}
