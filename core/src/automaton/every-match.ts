/**
 * A loop over every match as one attempt of a longer pattern. A replacement or a tokeniser asks again behind each match,
 * and a character further on where there is none: the ways that it goes are those of `(?:P|[^])*`, settled like an
 * atomic group, for what comes before a match of P has failed by then, and nothing is taken back behind one.
 *
 * A match that takes nothing is no turn: another way of P follows where the dialect asks once more for one that is not
 * empty, and else the next character.
 */
import { FULL_SET } from "../charset/charset.ts";
import { compile } from "../program/compile.ts";
import { lengthsOf } from "../program/lengths.ts";
import type { Loop, Program } from "../program/program.ts";
import { oneOf, repeated, setOf } from "../syntax/build.ts";
import type { Node } from "../syntax/tree.ts";

export interface EveryMatch {
  readonly program: Program;
  /** The loop that begins anew with each turn: no loop of the pattern. */
  readonly turn: number;
  /** What takes the character that no match begins at: no item of the pattern. */
  readonly skip: Node;
}

/** The program of the loop over all matches; undefined where it is too large. */
export function everyMatch(program: Program): EveryMatch | undefined {
  const skip = setOf(FULL_SET);
  // A sticky search ends where nothing matches.
  const skips = !program.options.sticky || lengthsOf(program).least === 0;
  const root = repeated(skips ? oneOf(program.root, skip) : program.root, 0, Number.POSITIVE_INFINITY);
  const compiled = compile({ ...program.reading, root });
  if (!compiled.ok) return undefined;
  const { loops } = compiled.program;
  const turn = loops.findIndex(({ node }) => node === root);
  // A match that is empty does not end the loop over matches, whatever it does to loops inside.
  const emptyOn = program.afterEmptyMatch !== "not-empty-here" && skips ? compiled.program.nodes.indexOf(skip) : -1;
  const going = { ...(loops[turn] as Loop), emptyIsLast: false, emptyOn };
  return { program: { ...compiled.program, loops: loops.with(turn, going) }, turn, skip };
}
