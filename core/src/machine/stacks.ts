/**
 * All that groups have captured, newest first: cells in one array, each with the one before it. What is stacked is undone
 * with the register that says how much it is, so that a way that was given up leaves nothing behind.
 */
import type { Span } from "../text/span.ts";

/** Start, end, and the cell before it, or −1. */
const CELL = 3;
/** Captures are held in memory up to so many numbers: a quarter of a GiB. */
const MAX_STACKED = 1 << 26;
const FEW = 8 * CELL;

export class CaptureStacks {
  private cells = new Int32Array(0);

  /** Writes a capture behind `top`, above the cell `below` or −1; returns the new top, or −1 where there is no more room. */
  push(top: number, start: number, end: number, below: number): number {
    if (top + CELL > this.cells.length) {
      if (top + CELL > MAX_STACKED) return -1;
      const grown = new Int32Array(Math.min(MAX_STACKED, Math.max(FEW, 2 * this.cells.length)));
      grown.set(this.cells);
      this.cells = grown;
    }
    this.cells[top] = start;
    this.cells[top + 1] = end;
    this.cells[top + 2] = below;
    return top + CELL;
  }

  start(cell: number): number {
    return this.cells[cell] as number;
  }

  end(cell: number): number {
    return this.cells[cell + 1] as number;
  }

  /** The cell before it, or −1. */
  below(cell: number): number {
    return this.cells[cell + 2] as number;
  }

  /** The captures from a cell down, oldest first. */
  spans(cell: number): Span[] {
    const found: Span[] = [];
    for (let at = cell; at >= 0; at = this.below(at)) found.push({ start: this.start(at), end: this.end(at) });
    return found.reverse();
  }
}

/**
 * What a group holds that takes another one's newest capture away: what lies between the two, or, where one lies in or over
 * the other, what they share (as .NET's TransferCapture has it).
 */
export function between(start: number, end: number, taken: Span): Span {
  if (start >= taken.end) return { start: taken.end, end: start };
  if (end <= taken.start) return { start: end, end: taken.start };
  return { start: Math.max(start, taken.start), end: Math.min(end, taken.end) };
}
