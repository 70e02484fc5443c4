/** Matches as a table: made once for each result, a view on its rows, which are never copied. */
import { MatchTable } from "@lamprey/core";
import type { MatchRows } from "./messages.ts";

const tables = new WeakMap<MatchRows, MatchTable>();

export function tableOf(rows: MatchRows): MatchTable {
  const known = tables.get(rows);
  if (known) return known;
  const table = new MatchTable(rows.groupCount, rows.rows);
  tables.set(rows, table);
  return table;
}
