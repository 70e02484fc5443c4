/**
 * The states that the paths through a text are in together, as numbers: in order of preference, or as mere sets. Reading
 * a symbol leads from crowd to crowd, so this is the automaton made deterministic, as far as it is asked for.
 */
import type { PathAutomaton } from "./paths.ts";

export class Crowds {
  /** States of all crowds so far. */
  followed = 0;
  /** States and edges gone through so far. */
  work = 0;
  private readonly automaton: PathAutomaton;
  private readonly ordered: boolean;
  private readonly lists: (readonly number[])[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly after = new Map<number, number>();
  private readonly tellings = new Map<number, readonly number[]>();

  constructor(automaton: PathAutomaton, ordered = true) {
    this.automaton = automaton;
    this.ordered = ordered;
  }

  members(crowd: number): readonly number[] {
    return this.lists[crowd] as readonly number[];
  }

  intern(states: readonly number[]): number {
    const distinct = [...new Set(states)];
    if (!this.ordered) distinct.sort((a, b) => a - b);
    const key = distinct.join();
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.lists.push(distinct) - 1;
      this.numbers.set(key, number);
      this.followed += distinct.length + 4;
    }
    return number;
  }

  isThrough(crowd: number): boolean {
    return this.members(crowd).some((state) => this.automaton.isMatch(state));
  }

  matches(crowd: number, symbol: number): boolean {
    return this.members(crowd).some((state) => this.automaton.matches(state, symbol));
  }

  /** The crowd after a character, or −1 where one of the paths is through with it. */
  read(crowd: number, symbol: number): number {
    const key = crowd * (this.automaton.alphabet.edge + 1) + symbol;
    let next = this.after.get(key);
    if (next === undefined) {
      next = -1;
      this.work += this.members(crowd).length + 1;
      if (!this.matches(crowd, symbol)) {
        const reached = this.members(crowd).flatMap((state) => this.automaton.edgesOn(state, symbol).map(({ to }) => to));
        this.work += reached.length;
        const found = this.intern(reached);
        if (!this.isThrough(found)) next = found;
      }
      this.after.set(key, next);
    }
    return next;
  }

  /** One symbol of the mask for each group of symbols that the crowd's states do not tell apart. */
  telling(crowd: number, mask: number): readonly number[] {
    const { masks } = this.automaton.alphabet;
    let told = this.tellings.get(crowd);
    if (!told) {
      const sets = new Set<number>();
      for (const state of this.members(crowd)) {
        sets.add(this.automaton.takesOf(state));
        for (const way of this.automaton.waysOf(state)) sets.add(way.mask);
      }
      const groups = new Map<string, number>();
      const list = [...sets];
      for (const symbol of masks.symbols(masks.all)) {
        const key = list.map((set) => (masks.has(set, symbol) ? "1" : "0")).join("");
        if (!groups.has(key)) groups.set(key, symbol);
      }
      told = [...groups.values()];
      this.tellings.set(crowd, told);
    }
    return mask === masks.all ? told : told.filter((symbol) => masks.has(mask, symbol));
  }
}
