/**
 * Sets of threads: the places that a part of a program can be at after a text. They answer whether the part can match,
 * for lookarounds and for alternatives that are tried before others.
 *
 * A set is an under-approximation: it may lack threads, and says so. If it says that a thread has matched, that is certain.
 * If it says that the part can fail, the part may match all the same. Where that matters, a set that lost threads is no
 * answer. A path automaton wants an over-approximation of the pattern's paths. It removes a path only if a set proves
 * that the path is impossible, so an under-approximation is what it needs.
 *
 * A set is a number; reading a symbol leads from set to set (the subset construction, computed when it is needed).
 */
import { Op } from "../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH } from "../program/program.ts";
import type { Mask } from "./alphabet.ts";
import { exitsBy, type Place, type Visitor, type Walk, type Way } from "./walk.ts";

/** A set of threads, by number; 0 is the empty one. */
export type ThreadSet = number;

export const NO_THREADS: ThreadSet = 0;

/** The result of reading a symbol. */
export interface Reached {
  readonly set: ThreadSet;
  /** Whether a thread had matched before the symbol. */
  readonly through: boolean;
}

/** A condition on the rest of the text: one of the threads must match, or none may. */
export interface Proviso {
  readonly some: boolean;
  readonly set: ThreadSet;
}

/** A thread, with the conditions of the lookaheads that it has passed. */
type Thread = Place<readonly Proviso[]>;

/** The characters that must come next for a lookbehind to hold; undefined if that is not known. */
export type Holds = (enclosure: number) => Mask | undefined;

/** The state of all lookbehinds at an offset, as a number. */
export interface Moment {
  readonly number: number;
  readonly holds: Holds;
}

const NOTHING_SEEN: Moment = { number: 0, holds: () => undefined };

/** Sets that are examined to learn whether one can fail. If they are not enough, it is assumed to. */
const MAX_LOOKED_AT = 400;

/** The depth of nested lookarounds that is followed; each is a walk within a walk. */
const MAX_DEPTH = 20;
/** The most conditions of one thread: with one more, the thread is dropped. */
const MAX_DUES = 3;
/** The most threads with conditions; further ones are dropped. */
const MAX_OWING = 200;

export interface ThreadOptions {
  /** Whether a match counts only at the end of the text. */
  readonly whole: boolean;
  /** Whether threads with conditions are dropped, which makes fewer sets. */
  readonly plain?: boolean;
}

const PLAIN: Omit<Visitor<readonly Proviso[]>, "arrive" | "leave" | "enter" | "lose"> = {
  visits: 1,
  guesses: false,
  keyOf: keyOfProvisos,
  second: (_, second) => second,
  turn: (extra) => extra,
  weigh: (dues) => dues.length,
};

export class Threads {
  private readonly walk: Walk<"at-most">;
  private readonly threads: Thread[] = [];
  private readonly threadNumbers = new Map<string, number>();
  private readonly sets: (readonly number[])[] = [[]];
  private readonly setNumbers = new Map<string, ThreadSet>([["", NO_THREADS]]);
  private readonly followers = new Map<string, { readonly threads: ReadonlySet<number>; readonly lost: boolean }>();
  /** For each state of the lookbehinds, the transitions of sets by symbol. */
  private readonly reached: Map<number, Reached>[] = [];
  /** Sets that lost a thread at an enclosure whose outcome is not followed. */
  private readonly blurred = new Set<ThreadSet>();

  /** The lookarounds around the current walk. */
  private depth = 0;
  /** The number of threads with conditions so far. */
  private owing = 0;
  private readonly failures = new Map<ThreadSet, boolean>();
  private readonly endOnly: number;
  private readonly whole: boolean;
  private readonly mostOwing: number;

  constructor(walk: Walk<"at-most">, { whole, plain = false }: ThreadOptions) {
    this.walk = walk;
    this.whole = whole;
    this.mostOwing = plain ? 0 : MAX_OWING;
    this.endOnly = walk.alphabet.masks.where((symbol) => symbol === walk.alphabet.edge);
  }

  /** Whether the work was cut short: then threads are missing. */
  get spent(): boolean {
    return this.walk.spent;
  }

  /** The symbol for the end of the text; it is greater than all others. */
  get edge(): number {
    return this.walk.alphabet.edge;
  }

  /** The number of sets so far. */
  get size(): number {
    return this.sets.length;
  }

  /** The threads from a place on; `holds` tells when a lookbehind holds here, if that is known. */
  from(place: Place<unknown>, behind: number, holds: Holds = () => undefined): ThreadSet {
    const found = new Set<number>();
    const blurred = this.gather({ ...place, extra: [] }, behind, found, holds);
    return this.intern(found, blurred);
  }

  union(one: ThreadSet, other: ThreadSet): ThreadSet {
    if (one === other || other === NO_THREADS) return one;
    if (one === NO_THREADS) return other;
    const both = new Set([...(this.sets[one] as readonly number[]), ...(this.sets[other] as readonly number[])]);
    return this.intern(both, this.isBlurred(one) || this.isBlurred(other));
  }

