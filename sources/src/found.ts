/** Patterns found in a text that is not one itself: a source file, or a list. */
import type { DialectName, HazardMode } from "@lamprey/core";

export interface FoundPattern {
  readonly dialect: DialectName;
  readonly pattern: string;
  readonly flags: string;
  /** How the call that it stands in asks; a literal by itself is taken to be searched for. */
  readonly mode: HazardMode;
  /** Where it is written, in UTF-16 code units of the text, half-open: the literal, or the argument. */
  readonly start: number;
  readonly end: number;
  /** Counted from 1. */
  readonly line: number;
  readonly column: number;
}

/** A place that asks for a pattern which is not written there, or a file that does not read. */
export interface Passed {
  readonly line: number;
  readonly column: number;
  readonly reason: string;
}

export interface Found {
  readonly patterns: readonly FoundPattern[];
  readonly passed: readonly Passed[];
}

/** Offsets to lines and columns. */
export class Lines {
  private readonly starts: number[] = [0];

  constructor(text: string) {
    for (let at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) this.starts.push(at + 1);
  }

  at(offset: number): { line: number; column: number } {
    let low = 0;
    let high = this.starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.starts[middle] as number) <= offset) low = middle;
      else high = middle - 1;
    }
    return { line: low + 1, column: offset - (this.starts[low] as number) + 1 };
  }
}
