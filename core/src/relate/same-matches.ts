/**
 * Whether two patterns find the same matches with the same captures on every text.
 *
 * Both are simulated side by side as a machine does that keeps all its threads at once, in order of preference (K.
 * Thompson, "Regular Expression Search Algorithm", 1968, with the order and the registers of V. Laurikari, "NFAs with
 * Tagged Transitions", 2000). Offsets are not numbers here but names: only which of them are the same is kept, so that
 * there are finitely many states, and all of them are looked at, breadth first. Where every text leads both to the same
 * result, they are the same; else a text of those that tell them apart is given, a shortest one first.
 */

import { Alphabet, type Mask } from "../automaton/alphabet.ts";
import { everyMatch } from "../automaton/every-match.ts";
import { PathAutomaton } from "../automaton/paths.ts";
import { keyOfProvisos, NO_THREADS, type Proviso, placesAfter, type ThreadSet, Threads, withProvisos } from "../automaton/threads.ts";
import { exactBounds, exitsBy, type Place, Walk } from "../automaton/walk.ts";
import { Watches } from "../automaton/watches.ts";
import { append } from "../lists.ts";
import { lengthsOf } from "../program/lengths.ts";
import { Op } from "../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import { walk } from "../syntax/tree.ts";

export type Sameness =
  | { readonly same: true }
  /** A text that leads the simulation to different results. */
  | { readonly same: false; readonly text: string }
  /** It holds something that is not simulated, or is too large. */
  | { readonly same: null };

/** Pairs of states that are looked at: half a second or so. */
const MAX_PAIRS = 6000;
/** Threads gone through. */
const MAX_WORK = 400_000;
const WORK_AT_ONCE = 1000;
/** Contexts in which a search for the next match may begin. */
const MAX_CONTEXTS = 4000;

const UNKNOWN: Sameness = { same: null };

/** Where the match begins and ends, and for each slot where it was opened, and from where to where it holds. */
type Registers = readonly number[];
const START = 0;
const END = 1;
const openAt = (slot: number): number => 2 + 3 * (slot - 1);
const fromAt = (slot: number): number => openAt(slot) + 1;
const toAt = (slot: number): number => openAt(slot) + 2;

/** In a closure: the offset at hand, none, and what a register held before, from `HELD` downwards. */
const NOW = -1;
const NONE = -2;
const HELD = -3;

interface Extra {
  readonly dues: readonly Proviso[];
  readonly registers: Registers;
}

type Thread = Place<Extra>;

/** One pattern's part of a pair of states: its threads, the preferred first, and the best match of those that came to one. */
interface Half {
  readonly threads: readonly Thread[];
  readonly best: Registers | null;
  readonly watched: readonly ThreadSet[];
}

interface Pair {
  readonly halves: readonly [Half, Half];
  /** What the text must still do for the pair to be come to. */
  readonly given: readonly Proviso[];
  readonly ahead: Mask;
  readonly parent: number;
  readonly symbol: number;
  /** What stands before, where the pair is a beginning. */
  readonly before: string;
}

/** Where a search may begin: what stands behind, what lookbehinds have seen, and what the text after it must still do. */
interface Context {
  readonly behind: number;
  /** What may come next. */
  readonly ahead: Mask;
  readonly given: readonly Proviso[];
  readonly watched: readonly [readonly ThreadSet[], readonly ThreadSet[]];
  readonly text: string;
}

interface Beginnings {
  readonly contexts: readonly Context[];
  /** Knows what becomes of what is given. */
  readonly automaton: PathAutomaton | null;
}

