/** Random numbers that are the same for the same seed (mulberry32). */
export class Random {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0;
  }

  /** From 0 up to but not 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  }

  /** A whole number from 0 up to but not the bound. */
  below(bound: number): number {
    return Math.floor(this.next() * bound);
  }

  pick<T>(from: readonly T[]): T {
    return from[this.below(from.length)] as T;
  }

  chance(probability: number): boolean {
    return this.next() < probability;
  }
}
