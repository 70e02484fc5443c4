/** The depth profile: a reel's text offsets, reduced to what a picture of a given width can show. */
import { Kind } from "../machine/events.ts";
import type { Reel } from "./reel.ts";

/** In `marks`: what happened somewhere in a column. */
export const Mark = { Attempt: 1, Backtrack: 2, Match: 4, GiveUp: 8 } as const;

export interface Profile {
  /** First step shown, and one past the last. */
  readonly from: number;
  readonly to: number;
  /** One entry a column: the least and greatest text offset in it, the offset it ends at, and its marks. */
  readonly least: Int32Array;
  readonly greatest: Int32Array;
  readonly last: Int32Array;
  readonly marks: Uint8Array;
  /** Least and greatest offset over all columns. */
  readonly bottom: number;
  readonly top: number;
}

/** Reduces the steps `from` up to `to` to at most `columns` columns; fewer steps than columns make a column each. */
export function profile(reel: Reel, from: number, to: number, columns: number): Profile {
  const steps = Math.max(0, to - from);
  const count = Math.min(columns, steps);
  const least = new Int32Array(count);
  const greatest = new Int32Array(count);
  const last = new Int32Array(count);
  const marks = new Uint8Array(count);
  let bottom = Number.POSITIVE_INFINITY;
  let top = Number.NEGATIVE_INFINITY;
  for (let c = 0; c < count; c++) {
    const first = from + Math.floor((c * steps) / count);
    const end = from + Math.floor(((c + 1) * steps) / count);
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    let offset = 0;
    let mark = 0;
    for (let step = first; step < end; step++) {
      offset = reel.offset(step);
      if (offset < low) low = offset;
      if (offset > high) high = offset;
      mark |= MARK_OF_KIND[reel.kind(step)] as number;
    }
    least[c] = low;
    greatest[c] = high;
    last[c] = offset;
    marks[c] = mark;
    if (low < bottom) bottom = low;
    if (high > top) top = high;
  }
  if (count === 0) bottom = top = 0;
  return { from, to: from + steps, least, greatest, last, marks, bottom, top };
}

const MARK_OF_KIND: readonly number[] = Array.from({ length: 14 }, (_, kind) => {
  if (kind === Kind.Attempt) return Mark.Attempt;
  if (kind === Kind.Resume) return Mark.Backtrack;
  if (kind === Kind.Match) return Mark.Match;
  return kind === Kind.GiveUp ? Mark.GiveUp : 0;
});
