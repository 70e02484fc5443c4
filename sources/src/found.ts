/** Patterns found in a text that is not one itself: a source file, or a list. */
import { type DialectName, type HazardMode, lineColumn, lineStarts } from "@lamprey/core";

export interface FoundPattern {
  readonly dialect: DialectName;
  readonly pattern: string;
  readonly flags: string;
  /** How the call that it stands in asks; a literal by itself is taken to be searched for as its flags say. */
  readonly mode: HazardMode;
  /** Where it is written, in UTF-16 code units of the text, half-open: the literal, or the argument. */
  readonly start: number;
  readonly end: number;
  /** Where the pattern itself begins, where it stands there letter by letter; else left out. */
  readonly asWritten?: number;
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

/** Says of offsets in a text where they are. */
export function placesIn(text: string): (offset: number) => { line: number; column: number } {
  const starts = lineStarts(text);
  return (offset) => lineColumn(starts, offset);
}
