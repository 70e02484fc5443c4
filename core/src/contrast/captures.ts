/** Where several tables find the same matches and yet hold other captures in them. */
import type { MatchTable } from "../machine/matches.ts";
import type { Span } from "../syntax/tree.ts";

export interface CapturesApart extends Span {
  /** The groups that are not the same everywhere: what each holds by each table; null where it took no part. */
  readonly groups: readonly { readonly number: number; readonly values: readonly (Span | null)[] }[];
}

/** The first matches, at most so many. Tables of patterns with other groups have nothing to compare: then there are none. */
export function capturesApart(tables: readonly MatchTable[], most: number): CapturesApart[] {
  const [first] = tables;
  if (!first || tables.some(({ groupCount }) => groupCount !== first.groupCount)) return [];
  const out: CapturesApart[] = [];
  const at = tables.map(() => 0);
  for (let match = 0; match < first.length && out.length < most; match++) {
    const [start, end] = [first.start(match), first.end(match)];
    const rows = tables.map((table, t) => {
      let own = at[t] as number;
      while (own < table.length && table.start(own) < start) own++;
      at[t] = own;
      return own < table.length && table.start(own) === start && table.end(own) === end ? own : null;
    });
    if (rows.includes(null)) continue;
    const groups = Array.from({ length: first.groupCount }, (_, i) => ({
      number: i + 1,
      values: tables.map((table, t) => table.group(rows[t] as number, i + 1)),
    }));
    const differ = groups.filter(({ values }) => values.some((value) => value?.start !== values[0]?.start || value?.end !== values[0]?.end));
    if (differ.length > 0) out.push({ start, end, groups: differ });
  }
  return out;
}
