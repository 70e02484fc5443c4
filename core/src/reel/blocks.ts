/**
 * What stretches of a reel hold, without looking at each of their events: least and greatest offset, fewest and most
 * saved states, which kinds of event. A profile of ten million steps is drawn from these, and a search passes over
 * every stretch that cannot hold what it seeks. A tenth of a byte an event.
 */
import { KIND_MASK, Kind, MARKED } from "../machine/events.ts";
import type { ReelRecorder } from "./recorder.ts";

/** Events in a block. */
export const BLOCK = 256;

/** Whole numbers, as many as come. */
class Numbers {
  length = 0;
  private held = new Int32Array(1024);

  /** Puts a number in the place of the last one. */
  replaceLast(value: number): void {
    this.held[this.length - 1] = value;
  }

  push(value: number): void {
    if (this.length === this.held.length) {
      const grown = new Int32Array(2 * this.held.length);
      grown.set(this.held);
      this.held = grown;
    }
    this.held[this.length++] = value;
  }

  at(index: number): number {
    return this.held[index] as number;
  }

  /** Index of the last number that is not above the value; −1 where all are. Numbers must be in rising order. */
  lastUpTo(value: number): number {
    let [low, high] = [0, this.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.at(middle) <= value) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }

  get bytes(): number {
    return this.held.byteLength;
  }
}

export class Blocks {
  /** Events read so far. */
  length = 0;
  /** Least and greatest offset stood at in a block, and the last. */
  readonly least = new Numbers();
  readonly greatest = new Numbers();
  readonly last = new Numbers();
  /** Fewest and most saved states held in a block, and how many were held when it began. */
  readonly fewest = new Numbers();
  readonly most = new Numbers();
  readonly before = new Numbers();
  /** Kinds of event in a block, a bit each. */
  readonly kinds = new Numbers();
  /** Steps at which attempts began, and at which matches were found. */
  readonly attempts = new Numbers();
  readonly matches = new Numbers();
  /** Where the longest match is looked for: steps of candidates that were better than all before in their attempt. */
  readonly kept = new Numbers();
  private saved = 0;
  private offset = 0;
  private low = 0;
  private high = 0;
  private few = 0;
  private many = 0;
  private seen = 0;

  /** Reads on up to a step. */
  extend(rows: ReelRecorder, to: number): void {
    for (let step = this.length; step < to; step++) {
      if (step % BLOCK === 0) {
        if (step > 0) this.close();
        this.before.push(this.saved);
        this.low = this.few = Number.MAX_SAFE_INTEGER;
        this.high = this.many = -1;
        this.seen = 0;
      }
      const word = rows.at(step, 1);
      const kind = word & KIND_MASK;
      const value = rows.at(step, 0);
      this.saved = savedAfter(kind, this.saved, value);
      if (kind !== Kind.Cut) this.offset = value;
      if (kind === Kind.Attempt) this.attempts.push(step);
      else if (kind === Kind.Match) this.match(step, rows.program.preference === "longest", (word & MARKED) !== 0);
      if (this.offset < this.low) this.low = this.offset;
      if (this.offset > this.high) this.high = this.offset;
      if (this.saved < this.few) this.few = this.saved;
      if (this.saved > this.many) this.many = this.saved;
      this.seen |= 1 << kind;
    }
    this.length = to;
  }

  /** Nothing more will come. */
  finish(): void {
    if (this.before.length > this.last.length) this.close();
  }

  /** Of the candidates of an attempt the last one that was kept is its match. */
  private match(step: number, isCandidate: boolean, isKept: boolean): void {
    if (!isCandidate) this.matches.push(step);
    else if (isKept) {
      const begun = this.attempts.at(this.attempts.length - 1);
      if (this.matches.length > 0 && this.matches.at(this.matches.length - 1) > begun) this.matches.replaceLast(step);
      else this.matches.push(step);
      this.kept.push(step);
    }
  }

  private close(): void {
    this.least.push(this.low);
    this.greatest.push(this.high);
    this.last.push(this.offset);
    this.fewest.push(this.few);
    this.most.push(this.many);
    this.kinds.push(this.seen);
  }

  get bytes(): number {
    const { least, greatest, last, fewest, most, before, kinds, attempts, matches, kept } = this;
    return [least, greatest, last, fewest, most, before, kinds, attempts, matches, kept].reduce((sum, numbers) => sum + numbers.bytes, 0);
  }
}

/** Saved states held after an event of the kind; a cut says itself how many it leaves. */
export function savedAfter(kind: number, saved: number, value: number): number {
  switch (kind) {
    case Kind.Attempt:
      return 0;
    case Kind.Save:
      return saved + 1;
    case Kind.Resume:
      return saved - 1;
    case Kind.Cut:
      return value;
    default:
      return saved;
  }
}
