/** Where several tables of matches part ways: stretches of the text that not all of them match alike. */
import { leastOf, mostOf } from "../lists.ts";
import type { MatchTable } from "../machine/matches.ts";
import type { Span } from "../syntax/tree.ts";

export interface Apart extends Span {
  /** For each table the matches that lie in the stretch, at most `MOST_IN_ONE`. */
  readonly matches: readonly (readonly Span[])[];
}

const MOST_IN_ONE = 4;

/** The first stretches, at most so many. A stretch grows until no table has a match that sticks out of it. */
export function apart(tables: readonly MatchTable[], most: number): Apart[] {
  const at = tables.map(() => 0);
  const next = (t: number): Span | null => {
    const table = tables[t] as MatchTable;
    const match = at[t] as number;
    return match < table.length ? { start: table.start(match), end: table.end(match) } : null;
  };
  const out: Apart[] = [];
  while (out.length < most) {
    const ahead = tables.map((_, t) => next(t));
    const start = leastOf(ahead.map((m) => m?.start ?? Number.POSITIVE_INFINITY));
    if (start === Number.POSITIVE_INFINITY) break;
    let end = mostOf(ahead.filter((m) => m?.start === start).map((m) => m?.end as number));
    const matches: Span[][] = tables.map(() => []);
    for (let grown = true; grown; ) {
      grown = false;
      for (let t = 0; t < tables.length; t++) {
        for (let m = next(t); m && (m.start < end || m.start === start); m = next(t)) {
          matches[t]?.push(m);
          at[t] = (at[t] as number) + 1;
          if (m.end > end) {
            end = m.end;
            grown = true;
          }
        }
      }
    }
    const same = matches.every(
      (own) => own.length === matches[0]?.length && own.every((m, i) => m.start === matches[0]?.[i]?.start && m.end === matches[0]?.[i]?.end),
    );
    if (!same) out.push({ start, end, matches: matches.map((own) => own.slice(0, MOST_IN_ONE)) });
  }
  return out;
}
