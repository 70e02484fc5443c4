/** A run that nobody looks at while it runs: the machine that suits the program, in slices, under a budget. */

import type { MatchTable } from "../machine/matches.ts";
import { steppedMachine } from "../machine/stepped.ts";
import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import { NEVER, type Stop } from "../slices.ts";
import { chooseMachine } from "./choose.ts";
import { LinearMachine } from "./linear.ts";

export interface FindOptions {
  readonly mode: MatchMode;
  /** Offset at which the search starts; 0 where left out. */
  readonly from?: number;
  /** Steps of the backtracking machine, where no other can take the pattern; no bound where left out. */
  readonly stepLimit?: number;
  /** Stop after so many matches; no bound where left out. */
  readonly matchLimit?: number;
  readonly stop?: Stop;
}

export interface Found {
  readonly matches: MatchTable;
  /** Why not all matches are known; null where they are. */
  readonly cut: Cut | null;
}

/** Why a run ended before its end, by how a machine ended. */
export type Cut = "steps" | "time" | "memory" | "matches" | "calls" | "stuck";

export const CUTS = {
  running: "steps",
  "memory-limit": "memory",
  "match-limit": "matches",
  "endless-call": "calls",
  stuck: "stuck",
  done: null,
} as const;

/** Ends at which there was nothing more to run, though it was no search's end. */
const GIVEN_UP: ReadonlySet<Cut | null> = new Set<Cut>(["calls", "stuck"]);

export const isGivenUp = (cut: Cut | null): boolean => GIVEN_UP.has(cut);

/** A character can cost as much as the program is long: so much of that work is done in a slice. */
const LINEAR_WORK = 5_000_000;
const LONGEST_SLICE = 400_000;
/** Steps that the backtracking machine takes in a slice. */
const STEP_SLICE = 100_000;

/** Characters that the linear machine reads in a slice of some ten milliseconds. */
export const linearSlice = ({ nodes }: Program): number => Math.max(1, Math.min(LONGEST_SLICE, Math.floor(LINEAR_WORK / nodes.length)));

/** Finds matches; yields where the last one ends so far. */
export function* findSlices(program: Program, text: string, options: FindOptions): Generator<number, Found> {
  const { mode, stepLimit = Number.POSITIVE_INFINITY, matchLimit, from = 0, stop = NEVER } = options;
  const bound = matchLimit === undefined ? {} : { matchLimit };
  if (chooseMachine(program).machine === "linear") {
    const machine = new LinearMachine(program, text, { mode, from, ...bound });
    const slice = linearSlice(program);
    while (!machine.advance(slice)) {
      if (stop()) return { matches: machine.matches, cut: "time" };
      yield lastEnd(machine.matches);
    }
    return { matches: machine.matches, cut: CUTS[machine.outcome] };
  }
  const machine = steppedMachine(program, text, { mode, from, ...bound });
  while (machine.steps < stepLimit && !machine.advance(Math.min(STEP_SLICE, stepLimit - machine.steps))) {
    if (stop()) return { matches: machine.matches, cut: "time" };
    yield lastEnd(machine.matches);
  }
  return { matches: machine.matches, cut: CUTS[machine.outcome] };
}

const lastEnd = (matches: MatchTable): number => (matches.length === 0 ? 0 : matches.end(matches.length - 1));
