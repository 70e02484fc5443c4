/**
 * The depth profile: a reel's text offsets, reduced to what a picture of a given width can show. Whole blocks are read
 * from what is known of them, so that a picture of ten million steps takes about as long as one of a thousand.
 */
import { Kind } from "../machine/events.ts";
import { BLOCK } from "./blocks.ts";
import type { Reel } from "./reel.ts";

/** In `marks`: what happened somewhere in a column. */
export const Mark = {
  Attempt: 1 << Kind.Attempt,
  Backtrack: 1 << Kind.Resume,
  /** A group was closed. */
  Capture: 1 << Kind.Close,
  Cut: 1 << Kind.Cut,
  Match: 1 << Kind.Match,
  GiveUp: 1 << Kind.GiveUp,
} as const;

export interface Profile {
  /** First step shown, and one past the last. */
  readonly from: number;
  readonly to: number;
  /** One entry a column: the least and greatest text offset in it, the offset it ends at, and its marks. */
  readonly least: Int32Array;
  readonly greatest: Int32Array;
  readonly last: Int32Array;
  readonly marks: Uint32Array;
  /** Least and greatest offset over all columns. */
  readonly bottom: number;
  readonly top: number;
  /** The attempts that the window shows, oldest first: their first steps and the offsets they begin at; at most `MOST_BANDS`. */
  readonly bands: readonly { readonly step: number; readonly offset: number }[];
}

/** More attempts than this in one picture are too narrow to be told apart. */
const MOST_BANDS = 200;

/** Reduces the steps `from` up to `to` to at most `columns` columns; fewer steps than columns make a column each. */
export function profile(reel: Reel, from: number, to: number, columns: number): Profile {
  const steps = Math.max(0, to - from);
  const count = Math.min(columns, steps);
  const least = new Int32Array(count);
  const greatest = new Int32Array(count);
  const last = new Int32Array(count);
  const marks = new Uint32Array(count);
  let bottom = Number.POSITIVE_INFINITY;
  let top = Number.NEGATIVE_INFINITY;
  for (let c = 0; c < count; c++) {
    const first = from + Math.floor((c * steps) / count);
    const end = from + Math.floor(((c + 1) * steps) / count);
    const { low, high, offset, mark } = column(reel, first, end);
    least[c] = low;
    greatest[c] = high;
    last[c] = offset;
    marks[c] = mark;
    if (low < bottom) bottom = low;
    if (high > top) top = high;
  }
  if (count === 0) bottom = top = 0;
  return { from, to: from + steps, least, greatest, last, marks, bottom, top, bands: bandsOf(reel, from, from + steps) };
}

function column(reel: Reel, first: number, end: number): { low: number; high: number; offset: number; mark: number } {
  const { blocks } = reel;
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  let offset = 0;
  let mark = 0;
  for (let step = first; step < end; ) {
    if (step % BLOCK === 0 && step + BLOCK <= end) {
      const block = step / BLOCK;
      low = Math.min(low, blocks.least.at(block));
      high = Math.max(high, blocks.greatest.at(block));
      offset = blocks.last.at(block);
      mark |= blocks.kinds.at(block);
      step += BLOCK;
    } else {
      offset = reel.offset(step);
      if (offset < low) low = offset;
      if (offset > high) high = offset;
      mark |= 1 << reel.kind(step);
      step++;
    }
  }
  return { low, high, offset, mark };
}

function bandsOf(reel: Reel, from: number, to: number): Profile["bands"] {
  const first = Math.max(0, reel.attemptAt(from));
  const last = reel.attemptAt(to - 1);
  if (to <= from || last - first >= MOST_BANDS) return [];
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const step = reel.attemptStep(first + i);
    return { step, offset: reel.offset(step) };
  });
}
