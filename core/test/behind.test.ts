/** What lookbehinds may cost: the degree that they add, held against exact counts, and attacks on them. */
import { describe, expect, test } from "@jest/globals";
import { Alphabet } from "../src/automaton/alphabet.ts";
import { type Bounds, exactBounds } from "../src/automaton/walk.ts";
import { costBehind } from "../src/hazard/behind.ts";
import { textOf } from "../src/hazard/confirm.ts";
import { drained, type Program, stepsOn } from "../src/index.ts";
import { UNBOUNDED } from "../src/program/program.ts";
import { programOf } from "./support.ts";

/** Counts of more than nine go on for ever. */
const widened = ({ loops }: Program): Bounds[] =>
  loops.map((loop) => (loop.max <= 9 ? exactBounds(loop) : { min: Math.min(loop.min, 1), max: UNBOUNDED, exact: loop.max === UNBOUNDED && loop.min <= 1 }));
const costOf = (program: Program) => drained(costBehind(program, () => Alphabet.of(program), widened));

describe("the degree that a lookbehind adds", () => {
  test.each<[pattern: string, degree: number]>([
    ["a+b", 0],
    ["(?<=a)b", 0],
    ["(?<=ab|c)d", 0],
    ["(?<=\\d{1,3})x", 0],
    ["(?<!a?b?c)d", 0],
    // One loop: the same letters are read over from every offset.
    ["(?<=a.*)b", 1],
    ["(?<=a+)b", 1],
    ["(?<!\\s+)b", 1],
    // Two that share a letter, and two that do not.
    ["(?<=a*a*b)c", 0],
    ["(?<=xa*a*b)c", 1],
    ["(?<=ba*a*)c", 2],
    ["(?<=ba*c*)d", 1],
    // Told apart by what stands at its end: each stretch lies behind one b alone.
    ["(?<!a*b)c", 0],
    ["(?<=xa*b)c", 0],
    ["(?<=x(?:a|a)*)b", Number.POSITIVE_INFINITY],
    ["(?<=(?:a+)+b)c", 0],
    ["(?<=x(?:a+)+b)c", Number.POSITIVE_INFINITY],
    // What is looked for inside it is read in its own direction.
    ["(?<=a(?=a*b))c", 1],
    ["(?<=a(?=ab))c", 0],
    ["(?<=(?=(?:a|a)*b)a)c", Number.POSITIVE_INFINITY],
    ["(?<=(?<=a*)b)c", 1],
    ["(?=a*b)c", 0],
  ])("/%s/: %d", (pattern, degree) => {
    expect(costOf(programOf(pattern)).degree).toBe(degree);
  });

  test("in python a lookbehind has one width, and is read from its start", () => {
    expect(costOf(programOf("(?<=a{12})b", "", "python")).degree).toBe(0);
    expect(costOf(programOf("(?<=a(?=a*b))c", "", "python")).degree).toBe(1);
    expect(costOf(programOf("(?<=(?:a|b)(?:a|b)(?:a|b))c", "", "python")).degree).toBe(0);
  });

  test("is never less than what the steps show", () => {
    for (const pattern of ["(?<=a)b", "(?<=ab|c)d", "(?<!a*b)c", "(?<=xa*b)c", "(?<=a(?=ab))c", "(?<=a+)b", "(?<=ba*c*)d", "(?<=a(?=a*b))c"]) {
      const program = programOf(pattern);
      const { degree } = costOf(program);
      for (const pump of ["a", "b", "ab", "ba", "c", "aab"]) {
        const [few, many] = [64, 128].map((pumps) => Number(drained(stepsOn(program, `b${pump.repeat(pumps)}x`, "search"))));
        expect([pattern, pump, Math.log2((many as number) / (few as number)) <= 1 + degree + 0.1]).toEqual([pattern, pump, true]);
      }
    }
  });
});

describe("attacks on a lookbehind", () => {
  test.each(["(?<=a+)b", "(?<=a.*)b", "(?<=ba*a*)c", "(?<=a(?=a*b))c"])("/%s/: one of them costs more with each pump than a letter should", (pattern) => {
    const program = programOf(pattern);
    const { attacks } = costOf(program);
    const steepest = Math.max(
      ...attacks.map(({ attack }) => {
        const [few, many] = [40, 80].map((pumps) => Number(drained(stepsOn(program, textOf(attack, pumps), "search"))));
        return Math.log2((many as number) / (few as number));
      }),
    );
    expect(steepest).toBeGreaterThan(1.8);
  });

  test("are turned round where it reads from right to left", () => {
    const program = programOf("(?<=x(?:ab|ab)*y)c");
    const exponential = costOf(program).attacks.filter(({ candidate }) => candidate?.growth === "exponential");
    expect(exponential.length).toBeGreaterThan(0);
    // Read from its end: y first, and then the letters of each turn in the pattern's own order.
    for (const { attack } of exponential) expect(textOf(attack, 3)).toMatch(/(?:ab){3}.*y$/);
  });

  test("say until when they grow, where what is inside is counted", () => {
    const { attacks } = costOf(programOf("(?<=x(?:a|a){25})b"));
    expect(new Set(attacks.map(({ until }) => until))).toEqual(new Set([25]));
    expect(costOf(programOf("(?<=a+)b")).attacks.every(({ until }) => until === null)).toBe(true);
  });
});
