/**
 * A set of characters as sorted, disjoint, inclusive ranges of code points.
 *
 * A `CharSet` is a flat array `[from, to, from, to, …]`. It is immutable: every operation makes a new one.
 */
import { oncePer } from "../once.ts";

export type CharSet = readonly number[];

/** The last code point of Unicode. */
export const LAST_CODE_POINT = 0x10ffff;

export const EMPTY_SET: CharSet = [];
export const FULL_SET: CharSet = [0, LAST_CODE_POINT];

/** The set of the given inclusive ranges, which may come in any order and overlap. */
export function setOfRanges(ranges: readonly (readonly [number, number])[]): CharSet {
  const sorted = [...ranges].sort((a, b) => a[0] - b[0]);
  const out: number[] = [];
  for (const [from, to] of sorted) {
    const last = out.length - 1;
    if (last > 0 && from <= (out[last] as number) + 1) out[last] = Math.max(out[last] as number, to);
    else out.push(from, to);
  }
  return out;
}

/** The set of every character of a string, surrogate pairs taken as one. */
export function setOfText(text: string): CharSet {
  return setOfRanges(Array.from(text, (c) => [c.codePointAt(0) as number, c.codePointAt(0) as number] as const));
}

export function rangesOf(set: CharSet): [number, number][] {
  const out: [number, number][] = [];
  for (let i = 0; i < set.length; i += 2) out.push([set[i] as number, set[i + 1] as number]);
  return out;
}

export function union(...sets: readonly CharSet[]): CharSet {
  return unionOf(sets);
}

/** The same for a list, which may be long. A set that alone has characters is handed back itself: what is known of it is found again. */
export function unionOf(sets: readonly CharSet[]): CharSet {
  const filled = sets.filter((set) => set.length > 0);
  const [first = EMPTY_SET, second] = filled;
  if (second === undefined) return first;
  return filled.length === 2 ? unionWith(first)(second) : setOfRanges(filled.flatMap(rangesOf));
}

/** The union of two sets, by both: patterns write the same classes again and again. */
const unionWith = oncePer((one: CharSet) => oncePer((other: CharSet) => merged(one, other)));

/** Ranges of both in one pass, since each is sorted. */
function merged(one: CharSet, other: CharSet): CharSet {
  const out: number[] = [];
  for (let i = 0, j = 0; i < one.length || j < other.length; ) {
    const fromOne = j >= other.length || (i < one.length && (one[i] as number) <= (other[j] as number));
    const [set, at] = fromOne ? [one, i] : [other, j];
    const [from, to] = [set[at] as number, set[at + 1] as number];
    const last = out.length - 1;
    if (last > 0 && from <= (out[last] as number) + 1) out[last] = Math.max(out[last] as number, to);
    else out.push(from, to);
    if (fromOne) i += 2;
    else j += 2;
  }
  return out;
}

/** Every code point that is not in the set. */
export const complement = oncePer((set: CharSet): CharSet => {
  const out: number[] = [];
  let next = 0;
  for (let i = 0; i < set.length; i += 2) {
    const from = set[i] as number;
    if (from > next) out.push(next, from - 1);
    next = (set[i + 1] as number) + 1;
  }
  if (next <= LAST_CODE_POINT) out.push(next, LAST_CODE_POINT);
  return out;
});

/** Every code point that both sets hold. */
export function intersection(one: CharSet, other: CharSet): CharSet {
  const out: number[] = [];
  for (let i = 0, j = 0; i < one.length && j < other.length; ) {
    const from = Math.max(one[i] as number, other[j] as number);
    const to = Math.min(one[i + 1] as number, other[j + 1] as number);
    if (from <= to) out.push(from, to);
    if ((one[i + 1] as number) < (other[j + 1] as number)) i += 2;
    else j += 2;
  }
  return out;
}

/** Every code point of the first set that the second does not hold. */
export function subtract(one: CharSet, other: CharSet): CharSet {
  return intersection(one, complement(other));
}

/** Whether the set holds the code point; binary search, O(log ranges). */
export function contains(set: CharSet, codePoint: number): boolean {
  let low = 0;
  let high = set.length >> 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (codePoint > (set[2 * middle + 1] as number)) low = middle + 1;
    else high = middle;
  }
  return low < set.length >> 1 && codePoint >= (set[2 * low] as number);
}

/** Number of code points in a set. */
export function countOf(set: CharSet): number {
  let count = 0;
  for (let i = 0; i < set.length; i += 2) count += (set[i + 1] as number) - (set[i] as number) + 1;
  return count;
}