  /** Whether the set has lost threads: then the part may match although the set says that it does not. */
  isBlurred(set: ThreadSet): boolean {
    return this.blurred.has(set);
  }

  /** Whether a thread has matched, whatever comes next. */
  isThrough(set: ThreadSet): boolean {
    const { all } = this.walk.alphabet.masks;
    return (this.sets[set] as readonly number[]).some((n) => {
      const thread = this.threads[n] as Thread;
      return this.isGoal(thread) && thread.ahead === all && thread.extra.length === 0;
    });
  }

  /** The symbols before which a thread has matched; undefined if some threads were lost. */
  throughAhead(set: ThreadSet): Mask | undefined {
    const { masks } = this.walk.alphabet;
    if (this.isBlurred(set)) return undefined;
    const goals = (this.sets[set] as readonly number[]).map((n) => this.threads[n] as Thread).filter((thread) => this.isGoal(thread));
    if (goals.some(({ closing, extra }) => closing || extra.length > 0)) return undefined;
    return masks.where((symbol) => goals.some(({ ahead }) => masks.has(ahead, symbol)));
  }

  /** Whether a thread has matched if the symbol comes next, or the end of the text. `then` is the state of the lookbehinds after it. */
  read(set: ThreadSet, symbol: number, then = NOTHING_SEEN): Reached {
    this.reached[then.number] ??= new Map();
    const known = this.reached[then.number] as Map<number, Reached>;
    const key = set * (this.walk.alphabet.edge + 1) + symbol;
    let reached = known.get(key);
    if (!reached) {
      reached = this.step(set, symbol, then);
      known.set(key, reached);
    }
    return reached;
  }

  /** Whether there is a text on which every thread of the set fails. */
  canFail(set: ThreadSet): boolean {
    const known = this.failures.get(set);
    if (known !== undefined) return known;
    const { edge } = this.walk.alphabet;
    const seen = new Set([set]);
    const queue = [set];
    let fails = this.isThrough(set) ? false : undefined;
    for (let head = 0; head < queue.length && fails === undefined; head++) {
      const at = queue[head] as ThreadSet;
      if (at === NO_THREADS || head >= MAX_LOOKED_AT || !this.read(at, edge).through) fails = true;
      for (let symbol = 0; symbol < edge && fails === undefined; symbol++) {
        const { set: next, through } = this.read(at, symbol);
        if (through || seen.has(next) || this.isThrough(next)) continue;
        if (this.failures.get(next) === true) fails = true;
        seen.add(next);
        queue.push(next);
      }
    }
    this.failures.set(set, fails ?? false);
    return fails ?? false;
  }

  private step(set: ThreadSet, symbol: number, then: Moment): Reached {
    const { masks, edge } = this.walk.alphabet;
    const next = new Set<number>();
    let through = false;
    let blurred = this.isBlurred(set);
    for (const number of this.sets[set] as readonly number[]) {
      const thread = this.threads[number] as Thread;
      if (!masks.has(thread.ahead, symbol)) continue;
      const isGoal = this.isGoal(thread);
      if (!isGoal && (symbol === edge || !masks.has(this.walk.takes(thread.pc), symbol))) continue;
      const dues = this.duesAfter(thread.extra, symbol, then);
      if (dues === "unknown") blurred = true;
      if (dues === "unknown" || dues === "unmet") continue;
      if (!isGoal) {
        const { threads, lost } = this.after(number, dues, symbol, then);
        for (const each of threads) next.add(each);
        if (lost) blurred = true;
      } else if (thread.closing) next.add(this.number({ ...thread, ahead: this.endOnly, closing: false, extra: dues }));
      else if (dues.length === 0) through = true;
      else next.add(this.number({ ...thread, ahead: masks.all, extra: dues }));
    }
    return { set: this.intern(next, blurred), through };
  }

  /** The threads after a thread's instruction has consumed the symbol; the same for all symbols of a kind. */
  private after(number: number, dues: readonly Proviso[], symbol: number, then: Moment): { readonly threads: ReadonlySet<number>; readonly lost: boolean } {
    const key = `${number} ${this.walk.kindOf[symbol]} ${then.number} ${keyOfProvisos(dues)}`;
    let after = this.followers.get(key);
    if (!after) {
      const threads = new Set<number>();
      let lost = false;
      for (const place of placesAfter(this.walk, { ...(this.threads[number] as Thread), extra: dues }, this.endOnly)) {
        if (this.gather(place, symbol, threads, then.holds)) lost = true;
      }
      after = { threads, lost };
      this.followers.set(key, after);
    }
    return after;
  }

