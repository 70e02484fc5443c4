/** An exhaustive small world of verdicts: every pattern up to a size against every attack up to a size. */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../scripts/depth.mjs";
import { assessNow, type DialectName, type HazardMode } from "../src/index.ts";
import { type ShortAttacks, SLACK, steepest } from "./short-attacks.ts";
import { programOf, textsOver } from "./support.ts";

/** What a piece can be put into: a loop, a count that is not followed at first, and what takes ways away. */
const AROUND: Readonly<Record<"ecmascript" | "python", readonly string[]>> = {
  ecmascript: ["(?:P)*", "(?:P){2,3}", "(?!P)", "(?<=P)"],
  python: ["(?:P)*", "(?:P){2,3}", "(?!P)", "(?>P)"],
};

/** All pieces of exactly the size: letters, what is put around a piece, and signs between alternatives count one each. */
function pieces(size: number, dialect: keyof typeof AROUND, known: Map<number, readonly string[]>): readonly string[] {
  const found = known.get(size);
  if (found) return found;
  const out = size === 1 ? ["a", "."] : pieces(size - 1, dialect, known).flatMap((piece) => AROUND[dialect].map((around) => around.replace("P", piece)));
  for (let left = 1; left < size; left++) {
    const behind = pieces(size - left, dialect, known);
    for (const first of pieces(left, dialect, known)) for (const second of behind) out.push(`${first}${second}`);
  }
  for (let left = 1; left < size - 1; left++) {
    const behind = pieces(size - 1 - left, dialect, known);
    for (const first of pieces(left, dialect, known)) for (const second of behind) out.push(`(?:${first}|${second})`);
  }
  known.set(size, out);
  return out;
}

const ATTACKS: ShortAttacks = { edges: textsOver(["a", "b"], 1), pumps: textsOver(["a", "b"], 2).slice(1) };
const LARGEST = sized(3, 4);
/** One pattern in so many of the largest size, evenly apart: all of them take many minutes. */
const EVERY = 5;

describe("every small pattern, every small attack", () => {
  test.each<[DialectName & keyof typeof AROUND, string, HazardMode]>([
    ["ecmascript", "^P$", "search"],
    ["ecmascript", "Pb", "all"],
    ["python", "^P$", "search"],
    ["python", "Pb", "search"],
  ])("%s %s, %s: no attack is worse than the verdict", (dialect, frame, mode) => {
    const known = new Map<number, readonly string[]>();
    const tally: Record<string, number> = {};
    const refuted: object[] = [];
    for (let size = 1; size <= LARGEST; size++) {
      pieces(size, dialect, known).forEach((piece, i) => {
        if (size === LARGEST && i % EVERY !== 0) return;
        const pattern = frame.replace("P", piece);
        const program = programOf(pattern, "", dialect);
        const { growth, degree, atLeast } = assessNow(program, mode, { limits: { manyIterations: 2, exactCount: 0 } });
        tally[growth] = (tally[growth] ?? 0) + 1;
        if (growth === "undecided" || growth === "exponential" || atLeast) return;
        const { power, attack } = steepest(program, mode, ATTACKS);
        if (power > (degree ?? 1) + SLACK) refuted.push({ pattern, growth, degree, power, attack });
      });
    }
    expect(refuted).toEqual([]);
    const judged = Object.values(tally).reduce((sum, count) => sum + count, 0);
    expect(judged).toBeGreaterThan(sized(30, 300));
    // A lookbehind is held to be asked at every offset, even where nothing can stand before it.
    expect(tally.undecided ?? 0).toBeLessThanOrEqual(Math.ceil(0.04 * judged));
    expect(Math.min(tally.linear ?? 0, (tally.polynomial ?? 0) + (tally.exponential ?? 0))).toBeGreaterThan(sized(1, 20));
  });
});
