/** Why a text does not match: how far the best attempt came, the nearest texts that would, and the least changes of the pattern. */

import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import { NEVER, type Stop } from "../slices.ts";
import { changesFor, type PatternChange } from "./changes.ts";
import { type Nearest, nearest } from "./nearest.ts";
import { furthest, type Reach } from "./reach.ts";

export interface WhyNot extends Nearest {
  readonly reach: Reach | null;
  readonly changes: readonly PatternChange[];
}

/** A longer text is not compared with nearer ones: the pairs that are looked at grow with it. */
const LONGEST_TEXT = 10_000;

/**
 * Of a text that does not match, asked so; what is known by the time that it is stopped. Yields now and then.
 * @param stopNearest ends the search for the nearest texts, so that there is time left for the changes
 */
export function* whyNot(program: Program, text: string, mode: MatchMode, stop: Stop = NEVER, stopNearest: Stop = stop): Generator<number, WhyNot> {
  const reach = furthest(program, text, mode, stop);
  yield 0;
  const near: Nearest = text.length > LONGEST_TEXT ? { texts: [], exact: false } : yield* nearest(program, text, mode, stopNearest);
  const changes = yield* changesFor(program.reading, program, text, mode, stop);
  return { reach, ...near, changes };
}
