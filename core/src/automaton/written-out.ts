/** A pattern without what an automaton cannot follow, as far as that can be written out: calls of groups, and back-references. */
import type { Program } from "../program/program.ts";
import { withoutCalls } from "./calls.ts";
import { withoutReferences } from "./references.ts";

const written = { kept: new WeakMap<Program, Program>(), lost: new WeakMap<Program, Program>() };

/**
 * The program written out; itself where there is nothing to write out. It takes the same texts in the same ways; captures
 * inside of a group that is referred to may be lost, unless they are to be kept.
 */
export function writtenOut(program: Program, captures: keyof typeof written = "lost"): Program {
  let found = written[captures].get(program);
  if (!found) {
    const own = withoutCalls(program);
    found = own.beyond.size > 0 ? own : withoutReferences(own, captures === "kept");
    written[captures].set(program, found);
  }
  return found;
}
