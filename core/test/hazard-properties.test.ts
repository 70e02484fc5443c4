/** Random small patterns: verdicts against every short attack, relations against every short text. */
import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, sized } from "../../scripts/depth.mjs";
import { acceptsText, assessNow, drained, type HazardMode, type Program, type Relation, relate } from "../src/index.ts";
import { patternsIn } from "./cases/patterns.ts";
import { SLACK, steepest, stepsOf } from "./short-attacks.ts";
import { programOf, readIn, textsOver } from "./support.ts";

test.each([
  ["ecmascript", 6],
  ["python", 8],
] as const)("%s: no short attack is worse than the verdict, and what is found is as bad as it is said to be", (dialect, numRuns) => {
  const tally: Record<string, number> = {};
  fc.assert(
    fc.property(patternsIn(dialect), fc.constantFrom<HazardMode>("search", "all", "whole"), (pattern, mode) => {
      const program = programOf(pattern, "", dialect);
      const { growth, degree, findings } = assessNow(program, mode);
      tally[growth] = (tally[growth] ?? 0) + 1;
      const { power, attack } = steepest(program, mode);
      const most = growth === "linear" ? 1 : growth === "polynomial" ? (degree as number) : Number.POSITIVE_INFINITY;
      // Of an attack whose steps cannot be counted nothing is said.
      expect(!(power > most + SLACK) || { pattern, mode, attack, power }).toBe(true);
      for (const { attack: found, ...finding } of findings) {
        const at = (pumps: number) => stepsOf(program, mode, found.prefix + found.pump.repeat(pumps) + found.suffix);
        const [few, many] = finding.growth === "exponential" ? [20, 40] : [96, 192];
        if (Number.isNaN(at(many))) continue;
        if (finding.growth === "exponential") expect(at(many) / at(few)).toBeGreaterThan(1e4);
        else expect(Math.log2(at(many) / at(few))).toBeGreaterThan((finding.degree ?? 0) - SLACK);
      }
    }),
    { numRuns: numRuns * DEPTH, seed: 4317 },
  );
  // A property that only ever sees linear patterns says nothing.
  const [exponential, polynomial] = [tally.exponential ?? 0, tally.polynomial ?? 0];
  expect(sized(exponential + polynomial, Math.min(exponential, polynomial))).toBeGreaterThan(sized(0, 4));
  expect(tally.undecided ?? 0).toBeLessThanOrEqual(Math.ceil(0.05 * numRuns * DEPTH));
});

/** Patterns in which counts decide what fails: beside loops, before them, inside lookarounds. */
const counted = (dialect: "ecmascript" | "python") =>
  fc
    .tuple(
      fc.constantFrom(
        "",
        "^",
        "^.{3}",
        "^(?!.{4})",
        "^(?!a{2}b)",
        "^(?=.{3})",
        "(?<=a{2})",
        "(?<!b{2})",
        ...(dialect === "python" ? ["^(?>a{1,3}|a*)", "^.{3}+"] : []),
      ),
      patternsIn(dialect),
      fc.constantFrom("", "{3}", "{2,}", "{0,3}", "{2,4}"),
      fc.constantFrom("", "$", "(?:a|b)*$", "(?:a+b?)*$", "(?:a|[ab])*$", "a{2}$"),
    )
    .map(([head, piece, count, tail]) => `${head}(?:${piece.replace(/^\^|\$$/g, "")})${count}${tail}`)
    .filter((pattern) => readIn(dialect, pattern, "").diagnostics.length === 0);

test.each([
  ["ecmascript", 3],
  ["python", 3],
] as const)("%s: with hardly a count followed at first, no short attack is worse than the verdict", (dialect, numRuns) => {
  const tally: Record<string, number> = {};
  fc.assert(
    fc.property(counted(dialect), fc.constantFrom<HazardMode>("search", "all", "whole"), (pattern, mode) => {
      const program = programOf(pattern, "", dialect);
      const { growth, degree, atLeast } = assessNow(program, mode, { limits: { manyIterations: 2, exactCount: 0 } });
      tally[growth] = (tally[growth] ?? 0) + 1;
      if (growth === "undecided" || growth === "exponential" || atLeast) return;
      const { power, attack } = steepest(program, mode);
      expect(!(power > (degree ?? 1) + SLACK) || { pattern, mode, attack, power }).toBe(true);
    }),
    { numRuns: numRuns * DEPTH, seed: 4317 },
  );
  expect(sized(tally.linear ?? 0, Math.min(tally.linear ?? 0, tally.exponential ?? 0))).toBeGreaterThan(sized(0, 5));
});

function relationOf(left: Program, right: Program): Relation {
  return drained(relate(left, right));
}

const TEXTS = textsOver(["a", "b", "c"], 4);

test.each(["ecmascript", "python"] as const)("%s: relations agree with every short text", (dialect) => {
  const tally: Record<string, number> = {};
  fc.assert(
    fc.property(patternsIn(dialect), patternsIn(dialect), (one, other) => {
      const [left, right] = [programOf(one, "", dialect), programOf(other, "", dialect)];
      const found = relationOf(left, right);
      tally[found.relation] = (tally[found.relation] ?? 0) + 1;
      const shortest: Record<"onlyLeft" | "onlyRight" | "both", number> = { onlyLeft: Infinity, onlyRight: Infinity, both: Infinity };
      for (const text of TEXTS) {
        const [l, r] = [acceptsText(left, text), acceptsText(right, text)];
        const kind = l ? (r ? "both" : "onlyLeft") : r ? "onlyRight" : undefined;
        if (kind) shortest[kind] = Math.min(shortest[kind], text.length);
      }
      if (found.relation === "undecided") return;
      for (const kind of ["onlyLeft", "onlyRight", "both"] as const) {
        const text = found[kind];
        // A text that is given does what it says; there is one wherever there is a short one, and no longer than that.
        if (text !== null) expect([acceptsText(left, text), acceptsText(right, text)]).toEqual([kind !== "onlyRight", kind !== "onlyLeft"]);
        expect((text?.length ?? Infinity) <= shortest[kind] || { one, other, kind, text }).toBe(true);
      }
      const has = { left: found.onlyLeft !== null, right: found.onlyRight !== null, both: found.both !== null };
      if (found.relation === "equal") expect(has).toMatchObject({ left: false, right: false });
      if (found.relation === "left-within-right") expect(has.left).toBe(false);
      if (found.relation === "right-within-left") expect(has.right).toBe(false);
      if (found.relation === "overlapping") expect(has).toEqual({ left: true, right: true, both: true });
      if (found.relation === "disjoint") expect(has).toEqual({ left: true, right: true, both: false });
    }),
    { numRuns: 36 * DEPTH, seed: 4317 },
  );
  expect(Object.keys(tally).length).toBeGreaterThanOrEqual(sized(4, 5));
  expect(tally.undecided ?? 0).toBeLessThanOrEqual(4 * DEPTH);
});
