/** A run as the page gets it: what the pattern reads as, its matches as rows, why they end where they end. */
import {
  type Choice,
  chooseMachine,
  compile,
  type MatchMode,
  type MatchTable,
  type NodeOf,
  type Program,
  quantifiers,
  type Reading,
  read,
} from "@lamprey/core";
import type { Asked, MatchRows, PatternReading, QuantifierMark } from "./messages.ts";

/** Matches kept of one run; with their captures they take some tens of megabytes at most. */
export const MATCH_LIMIT = 250_000;
export function rowsOf(table: MatchTable): MatchRows {
  return { groupCount: table.groupCount, rows: table.toArray() };
}

function quantifierMark({ start, end, operator, mode }: NodeOf<"quantifier">): QuantifierMark {
  return { start, end, operator, mode };
}

function marksOf(reading: Reading): PatternReading {
  return {
    diagnostics: reading.diagnostics,
    groups: reading.groups.map(({ start, end, slot, number, name, depth }) => ({ start, end, slot, number, name, depth })),
    quantifiers: quantifiers(reading).map(quantifierMark),
  };
}

/** A pattern read and compiled for a run; or why it cannot be run. */
export type Prepared =
  | { readonly ok: false; readonly refused: Refused }
  | {
      readonly ok: true;
      readonly reading: Reading;
      readonly marks: PatternReading;
      readonly program: Program;
      readonly mode: MatchMode;
      readonly choice: Choice;
    };

export interface Refused {
  readonly kind: "refused";
  readonly generation: number;
  readonly reading: PatternReading;
}

/** What every run begins with, on the page and in its worker. */
export function prepare(asked: Asked): Prepared {
  const reading = read(asked);
  const compiled = compile(reading);
  const marks = marksOf(reading);
  if (!compiled.ok) return { ok: false, refused: { kind: "refused", generation: asked.generation, reading: { ...marks, diagnostics: compiled.diagnostics } } };
  const { program } = compiled;
  return { ok: true, reading, marks, program, mode: asked.asking ?? (program.options.everyMatch ? "all" : "first"), choice: chooseMachine(program) };
}
