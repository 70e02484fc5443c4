/** Choosing among matches: those whose text, or that of a group, holds something; and the same values counted. */
import type { MatchTable } from "../machine/matches.ts";

export interface Filter {
  /** The group that is looked at; 0 is the whole match. */
  readonly group: number;
  /** What its text must hold; the empty text is in every group that is set. */
  readonly holds: string;
  /** Letters are compared as they are; else their lower case forms are. */
  readonly exact: boolean;
}

/** The numbers, from 0, of the matches that the filter lets through. */
export function select(table: MatchTable, text: string, { group, holds, exact }: Filter): Int32Array<ArrayBuffer> {
  const found = new Int32Array(table.length);
  const wanted = exact ? holds : holds.toLowerCase();
  let count = 0;
  for (let match = 0; match < table.length; match++) {
    const span = table.group(match, group);
    if (!span) continue;
    const value = text.slice(span.start, span.end);
    if ((exact ? value : value.toLowerCase()).includes(wanted)) found[count++] = match;
  }
  return found.slice(0, count);
}

export interface Value {
  /** Null stands for matches in which the group is not set. */
  readonly text: string | null;
  readonly count: number;
  /** The first match that has it. */
  readonly first: number;
}

export interface Values {
  /** The most frequent first, and among those as frequent the one met first. */
  readonly values: readonly Value[];
  /** How many different ones there are; more than are listed where there are very many. */
  readonly different: number;
}

/** Values listed at most; each keeps its text in memory. */
const MOST_VALUES = 20_000;

/** The different values of a group, counted. */
export function valuesOf(table: MatchTable, text: string, group: number): Values {
  const found = new Map<string | null, { count: number; first: number }>();
  for (let match = 0; match < table.length; match++) {
    const span = table.group(match, group);
    const value = span ? text.slice(span.start, span.end) : null;
    const known = found.get(value);
    if (known) known.count++;
    else found.set(value, { count: 1, first: match });
  }
  const values = [...found].map(([value, { count, first }]): Value => ({ text: value, count, first }));
  values.sort((a, b) => b.count - a.count || a.first - b.first);
  return { values: values.slice(0, MOST_VALUES), different: values.length };
}
