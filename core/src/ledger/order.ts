/** Matches in the order of a column: by the text of the whole match or of a group. */
import type { MatchTable } from "../machine/matches.ts";
import { isDigit } from "../text/characters.ts";

export interface Order {
  /** The group whose text is compared; 0 is the whole match. */
  readonly group: number;
  readonly descending: boolean;
}

/** Whether a text is a number as people write it, such as `-3.5`; other texts are compared as texts. */
function isDecimal(text: string): boolean {
  const parts = (text.startsWith("-") || text.startsWith("+") ? text.slice(1) : text).split(".");
  return parts.length <= 2 && parts.every((part) => part !== "" && [...part].every(isDigit));
}

/**
 * The numbers of matches, from 0, in an order. Where every text is a number they are compared as numbers, else by their code
 * units; those with the same text stay in the order of the sample. A group that is not set comes last either way.
 * @param only the matches to order; all where null
 */
export function orderOf(table: MatchTable, text: string, { group, descending }: Order, only: Int32Array | null): Int32Array<ArrayBuffer> {
  const matches = only ? Int32Array.from(only) : Int32Array.from({ length: table.length }, (_, match) => match);
  const texts: (string | null)[] = new Array(table.length).fill(null);
  let areNumbers = true;
  for (const match of matches) {
    const span = table.group(match, group);
    if (!span) continue;
    const own = text.slice(span.start, span.end);
    texts[match] = own;
    areNumbers &&= isDecimal(own);
  }
  const numbers = areNumbers ? Float64Array.from(texts, (own) => Number(own)) : null;
  const sign = descending ? -1 : 1;
  return matches.sort((one, other) => {
    const [a, b] = [texts[one] ?? null, texts[other] ?? null];
    if (a === null || b === null) return a === b ? one - other : a === null ? 1 : -1;
    const by = numbers ? (numbers[one] as number) - (numbers[other] as number) : a < b ? -1 : a > b ? 1 : 0;
    return by === 0 ? one - other : sign * by;
  });
}
