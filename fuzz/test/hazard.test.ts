/** A short hunt for wrong verdicts from a fixed seed; and the hunter itself finds what is wrong. */
import { expect, test } from "@jest/globals";
import { compile, read } from "@lamprey/core";
import { DEPTH, sized } from "../../scripts/depth.mjs";
import { huntOnce, newTally, peakBeside, randomHazard, randomPeak, refutedBy } from "../src/hazard.ts";
import { Random } from "../src/random.ts";

const PATTERNS = 5 * DEPTH;
/** Each takes as long as three others. */
const PEAKS = 2 * DEPTH;

test.each(["ecmascript", "python"] as const)("no verdict on random patterns in %s is refuted", (dialect) => {
  const random = new Random(4317);
  const tally = newTally();
  while (tally.patterns < PATTERNS) expect(huntOnce(random, dialect, tally)).toBeUndefined();
  expect(tally.linear).toBeGreaterThan(PATTERNS / 3);
  expect(tally.polynomial + tally.exponential).toBeGreaterThanOrEqual(sized(0, 4));
});

test("no peak goes unsaid on random patterns with large counts and lookarounds", () => {
  const random = new Random(4317);
  const tally = newTally();
  while (tally.patterns < PEAKS) expect(huntOnce(random, "ecmascript", tally, randomPeak(random))).toBeUndefined();
});

test("the hunter for peaks finds one that was not said", () => {
  const compiled = compile(read({ dialect: "ecmascript", pattern: "^(?![^a]+-)(?:\\D|[^a]){0,32}b", flags: "" }));
  if (!compiled.ok) throw new Error("no pattern");
  const verdict = { growth: "linear", degree: null, atLeast: false, findings: [], reason: "bounded", peak: null, engine: null } as const;
  expect(peakBeside(new Random(1), compiled.program, "search", verdict)).toMatch(/ steps on /);
});

test("random patterns have what verdicts go wrong on", () => {
  const random = new Random(1);
  const all = Array.from({ length: 500 }, () => randomHazard(random, "python").pattern).join("\n");
  for (const part of ["(?=", "(?!", "(?<=", "(?<!", "(?>", "{1,40}", "{16,}", "++", "\\1", "$"]) expect([part, all.includes(part)]).toEqual([part, true]);
});

test.each<[pattern: string, growth: "linear" | "polynomial", degree: number | null, refuted: boolean]>([
  ["^(?:a|a)*b", "linear", null, true],
  ["^a*a*b", "linear", null, true],
  ["^a*a*a*b", "polynomial", 2, true],
  ["^(?:a?){24}a{24}$", "linear", null, true],
  ["^a*a*b", "polynomial", 2, false],
  ["^a*b", "linear", null, false],
])("the hunter and /%s/ said to be %s %s", (pattern, growth, degree, wrong) => {
  const compiled = compile(read({ dialect: "ecmascript", pattern, flags: "" }));
  if (!compiled.ok) throw new Error("no pattern");
  const verdict = { growth, degree, atLeast: false, findings: [], reason: "found", peak: null, engine: null } as const;
  const random = new Random(7);
  const found = Array.from({ length: 12 }, () => refutedBy(random, compiled.program, "search", verdict)).some((shown) => shown !== undefined);
  expect(found).toBe(wrong);
});
