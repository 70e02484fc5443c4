/** Hazard: known growth, judged exactly; findings that hold what they say. */
import { describe, expect, test } from "@jest/globals";
import { onlyDeep, portion, sized } from "../../scripts/depth.mjs";
import { Alphabet } from "../src/automaton/alphabet.ts";
import { PathAutomaton } from "../src/automaton/paths.ts";
import { exactBounds } from "../src/automaton/walk.ts";
import { mostAtOnce } from "../src/hazard/at-once.ts";
import {
  assessNow,
  drained,
  type Finding,
  HAZARD_MODES,
  OBSTACLES,
  type Program,
  REASONS,
  record,
  relate,
  stepsOn,
  textOf,
  type Verdict,
} from "../src/index.ts";
import { GROWTH_CASES, type GrowthCase } from "./cases/growth.ts";
import { programOf, textsOver } from "./support.ts";

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
  const reel = record(program, textOf(attack, 8), { mode: HAZARD_MODES[mode].asks, eventLimit: 20_000 });
  const turned = new Set([...reel.events(0, reel.length)].filter(({ kind }) => kind === "loop").map(({ start, end }) => `${start}–${end}`));
  const quantified = parts.filter(({ start, end }) => program.loops.some(({ node }) => node.start === start && node.end === end));
  expect(quantified.map(({ start, end }) => `${start}–${end}`).filter((part) => !turned.has(part))).toEqual([]);
}

for (const [family, cases] of GROWTH_CASES) {
  describe(family, () => {
    test.each(portion(cases, 7).map((each) => [each.pattern, each.flags ?? "", each.growth, each] as const))("/%s/%s: %s", (_, __, growth, each) => {
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
  type Beyond = [string, string, string, RegExp];
  test.each<Beyond>([
    ["twenty thousand loops in loops", `${"(?:".repeat(brackets)}a+${")+".repeat(brackets)}`, "too-long-a-pattern", /more than 20,000 items/],
    ...onlyDeep<Beyond>(
      ["three thousand words in a loop", `^(?:${Array.from({ length: 3000 }, (_, i) => `w${i}`).join("|")})+$`, "too-large", /2,000 states, or 80,000 ways/],
      ["three thousand loops in a row", `${"a*".repeat(3000)}b`, "too-large", /2,000 states, or 80,000 ways/],
    ),
  ])("%s", (_, pattern, reason, words) => {
    const verdict = assessNow(programOf(pattern), "search");
    expect(verdict).toMatchObject({ growth: "undecided", findings: [], reason });
    expect(REASONS[verdict.reason]).toMatch(words);
  });

  test("a lookaround that may be tried another way is not followed, and the verdict says so", () => {
    expect(assessNow(programOf("(*napla:(a+)+)b", "", "pcre"), "search")).toMatchObject({ growth: "undecided", findings: [], reason: "reentered" });
  });

  sized(test.skip, test)("two patterns that are too large to be read side by side", () => {
    const words = programOf(
      `^(?:${Array.from({ length: 1500 }, (_, i) => `[${String.fromCharCode(0x100 + i)}-${String.fromCharCode(0x10a + i)}]`).join("|")})*x`,
    );
    const relation = drained(relate(words, programOf("a")));
    expect(relation).toMatchObject({ relation: "undecided", obstacle: "size" });
    expect(OBSTACLES.size).toMatch(/10,000 pairs of states/);
  });

  test("what is stopped says so, with what was found until then", () => {
    const program = programOf("^(?:a+)+$|(?:\\w+\\s?)*(?:[a-z]{1,99}x?){2,80}$");
    expect(assessNow(program, "search", { stop: () => true })).toMatchObject({ growth: "undecided", reason: "too-long" });
  });
});

describe("what is not shown is not said", () => {
  test.each<[string, string?]>([["^(?:.|\\s){0,500}$"], ["(?<=^(?:a+)+b)c"]])("/%s/ is not called linear", (pattern, flags = "") => {
    const { growth, peak, findings } = assessNow(programOf(pattern, flags), "search");
    expect([growth, peak, findings]).toEqual(["undecided", null, []]);
  });

  test.each([
    // By either stretch the square; a text that grows both at once costs the cube, and no attack has two pumps.
    ["^a*a*b*b*c", 2],
    ["^a*a*b*b*c*c*d", 2],
  ])("/%s/: of degree %d at least", (pattern, degree) => {
    expect(assessNow(programOf(pattern), "search")).toMatchObject({ growth: "polynomial", degree, atLeast: true, reason: "stretches" });
  });

  test.each([
    ["^a*a*c", 2],
    ["^a*a*a*c", 3],
    ["\\s+$", 2],
  ])("/%s/: of degree %d and no more", (pattern, degree) => {
    expect(assessNow(programOf(pattern), "search")).toMatchObject({ growth: "polynomial", degree, atLeast: false, reason: "found" });
  });

  test("what was found before the time was over is at least so bad", () => {
    let calls = 0;
    const verdict = assessNow(programOf("^a*a*c|(?:\\w+\\s?)*(?:[a-z]{1,99}x?){2,80}$"), "search", { stop: () => ++calls > sized(20, 60) });
    expect(verdict.growth === "exponential" || verdict.atLeast || verdict.growth === "undecided").toBe(true);
  });
});

describe("paths at once", () => {
  const atOnce = (pattern: string): number => {
    const program = programOf(pattern);
    const automaton = new PathAutomaton(program, Alphabet.of(program), {
      restarts: false,
      whole: false,
      settled: false,
      bounds: program.loops.map(exactBounds),
    });
    drained(automaton.explore());
    return drained(mostAtOnce(automaton));
  };

  test.each(["a{3}b", "(?:ab|ac){4}d", "(?:a?){4}b", "(?:a|b|ab){3}c", "(?:\\w{1,4},?){2}d", "(?:(?:a|b){1,3}c?){1,2}d", "(?:a+b?)c"])(
    "/%s/: each character of any short text costs no more than that",
    (pattern) => {
      const program = programOf(pattern);
      const most = atOnce(pattern);
      expect(most).toBeLessThan(Number.POSITIVE_INFINITY);
      let dearest = 0;
      for (const text of textsOver(["a", "b", "c", "d"], sized(4, 6))) {
        const reel = record(program, text, { mode: "start", eventLimit: 100_000 });
        const taken = new Map<number, number>();
        for (const { kind, at } of reel.events(0, reel.length)) if (kind === "consume") taken.set(at, (taken.get(at) ?? 0) + 1);
        dearest = Math.max(dearest, ...taken.values());
      }
      expect(dearest).toBeGreaterThan(0);
      expect(dearest).toBeLessThanOrEqual(most);
    },
  );

  test("ways that the text tells apart are not counted together", () => {
    expect(atOnce("(?:ab|ac){40}d")).toBeLessThan(8);
    expect(atOnce("(?:\\w{2,}-)*b")).toBeLessThan(8);
    expect(atOnce("(?:a|a){40}d")).toBe(Number.POSITIVE_INFINITY);
    expect(atOnce("(?:a?){30}a{30}")).toBe(Number.POSITIVE_INFINITY);
    expect(atOnce("(?:a|a)*d")).toBe(Number.POSITIVE_INFINITY);
  });
});

test("the table is large enough to say something", () => {
  expect(GROWTH_CASES.flatMap(([, cases]) => cases).length).toBeGreaterThanOrEqual(150);
});
