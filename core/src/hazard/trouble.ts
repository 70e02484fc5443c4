/** Where a run that is too long spent its steps: in one attempt, or in many. */
import type { SteppedMachine } from "../machine/machine.ts";

/** The part of a sample that a run was cut short in. */
export interface Trouble {
  /** Where the stretch begins and ends in the sample, half-open. */
  readonly start: number;
  readonly end: number;
  /** One attempt used up the steps, or the search as a whole did, attempt after attempt. */
  readonly scope: "attempt" | "search";
}

/** Where a machine that was cut short spent its steps. */
export function locateTrouble(machine: SteppedMachine): Trouble {
  const own = machine.steps - machine.attemptStep;
  if (own * 2 >= machine.steps) return { start: machine.attempt, end: machine.reach, scope: "attempt" };
  return { start: 0, end: machine.text.length, scope: "search" };
}
