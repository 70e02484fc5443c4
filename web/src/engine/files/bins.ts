/** Counts of numbers in steps of one width, which grows with what comes in: a histogram whose range nobody knows beforehand. */
import type { BinsView } from "./messages.ts";

export class Bins {
  private readonly most: number;
  /** Widths in their order; each is a multiple of the one before. */
  private readonly widths: readonly number[];
  private at = 0;
  private counts = new Map<number, number>();
  private least = Number.POSITIVE_INFINITY;
  private greatest = Number.NEGATIVE_INFINITY;

  /** @param most steps between the least and the greatest number, at most */
  constructor(widths: readonly number[], most: number) {
    this.widths = widths;
    this.most = most;
  }

  get width(): number {
    return this.widths[this.at] as number;
  }

  /** The greatest number that came in; minus infinity before any has. */
  get greatestSeen(): number {
    return this.greatest;
  }

  get isEmpty(): boolean {
    return this.counts.size === 0;
  }

  add(value: number, times = 1): void {
    this.least = Math.min(this.least, value);
    this.greatest = Math.max(this.greatest, value);
    while (Math.floor(this.greatest / this.width) - Math.floor(this.least / this.width) >= this.most && this.at < this.widths.length - 1) this.widen();
    const bin = Math.floor(value / this.width);
    this.counts.set(bin, (this.counts.get(bin) ?? 0) + times);
  }

  /** Every step between the first and the last that has any; up to the one that has `to`, where it is given. */
  view(from = this.least, to = this.greatest): BinsView {
    if (from > to) return { from: 0, width: this.width, counts: [] };
    while (Math.floor(to / this.width) - Math.floor(from / this.width) >= this.most && this.at < this.widths.length - 1) this.widen();
    const first = Math.floor(from / this.width);
    const length = Math.min(this.most, Math.floor(to / this.width) - first + 1);
    return { from: first * this.width, width: this.width, counts: Array.from({ length }, (_, i) => this.counts.get(first + i) ?? 0) };
  }

  private widen(): void {
    const ratio = (this.widths[this.at + 1] as number) / this.width;
    this.at++;
    const wider = new Map<number, number>();
    for (const [bin, count] of this.counts) wider.set(Math.floor(bin / ratio), (wider.get(Math.floor(bin / ratio)) ?? 0) + count);
    this.counts = wider;
  }
}

/** Numbers of lines: powers of two. */
export const LINE_WIDTHS: readonly number[] = Array.from({ length: 40 }, (_, i) => 2 ** i);

const MINUTE = 60;
const HOUR = 3600;
const DAY = 86_400;
/** Stretches of time that people count in, in seconds. */
export const TIME_WIDTHS: readonly number[] = [1, 10, MINUTE, 10 * MINUTE, HOUR, 6 * HOUR, DAY, 10 * DAY, 100 * DAY, 1000 * DAY];
