/**
 * The nearest texts that match: with the least number of characters replaced, put in or taken out.
 *
 * A shortest way through pairs of a state of the pattern's path automaton and an offset of the text (R. Wagner,
 * "Order-n correction for regular languages", 1974; the way is found in order of cost by E. Dial's buckets): reading a
 * character that is there costs nothing; reading another in its place, reading one that is not there, and passing over
 * one cost one each. Every text that is given has been run through the machine, so where the automaton has more ways
 * than the pattern the texts are right, and only the number may be too small to be the least: that is then said.
 */
import { Alphabet } from "../automaton/alphabet.ts";
import { PathAutomaton } from "../automaton/paths.ts";
import { exactBounds } from "../automaton/walk.ts";
import { writtenOut } from "../automaton/written-out.ts";
import { findSlices } from "../linear/find.ts";
import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import { drained, NEVER, type Stop } from "../slices.ts";

/** What is done to the text at a place, as a person would write it. */
export interface TextChange {
  /** Half-open stretch of the text before, in UTF-16 code units; empty where something is put in. */
  readonly start: number;
  readonly end: number;
  /** What stands there instead; empty where something is taken out. */
  readonly insert: string;
}

export interface NearText {
  readonly text: string;
  /** Characters replaced, put in or taken out. */
  readonly edits: number;
  readonly changes: readonly TextChange[];
}

export interface Nearest {
  /** The nearest first; of equally near ones those that differ least from how they were written. */
  readonly texts: readonly NearText[];
  /** Whether no text with fewer edits matches. */
  readonly exact: boolean;
}

/** Texts that are given. */
const MOST_TEXTS = 5;
/** Pairs of state and offset that are looked at: a tenth of a second. */
const MOST_PAIRS = 400_000;
/** A text that is further away is another text; the pairs are the bound of most searches. */
const MOST_EDITS = 1_000;
/** Ways that are followed back for texts, where many cost the same. */
const MOST_WAYS = 400;
const STEP_LIMIT = 1_000_000;
const YIELD_EVERY = 5_000;

/** How a pair was come to: from which, and what that did. */
interface Way {
  readonly from: number;
  /** The symbol read; −1 where a character was passed over. */
  readonly symbol: number;
  readonly kind: "kept" | "replaced" | "put-in" | "taken-out";
}

interface Pair {
  readonly state: number;
  /** Number of the character of the text that is next. */
  readonly at: number;
  readonly cost: number;
  readonly ways: Way[];
}

/** How a text is asked of an automaton: whether attempts begin everywhere, and whether the text must be taken whole. */
const ASKED = {
  all: { restarts: true, whole: false },
  first: { restarts: true, whole: false },
  start: { restarts: false, whole: false },
  whole: { restarts: false, whole: true },
} as const satisfies Record<MatchMode, object>;

/** The nearest texts that a pattern matches, asked so; none where it was stopped before one was found. Yields how many pairs were looked at. */
export function* nearest(program: Program, text: string, mode: MatchMode, stop: Stop = NEVER): Generator<number, Nearest> {
  const own = writtenOut(program);
  const alphabet = Alphabet.of(own);
  const automaton = new PathAutomaton(own, alphabet, { ...ASKED[mode], settled: false, bounds: own.loops.map(exactBounds) });
  const characters = charactersOf(text, program.options.codePoints);
  const symbols = characters.map((character) => alphabet.classOf(character.codePointAt(0) as number));
  const search = new Search(automaton, symbols);
  let cut = false;
  for (let cost = 0; cost <= MOST_EDITS; cost++) {
    for (const pair of search.settle(cost)) {
      if (search.size % YIELD_EVERY === 0) yield search.size;
      if (search.size > MOST_PAIRS || automaton.full || stop()) {
        cut = true;
        break;
      }
      search.follow(pair);
    }
    if (cut) break;
    const texts = matching(search, cost, program, mode, characters, alphabet.samples);
    const certain = !automaton.inexact && own.references.length === 0 && !own.beyond.has("stacks");
    if (texts.length > 0) return { texts, exact: certain && search.refused === 0 };
    // What the automaton takes and the machine does not: a text further away may be the nearest, if any is.
    if (search.accepted(cost).length > 0) search.refused++;
  }
  return { texts: [], exact: false };
}

/** The characters that are edited: code points where the dialect reads them; pairs of surrogates are not taken apart. */
function charactersOf(text: string, codePoints: boolean): string[] {
  return codePoints ? Array.from(text) : text.split("");
}

class Search {
  /** Costs at which the machine took none of the texts. */
  refused = 0;
  private readonly automaton: PathAutomaton;
  private readonly symbols: readonly number[];
  private readonly pairs: Pair[] = [];
  private readonly known = new Map<number, number>();
  /** Pairs by cost, in the order in which they were come to. */
  private readonly buckets: number[][] = [];
  private readonly ends: number[][] = [];

  constructor(automaton: PathAutomaton, symbols: readonly number[]) {
    this.automaton = automaton;
    this.symbols = symbols;
    for (const { to } of automaton.starts) this.reach(to, 0, 0, null);
  }

