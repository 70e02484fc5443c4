/**
 * All that the groups of a match captured, in the order in which they did: what dialects keep whose hosts show it. A search
 * keeps the newest alone, as the others cost memory; they are found when somebody asks for those of one match.
 */

import { oncePer } from "../once.ts";
import { compile } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import type { Span } from "../text/span.ts";
import { BacktrackingMachine } from "./backtracking.ts";

const stackedProgram = oncePer((program: Program): Program => {
  const compiled = compile(program.reading, true);
  if (!compiled.ok) throw new RangeError("A pattern that was compiled before does not compile.");
  return compiled.program;
});

export interface MatchPlace {
  /** Where the match's attempt began. */
  readonly start: number;
  /** Where the match before it ended; 0 where there is none. */
  readonly searched: number;
  /** Whether the match was to cover the text. */
  readonly mode?: Extract<MatchMode, "start" | "whole">;
}

/** For each slot all that it captured in the match that begins there, oldest first; undefined where the steps did not reach. */
export function capturesOf(
  program: Program,
  text: string,
  { start, searched, mode = "start" }: MatchPlace,
  stepLimit: number,
): readonly (readonly Span[])[] | undefined {
  if (program.slots.length === 0) return [];
  const machine = new BacktrackingMachine(stackedProgram(program), text, { mode, from: start, origin: searched, keepCaptures: true });
  machine.advance(stepLimit);
  return machine.captures[0];
}
