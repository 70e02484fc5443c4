/** Requests share the store's memory: one that comes while there is not enough left waits for those before it. */
import { getHeapStatistics } from "node:v8";
import { Problem } from "./problem.ts";

/** What the store takes by itself (bytes). */
const OWN = 40 * 2 ** 20;
/** So many bytes of memory for each byte of a request: its text, what is read of it, and what is written. */
const TIMES = 8;

export class Room {
  private readonly most: number;
  private taken = 0;
  private readonly waiting: (() => void)[] = [];

  /** @param most bytes of memory that there are */
  constructor(most = getHeapStatistics().heap_size_limit) {
    this.most = most - OWN;
  }

  /** Does the work when there is memory for a request of so many bytes; throws a Problem where there never will be. */
  async with<T>(bytes: number, work: () => Promise<T>): Promise<T> {
    const needed = bytes * TIMES;
    if (needed > this.most) throw new Problem("too-large", "This request needs more memory than the store may use (LAMPREY_STORE_MEMORY).");
    while (this.taken > 0 && this.taken + needed > this.most) await new Promise<void>((resolve) => this.waiting.push(resolve));
    this.taken += needed;
    try {
      return await work();
    } finally {
      this.taken -= needed;
      for (const go of this.waiting.splice(0)) go();
    }
  }
}
