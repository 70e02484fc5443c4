/** A machine that runs a program step by step: the plain backtracking one, or for longest matches the one that tries every way. */
import type { Program } from "../program/program.ts";
import { BacktrackingMachine, type MachineOptions, type Outcome } from "./backtracking.ts";
import { EveryWayMachine } from "./longest/every-way.ts";
import type { MatchTable } from "./matches.ts";

export interface SteppedMachine {
  readonly program: Program;
  readonly text: string;
  readonly outcome: Outcome;
  /** Events so far. */
  readonly steps: number;
  /** Saved states taken up again so far. */
  readonly backtracks: number;
  /** Attempts begun so far. */
  readonly attempts: number;
  /** The most saved states held at once so far. */
  readonly deepest: number;
  /** Offset at which the attempt under way began, the events before it, and the furthest offset that it has stood at. */
  readonly attempt: number;
  readonly attemptStep: number;
  readonly reach: number;
  readonly matches: MatchTable;
  /** For each match the name that its last verb with one left behind. */
  readonly marks: readonly (string | null)[];
  /** Runs on for about as many steps as the budget says, and says whether the run has ended. */
  advance(budget: number): boolean;
  /** Makes the machine ready for another run, from the offset; what it found before is gone. */
  rewind(from: number, notEmptyAt?: number): void;
}

/** The machine for a program. */
export const steppedMachine = (program: Program, text: string, options: MachineOptions): SteppedMachine =>
  program.preference === "longest" ? new EveryWayMachine(program, text, options) : new BacktrackingMachine(program, text, options);

/** Runs to the end, or to the limit of steps. */
export function runToEnd(machine: SteppedMachine, stepLimit = Number.POSITIVE_INFINITY): Exclude<Outcome, "running"> | "step-limit" {
  machine.advance(stepLimit);
  return machine.outcome === "running" ? "step-limit" : machine.outcome;
}
