/** What a group took, match by match, in lines that are each a text of its own. */
import { chooseMachine } from "../linear/choose.ts";
import { findSlices } from "../linear/find.ts";
import type { MatchTable } from "../machine/matches.ts";
import { oncePer } from "../once.ts";
import { type LinePart, linesProgram, oneLineProgram } from "../program/by-lines.ts";
import type { Program } from "../program/program.ts";
import type { Reading } from "../syntax/read.ts";
import { linesOf } from "../text/lines.ts";

const PROGRAMS = {
  part: oncePer((reading: Reading) => programsFor(reading, "part")),
  line: oncePer((reading: Reading) => programsFor(reading, "line")),
  word: oncePer((reading: Reading) => programsFor(reading, "word")),
} as const satisfies Record<LinePart, unknown>;

interface Programs {
  /** For a text of lines; null where each has to be read by itself. */
  readonly lines: Program | null;
  readonly one: Program | null;
}

function programsFor(reading: Reading, part: LinePart): Programs {
  const lines = linesProgram([reading], part);
  return { lines: lines && chooseMachine(lines).machine === "linear" ? lines : null, one: oneLineProgram([reading], part) };
}

/**
 * The texts that a group took in the lines of a text; 0 is the whole match, of which the empty ones are left out. A match in
 * which the group is not set gives none.
 */
export function* groupValues(reading: Reading, text: string, part: LinePart, group: number, stepLimit: number): Generator<number, string[]> {
  const { lines, one } = PROGRAMS[part](reading);
  const values: string[] = [];
  const take = (table: MatchTable, from: string): void => {
    for (let row = 0; row < table.length; row++) {
      const span = table.group(row, group);
      // A match behind the last line end lies in no line.
      if (span && (group > 0 || span.end > span.start)) values.push(from.slice(span.start, span.end));
    }
  };
  if (lines) {
    take((yield* findSlices(lines, text.endsWith("\n") ? text : `${text}\n`, { mode: "all" })).matches, text);
    return values;
  }
  for (const { start, end } of linesOf(text)) {
    const line = text.slice(start, end);
    if (one) take((yield* findSlices(one, line, { mode: "all", stepLimit })).matches, line);
    yield end;
  }
  return values;
}
