import { NO_ROOM, roomFor } from "./room.ts";

/**
 * Matches in one flat table, so that a hundred thousand of them cost two allocations and cross to another thread for
 * free: each row is `[start, end, start of group 1, end of group 1, …]`, −1 for a group that is not set.
 */
export class MatchTable {
  readonly groupCount: number;
  /** Numbers in a row. */
  readonly width: number;
  private rows: Int32Array<ArrayBuffer>;
  private used = 0;

  constructor(groupCount: number, rows: Int32Array<ArrayBuffer> = NO_ROOM) {
    this.groupCount = groupCount;
    this.width = 2 * (groupCount + 1);
    this.rows = rows;
    this.used = Math.floor(rows.length / this.width);
  }

  get length(): number {
    return this.used;
  }

  /** Adds a match; the captures are the first 2 × groupCount of the registers. */
  add(start: number, end: number, registers: Int32Array): void {
    const at = this.used * this.width;
    if (at + this.width > this.rows.length) {
      this.rows = roomFor(this.rows, at + this.width) as Int32Array<ArrayBuffer>;
    }
    this.rows[at] = start;
    this.rows[at + 1] = end;
    for (let i = 0; i < 2 * this.groupCount; i++) this.rows[at + 2 + i] = registers[i] as number;
    this.used++;
  }

  clear(): void {
    this.used = 0;
  }

  /** Takes over the rows of another table of as many groups, which is not used any more. */
  adopt(from: MatchTable): void {
    this.rows = from.rows;
    this.used = from.used;
  }

  /** Adds row `match` of another table of as many groups. */
  copy(from: MatchTable, match: number): void {
    const row = from.rows.subarray(match * this.width, (match + 1) * this.width);
    this.add(row[0] as number, row[1] as number, row.subarray(2));
  }

  start(match: number): number {
    return this.rows[match * this.width] as number;
  }

  end(match: number): number {
    return this.rows[match * this.width + 1] as number;
  }

  /** The span of group n (0 is the whole match), or null where it is not set. */
  group(match: number, n: number): { start: number; end: number } | null {
    const start = this.rows[match * this.width + 2 * n] as number;
    return start < 0 ? null : { start, end: this.rows[match * this.width + 2 * n + 1] as number };
  }

  /** The first match that ends after the offset, or begins at it: where a view of the text from there on starts. */
  firstReaching(offset: number): number {
    let low = 0;
    let high = this.used;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.end(middle) < offset) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** The rows, without what was kept free for growth. */
  toArray(): Int32Array<ArrayBuffer> {
    return this.rows.slice(0, this.used * this.width);
  }
}