  get size(): number {
    return this.pairs.length;
  }

  pair(index: number): Pair {
    return this.pairs[index] as Pair;
  }

  /** The pairs of a cost, also those that are come to meanwhile. */
  *settle(cost: number): Generator<number> {
    const bucket = this.buckets[cost] ?? [];
    this.buckets[cost] = bucket;
    for (let i = 0; i < bucket.length; i++) {
      const index = bucket[i] as number;
      if (this.pair(index).cost === cost) yield index;
    }
  }

  /** Pairs of a cost at which a match is certain with the rest of the text as it is. */
  accepted(cost: number): readonly number[] {
    return this.ends[cost] ?? [];
  }

  /** Goes on from a pair in every way. */
  follow(index: number): void {
    const { automaton, symbols } = this;
    const { state, at, cost } = this.pair(index);
    const next = symbols[at];
    if (automaton.matches(state, next ?? automaton.alphabet.edge)) {
      const ends = this.ends[cost] ?? [];
      this.ends[cost] = ends;
      ends.push(index);
    }
    if (next !== undefined) {
      for (const { to } of automaton.edgesOn(state, next)) this.reach(to, at + 1, cost, { from: index, symbol: next, kind: "kept" });
      this.reach(state, at + 1, cost + 1, { from: index, symbol: -1, kind: "taken-out" });
    }
    for (const { mask, edges } of automaton.waysOf(state)) {
      const symbol = automaton.alphabet.masks.first(mask);
      if (symbol < 0 || symbol === automaton.alphabet.edge) continue;
      for (const { to } of edges) {
        if (next !== undefined && symbol !== next) this.reach(to, at + 1, cost + 1, { from: index, symbol, kind: "replaced" });
        this.reach(to, at, cost + 1, { from: index, symbol, kind: "put-in" });
      }
    }
  }

  private reach(state: number, at: number, cost: number, way: Way | null): void {
    const key = state * (this.symbols.length + 1) + at;
    const known = this.known.get(key);
    const before = known === undefined ? undefined : this.pair(known);
    if (before && before.cost < cost) return;
    if (before && before.cost === cost) {
      if (way && before.ways.length < MOST_TEXTS) before.ways.push(way);
      return;
    }
    const index = this.pairs.push({ state, at, cost, ways: way ? [way] : [] }) - 1;
    this.known.set(key, index);
    const bucket = this.buckets[cost] ?? [];
    this.buckets[cost] = bucket;
    bucket.push(index);
  }

  /** The ways to a pair, each as what was done from the text's start on. */
  *waysTo(end: number): Generator<readonly Way[]> {
    const waiting: { readonly index: number; readonly done: Done | null }[] = [{ index: end, done: null }];
    for (let taken = 0; waiting.length > 0 && taken < MOST_WAYS; taken++) {
      const { index, done } = waiting.pop() as (typeof waiting)[number];
      const { ways } = this.pair(index);
      if (ways.length === 0) {
        const list: Way[] = [];
        for (let each = done; each; each = each.next) list.push(each.way);
        yield list;
        continue;
      }
      // A way is as long as the text, so the list of what is still to be followed back is bounded by the ways taken.
      for (const way of [...ways].reverse()) waiting.push({ index: way.from, done: { way, next: done } });
      if (ways.length === 1) taken--;
    }
  }
}

interface Done {
  readonly way: Way;
  readonly next: Done | null;
}

/** Different texts by ways to pairs of a cost, of those that the machine takes. */
function matching(search: Search, cost: number, program: Program, mode: MatchMode, characters: readonly string[], samples: readonly string[]): NearText[] {
  const found = new Map<string, NearText>();
  for (const end of search.accepted(cost)) {
    for (const ways of search.waysTo(end)) {
      const near = written(ways, characters, samples);
      if (found.has(near.text) || !matches(program, near.text, mode)) continue;
      found.set(near.text, near);
      if (found.size >= MOST_TEXTS) return [...found.values()];
    }
  }
  return [...found.values()];
}

function matches(program: Program, text: string, mode: MatchMode): boolean {
  const { matches: table } = drained(findSlices(program, text, { mode: mode === "all" ? "first" : mode, stepLimit: STEP_LIMIT }));
  return table.length > 0;
}

/** The text that a way makes of the characters, with its changes put together where they touch. */
function written(ways: readonly Way[], characters: readonly string[], samples: readonly string[]): NearText {
  const changes: { start: number; end: number; insert: string }[] = [];
  let [text, at, offset, edits] = ["", 0, 0, 0];
  for (const { kind, symbol } of ways) {
    const character = kind === "put-in" ? "" : (characters[at++] as string);
    const made = kind === "kept" ? character : kind === "taken-out" ? "" : (samples[symbol] as string);
    text += made;
    if (kind !== "kept") {
      edits++;
      const last = changes.at(-1);
      if (last && last.end === offset) {
        last.end += character.length;
        last.insert += made;
      } else changes.push({ start: offset, end: offset + character.length, insert: made });
    }
    offset += character.length;
  }
  return { text: text + characters.slice(at).join(""), edits, changes };
}
