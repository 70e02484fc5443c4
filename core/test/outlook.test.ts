/** What a finding means for a person: exact steps at any number of pumps, the longest safe text, time in words. */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../scripts/depth.mjs";
import { assessNow, BacktrackingMachine, drained, longestWithin, runToEnd, stepsAt, textOf, timeWords } from "../src/index.ts";
import { programOf } from "./support.ts";

const found = (pattern: string) => {
  const program = programOf(pattern);
  const [finding] = assessNow(program, "search").findings;
  if (!finding) throw new Error(`no finding in /${pattern}/`);
  return { program, finding };
};

describe("steps at any number of pumps", () => {
  test.each(["^(a+)+$", "\\s+$", "a*a*b", "^(?:aa)*(?:aaa)*b", "^a{1,90}a{1,90}b", "<!--[^]*?-->", "^(a*)\\1b"])(
    "/%s/: the machine takes as many when it is run",
    (pattern) => {
      const { program, finding } = found(pattern);
      const pumps = finding.growth === "exponential" ? [1, 2, 5, 12] : [1, 2, 7, 8, 9, 33, 64, 120];
      const points = drained(stepsAt(program, "search", finding.attack, pumps));
      expect(points.map((point) => point.pumps)).toEqual(pumps);
      for (const { pumps: count, length, steps } of points) {
        const text = textOf(finding.attack, count);
        const machine = new BacktrackingMachine(program, text, { mode: "first" });
        expect(runToEnd(machine, 1e8)).toBe("done");
        expect([text.length, BigInt(machine.steps)]).toEqual([length, steps]);
      }
    },
  );

  test("by the polynomial, far beyond what could be run", () => {
    const { program, finding } = found("\\s+$");
    const [far] = drained(stepsAt(program, "search", finding.attack, [1_000_000]));
    expect(far?.steps).toBeGreaterThan(10n ** 12n);
    // Of half of the letters each beginning is compared, so there is a polynomial for even numbers and one for odd ones.
    const halves = found("^(a*)\\1b");
    const points = drained(stepsAt(halves.program, "search", halves.finding.attack, [1_000_000, 1_000_001, 1_000_002], true));
    expect(points.map(({ compared }) => compared)).toEqual([500_000n, 500_000n, 500_001n].map((n) => (n * (n + 1n)) / 2n));
  });
});

describe("the longest text within a number of steps", () => {
  test.each([
    ["^(a+)+$", 1_000_000n],
    ["\\s+$", 50_000n],
    ["a*a*b", 200_000n],
  ])("/%s/ within %s: one more pump is too many", (pattern, most) => {
    const { program, finding } = found(pattern);
    const safe = drained(longestWithin(program, "search", finding, most));
    if (!safe) throw new Error("there is one");
    const stepsOf = (pumps: number) => {
      const machine = new BacktrackingMachine(program, textOf(finding.attack, pumps), { mode: "first" });
      runToEnd(machine, 1e8);
      return BigInt(machine.steps);
    };
    expect(safe.length).toBe(textOf(finding.attack, safe.pumps).length);
    expect(safe.atLeast).toBe(false);
    expect(stepsOf(safe.pumps)).toBe(safe.work);
    expect(safe.work <= most && stepsOf(safe.pumps + 1) > most).toBe(true);
  });

  sized(test.skip, test)("where what groups hold makes too much to count, it is said to be the least", () => {
    const { program, finding } = found("^(?:(a+)(a+)(a+)(a+))+\\1\\2\\3\\4b");
    const safe = drained(longestWithin(program, "search", finding, 10n ** 12n));
    expect(safe).toMatchObject({ atLeast: true });
    expect(safe?.work).toBeGreaterThan(10_000n);
  });

  test("growth that ends before it costs so much has no longest text", () => {
    const { program, finding } = found("^a{1,100}a{1,100}b");
    expect(finding.until).toBe(100);
    expect(drained(longestWithin(program, "search", finding, 10n ** 8n))).toBeNull();
  });
});

test.each([
  [0n, "less than a millisecond"],
  [100_000n, "1 millisecond"],
  [1_234_000n, "12 milliseconds"],
  [100_000_000n, "1 second"],
  [250_000_000n, "2.5 seconds"],
  [6_000_000_000n, "1 minute"],
  [10n ** 12n, "2.8 hours"],
  [10n ** 14n, "12 days"],
  [10n ** 17n, "32 years"],
  [10n ** 40n, "longer than there have been people"],
])("%s steps take %s", (steps, words) => {
  expect(timeWords(steps)).toBe(words);
});
