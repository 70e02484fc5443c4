/** A run as the page gets it: what the pattern reads as, its matches as rows, why they end where they end. */
import { type MatchTable, type NodeOf, quantifiers, type Reading } from "@lamprey/core";
import type { MatchRows, PatternReading, QuantifierMark } from "./messages.ts";

/** Matches kept of one run; with their captures they take some tens of megabytes at most. */
export const MATCH_LIMIT = 250_000;
/** Why not all matches are known, by how a machine ended. */
export const CUTS = { running: "steps", "memory-limit": "memory", "match-limit": "matches", done: null } as const;

export function rowsOf(table: MatchTable): MatchRows {
  return { groupCount: table.groupCount, rows: table.toArray() };
}

export function quantifierMark({ start, end, operator, mode }: NodeOf<"quantifier">): QuantifierMark {
  return { start, end, operator, mode };
}

export function marksOf(reading: Reading): PatternReading {
  return {
    diagnostics: reading.diagnostics,
    groups: reading.groups.map(({ start, end, number, name, depth }) => ({ start, end, number, name, depth })),
    quantifiers: quantifiers(reading).map(quantifierMark),
  };
}
