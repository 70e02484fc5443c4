/**
 * The way on which a candidate was found, and that of the best one: which decisions were made, and where each part of the
 * pattern ended. By it two candidates that end at the same offset are compared: each part, from left to right and the outer
 * before the inner ones, is to be the longest (POSIX.1-2017, 9.1).
 */
import { NO_ROOM, roomFor } from "../room.ts";

/** Numbers of an entry: the part around it, the decision made, and where the part ended. */
const ENTRY = 3;
const PARENT = 0;
const WAY = 1;
const END = 2;

/** Entries held in memory at once: 200 MB. */
const MAX_ENTRIES = 1 << 24;

/** A candidate against the best one before it. */
export type Comparison = "longer" | "earlier-part" | "shorter" | "not-better";

export class Trail {
  /** Entries so far. */
  height = 0;
  /** The innermost part that is open, or −1. */
  open = -1;
  /** False where there is no more room for entries. */
  hasRoom = true;
  private entries = NO_ROOM;
  private best = NO_ROOM;
  private bestEnd = -1;
  /** The first entry in which the way under way differs from the best one. */
  private differs = 0;

  /** Begins an attempt. */
  clear(): void {
    this.height = this.differs = 0;
    this.open = this.bestEnd = -1;
  }

  /** Goes back to where a choice was made. */
  returnTo(height: number, open: number): void {
    this.height = height;
    this.open = open;
    if (height < this.differs) this.differs = height;
  }

  /** Notes a decision: 0 is the way that is tried first. */
  decide(way: number): void {
    const from = this.height * ENTRY;
    if (from + ENTRY > this.entries.length) {
      const grown = roomFor(this.entries, from + ENTRY, MAX_ENTRIES * ENTRY);
      this.hasRoom = grown !== undefined;
      if (!grown) return;
      this.entries = grown;
    }
    this.entries[from + PARENT] = this.open;
    this.entries[from + WAY] = way;
    this.entries[from + END] = -1;
    this.height++;
  }

  /** A part begins: what is noted from now on lies in it. */
  enter(): void {
    this.decide(0);
    this.open = this.height - 1;
  }

  /** The innermost open part ends. */
  leave(at: number): void {
    const from = this.open * ENTRY;
    this.entries[from + END] = at;
    this.open = this.entries[from + PARENT] as number;
  }

  /** Compares the way, which has come to a match that ends at the offset, with the best one; and keeps it where it is better. */
  compare(end: number): Comparison {
    const found: Comparison = end > this.bestEnd ? "longer" : end < this.bestEnd ? "shorter" : this.isBetterInside() ? "earlier-part" : "not-better";
    if (found === "longer" || found === "earlier-part") {
      const length = this.height * ENTRY;
      if (this.best.length < length) this.best = roomFor(this.best, length) as Int32Array<ArrayBuffer>;
      this.best.set(this.entries.subarray(0, length));
      this.bestEnd = end;
      this.differs = this.height;
    }
    return found;
  }

  /**
   * Whether a part is longer, of those around the first decision that differs. Where they are all as long, the decision itself
   * tells: the best way made it as it is tried first, which is an earlier alternative or one more iteration.
   */
  private isBetterInside(): boolean {
    const around: number[] = [];
    let part = this.differs < this.height ? (this.entries[this.differs * ENTRY + PARENT] as number) : -1;
    for (; part >= 0; part = this.entries[part * ENTRY + PARENT] as number) around.push(part);
    for (const outer of around.reverse()) {
      const [end, best] = [this.entries[outer * ENTRY + END] as number, this.best[outer * ENTRY + END] as number];
      if (end !== best) return end > best;
    }
    return false;
  }
}
