/** The machine that runs a program step by step: the plain backtracking one, or for longest matches the one that tries every way. */
import type { Program } from "../program/program.ts";
import { BacktrackingMachine } from "./backtracking.ts";
import { EveryWayMachine } from "./longest/every-way.ts";
import type { MachineOptions, Outcome, SteppedMachine } from "./machine.ts";

/** The machine for a program. */
export const steppedMachine = (program: Program, text: string, options: MachineOptions): SteppedMachine =>
  program.preference === "longest" ? new EveryWayMachine(program, text, options) : new BacktrackingMachine(program, text, options);

/** Runs to the end, or to the limit of steps. */
export function runToEnd(machine: SteppedMachine, stepLimit = Number.POSITIVE_INFINITY): Exclude<Outcome, "running"> | "step-limit" {
  machine.advance(stepLimit);
  return machine.outcome === "running" ? "step-limit" : machine.outcome;
}
