/** One pattern read as several dialects: what each makes of it, and where they differ. */
import type { Program } from "../program/program.ts";
import { NEVER, type Stop } from "../slices.ts";
import { meaningChanges } from "../syntax/dialects/meaning.ts";
import type { Span } from "../syntax/tree.ts";
import { type Difference, differ, differOn } from "./differ.ts";

export interface PairDifference extends Difference {
  /** Numbers of the two among the programs. */
  readonly left: number;
  readonly right: number;
  /** What a part of the pattern means in the right reading, where it means something else in the left one. */
  readonly meanings: readonly (Span & { readonly message: string })[];
}

/**
 * Compares every two of the programs of one pattern; those that are null are left out.
 * @param text what they are compared on; all texts where it is undefined
 */
export function* across(programs: readonly (Program | null)[], text: string | undefined, stop: Stop = NEVER): Generator<number, readonly PairDifference[]> {
  const pairs: PairDifference[] = [];
  for (const [left, one] of programs.entries()) {
    for (const [right, other] of programs.entries()) {
      if (right <= left || !one || !other) continue;
      const difference = text === undefined ? yield* differ(one, other, stop) : onText(one, other, text);
      pairs.push({ left, right, ...difference, meanings: meaningChanges(one.reading, other.reading) });
    }
  }
  return pairs;
}

function onText(left: Program, right: Program, text: string): Difference {
  const witness = differOn(left, right, text);
  return { same: witness === undefined ? "undecided" : witness === null, witness: witness ?? null, searched: null };
}
