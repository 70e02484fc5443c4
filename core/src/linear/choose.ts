/** Which machine finds a program's matches when nobody says, and why: for a result, and for a sentence on the screen. */
import type { Program } from "../program/program.ts";
import { StateSpace } from "../program/states.ts";
import { REFUSALS, refusalOf } from "./plan.ts";
import { wordsOf } from "./words.ts";

export interface Choice {
  readonly machine: "linear" | "backtracking";
  /** A clause that goes on after “because”. */
  readonly reason: string;
}

/** The linear machine wherever it can be: its time is bounded by the text. */
export function chooseMachine(program: Program): Choice {
  if (wordsOf(program)) return { machine: "linear", reason: "an automaton can take its words" };
  const refusal = refusalOf(program);
  if (refusal === null) return { machine: "linear", reason: "an automaton can take the pattern" };
  const isCounted = program.preference === "first" && refusal !== "references";
  if (isCounted && StateSpace.of(program)) return { machine: "linear", reason: `outcomes are remembered, since ${REFUSALS[refusal]}` };
  return { machine: "backtracking", reason: REFUSALS[refusal] };
}
