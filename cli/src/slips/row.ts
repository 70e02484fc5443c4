/** What is seen in one pattern of a list or a file. */
import type { Slip } from "@lamprey/core";
import type { SlipsAnswer } from "../contract/slips.ts";
import type { Row } from "../patterns/found.ts";

export type SlipsRow = Row<SlipsAnswer>;

/** The rows without slips that a comment in the source says are meant. */
export const withoutMeant = (rows: readonly SlipsRow[]): readonly SlipsRow[] =>
  rows.map((row) => (row.found.meant && row.slips ? { ...row, slips: row.slips.filter(({ code }) => !row.found.meant?.includes(code)) } : row));

/** The rows without slips of the kinds that are not wanted. */
export function without(rows: readonly SlipsRow[], codes: readonly string[]): readonly SlipsRow[] {
  if (codes.length === 0) return rows;
  return rows.map((row) => (row.slips ? { ...row, slips: row.slips.filter(({ code }: Slip) => !codes.includes(code)) } : row));
}
