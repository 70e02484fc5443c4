/** What a set of characters holds, for a person: its ranges with their counts, and a taste of them. */
import { type CharSet, countOf, LAST_CODE_POINT, rangesOf, subtract } from "./charset.ts";
import { category } from "./properties.ts";

export interface HeldRange {
  /** Code points, both held. */
  readonly from: number;
  readonly to: number;
  readonly count: number;
  /** Some that can be seen, the first and the last among them where they can; spread over the range. */
  readonly taste: string;
}

export interface Held {
  /** Code points in all. */
  readonly count: number;
  /** All ranges there are; the first of them are listed. */
  readonly rangeCount: number;
  readonly ranges: readonly HeldRange[];
}

/** Characters of a range that are shown. */
const TASTED = 12;
/** Categories that nothing is to be seen of: not given out, for private use, surrogates, and those that steer. */
const UNSEEN = ["Cn", "Co", "Cs", "Cc", "Cf", "Zl", "Zp", "Zs", "Mn", "Me"] as const;

let seen: CharSet | undefined;

/** Every character that there is something to see of. */
function seenSet(): CharSet {
  seen ??= UNSEEN.reduce<CharSet>((set, code) => subtract(set, category(code)), [0, LAST_CODE_POINT]);
  return seen;
}

/** What a set holds; of its ranges at most so many, from the first on. */
export function heldBy(set: CharSet, mostRanges: number): Held {
  const all = rangesOf(set);
  const ranges = all.slice(0, mostRanges).map(([from, to]) => ({ from, to, count: to - from + 1, taste: tasteOf(from, to) }));
  return { count: countOf(set), rangeCount: all.length, ranges };
}

/** Some characters of a range that can be seen, spread over it. */
function tasteOf(from: number, to: number): string {
  const visible = rangesIn(seenSet(), from, to);
  const count = visible.reduce((sum, [first, last]) => sum + last - first + 1, 0);
  const wanted = Math.min(TASTED, count);
  let text = "";
  for (let i = 0; i < wanted; i++) {
    let left = wanted === 1 ? 0 : Math.round((i * (count - 1)) / (wanted - 1));
    for (const [first, last] of visible) {
      const size = last - first + 1;
      if (left < size) {
        text += String.fromCodePoint(first + left);
        break;
      }
      left -= size;
    }
  }
  return text;
}

/** The ranges of a set that lie in a stretch, cut to it. */
function rangesIn(set: CharSet, from: number, to: number): readonly (readonly [number, number])[] {
  const out: [number, number][] = [];
  for (let i = 0; i < set.length && (set[i] as number) <= to; i += 2) {
    const [first, last] = [Math.max(set[i] as number, from), Math.min(set[i + 1] as number, to)];
    if (first <= last) out.push([first, last]);
  }
  return out;
}
