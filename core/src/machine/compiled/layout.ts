/**
 * Where things lie in the memory of a compiled program: numbers that live across calls, registers, the table of Latin
 * characters, the text, saved states and changes to undo. In bytes.
 */
import type { Program } from "../../program/program.ts";

/** Code units below this are looked up in a table. */
export const LATIN = 256;
export const PAGE = 0x10000;
export const STATE_BYTES = 12;
export const CHANGE_BYTES = 8;

/** Numbers that live across calls, in the order in which they lie at the start of the memory. */
export const FIELDS = ["pc", "at", "left", "states", "changes", "reach", "deepest", "backtracks", "attempt", "attempts", "attemptLeft"] as const;
export type Field = (typeof FIELDS)[number];
/** Where each of them lies, in numbers. */
export const PLACE = Object.fromEntries(FIELDS.map((field, i) => [field, i])) as Readonly<Record<Field, number>>;
export const REGISTERS = 0x100;

/** Why a call came back. */
export const Came = { Bound: 0, Match: 1, Failed: 2, States: 3, Changes: 4 } as const;

/** A program's code differs by what is asked for and by the text. */
export interface Form {
  /** Only a match of the whole text counts. */
  readonly whole: boolean;
  /** The text is ASCII and lies there as bytes; else as code units. */
  readonly narrow: boolean;
}

const align = (bytes: number): number => (bytes + 63) & ~63;

export const latinOffset = ({ registerCount }: Program): number => align(REGISTERS + 4 * registerCount);
export const textOffset = (program: Program): number => align(latinOffset(program) + program.latin.length);

export interface Layout {
  readonly states: number;
  readonly stateLimit: number;
  readonly changes: number;
  readonly changeLimit: number;
  readonly bytes: number;
}

export function layoutOf(program: Program, length: number, narrow: boolean, stateLimit: number, changeLimit: number): Layout {
  // Two units beyond the end may be looked at.
  return roomOf(align(textOffset(program) + (narrow ? 1 : 2) * (length + 4)), stateLimit, changeLimit);
}

export function roomOf(states: number, stateLimit: number, changeLimit: number): Layout {
  const changes = align(states + STATE_BYTES * stateLimit);
  return { states, stateLimit, changes, changeLimit, bytes: align(changes + CHANGE_BYTES * changeLimit) + PAGE };
}
