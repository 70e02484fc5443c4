/** Sets of characters: an algebra held against plain sets of numbers, folding against the host, classes against both. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import {
  type CharSet,
  complement,
  contains,
  countOf,
  EMPTY_SET,
  FULL_SET,
  intersection,
  LAST_CODE_POINT,
  rangesOf,
  setOfRanges,
  setOfText,
  subtract,
  union,
  unionOf,
} from "../src/charset/charset.ts";
import { canonicalize, closeOverCase, foldedAlike, foldSet } from "../src/charset/folding.ts";
import { heldBy } from "../src/charset/holds.ts";
import { Partition } from "../src/charset/partition.ts";

/** Small enough to be listed: what is beyond is out of every set, or in its complement. */
const WORLD = 40;
const ranges = fc.array(
  fc.tuple(fc.nat(WORLD - 1), fc.nat(6)).map(([from, more]): [number, number] => [from, Math.min(WORLD - 1, from + more)]),
  { maxLength: 6 },
);
const listed = (set: CharSet): number[] => Array.from({ length: WORLD }, (_, c) => c).filter((c) => contains(set, c));
const naive = (list: readonly (readonly [number, number])[]): Set<number> =>
  new Set(list.flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, i) => from + i)));
const sorted = (numbers: Iterable<number>): number[] => [...numbers].sort((a, b) => a - b);

/** Sorted, disjoint, and no two ranges touch: equal sets are equal arrays. */
function checkForm(set: CharSet): void {
  for (let i = 0; i < set.length; i += 2) {
    expect(set[i] as number).toBeLessThanOrEqual(set[i + 1] as number);
    if (i > 0) expect(set[i] as number).toBeGreaterThan((set[i - 1] as number) + 1);
  }
}

describe("the algebra", () => {
  test("holds what plain sets of numbers hold, in the one form that a set has", () => {
    fc.assert(
      fc.property(ranges, ranges, (one, other) => {
        const [a, b] = [setOfRanges(one), setOfRanges(other)];
        const [left, right] = [naive(one), naive(other)];
        for (const [made, expected] of [
          [a, left],
          [union(a, b), [...left, ...right]],
          [unionOf([a, b, a]), [...left, ...right]],
          [intersection(a, b), [...left].filter((c) => right.has(c))],
          [subtract(a, b), [...left].filter((c) => !right.has(c))],
        ] as const) {
          checkForm(made);
          expect(listed(made)).toEqual(sorted(new Set(expected)));
        }
        expect(countOf(a)).toBe(left.size);
        expect(naive(rangesOf(a))).toEqual(left);
        expect(complement(complement(a))).toEqual(a);
        expect(union(a, complement(a))).toEqual(FULL_SET);
        expect(intersection(a, complement(a))).toEqual(EMPTY_SET);
        // De Morgan.
        expect(complement(union(a, b))).toEqual(intersection(complement(a), complement(b)));
      }),
      { numRuns: 40 * DEPTH, seed: 4317 },
    );
  });

  test("at the ends of Unicode", () => {
    expect(complement(EMPTY_SET)).toEqual(FULL_SET);
    expect(complement(FULL_SET)).toEqual(EMPTY_SET);
    expect(complement([0, 0, LAST_CODE_POINT, LAST_CODE_POINT])).toEqual([1, LAST_CODE_POINT - 1]);
    expect([contains(FULL_SET, LAST_CODE_POINT), contains(EMPTY_SET, 0)]).toEqual([true, false]);
  });

  test("of a text: pairs of surrogates are one character, lone ones are their own", () => {
    expect(setOfText("ba🐟a")).toEqual([0x61, 0x62, 0x1f41f, 0x1f41f]);
    expect(setOfText("\ud83d")).toEqual([0xd83d, 0xd83d]);
  });
});