/** Compares the two as they are asked; yields the number of pairs looked at now and then. */
export function* sameMatches(left: Program, right: Program, asks: MatchMode): Generator<number, Sameness> {
  if ([left, right].some((program) => !isSimulated(program)) || left.slots.length !== right.slots.length) return UNKNOWN;
  if (left.options.codePoints !== right.options.codePoints) return UNKNOWN;
  const alphabet = Alphabet.of(left, right);
  const sides = [new Side(left, alphabet, asks), new Side(right, alphabet, asks)] as const;
  const beginnings = asks === "all" ? yield* contextsOf(left, alphabet, sides) : { contexts: [firstContext(alphabet, sides)], automaton: null };
  if (!beginnings) return UNKNOWN;
  const { contexts, automaton } = beginnings;
  const pairs: Pair[] = [];
  const seen = new Set<string>();
  const add = (pair: Pair): void => {
    const key = `${pair.halves.map(keyOfHalf).join("#")}#${keyOfProvisos(pair.given)}#${pair.ahead}`;
    if (seen.has(key)) return;
    seen.add(key);
    pairs.push(pair);
  };
  // A dialect may ask again for a match that is not empty where one was.
  const asksAgain = asks === "all" && left.afterEmptyMatch === "not-empty-here";
  for (const { behind, ahead, watched, given, text } of contexts) {
    for (const notEmpty of asksAgain ? [false, true] : [false]) {
      const begin = (i: 0 | 1): Half => sides[i].begin(behind, watched[i], notEmpty);
      add({ halves: withNames([begin(0), begin(1)]), given, ahead, parent: -1, symbol: -1, before: text });
    }
  }
  const { masks } = alphabet;
  const symbols = [alphabet.edge, ...Array.from({ length: alphabet.classes }, (_, symbol) => symbol)];
  const work = (): number => sides[0].work + sides[1].work;
  const textOf = (index: number, symbol: number): string => {
    const word = symbol === alphabet.edge ? [] : [symbol];
    let at = pairs[index] as Pair;
    for (; at.parent >= 0; at = pairs[at.parent] as Pair) word.unshift(at.symbol);
    return at.before + alphabet.spell(word);
  };
  let yielded = 0;
  for (let head = 0; head < pairs.length; head++) {
    if (head >= MAX_PAIRS || work() > MAX_WORK || sides.some(({ lost }) => lost)) return UNKNOWN;
    if (work() - yielded > WORK_AT_ONCE) {
      yielded = work();
      yield head;
    }
    const { halves, given, ahead } = pairs[head] as Pair;
    // The shortest texts first.
    for (const symbol of symbols) {
      const left = automaton && given.length > 0 ? automaton.duesAfter(given, symbol) : given;
      // No text that is come to from the beginning goes on so.
      if (!left || !masks.has(ahead, symbol)) continue;
      const next = withNames([sides[0].read(halves[0], symbol), sides[1].read(halves[1], symbol)]);
      const isOver = symbol === alphabet.edge || next.every((half, i) => !(sides[i] as Side).isOpen(half));
      if (!isOver) add({ halves: next, given: left, ahead: masks.all, parent: head, symbol, before: "" });
      else if (!sameResult(next[0].best, next[1].best)) return sides.some(({ lost }) => lost) ? UNKNOWN : { same: false, text: textOf(head, symbol) };
    }
  }
  return sides.some(({ lost }) => lost) ? UNKNOWN : { same: true };
}

function sameResult(one: Registers | null, other: Registers | null): boolean {
  if (one === null || other === null) return one === other;
  return one.every((value, register) => (register > END && register % 3 === openAt(1) % 3) || value === other[register]);
}

/** Threads do not know what groups hold, nor settle what an atomic group tries first; lookarounds are only asked whether they hold. */
function isSimulated(program: Program): boolean {
  if (program.references.length > 0 || program.options.sticky || program.beyond.size > 0) return false;
  for (const node of walk(program.root)) {
    if (node.kind === "atomic" || node.kind === "conditional" || node.kind === "back-reference") return false;
    if (node.kind === "quantifier" && node.mode === "possessive") return false;
    if (node.kind === "look") for (const inner of walk(node.body)) if (inner.kind === "group" && inner.capture !== null) return false;
  }
  return true;
}

class Side {
  /** Set where something could not be followed exactly; then nothing is known. */
  lost = false;
  work = 0;
  readonly watches: Watches;
  private readonly program: Program;
  private readonly alphabet: Alphabet;
  private readonly asks: MatchMode;
  private readonly walk: Walk<"at-most">;
  private readonly threads: Threads;
  private readonly closures = new Map<string, readonly Thread[]>();
  private readonly endOnly: number;
  private readonly identity: Registers;

