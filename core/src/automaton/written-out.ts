/** A pattern without what an automaton cannot follow, as far as that can be written out: calls of groups, and back-references. */
import { oncePer } from "../once.ts";
import type { Program } from "../program/program.ts";
import { withoutCalls } from "./calls.ts";
import { withoutReferences } from "./references.ts";

function writeOut(program: Program, keepsCaptures: boolean): Program {
  const own = withoutCalls(program);
  return own.beyond.size > 0 ? own : withoutReferences(own, keepsCaptures);
}

/** Programs written out, by whether captures are kept. */
const written = { kept: oncePer((program: Program) => writeOut(program, true)), lost: oncePer((program: Program) => writeOut(program, false)) };

/**
 * The program written out; itself where there is nothing to write out. It takes the same texts in the same ways; captures
 * inside of a group that is referred to may be lost, unless they are to be kept.
 */
export function writtenOut(program: Program, captures: keyof typeof written = "lost"): Program {
  return written[captures](program);
}
