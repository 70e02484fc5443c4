/**
 * A part of a syntax tree as a graph of states (Thompson 1968), in which counted repeats are written out. It is what the
 * submatches of a longest match are worked out on: which states can still reach the end of the part at a given offset, and
 * how far a run can come before it leaves an item.
 *
 * Only what ere, bre and literal have is read: characters, sets, assertions, groups, alternatives and greedy quantifiers.
 */
import { type CharSet, contains } from "../../charset/charset.ts";
import { assertionNumber } from "../../program/assertions.ts";
import { charactersOf } from "../../syntax/characters.ts";
import type { Node, NodeOf } from "../../syntax/tree.ts";
import { type Items, pointAt } from "../items.ts";

/** A counted repeat is written out, so a graph can be much longer than its pattern. A row of bits of this many takes 32 KB. */
const MAX_STATES = 1 << 18;
const LATIN = 256;

/** What a state does. */
const Kind = { Take: 0, Assert: 1, Split: 2, Pass: 3, Exit: 4 } as const;

const NONE = -1;
const EXIT = 0;

/** A set of characters that answers for Latin ones by a table. */
interface Taken {
  readonly set: CharSet;
  readonly latin: Uint8Array;
}

interface Asserted {
  readonly assertion: number;
  readonly set: CharSet;
}

/** Says whether an assertion holds at an offset. */
export type Asserts = (assertion: number, set: CharSet, at: number) => boolean;

/** The graph of a list of items that follow each other. */
export class Graph {
  /** Number of states. */
  readonly size: number;
  /** `begins[i]` is the state in which item i begins; the last one is that of the end. */
  readonly begins: readonly number[];
  private readonly kinds: Uint8Array;
  private readonly first: Int32Array;
  private readonly second: Int32Array;
  private readonly taken: readonly (Taken | undefined)[];
  private readonly asserted: readonly (Asserted | undefined)[];
  private readonly takes: readonly number[];
  /** For each state those that lead to it without taking text. */
  private readonly before: readonly (readonly number[])[];
  private readonly mark: Int32Array;
  private stamp = 0;

  private constructor(builder: Builder, begins: readonly number[]) {
    this.size = builder.kinds.length;
    this.begins = begins;
    this.kinds = Uint8Array.from(builder.kinds);
    this.first = Int32Array.from(builder.first);
    this.second = Int32Array.from(builder.second);
    this.taken = builder.taken;
    this.asserted = builder.asserted;
    this.mark = new Int32Array(this.size);
    const takes: number[] = [];
    const before: number[][] = Array.from({ length: this.size }, () => []);
    for (let state = 0; state < this.size; state++) {
      if (this.kinds[state] === Kind.Take) takes.push(state);
      else for (const next of [this.first[state] as number, this.second[state] as number]) if (next !== NONE) (before[next] as number[]).push(state);
    }
    this.takes = takes;
    this.before = before;
  }

  /** The graph of items one after the other; undefined where it has more states than there is room for. */
  static of(items: readonly Node[]): Graph | undefined {
    const builder = new Builder();
    const begins: number[] = [EXIT];
    for (let i = items.length - 1; i >= 0; i--) {
      const entry = builder.add(items[i] as Node, begins[0] as number);
      if (entry === undefined) return undefined;
      // A state of its own, so that an item which takes nothing does not begin where the next one does.
      begins.unshift(builder.state(Kind.Pass, entry));
    }
    return new Graph(builder, begins);
  }

  /** The graph of a loop: its items are the iterations, and the last of them can be repeated where the loop has no bound. */
  static ofLoop({ body, min, max }: NodeOf<"quantifier">): Graph | undefined {
    const builder = new Builder();
    const begins: number[] = [EXIT];
    const isEndless = max === Number.POSITIVE_INFINITY;
    const copies = isEndless ? min : max;
    let next: number = EXIT;
    if (isEndless) {
      const again = builder.state(Kind.Split, NONE, EXIT);
      const entry = builder.add(body, again);
      if (entry === undefined) return undefined;
      builder.first[again] = entry;
      next = again;
      begins.unshift(again);
    }
    for (let copy = copies - 1; copy >= 0; copy--) {
      const entry = builder.add(body, next);
      if (entry === undefined) return undefined;
      next = copy < min ? builder.state(Kind.Pass, entry) : builder.state(Kind.Split, entry, EXIT);
      begins.unshift(next);
    }
    return new Graph(builder, begins);
  }

  /** Sets the bits of the states that are alive at an offset: from which the end can be reached, which is here where `isEnd`. */
  alive(row: Uint32Array, at: number, isEnd: boolean, after: Uint32Array | undefined, { text }: Items, asserts: Asserts): void {
    row.fill(0);
    const pending: number[] = [];
    const reach = (state: number): void => {
      if (has(row, state)) return;
      row[state >> 5] = (row[state >> 5] as number) | (1 << (state & 31));
      pending.push(state);
    };
    if (isEnd) reach(EXIT);
    if (after && at < text.length) {
      const point = pointAt(text, at);
      for (const state of this.takes) if (has(after, this.first[state] as number) && this.holds(state, point)) reach(state);
    }
    for (let state = pending.pop(); state !== undefined; state = pending.pop()) {
      for (const earlier of this.before[state] as readonly number[]) {
        if (has(row, earlier)) continue;
        if (this.kinds[earlier] === Kind.Assert) {
          const { assertion, set } = this.asserted[earlier] as Asserted;
          if (!asserts(assertion, set, at)) continue;
        }
        reach(earlier);
      }
    }
  }