  constructor(program: Program, alphabet: Alphabet, asks: MatchMode) {
    this.program = program;
    this.alphabet = alphabet;
    this.asks = asks;
    this.walk = new Walk("at-most", program, alphabet, program.loops.map(exactBounds));
    this.threads = new Threads(this.walk, { whole: false });
    this.watches = new Watches(program, alphabet);
    this.endOnly = alphabet.masks.where((symbol) => symbol === alphabet.edge);
    this.identity = Array.from({ length: toAt(program.slots.length) + 1 }, (_, register) => HELD - register);
  }

  /** Whether more text can change what comes of it. */
  isOpen({ threads, best }: Half): boolean {
    return threads.length > 0 || (best === null && this.restarts);
  }

  begin(behind: number, watched: readonly ThreadSet[], notEmpty: boolean): Half {
    const threads = this.attempt(behind, watched);
    return { threads: notEmpty ? threads.filter((thread) => !this.isMatch(thread)) : threads, best: null, watched };
  }

  /** What comes of a half when a symbol is read; the edge is the text's end. */
  read({ threads, best, watched }: Half, symbol: number): Half {
    const { masks, edge } = this.alphabet;
    const after = symbol === edge ? watched : this.watches.after(watched, symbol);
    const then = { number: this.momentOf(after), holds: (enclosure: number) => this.watches.holds(enclosure, after) };
    const next: Thread[] = [];
    let found = best;
    for (const thread of threads) {
      this.work++;
      const isMatch = this.isMatch(thread);
      if (!masks.has(thread.ahead, symbol)) continue;
      if (!isMatch && (symbol === edge || !masks.has(this.walk.takes(thread.pc), symbol))) continue;
      const dues = this.threads.duesAfter(thread.extra.dues, symbol, then);
      if (dues === "unknown") this.lost = true;
      if (dues === "unknown" || dues === "unmet") continue;
      const extra = { ...thread.extra, dues };
      if (!isMatch) {
        for (const place of placesAfter(this.walk, { ...thread, extra }, this.endOnly)) append(next, this.closure(place, symbol, after));
      } else if (thread.closing) next.push({ ...thread, ahead: this.endOnly, closing: false, extra });
      else if (dues.length > 0) next.push({ ...thread, ahead: masks.all, extra });
      else {
        // What is preferred less is not wanted any more.
        found = thread.extra.registers;
        break;
      }
    }
    if (this.restarts && found === null && symbol !== edge) append(next, this.attempt(symbol, after));
    return { threads: distinct(next), best: found, watched: after };
  }

  private get restarts(): boolean {
    return this.asks === "first" || this.asks === "all";
  }

  private isMatch({ pc }: Thread): boolean {
    return this.program.code[pc * INSTRUCTION_WIDTH] === Op.Match;
  }

  private momentOf(watched: readonly ThreadSet[]): number {
    return watched.length === 0 ? 0 : this.watches.numberOf(watched);
  }

  private attempt(behind: number, watched: readonly ThreadSet[]): readonly Thread[] {
    const registers = this.identity.map((_, register) => (register === START ? NOW : NONE));
    const begin = { pc: 0, counts: [], fresh: [], ahead: this.alphabet.masks.all, closing: false, extra: { dues: [], registers } };
    return this.closure(begin, behind, watched);
  }

  /** Where every way from a place arrives; what registers hold then is said by what they held before. */
  private closure(from: Thread, behind: number, watched: readonly ThreadSet[]): readonly Thread[] {
    const { dues, registers } = from.extra;
    const key = `${from.pc}|${from.counts}|${from.ahead}|${from.closing}|${this.walk.kindOf[behind]}|${behind === this.alphabet.edge}|${watched}|${keyOfProvisos(dues)}`;
    let arrivals = this.closures.get(key);
    if (!arrivals) {
      arrivals = this.goFrom({ ...from, extra: { dues, registers: this.identity } }, behind, watched);
      this.closures.set(key, arrivals);
    }
    const held = (value: number): number => (value <= HELD ? (registers[HELD - value] as number) : value);
    return arrivals.map((thread) => ({ ...thread, extra: { ...thread.extra, registers: thread.extra.registers.map(held) } }));
  }

