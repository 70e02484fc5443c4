/**
 * What the page finds out by itself in the time that a key leaves: it reads the pattern and runs it on the sample from
 * the beginning on, so that lanes are painted in the frame that shows the letter. What does not fit is the worker's,
 * which does the same at its leisure, and everything else.
 */
import { CUTS, LinearMachine, lacksTables, steppedMachine } from "@lamprey/core";
import { MATCH_LIMIT, prepare, type Refused, rowsOf } from "./answer.ts";
import type { Asked, RunResult } from "./messages.ts";

/** Milliseconds of a frame that are not needed for the letter and its lanes. */
const BUDGET = 5;
/** A longer pattern is not read here: reading cannot be left half-way. */
const LONGEST_PATTERN = 4_000;
/** Characters, or steps of a backtracker, between two looks at the clock. */
const SLICE = 4_000;
/** A run that took more milliseconds than this, since something in it could not be left, is not tried again for a while. */
const DEAR = 15;
const REST_MS = 1_500;

export type QuickAnswer =
  | Refused
  /** `reach`: matches that begin before this offset are all there. The text's end where nothing is left to find. */
  | { readonly kind: "ran"; readonly result: RunResult; readonly reach: number };

let restUntil = 0;

/** For tests, which have no frames to keep. */
export function forgetDearRuns(): void {
  restUntil = 0;
}

/** The matches as far as the budget goes; null where it is too short for anything. */
export function runQuickly(asked: Asked, text: string): QuickAnswer | null {
  const started = performance.now();
  // The worker waits for the names of characters; the page, which asks for them elsewhere, does not.
  if (asked.pattern.length > LONGEST_PATTERN || started < restUntil || lacksTables(asked.pattern)) return null;
  const answer = runWithin(asked, text, started);
  if (performance.now() - started > DEAR) restUntil = performance.now() + REST_MS;
  return answer;
}

function runWithin(asked: Asked, text: string, started: number): QuickAnswer | null {
  const left = () => performance.now() - started < BUDGET;
  const prepared = prepare(asked);
  if (!prepared.ok) return prepared.refused;
  const { program, mode, choice, marks } = prepared;
  const { generation, dialect, pattern, flags } = asked;
  const options = { mode, matchLimit: MATCH_LIMIT };
  // The kernel is for large texts, and may be compiled in workers only.
  const machine =
    choice.machine === "linear"
      ? new LinearMachine(program, text, { ...options, kernelFrom: Number.POSITIVE_INFINITY })
      : steppedMachine(program, text, options);
  let ended = false;
  do ended = machine.advance(SLICE);
  while (!ended && left());
  const { matches, outcome } = machine;
  const last = matches.length - 1;
  if (!ended && last < 0) return null;
  const result: RunResult = {
    generation,
    source: { dialect, pattern, flags },
    reading: marks,
    matches: rowsOf(matches),
    mode,
    choice,
    elapsedMs: performance.now() - started,
    cut: ended ? CUTS[outcome] : null,
  };
  return { kind: "ran", result, reach: ended ? text.length : matches.end(last) };
}
