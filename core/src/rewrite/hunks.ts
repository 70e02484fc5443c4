/**
 * A rewriting to be looked at: stretches of whole lines that hold a match, each as it was and as it would be. Only what
 * is looked at is put together; of long lines the surroundings of what changes.
 */
import type { MatchTable } from "../machine/matches.ts";
import type { Span } from "../text/span.ts";
import { piecesOf, type Scope } from "./rewrite.ts";
import type { Template } from "./template.ts";

/** Numbers of a hunk: start and end of its lines, its first match and the one behind its last, and its first line from 0. */
const WIDTH = 5;
const SLICE = 20_000;

/** The hunks of a text, in one flat table. */
export class Hunks {
  private readonly rows: Int32Array;

  constructor(rows: Int32Array) {
    this.rows = rows;
  }

  get length(): number {
    return this.rows.length / WIDTH;
  }

  at(index: number): { readonly lines: Span; readonly matches: Span; readonly line: number } {
    const [start = 0, end = 0, first = 0, behind = 0, line = 0] = this.rows.subarray(index * WIDTH, (index + 1) * WIDTH);
    return { lines: { start, end }, matches: { start: first, end: behind }, line };
  }
}

/** Gathers the lines that matches touch; yields how many matches were gone through. @param lineStarts offsets at which lines begin */
export function* hunksOf(matches: MatchTable, text: string, lineStarts: Int32Array): Generator<number, Hunks> {
  const rows: number[] = [];
  let line = 0;
  for (let match = 0; match < matches.length; match++) {
    if (match % SLICE === SLICE - 1) yield match;
    const [start, end] = [matches.start(match), matches.end(match)];
    const last = rows.length - WIDTH;
    const within = last >= 0 && start <= (rows[last + 1] as number);
    if (!within) {
      while (line + 1 < lineStarts.length && (lineStarts[line + 1] as number) <= start) line++;
      rows.push(lineStarts[line] as number, 0, match, 0, line);
    }
    const own = rows.length - WIDTH;
    // Of a long line with many matches its end is looked for once.
    if (!within || end > (rows[own + 1] as number)) rows[own + 1] = lineEnd(text, end);
    rows[own + 3] = match + 1;
  }
  return new Hunks(Int32Array.from(rows));
}

function lineEnd(text: string, offset: number): number {
  const end = text.indexOf("\n", offset);
  return end < 0 ? text.length : end;
}

/** A piece of a line, before or after. */
export interface HunkPiece {
  /** `kept` is on both sides, `gone` only before, `come` only after; `alone` is a match that is left alone, `left` stands for what is not shown. */
  readonly kind: "kept" | "gone" | "come" | "alone" | "left";
  readonly text: string;
  /** The match, from 0, that it is of; null for what is between matches. */
  readonly match: number | null;
  /** The slot of the group that it was taken from; null where it is none. */
  readonly group: number | null;
}

export interface HunkView {
  /** Number of its first line, from 1. */
  readonly line: number;
  readonly was: readonly HunkPiece[];
  readonly is: readonly HunkPiece[];
}

/** Of what is the same on both sides so much is shown next to what is not; and of one piece so much at most. */
const AROUND = 40;
const LONGEST_PIECE = 400;
/** Matches of one hunk that are shown. */
const MOST_MATCHES = 60;

/** A hunk as it was and as it would be. */
export function hunkView(hunks: Hunks, index: number, template: Template, matches: MatchTable, text: string, { first, but }: Scope): HunkView {
  const { lines, matches: own, line } = hunks.at(index);
  const [was, is]: [HunkPiece[], HunkPiece[]] = [[], []];
  const both = (piece: HunkPiece): void => {
    was.push(piece);
    is.push(piece);
  };
  const shown = Math.min(own.end, own.start + MOST_MATCHES);
  let at = lines.start;
  for (let match = own.start; match < shown; match++) {
    between(text, at, matches.start(match), match > own.start, true).forEach(both);
    at = matches.end(match);
    const gone = cut(text.slice(matches.start(match), at));
    if ((first && match > 0) || but?.has(match)) both({ kind: "alone", text: gone, match, group: null });
    else {
      was.push({ kind: "gone", text: gone, match, group: null });
      for (const piece of piecesOf(template, matches, match, text)) {
        const group = piece.part.kind === "group" && piece.from ? (piece.part.slots.find((slot) => matches.group(match, slot)) ?? null) : null;
        is.push({ kind: "come", text: cut(piece.text), match, group });
      }
      if (template.parts.length === 0) is.push({ kind: "come", text: "", match, group: null });
    }
  }
  if (shown < own.end) both({ kind: "left", text: "", match: null, group: null });
  else between(text, at, lines.end, true, false).forEach(both);
  return { line: line + 1, was, is };
}

/** What lies between two matches, or between one and the end of the line: of a long stretch its ends. */
function between(text: string, start: number, end: number, after: boolean, before: boolean): HunkPiece[] {
  const kept = (from: number, to: number): HunkPiece => ({ kind: "kept", text: text.slice(from, to), match: null, group: null });
  const left: HunkPiece = { kind: "left", text: "", match: null, group: null };
  if (end <= start) return [];
  if (end - start <= 3 * AROUND) return [kept(start, end)];
  return [...(after ? [kept(start, start + AROUND)] : []), left, ...(before ? [kept(end - AROUND, end)] : [])];
}

const cut = (text: string): string => (text.length <= LONGEST_PIECE ? text : `${text.slice(0, LONGEST_PIECE / 2)}…${text.slice(-LONGEST_PIECE / 2)}`);