  private goFrom(from: Thread, behind: number, watched: readonly ThreadSet[]): Thread[] {
    const arrived: Thread[] = [];
    const { masks } = this.alphabet;
    const set = (extra: Extra, values: readonly (readonly [register: number, value: number])[]): Extra => {
      const registers = [...extra.registers];
      for (const [register, value] of values) registers[register] = value;
      return { ...extra, registers };
    };
    this.walk.go<Extra>(from, behind, {
      visits: 1,
      guesses: false,
      keyOf: ({ dues }) => keyOfProvisos(dues),
      weigh: () => 1,
      second: (_, second) => second,
      turn: (extra) => extra,
      lose: () => {
        this.lost = true;
      },
      open: (extra, slot) => set(extra, [[openAt(slot), NOW]]),
      close: (extra, slot) =>
        set(extra, [
          [fromAt(slot), extra.registers[openAt(slot)] as number],
          [toAt(slot), NOW],
          [openAt(slot), NONE],
        ]),
      begin: (extra, loop) => {
        const { clearFrom, clearTo } = this.program.loops[loop] as Loop;
        const cleared: [number, number][] = [];
        for (let slot = clearFrom; slot < clearTo; slot++) if (slot > 0) cleared.push([fromAt(slot), NONE], [toAt(slot), NONE]);
        return cleared.length === 0 ? extra : set(extra, cleared);
      },
      arrive: (place) => {
        const isMatch = this.isMatch(place);
        const ahead = isMatch && this.asks === "whole" ? masks.and(place.ahead, this.endOnly) : place.ahead;
        const extra = isMatch ? set(place.extra, [[END, NOW]]) : place.extra;
        if (ahead !== masks.none) arrived.push({ ...place, fresh: [], ahead, extra });
      },
      leave: () => {
        throw new RangeError("A simulation of matches has come into a lookaround.");
      },
      enter: (place, number) => this.enter(place, number, behind, watched),
    });
    if (this.walk.spent || this.threads.spent || this.watches.spent) this.lost = true;
    return arrived;
  }

  /** Past a lookaround, with what it asks of the text. */
  private enter(place: Thread, number: number, behind: number, watched: readonly ThreadSet[]): Thread[] {
    const enclosure = this.program.enclosures[number] as Enclosure;
    const { node, held, failed } = enclosure;
    const holds = (each: number) => this.watches.holds(each, watched);
    if (node.kind === "look" && node.behind) {
      const mask = holds(number);
      if (mask === undefined) this.lost = true;
      return mask === undefined ? [] : exitsBy(place, enclosure, mask, this.alphabet.masks);
    }
    const set = this.threads.from({ ...place, pc: place.pc + 1, counts: [] }, behind, holds);
    if (this.threads.isBlurred(set)) this.lost = true;
    const past = (exit: number, ...dues: readonly Proviso[]): Thread[] =>
      exit === FAILS ? [] : [{ ...place, pc: exit, extra: { ...place.extra, dues: withProvisos(place.extra.dues, dues) } }];
    if (this.threads.isThrough(set)) return past(held);
    if (set === NO_THREADS) return past(failed);
    return [...past(held, { some: true, set }), ...past(failed, { some: false, set })];
  }
}

