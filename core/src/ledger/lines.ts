/**
 * Lines of a text with and without a match. A line ends before LF; CR before it belongs to the line. An empty line after
 * the last LF is no line.
 */
import type { MatchTable } from "../machine/matches.ts";

export interface LineTally {
  readonly lines: number;
  /** How many of them no match touches. */
  readonly without: number;
}

/** A line by its offsets, and whether a match touches it. */
interface Line {
  readonly start: number;
  readonly end: number;
  readonly matched: boolean;
}

/** All lines from the one that begins at `from`, in one pass over the text and the matches. */
function* linesFrom(text: string, matches: MatchTable, from: number): Generator<Line> {
  let match = matches.firstReaching(from);
  for (let start = from; start < text.length; ) {
    const found = text.indexOf("\n", start);
    const end = found < 0 ? text.length : found;
    // A match that ends where the line begins touches it only if it is empty.
    while (match < matches.length && matches.end(match) <= start && matches.start(match) < start) match++;
    yield { start, end, matched: match < matches.length && matches.start(match) <= end };
    start = end + 1;
  }
}

export function tallyLines(text: string, matches: MatchTable): LineTally {
  let lines = 0;
  let without = 0;
  for (const { matched } of linesFrom(text, matches, 0)) {
    lines++;
    if (!matched) without++;
  }
  return { lines, without };
}

/**
 * Where the next line without a match begins, or the one before (`by` −1), as seen from the line of an offset. Behind the
 * last one it goes on from the text's beginning, before the first one from its end. Null if there is none.
 */
export function lineWithout(text: string, matches: MatchTable, offset: number, by: 1 | -1): number | null {
  if (by < 0) return lineWithoutBefore(text, matches, offset === 0 ? 0 : text.lastIndexOf("\n", offset - 1) + 1);
  const end = text.indexOf("\n", offset);
  for (const { start, matched } of end < 0 ? [] : linesFrom(text, matches, end + 1)) if (!matched) return start;
  for (const { start, matched } of linesFrom(text, matches, 0)) if (!matched) return start;
  return null;
}

function lineWithoutBefore(text: string, matches: MatchTable, before: number): number | null {
  let last: number | null = null;
  for (const { start, matched } of linesFrom(text, matches, 0)) {
    if (start >= before && last !== null && last < before) return last;
    if (!matched) last = start;
  }
  return last;
}
