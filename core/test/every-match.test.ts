/** The loop over every match: what asks for it, what it is made of, and that it is never said to be less than one search. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { everyMatch } from "../src/automaton/every-match.ts";
import { assessNow, type DialectName, type HazardMode, hazardModeOf, type MatchMode, rankOf } from "../src/index.ts";
import { patternsIn } from "./cases/patterns.ts";
import { programOf } from "./support.ts";

describe("what a pattern is judged for", () => {
  test.each<[dialect: DialectName, flags: string, asked: MatchMode | null, mode: HazardMode]>([
    ["ecmascript", "", null, "search"],
    ["ecmascript", "gi", null, "all"],
    ["ecmascript", "y", null, "search"],
    ["python", "", null, "search"],
    ["ecmascript", "g", "first", "search"],
    ["ecmascript", "", "all", "all"],
    ["ecmascript", "g", "start", "start"],
    ["python", "i", "whole", "whole"],
  ])("%s with flags “%s”, asked for %s: %s", (dialect, flags, asked, mode) => {
    expect(hazardModeOf({ dialect, flags }, asked)).toBe(mode);
  });
});

describe("the loop", () => {
  test("begins a turn with the pattern, and skips a character where that does not match", () => {
    const { program, turn, skip } = everyMatch(programOf("a+|b")) ?? {};
    expect(program?.loops.map(({ min, max, lazy }) => [min, max > 1e6, lazy])).toContainEqual([0, true, false]);
    expect(program?.loops[turn as number]?.node.kind).toBe("quantifier");
    expect(program?.nodes.filter((node) => node === skip)).toHaveLength(1);
  });

  test.each([
    ["a", "", 1],
    ["a", "y", 0],
    ["a*", "y", 1],
  ])("/%s/%s: what skips a character is there %d times", (pattern, flags, times) => {
    const every = everyMatch(programOf(pattern, flags));
    expect(every?.program.nodes.filter((node) => node === every.skip)).toHaveLength(times);
  });

  test("goes on behind a match that is empty, in every dialect", () => {
    for (const dialect of ["ecmascript", "python"] as const) {
      const every = everyMatch(programOf("a*", "", dialect));
      expect(every?.program.loops[every.turn]).toMatchObject({ emptyIsLast: false });
      expect(every?.program.loops[every.turn]?.begin).toBeGreaterThanOrEqual(0);
    }
  });
});

test.each(["ecmascript", "python"] as const)("%s: all matches are never said to cost less than one search", (dialect) => {
  const tally = { more: 0, same: 0 };
  fc.assert(
    fc.property(patternsIn(dialect), fc.boolean(), (own, tokeniser) => {
      // Where nothing longer matches, a character does.
      const pattern = tokeniser ? `${own}c|[ab]` : own;
      const program = programOf(pattern, "", dialect);
      const [one, all] = [assessNow(program, "search"), assessNow(program, "all")];
      if ([one, all].some(({ growth }) => growth === "undecided") || all.atLeast) return;
      tally[rankOf(all) > rankOf(one) ? "more" : "same"]++;
      expect([pattern, rankOf(all) >= rankOf(one)]).toEqual([pattern, true]);
    }),
    { numRuns: 18 * DEPTH, seed: 4317 },
  );
  expect(tally.more).toBeGreaterThanOrEqual(DEPTH);
});