/** Of threads at one place that the same is asked of, the preferred one. */
function distinct(threads: readonly Thread[]): Thread[] {
  const seen = new Set<string>();
  return threads.filter((thread) => {
    const key = placeKey(thread);
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

const placeKey = ({ pc, counts, ahead, closing, extra }: Thread): string => `${pc}|${counts}|${ahead}|${closing}|${keyOfProvisos(extra.dues)}`;

const keyOfHalf = ({ threads, best, watched }: Half): string =>
  `${threads.map((thread) => `${placeKey(thread)}@${thread.extra.registers}`).join(";")}!${best}!${watched}`;

/** The pair with offsets named by the order in which they are met, so that pairs that differ in nothing else are one. */
function withNames([left, right]: readonly [Half, Half]): readonly [Half, Half] {
  const names = new Map<number, number>();
  const nameOf = (offset: number): number => {
    if (offset === NONE) return NONE;
    let name = names.get(offset);
    if (name === undefined) {
      name = names.size;
      names.set(offset, name);
    }
    return name;
  };
  const named = (registers: Registers): Registers => registers.map(nameOf);
  const half = ({ threads, best, watched }: Half): Half => ({
    threads: threads.map((thread) => ({ ...thread, extra: { ...thread.extra, registers: named(thread.extra.registers) } })),
    best: best && named(best),
    watched,
  });
  return [half(left), half(right)];
}

function firstContext({ edge, masks }: Alphabet, [left, right]: readonly [Side, Side]): Context {
  return { behind: edge, ahead: masks.all, watched: [left.watches.atStart(edge), right.watches.atStart(edge)], given: [], text: "" };
}

/**
 * Where the search for a next match can begin: at the text's start, and where the loop over all matches begins a turn
 * behind one, with what must fail for it to have come there. A few more than there are, which only asks for more.
 * Undefined where there are too many.
 */
function* contextsOf(left: Program, alphabet: Alphabet, sides: readonly [Side, Side]): Generator<number, Beginnings | undefined> {
  const every = everyMatch(left);
  if (!every) return undefined;
  const { program, turn, skip } = every;
  // Behind a match that takes nothing the search goes on a character further.
  const canBeEmpty = lengthsOf(left).least === 0;
  const automaton = new PathAutomaton(program, alphabet, { restarts: false, whole: false, settled: true, bounds: program.loops.map(exactBounds) });
  yield* automaton.explore();
  if (automaton.full) return undefined;
  const { masks } = alphabet;
  const first = firstContext(alphabet, sides);
  const found = new Map<string, Context>([[keyOfContext(first), first]]);
  interface Node extends Pick<Context, "watched" | "text"> {
    readonly state: number;
  }
  const nodes: Node[] = [];
  const seen = new Set<string>();
  const add = (node: Node): void => {
    const key = `${node.watched[0]}|${node.watched[1]}|${node.state}`;
    if (seen.has(key)) return;
    seen.add(key);
    nodes.push(node);
  };
  for (const { to } of automaton.starts) add({ ...first, state: to });
  for (let head = 0; head < nodes.length; head++) {
    if (head > MAX_CONTEXTS) return undefined;
    if (head % 200 === 199) yield head;
    const { state, watched, text } = nodes[head] as Node;
    if (automaton.isThrough(state)) continue;
    const skips = program.nodes[automaton.instructionOf(state)] === skip;
    for (let symbol = 0; symbol < alphabet.classes; symbol++) {
      const edges = automaton.edgesOn(state, symbol);
      if (edges.length === 0) continue;
      const after = [sides[0].watches.after(watched[0], symbol), sides[1].watches.after(watched[1], symbol)] as const;
      const place = { watched: after, text: text + alphabet.samples[symbol] };
      for (const { to } of edges) add({ ...place, state: to });
      // Of the ways that begin a turn here the first has nothing tried before it that begins here, too.
      const begun = edges.filter(({ turned }) => turned.includes(turn)).map(({ to }) => to);
      if (begun[0] === undefined || (skips && !canBeEmpty)) continue;
      const taken = begun.map((to) => automaton.takesOf(to));
      const ahead = masks.where((next) => taken.some((mask) => masks.has(mask, next)));
      const context = { ...place, behind: symbol, ahead, given: automaton.owedBy(begun[0]) };
      if (!found.has(keyOfContext(context))) found.set(keyOfContext(context), context);
    }
  }
  return { contexts: [...found.values()], automaton };

  function keyOfContext({ behind, ahead, watched, given }: Context): string {
    return `${behind}|${ahead}|${watched[0]}|${watched[1]}|${keyOfProvisos(given)}`;
  }
}
