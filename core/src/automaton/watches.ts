/**
 * Lookbehinds, watched while the text is read forward: for each one the threads of its body that have begun at any
 * offset so far. It holds where one of them is through. Whichever way the machine reads, the same texts satisfy it.
 */

import { compilePart } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import { singleLook } from "../syntax/characters.ts";
import type { Alphabet, Mask } from "./alphabet.ts";
import { type ThreadSet, Threads } from "./threads.ts";
import { exactBounds, type Place, Walk } from "./walk.ts";

/** Each lookbehind multiplies the states of the automaton that it is watched beside. */
const MAX_WATCHES = 2;

interface Watch {
  readonly enclosure: number;
  readonly threads: Threads;
  readonly begin: Place<null>;
  /** What begins behind each symbol, as far as it was asked for. */
  readonly begun: ThreadSet[];
  /** By set and symbol, what comes of them. */
  readonly next: Map<number, ThreadSet>;
}

export class Watches {
  private readonly watches: Watch[] = [];
  private readonly numbers = new Map<string, number>();

  /** With `none` nothing is watched: all of them may hold or not. */
  constructor(program: Program, alphabet: Alphabet, none = false) {
    if (none) return;
    program.enclosures.forEach(({ node }, enclosure) => {
      if (node.kind !== "look" || !node.behind || singleLook(node) || this.watches.length >= MAX_WATCHES) return;
      const body = compilePart(program.reading, node.body, false);
      if (!body) return;
      const walk = new Walk("at-most", body, alphabet, body.loops.map(exactBounds));
      const begin = { pc: 0, counts: [], fresh: [], ahead: alphabet.masks.all, closing: false, extra: null };
      this.watches.push({ enclosure, threads: new Threads(walk, { whole: false }), begin, begun: [], next: new Map() });
    });
  }

  /** Whether a body was more than there is time for. */
  get spent(): boolean {
    return this.watches.some(({ threads }) => threads.spent);
  }

  /** What each watch holds before the first character. */
  atStart(edge: number): readonly ThreadSet[] {
    return this.watches.map(({ threads, begin }) => threads.from(begin, edge));
  }

  after(watched: readonly ThreadSet[], symbol: number): readonly ThreadSet[] {
    return watched.map((set, i) => {
      const { threads, begin, begun, next } = this.watches[i] as Watch;
      const key = set * (threads.edge + 1) + symbol;
      let after = next.get(key);
      if (after === undefined) {
        begun[symbol] ??= threads.from(begin, symbol);
        after = threads.union(threads.read(set, symbol).set, begun[symbol]);
        next.set(key, after);
      }
      return after;
    });
  }

  /** A number of its own for each thing that can have been seen, from 1. */
  numberOf(watched: readonly ThreadSet[]): number {
    const key = watched.join();
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.numbers.size + 1;
      this.numbers.set(key, number);
    }
    return number;
  }

  /** What must come next for what is inside the lookbehind to be through; undefined where that is not known. */
  holds(enclosure: number, watched: readonly ThreadSet[]): Mask | undefined {
    const index = this.watches.findIndex((watch) => watch.enclosure === enclosure);
    return this.watches[index]?.threads.throughAhead(watched[index] as ThreadSet);
  }
}
