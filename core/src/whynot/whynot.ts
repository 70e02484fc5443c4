/** Why a text does not match: how far the best attempt came, the nearest texts that would, and the least changes of the pattern. */
import type { MatchMode } from "../machine/search.ts";
import type { Program } from "../program/program.ts";
import { changesFor, type PatternChange } from "./changes.ts";
import { type Nearest, nearest } from "./nearest.ts";
import { furthest, type Reach } from "./reach.ts";

export interface WhyNot extends Nearest {
  readonly reach: Reach | null;
  readonly changes: readonly PatternChange[];
}

/** A longer text is not compared with nearer ones: the pairs that are looked at grow with it. */
export const LONGEST_TEXT = 10_000;

/** Of a text that does not match, asked so. Yields now and then. */
export function* whyNot(program: Program, text: string, mode: MatchMode): Generator<number, WhyNot> {
  const reach = furthest(program, text, mode);
  yield 0;
  const near: Nearest = text.length > LONGEST_TEXT ? { texts: [], exact: false } : yield* nearest(program, text, mode);
  const changes = yield* changesFor(program.reading, program, text, mode);
  return { reach, ...near, changes };
}
