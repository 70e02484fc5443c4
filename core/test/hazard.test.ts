/** Hazard: known growth, judged exactly; findings that hold what they say. */
import { describe, expect, test } from "@jest/globals";
import { assessNow, drained, type Finding, OBSTACLES, type Program, REASONS, record, relate, stepsOn, textOf, type Verdict } from "../src/index.ts";
import { GROWTH_CASES, type GrowthCase } from "./cases/growth.ts";
import { programOf } from "./support.ts";

function assessCase({ pattern, flags = "", dialect = "ecmascript", mode = "search" }: GrowthCase): { program: Program; verdict: Verdict } {
  const program = programOf(pattern, flags, dialect);
  return { program, verdict: assessNow(program, mode) };
}

/** Every reading takes the whole stretch, a character at a time, by parts of the pattern. */
function checkReadings({ pattern }: GrowthCase, { stretch, readings }: Finding): void {
  for (const reading of readings) {
    expect(reading.length).toBeGreaterThan(0);
    expect(reading[0]?.at).toBe(0);
    for (const { at, start, end } of reading) {
      expect(at % stretch.length).toBeLessThan(stretch.length);
      expect(pattern.slice(start, end)).not.toBe("");
    }
  }
  expect(new Set(readings.map((reading) => JSON.stringify(reading))).size).toBe(readings.length);
}

/** The quantifiers that are blamed turn on the attack: what is dear for another reason says nothing of them. */
function checkBlame(program: Program, { mode = "search" }: GrowthCase, { attack, parts }: Finding): void {
  const reel = record(program, textOf(attack, 8), { mode: mode === "search" ? "first" : mode, eventLimit: 20_000 });
  const turned = new Set([...reel.events(0, reel.length)].filter(({ kind }) => kind === "loop").map(({ start, end }) => `${start}–${end}`));
  const quantified = parts.filter(({ start, end }) => program.loops.some(({ node }) => node.start === start && node.end === end));
  expect(quantified.map(({ start, end }) => `${start}–${end}`).filter((part) => !turned.has(part))).toEqual([]);
}

for (const [family, cases] of GROWTH_CASES) {
  describe(family, () => {
    test.each(cases.map((each) => [each.pattern, each.flags ?? "", each.growth, each] as const))("/%s/%s: %s", (_, __, growth, each) => {
      const { program, verdict } = assessCase(each);
      expect([verdict.growth, verdict.degree]).toEqual(typeof growth === "number" ? ["polynomial", growth] : [growth, null]);
      for (const finding of verdict.findings) {
        checkReadings(each, finding);
        checkBlame(program, each, finding);
        for (const { pumps, length, steps } of finding.samples) {
          const text = textOf(finding.attack, pumps);
          expect(text.length).toBe(length);
          expect(drained(stepsOn(program, text, each.mode ?? "search"))).toBe(steps);
        }
      }
    });
  });
}

describe("patterns beyond the bounds say which bound", () => {
  const brackets = 20_000;
  test.each([
    ["twenty thousand loops in loops", `${"(?:".repeat(brackets)}a+${")+".repeat(brackets)}`, "too-long-a-pattern", /more than 20,000 items/],
    ["three thousand words in a loop", `^(?:${Array.from({ length: 3000 }, (_, i) => `w${i}`).join("|")})+$`, "too-large", /2,000 states, or 80,000 ways/],
    ["three thousand loops in a row", `${"a*".repeat(3000)}b`, "too-large", /2,000 states, or 80,000 ways/],
  ])("%s", (_, pattern, reason, words) => {
    const verdict = assessNow(programOf(pattern), "search");
    expect(verdict).toMatchObject({ growth: "undecided", findings: [], reason });
    expect(REASONS[verdict.reason]).toMatch(words);
  });

  test("two patterns that are too large to be read side by side", () => {
    const words = programOf(
      `^(?:${Array.from({ length: 1500 }, (_, i) => `[${String.fromCharCode(0x100 + i)}-${String.fromCharCode(0x10a + i)}]`).join("|")})*x`,
    );
    const relation = drained(relate(words, programOf("a")));
    expect(relation).toMatchObject({ relation: "undecided", obstacle: "size" });
    expect(OBSTACLES.size).toMatch(/10,000 pairs of states/);
  });

  test("what is stopped says so, with what was found until then", () => {
    const program = programOf("^(?:a+)+$|(?:\\w+\\s?)*(?:[a-z]{1,99}x?){2,80}$");
    expect(assessNow(program, "search", () => true)).toMatchObject({ growth: "undecided", reason: "too-long" });
  });
});

test("the table is large enough to say something", () => {
  expect(GROWTH_CASES.flatMap(([, cases]) => cases).length).toBeGreaterThanOrEqual(150);
});
