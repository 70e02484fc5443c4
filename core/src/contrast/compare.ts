/** What a pattern does on a sample, in figures, and where two patterns differ on it. */
import { BacktrackingMachine, type MatchMode } from "../machine/backtracking.ts";
import type { MatchTable } from "../machine/matches.ts";
import type { Program } from "../program/program.ts";
import { grouped } from "../text/visible.ts";

/** The figures of one run of the backtracking machine. Lengths are UTF-16 code units. */
export interface Weighed {
  readonly matches: MatchTable;
  readonly totalLength: number;
  readonly longest: number;
  readonly steps: number;
  readonly backtracks: number;
  readonly attempts: number;
  /** The most saved states held at once. */
  readonly deepest: number;
  /** False where the run was cut short at the limit of steps. */
  readonly complete: boolean;
}

/** Steps run in one slice: about five milliseconds. */
const SLICE = 100_000;

/** Runs a pattern on a text in slices, up to the limit of steps. */
export function* weigh(program: Program, text: string, mode: MatchMode, stepLimit: number): Generator<number, Weighed> {
  const machine = new BacktrackingMachine(program, text, { mode });
  while (machine.steps < stepLimit && !machine.advance(Math.min(SLICE, stepLimit - machine.steps))) yield machine.steps;
  const { matches, steps, backtracks, attempts, deepest } = machine;
  let totalLength = 0;
  let longest = 0;
  for (let i = 0; i < matches.length; i++) {
    const length = matches.end(i) - matches.start(i);
    totalLength += length;
    if (length > longest) longest = length;
  }
  return { matches, totalLength, longest, steps, backtracks, attempts, deepest, complete: machine.outcome === "done" };
}

export interface Difference {
  /** Matches that both have, with the same span. */
  readonly shared: number;
  /** Of those, how many hold other captures. */
  readonly otherCaptures: number;
  /** Index of the first match of either that the other does not have with the same span; null where there is none. */
  readonly firstLeft: number | null;
  readonly firstRight: number | null;
}

/** Compares two tables of matches by span; both are in the order of the text. */
export function difference(left: MatchTable, right: MatchTable): Difference {
  let shared = 0;
  let otherCaptures = 0;
  let firstLeft: number | null = null;
  let firstRight: number | null = null;
  let l = 0;
  let r = 0;
  while (l < left.length || r < right.length) {
    const order = l >= left.length ? 1 : r >= right.length ? -1 : left.start(l) - right.start(r) || left.end(l) - right.end(r);
    if (order === 0) {
      shared++;
      if (!sameCaptures(left, l, right, r)) otherCaptures++;
      l++;
      r++;
    } else if (order < 0) {
      firstLeft ??= l;
      l++;
    } else {
      firstRight ??= r;
      r++;
    }
  }
  return { shared, otherCaptures, firstLeft, firstRight };
}

function sameCaptures(left: MatchTable, l: number, right: MatchTable, r: number): boolean {
  if (left.groupCount !== right.groupCount) return false;
  for (let g = 1; g <= left.groupCount; g++) {
    const one = left.group(l, g);
    const other = right.group(r, g);
    if (one?.start !== other?.start || one?.end !== other?.end) return false;
  }
  return true;
}

/** Sentences that say what is true of two runs on one sample; the names are put into them as they are. */
export function contrastSentences(left: Weighed, right: Weighed, leftName: string, rightName: string): string[] {
  if (!left.complete || !right.complete) {
    const cut = [left.complete ? null : leftName, right.complete ? null : rightName].filter((name) => name !== null);
    return [`The run of ${cut.join(" and of ")} was cut short, so the two cannot be compared in full.`];
  }
  const out: string[] = [];
  const { shared, otherCaptures, firstLeft, firstRight } = difference(left.matches, right.matches);
  const none = left.matches.length === 0 && right.matches.length === 0;
  if (none) out.push("Neither matches anything in this sample.");
  else if (firstLeft === null && firstRight === null) {
    out.push(
      otherCaptures === 0
        ? "Both find the same matches and captures here."
        : `Both find the same matches here, but the captures of ${count(otherCaptures, "match", "matches")} differ.`,
    );
  } else {
    out.push(shared === 0 ? "No match is the same in both." : `${count(shared, "match is", "matches are")} the same in both.`);
    if (left.longest !== right.longest) {
      const [longer, name] = left.longest > right.longest ? [left.longest, leftName] : [right.longest, rightName];
      out.push(`The longest match is ${name}, of ${count(longer, "character", "characters")}.`);
    }
  }
  const [low, high] = left.steps <= right.steps ? [left, right] : [right, left];
  if (low.steps === high.steps) out.push("Both take the same number of steps.");
  else out.push(`${low === left ? capital(leftName) : capital(rightName)} takes ${count(high.steps - low.steps, "step", "steps")} fewer here.`);
  return out;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function count(n: number, one: string, many: string): string {
  return `${grouped(n)} ${n === 1 ? one : many}`;
}
