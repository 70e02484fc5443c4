/** Names for the numbers in the code: the one function's locals, and the functions that it calls. */
import type { Field } from "./layout.ts";

/** Parameters first. */
export const [LENGTH, STATE_BASE, STATE_LIMIT, CHANGE_BASE, CHANGE_LIMIT, NOT_EMPTY, ANCHORED] = [0, 1, 2, 3, 4, 5, 6];
export const LOCAL: Readonly<Record<Field, number>> = {
  pc: 7,
  at: 8,
  left: 9,
  states: 10,
  changes: 11,
  reach: 12,
  deepest: 13,
  backtracks: 14,
  attempt: 15,
  attempts: 16,
  attemptLeft: 17,
};
export const [UNIT, TEMP, OTHER, STATUS] = [18, 19, 20, 21];
/** Locals that are no parameters. */
export const NUMBERS = 15;

/** Functions that the module calls: whether a set holds a character beyond Latin; whether an assertion holds; a back-reference. */
export const HOLDS = 0;
export const ASSERTS = 1;
export const REFERS = 2;

export const { pc: PC, at: AT, left: LEFT, states: STATES, changes: CHANGES, reach: REACH, deepest: DEEPEST, attempt: ATTEMPT } = LOCAL;
