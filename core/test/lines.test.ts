/** Lines with and without a match, against the plainest way to count them. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { drained, findSlices, lineWithout, type MatchTable, tallyLines } from "../src/index.ts";
import { programOf } from "./support.ts";

const matchesIn = (pattern: string, text: string): MatchTable => drained(findSlices(programOf(pattern, "gm"), text, { mode: "all" })).matches;

/** Each line by its offsets, and whether a match has a character of it, or is empty and lies in it. */
function plainLines(text: string, matches: MatchTable): { start: number; matched: boolean }[] {
  const lines: { start: number; matched: boolean }[] = [];
  for (let start = 0; start < text.length; ) {
    const found = text.indexOf("\n", start);
    const end = found < 0 ? text.length : found;
    const own = { start, matched: false };
    for (let m = 0; m < matches.length; m++) {
      const [from, to] = [matches.start(m), matches.end(m)];
      own.matched ||= from === to ? from >= start && from <= end : from <= end && to > start;
    }
    lines.push(own);
    start = end + 1;
  }
  return lines;
}

describe("a tally", () => {
  test.each<[name: string, pattern: string, text: string, lines: number, without: number]>([
    ["every other line", "gate", "gate\nweir\ngate\nweir", 4, 2],
    ["a line end at the end begins no line", "gate", "gate\n", 1, 0],
    ["an empty line is a line", "gate", "gate\n\ngate", 3, 1],
    ["a match over two lines touches both", "e\\nw", "gate\nweir\nx", 3, 1],
    ["one that ends with the line end touches one", "gate\\n", "gate\nweir", 2, 1],
    ["empty matches", "^", "a\nb\n", 2, 0],
    ["no text", "a*", "", 0, 0],
  ])("%s", (_, pattern, text, lines, without) => {
    expect(tallyLines(text, matchesIn(pattern, text))).toEqual({ lines, without });
  });

  test("any text, and the way from each line without a match to the next", () => {
    const text = fc.string({ unit: fc.constantFrom("a", "b", "\n"), maxLength: 24 });
    fc.assert(
      fc.property(text, fc.constantFrom("a", "b+", "a\\nb", "^", "$", "a*", "b\\n"), fc.nat(24), (sample, pattern, at) => {
        const matches = matchesIn(pattern, sample);
        const lines = plainLines(sample, matches);
        const without = lines.filter(({ matched }) => !matched).map(({ start }) => start);
        expect(tallyLines(sample, matches)).toEqual({ lines: lines.length, without: without.length });
        const offset = Math.min(at, sample.length);
        const behind = sample.indexOf("\n", offset);
        const next = without.find((start) => behind >= 0 && start > behind) ?? without[0] ?? null;
        expect(lineWithout(sample, matches, offset, 1)).toBe(next);
        const own = sample.slice(0, offset).lastIndexOf("\n") + 1;
        const previous = without.findLast((start) => start < own) ?? without.at(-1) ?? null;
        expect(lineWithout(sample, matches, offset, -1)).toBe(previous);
      }),
      { numRuns: 200 * DEPTH },
    );
  });
});