describe("folding", () => {
  const everyUnit = Array.from({ length: 0x10000 }, (_, c) => c).filter((c) => c < 0xd800 || c > 0xdfff);

  test("a few known ones", () => {
    expect([canonicalize(0x212a, "unicode"), canonicalize(0x212a, "legacy")]).toEqual([0x6b, 0x212a]);
    expect([canonicalize(0x17f, "unicode"), canonicalize(0x17f, "legacy")]).toEqual([0x73, 0x17f]);
    expect(foldedAlike(0x6b, "unicode")).toEqual([0x4b, 0x4b, 0x6b, 0x6b, 0x212a, 0x212a]);
    expect(foldedAlike(0x6b, "ascii")).toEqual([0x4b, 0x4b, 0x6b, 0x6b]);
    expect(foldedAlike(0x31, "unicode")).toEqual([0x31, 0x31]);
  });

  test("a canonical form is its own, and folds alike with what it stands for", () => {
    for (const rule of ["legacy", "unicode", "lower", "loose-lower", "ascii"] as const) {
      const wrong = everyUnit
        .filter((unit) => unit < 0x600 || (unit >= 0x1e00 && unit < 0x2200))
        .filter((c) => {
          const form = canonicalize(c, rule);
          return canonicalize(form, rule) !== form || (form !== c && !contains(foldedAlike(form, rule), c));
        });
      expect([rule, wrong]).toEqual([rule, []]);
    }
  });

  test("closed over case a set holds exactly what the host's engine finds in it", () => {
    const close = (set: CharSet, flags: "i" | "iu", rule: "legacy" | "unicode") => {
      const source = `[${rangesOf(set)
        .map(([from, to]) => `\\u${from.toString(16).padStart(4, "0")}-\\u${to.toString(16).padStart(4, "0")}`)
        .join("")}]`;
      const host = new RegExp(source, flags);
      const closed = closeOverCase(set, rule);
      const wrong = everyUnit.filter((c) => c < 0x2200 && (host.exec(String.fromCharCode(c)) !== null) !== contains(closed, c));
      expect([source, wrong]).toEqual([source, []]);
    };
    for (const set of [
      [0x41, 0x5a],
      [0x6b, 0x6b],
      [0xe0, 0xff],
      [0x3b1, 0x3c9],
      [0x1e9e, 0x1e9e],
      [0x30, 0x39],
      [0x17f, 0x17f],
    ] as const) {
      close(set, "i", "legacy");
      close(set, "iu", "unicode");
    }
  });

  test("the forms of a set are those of its members", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0x20, max: 0x24f }), fc.nat(20)), { maxLength: 4 }), (list) => {
        const set = setOfRanges(list.map(([from, more]) => [from, from + more] as const));
        const members = rangesOf(set).flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, i) => from + i));
        const forms = setOfRanges(members.map((c) => [canonicalize(c, "unicode"), canonicalize(c, "unicode")] as const));
        expect(foldSet(set, "unicode")).toEqual(forms);
      }),
      { numRuns: 10 * DEPTH, seed: 1 },
    );
  });
});

describe("classes", () => {
  test("two characters are in one class where no set tells them apart, and only there", () => {
    fc.assert(
      fc.property(fc.array(ranges, { maxLength: 4 }), (lists) => {
        const sets = lists.map(setOfRanges);
        const partition = new Partition(sets);
        const keyOf = (c: number) => sets.map((set) => contains(set, c)).join();
        const characters = [...Array.from({ length: WORLD + 2 }, (_, c) => c), 255, 256, 0xffff, 0x10000, LAST_CODE_POINT];
        const wrong = characters.flatMap((c) =>
          characters.filter((other) => (partition.classOf(c) === partition.classOf(other)) !== (keyOf(c) === keyOf(other))).map((other) => [c, other]),
        );
        expect(wrong).toEqual([]);
        expect(partition.samples.map((sample) => partition.classOf(sample))).toEqual(Array.from({ length: partition.count }, (_, i) => i));
      }),
      { numRuns: 10 * DEPTH, seed: 7 },
    );
  });
});

describe("what a set holds", () => {
  test("its ranges with their counts, all of them counted, the first of them listed", () => {
    const held = heldBy(setOfText("0123456789abcxyz_"), 2);
    expect(held).toEqual({
      count: 17,
      rangeCount: 4,
      ranges: [
        { from: 48, to: 57, count: 10, taste: "0123456789" },
        { from: 95, to: 95, count: 1, taste: "_" },
      ],
    });
  });

  test("a taste is of what can be seen, of the range, and no character twice", () => {
    for (const [from, to] of [
      [0, 0x1f],
      [0x20, 0x7e],
      [0x300, 0x36f],
      [0, 0x10ffff],
      [0xd800, 0xdfff],
      [0x2028, 0x2030],
    ] as const) {
      const [only] = heldBy([from, to], 1).ranges;
      const letters = Array.from(only?.taste ?? "?");
      expect(new Set(letters).size).toBe(letters.length);
      for (const letter of letters) {
        const point = letter.codePointAt(0) as number;
        expect([from, to, point >= from && point <= to, /[\p{C}\p{Z}\p{Mn}\p{Me}]/u.test(letter)]).toEqual([from, to, true, false]);
      }
    }
    expect(heldBy([0x20, 0x7e], 1).ranges[0]?.taste).toHaveLength(12);
    expect(heldBy([0, 0x1f], 1).ranges[0]?.taste).toBe("");
    expect(heldBy([], 5)).toEqual({ count: 0, rangeCount: 0, ranges: [] });
  });
});