  /** The conditions that are left after a symbol; at the end of the text all are decided. */
  duesAfter(dues: readonly Proviso[], symbol: number, then = NOTHING_SEEN): readonly Proviso[] | "unmet" | "unknown" {
    const left: Proviso[] = [];
    for (const { some, set } of dues) {
      const { set: next, through } = this.read(set, symbol, then);
      const over = through || this.isThrough(next);
      const ended = !over && (symbol === this.walk.alphabet.edge || next === NO_THREADS);
      const lost = this.isBlurred(some ? set : next);
      if (some ? ended : over) return some && lost ? "unknown" : "unmet";
      // A set that lost threads cannot prove that its part does not match.
      if (!some && lost) return "unknown";
      if (!over && !ended) left.push({ some, set: next });
    }
    return left;
  }

  private isGoal({ pc }: Thread): boolean {
    const operation = this.walk.program.code[pc * INSTRUCTION_WIDTH];
    return operation === Op.Leave || operation === Op.Match;
  }

  /** Adds the threads from a place to the set. Returns whether some were lost. */
  private gather(place: Thread, behind: number, into: Set<number>, holds: Holds): boolean {
    let lost = false;
    this.walk.go(place, behind, {
      ...PLAIN,
      arrive: (arrived) => into.add(this.number(arrived)),
      lose: () => {
        lost = true;
      },
      leave: (left) => {
        into.add(this.number(left));
        return undefined;
      },
      enter: (entered, number) => {
        const enclosure = this.walk.program.enclosures[number] as Enclosure;
        const { node, held, failed } = enclosure;
        const body = { ...entered, pc: entered.pc + 1, counts: [], extra: [] };
        const past = (exit: number, ...dues: Proviso[]): Thread[] => {
          if (exit === FAILS) return [];
          const all = withProvisos(entered.extra, dues);
          if (all.length <= MAX_DUES && (all.length === 0 || this.owing < this.mostOwing)) return [{ ...entered, pc: exit, extra: all }];
          lost = true;
          return [];
        };
        if (node.kind === "look" && !node.behind && this.depth < MAX_DEPTH) {
          this.depth++;
          const set = this.from(body, behind, holds);
          this.depth--;
          // A condition that is decided here need not be followed.
          if (this.isThrough(set)) return past(held);
          if (set === NO_THREADS) return past(failed);
          const isLost = this.isBlurred(set);
          if (isLost) lost = true;
          return [...past(held, { some: true, set }), ...(isLost ? [] : past(failed, { some: false, set }))];
        }
        const mask = node.kind === "look" && node.behind ? holds(number) : undefined;
        if (mask !== undefined) return exitsBy(entered, enclosure, mask, this.walk.alphabet.masks);
        lost = true;
        return [];
      },
    });
    return lost;
  }

  private number(thread: Thread): number {
    const matchesAtEnd = this.whole && this.walk.program.code[thread.pc * INSTRUCTION_WIDTH] === Op.Match;
    const ahead = matchesAtEnd ? this.walk.alphabet.masks.and(thread.ahead, this.endOnly) : thread.ahead;
    const key = `${thread.pc}|${thread.counts}|${ahead}|${thread.closing}|${keyOfProvisos(thread.extra)}`;
    let number = this.threadNumbers.get(key);
    if (number === undefined) {
      number = this.threads.push({ ...thread, ahead, fresh: [] }) - 1;
      if (thread.extra.length > 0) this.owing++;
      this.threadNumbers.set(key, number);
    }
    return number;
  }

  private intern(threads: ReadonlySet<number>, blurred: boolean): ThreadSet {
    const sorted = [...threads].sort((a, b) => a - b);
    const key = `${sorted}${blurred ? "?" : ""}`;
    let set = this.setNumbers.get(key);
    if (set === undefined) {
      set = this.sets.push(sorted) - 1;
      this.setNumbers.set(key, set);
      if (blurred) this.blurred.add(set);
    }
    return set;
  }
}

/** The place at which a thread continues when its instruction has consumed a character. */
export function placesAfter<E>(walk: Walk<Way>, place: Place<E>, endOnly: number): Place<E>[] {
  const { code } = walk.program;
  const ahead = place.closing ? endOnly : walk.alphabet.masks.all;
  const next: Place<E> = { ...place, fresh: [], ahead, closing: false };
  // A reference may consume more or be finished: its place is visited again.
  return [{ ...next, pc: code[place.pc * INSTRUCTION_WIDTH] === Op.Reference ? place.pc : place.pc + 1 }];
}

/** The union of two sorted lists. */
export function withProvisos(dues: readonly Proviso[], more: readonly Proviso[]): readonly Proviso[] {
  if (more.length === 0) return dues;
  const distinct = new Map([...dues, ...more].map((due) => [keyOfProvisos([due]), due]));
  return [...distinct.values()].sort((a, b) => a.set - b.set || Number(a.some) - Number(b.some));
}

/** A key that is equal for equal lists of provisos. */
export function keyOfProvisos(dues: readonly Proviso[]): string {
  return dues.length === 0 ? "" : dues.map(({ some, set }) => `${some ? "+" : "-"}${set}`).join();
}
