/**
 * Lines of a text in which one of several patterns finds something, or none does; and the parts that they find. Only LF
 * ends a line, and each line is a text of its own.
 */
import { chooseMachine } from "../linear/choose.ts";
import { type Cut, findSlices } from "../linear/find.ts";
import type { MatchTable } from "../machine/matches.ts";
import { type LinePart, linesReadingWithoutCaptures, oneLineProgram } from "../program/by-lines.ts";
import { compile } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import { NEVER, type Stop } from "../slices.ts";
import type { Reading } from "../syntax/read.ts";
import { linesOf } from "../text/lines.ts";
import type { Span } from "../text/span.ts";

export interface SiftOptions {
  /** The lines in which something is found, or the others. */
  readonly keep: "matching" | "others";
  /** What of a line a match is to be. */
  readonly part: LinePart;
  /** Steps of the backtracking machine on one line, where no other machine can take the patterns; no bound where left out. */
  readonly stepLimit?: number;
  readonly stop?: Stop;
  /** A line that is cut short is passed over, and said to be undecided; where left out, the work ends there. */
  readonly goesOn?: boolean;
}

/** A stretch of a line: offsets in the whole text, without the line end. */
export interface InLine extends Span {
  /** Counted from 1. */
  readonly line: number;
}

export interface Sifted {
  readonly lines: readonly InLine[];
  /** Every match in those lines that is not empty, in the order of the text; none where the other lines are kept. */
  readonly parts: readonly InLine[];
  /** Why not all lines are known; null where they are. */
  readonly cut: Cut | null;
  /** The numbers of lines that were passed over. */
  readonly undecided: readonly number[];
}

/** Steps of the backtracking machine on all lines together, before each is searched by itself. */
const LEAST_STEPS = 100_000;
const STEPS_A_CHARACTER = 60;

/** Yields the offset up to which the text has been read. The readings have no mistakes, and are of one dialect with the same flags. */
export function* siftSlices(readings: readonly Reading[], text: string, options: SiftOptions): Generator<number, Sifted> {
  const { part, stop = NEVER } = options;
  const kept = new KeptLines(options.keep === "others");
  const lines = linesOf(text);
  const ended = text === "" || text.endsWith("\n") ? text : `${text}\n`;
  const reading = linesReadingWithoutCaptures(readings, part);
  const whole = reading && compile(reading);
  if (whole?.ok && chooseMachine(whole.program).machine === "linear") {
    const { matches, cut } = yield* findSlices(whole.program, ended, { mode: "all", stop });
    kept.takeAll(lines, matches);
    return { ...kept, cut };
  }
  // Most lines take few steps: all of them are searched at once, unless one takes too many, or steers the search.
  if (whole?.ok && whole.program.beyond.size === 0) {
    const { matches, cut } = yield* findSlices(whole.program, ended, { mode: "all", stepLimit: LEAST_STEPS + STEPS_A_CHARACTER * ended.length, stop });
    if (cut === null) {
      kept.takeAll(lines, matches);
      return { ...kept, cut };
    }
  }
  const one = oneLineProgram(readings, part);
  const programs = one ? [one] : readings.flatMap((reading) => oneLineProgram([reading], part) ?? []);
  for (const [index, line] of lines.entries()) {
    const { parts, cut } = yield* inLine(programs, text.slice(line.start, line.end), options);
    if (cut !== null && options.goesOn !== true) return { ...kept, cut };
    if (cut !== null) kept.undecided.push(index + 1);
    else kept.take({ ...line, line: index + 1 }, parts);
    if (stop()) return { ...kept, cut: "time" };
    yield line.end;
  }
  return { ...kept, cut: null };
}

interface FoundInLine {
  /** All matches; in the line's own offsets. */
  readonly parts: readonly Span[];
  readonly cut: Cut | null;
}

/** What the programs find in a line by itself. Of several the one that begins first counts, and of those the first of them. */
function* inLine(programs: readonly Program[], text: string, { keep, stepLimit, stop = NEVER }: SiftOptions): Generator<number, FoundInLine> {
  const bounds = { stop, ...(stepLimit === undefined ? {} : { stepLimit }) };
  const [only] = programs;
  if (programs.length === 1 && only) {
    const { matches, cut } = yield* findSlices(only, text, { mode: keep === "others" ? "first" : "all", ...bounds });
    return { parts: spansOf(matches), cut };
  }
  const found: Span[] = [];
  for (let from = 0; from <= text.length; ) {
    let first: Span | undefined;
    for (const program of programs) {
      const { matches, cut } = yield* findSlices(program, text, { mode: "first", from, ...bounds });
      if (cut !== null) return { parts: [], cut };
      const [span] = spansOf(matches);
      if (span && (!first || span.start < first.start)) first = span;
    }
    if (!first) break;
    found.push(first);
    from = first.end > first.start ? first.end : first.end + ((text.codePointAt(first.end) ?? 0) > LAST_UNIT ? 2 : 1);
  }
  return { parts: found, cut: null };
}

const LAST_UNIT = 0xffff;

const spansOf = (table: MatchTable): Span[] => Array.from({ length: table.length }, (_, row) => ({ start: table.start(row), end: table.end(row) }));

class KeptLines {
  readonly lines: InLine[] = [];
  readonly parts: InLine[] = [];
  readonly undecided: number[] = [];
  readonly #others: boolean;

  constructor(others: boolean) {
    this.#others = others;
  }

  /** A line with the matches that it holds, in its own offsets. */
  take(line: InLine, matches: readonly Span[]): void {
    if (matches.length > 0 === this.#others) return;
    this.lines.push({ line: line.line, start: line.start, end: line.end });
    for (const { start, end } of matches) this.addPart(line.line, line.start + start, line.start + end);
  }

  /** All lines, with the matches of the text. */
  takeAll(lines: readonly Span[], matches: MatchTable): void {
    let row = 0;
    for (const [index, { start, end }] of lines.entries()) {
      const first = row;
      while (row < matches.length && matches.start(row) <= end) row++;
      if (row > first === this.#others) continue;
      this.lines.push({ line: index + 1, start, end });
      for (let own = first; own < row; own++) this.addPart(index + 1, matches.start(own), matches.end(own));
    }
  }

  private addPart(line: number, start: number, end: number): void {
    if (end > start) this.parts.push({ line, start, end });
  }
}