  /**
   * The states that take text among those that are reached from some without taking any, and whether the target is reached.
   * The target itself is not gone through, unless it is where the run begins.
   */
  close(
    from: readonly number[],
    target: number,
    at: number,
    row: Uint32Array | undefined,
    asserts: Asserts,
  ): { readonly takes: number[]; readonly reached: boolean } {
    const takes: number[] = [];
    let reached = false;
    const stamp = ++this.stamp;
    const pending = [...from];
    for (let state = pending.pop(); state !== undefined; state = pending.pop()) {
      if (this.mark[state] === stamp) continue;
      this.mark[state] = stamp;
      if (row && !has(row, state)) continue;
      if (state === target) {
        reached = true;
        continue;
      }
      const kind = this.kinds[state];
      if (kind === Kind.Take) takes.push(state);
      else if (kind !== Kind.Exit) {
        if (kind === Kind.Assert) {
          const { assertion, set } = this.asserted[state] as Asserted;
          if (!asserts(assertion, set, at)) continue;
        }
        const [one, other] = [this.first[state] as number, this.second[state] as number];
        if (other !== NONE) pending.push(other);
        pending.push(one);
      }
    }
    return { takes, reached };
  }

  /** What follows a state that takes the character; −1 where it does not. */
  step(state: number, point: number): number {
    return this.holds(state, point) ? (this.first[state] as number) : NONE;
  }

  /** Where an iteration that begins in a state goes in, and does not leave the loop. */
  inside(state: number): number {
    return this.first[state] as number;
  }

  private holds(state: number, point: number): boolean {
    const { set, latin } = this.taken[state] as Taken;
    return point < LATIN ? latin[point] === 1 : contains(set, point);
  }
}

export const has = (row: Uint32Array, state: number): boolean => ((row[state >> 5] as number) & (1 << (state & 31))) !== 0;

class Builder {
  readonly kinds: number[] = [];
  readonly first: number[] = [];
  readonly second: number[] = [];
  readonly taken: (Taken | undefined)[] = [];
  readonly asserted: (Asserted | undefined)[] = [];
  /** Results of parts that wait for what is around them. */
  private readonly results: number[] = [];

  constructor() {
    this.state(Kind.Exit, NONE);
  }

  state(kind: number, first: number, second = NONE): number {
    this.first.push(first);
    this.second.push(second);
    this.taken.push(undefined);
    this.asserted.push(undefined);
    return this.kinds.push(kind) - 1;
  }

  /** Adds a part after which the graph goes on in a state, and returns the state in which the part begins. */
  add(root: Node, after: number): number | undefined {
    const tasks: (() => void)[] = [];
    const { results } = this;
    /** Leaves the part's state on the list of results. */
    const part = (node: Node, next: number): void => {
      switch (node.kind) {
        case "empty":
          results.push(next);
          return;
        case "character":
        case "any":
        case "set":
          results.push(this.take(charactersOf(node), next));
          return;
        case "assertion": {
          const state = this.state(Kind.Assert, next);
          this.asserted[state] = { assertion: assertionNumber(node.assertion), set: node.set };
          results.push(state);
          return;
        }
        case "group":
          tasks.push(() => part(node.body, next));
          return;
        case "sequence":
          results.push(next);
          for (const item of node.items) tasks.push(() => part(item, results.pop() as number));
          return;
        case "alternation":
          results.push(NONE);
          for (const branch of node.branches) {
            tasks.push(
              () => {
                const entry = results.pop() as number;
                const others = results.pop() as number;
                results.push(others === NONE ? entry : this.state(Kind.Split, entry, others));
              },
              () => part(branch, next),
            );
          }
          return;
        case "quantifier":
          this.repeat(node, next, tasks, part);
          return;
        default:
          throw new RangeError(`The longest match of a pattern with this is not looked for: ${node.kind}.`);
      }
    };
    tasks.push(() => part(root, after));
    for (let task = tasks.pop(); task; task = tasks.pop()) {
      task();
      if (this.kinds.length > MAX_STATES) return undefined;
    }
    return results.pop();
  }

  private repeat({ body, min, max }: NodeOf<"quantifier">, next: number, tasks: (() => void)[], part: (node: Node, next: number) => void): void {
    const { results } = this;
    const isEndless = max === Number.POSITIVE_INFINITY;
    // In the order in which they are made: from the last iteration to the first. Tasks are taken from the end.
    const making: (() => void)[] = [];
    if (isEndless) {
      const again = this.state(Kind.Split, NONE, next);
      making.push(
        () => part(body, again),
        () => {
          this.first[again] = results.pop() as number;
          results.push(again);
        },
      );
    } else {
      results.push(next);
      for (let copy = min; copy < max; copy++) {
        making.push(
          () => part(body, results.pop() as number),
          () => {
            results.push(this.state(Kind.Split, results.pop() as number, next));
          },
        );
        if (making.length > MAX_STATES) break;
      }
    }
    for (let copy = 0; copy < min && making.length <= MAX_STATES; copy++) making.push(() => part(body, results.pop() as number));
    for (let i = making.length - 1; i >= 0; i--) tasks.push(making[i] as () => void);
  }

  private take(set: CharSet, next: number): number {
    const state = this.state(Kind.Take, next);
    const latin = new Uint8Array(LATIN);
    for (let point = 0; point < LATIN; point++) if (contains(set, point)) latin[point] = 1;
    this.taken[state] = { set, latin };
    return state;
  }
}
