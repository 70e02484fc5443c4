/** Patterns found in a text that is not one itself: a source file, or a list. */
import { type DialectName, type HazardMode, lineColumn, lineStarts, type MappedPiece, type Span } from "@lamprey/core";
import type { Literal } from "./literal.ts";

export interface FoundPattern {
  readonly dialect: DialectName;
  readonly pattern: string;
  readonly flags: string;
  /** How the call that it stands in asks; a literal by itself is taken to be searched for as its flags say. */
  readonly mode: HazardMode;
  /** Where it is written, in UTF-16 code units of the text, half-open: the literal, or the argument. */
  readonly start: number;
  readonly end: number;
  /** Counted from 1. */
  readonly line: number;
  readonly column: number;
  /** Where in the text each character of the pattern is written; left out where it is in no text. */
  readonly pieces?: readonly MappedPiece[];
  /** The string or pattern literals that it is written in. */
  readonly literals?: readonly Literal[];
  /** Where the letters of its flags stand, or could stand; left out where they are written otherwise, such as by constants. */
  readonly flagsAt?: Span;
  /** What a comment on its line, or above it, says is meant: codes of findings, none of which is to be reported. */
  readonly meant?: readonly string[];
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

/** A pattern as the reader of a language finds it. */
export type Finding = Omit<FoundPattern, "line" | "column" | "meant">;

/** What the reader of a language makes of a text. */
export interface ReadSource {
  readonly patterns: readonly Finding[];
  /** Where a call asks for a pattern that is not constant, and why. */
  readonly passed: readonly { readonly at: number; readonly reason: keyof typeof REASONS }[];
  /** Whether the offset lies in a comment. */
  readonly isComment: (offset: number) => boolean;
}

export const REASONS = {
  pattern: "The pattern is put together when the program runs.",
  flags: "The flags are put together when the program runs, or one of them has no letter.",
  delimiters: "The pattern has no delimiters that match.",
} as const;

/** Says of offsets in a text where they are. */
export function placesIn(text: string): (offset: number) => { line: number; column: number } {
  const starts = lineStarts(text);
  return (offset) => lineColumn(starts, offset);
}
