/** What is seen in one pattern of a list or a file. */
import type { Slip } from "@lamprey/core";
import type { SlipsAnswer } from "@lamprey/core/answers/slips";
import type { Baseline } from "../patterns/baseline.ts";
import type { Row } from "../patterns/found.ts";

export type SlipsRow = Row<SlipsAnswer>;

/** The rows without slips that a comment in the source says are meant. */
export const withoutMeant = (rows: readonly SlipsRow[]): readonly SlipsRow[] =>
  rows.map((row) => (row.found.meant && row.slips ? { ...row, slips: row.slips.filter(({ code }) => !row.found.meant?.includes(code)) } : row));

/** The kinds of slips that a result file tells of a row. */
export const codesOf = (row: Row<object>): string[] => ((row as Partial<SlipsRow>).slips ?? []).map(({ code }) => code);

/** A row without what an earlier run has told. */
export const withoutKnown = (row: SlipsRow, known: Baseline): SlipsRow =>
  row.slips ? { ...row, slips: row.slips.filter(({ code }) => !known.takes(row, code)) } : row;

/** The rows without slips of the kinds that are not wanted. */
export function without(rows: readonly SlipsRow[], codes: readonly string[]): readonly SlipsRow[] {
  if (codes.length === 0) return rows;
  return rows.map((row) => (row.slips ? { ...row, slips: row.slips.filter(({ code }: Slip) => !codes.includes(code)) } : row));
}
