/** Forecasts of what hangs on captures: as exact as any, where the machine could never be run to its end. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { BacktrackingMachine, compile, type DialectName, Forecast, forecast, type MatchMode, runToEnd } from "../src/index.ts";
import { programOf, readIn, rowsOf } from "./support.ts";

const ITEMS = ["(a|ab)", "(a*)", "(b?)", "(a+?)", "\\1", "\\2", "(?:\\1|b)", "(?:\\1a|b)*", "(?=(a+))", "(?!\\1)", "(?<=\\1)", "b", "a?", "[ab]"];
const PYTHON = ["(?>\\1|a)", "(?(1)a|b)", "(?:a|\\1)*+"];
const TEXTS = ["", "a", "ab", "aab", "abab", "aabaab", "bbaabba", "aaaaaaa", "abaabaaab"];

test.each(["ecmascript", "python"] as const)("%s: random patterns, counted from the first step, are as they were run", (dialect) => {
  const items = fc.array(fc.constantFrom(...ITEMS, ...(dialect === "python" ? PYTHON : [])), { minLength: 2, maxLength: 6 });
  let counted = 0;
  fc.assert(
    fc.property(fc.tuple(items, fc.constantFrom("", "*", "+?", "{2}"), fc.constantFrom("", "c", "$")), ([list, sign, end]) => {
      const pattern = `${sign === "" ? list.join("") : `(?:${list.join("")})${sign}`}${end}`;
      const compiled = compile(readIn(dialect, pattern, ""));
      if (!compiled.ok || compiled.program.references.length === 0) return;
      for (const text of TEXTS) {
        for (const mode of ["all", "first", "whole"] as const satisfies readonly MatchMode[]) {
          const machine = new BacktrackingMachine(compiled.program, text, { mode });
          if (runToEnd(machine, 100_000) !== "done") continue;
          const { steps, exact, matches } = forecast(compiled.program, text, { mode, stepsFirst: 0 });
          expect([pattern, text, mode, exact, Number(steps), rowsOf(matches)]).toEqual([pattern, text, mode, true, machine.steps, rowsOf(machine.matches)]);
          counted++;
        }
      }
    }),
    { numRuns: 50 * DEPTH, seed: 4317 },
  );
  expect(counted).toBeGreaterThan(175 * DEPTH);
});

describe("what grows without end", () => {
  const stepsOf = (pattern: string, text: string, dialect: DialectName = "ecmascript") => {
    const { steps, exact } = forecast(programOf(pattern, "", dialect), text, { mode: "start", stepsFirst: 0 });
    expect(exact).toBe(true);
    return BigInt(steps);
  };

  test("each further letter doubles the work, to the last digit", () => {
    const counts = Array.from({ length: 12 }, (_, i) => stepsOf("(a+)+\\1b", "a".repeat(40 + i)));
    for (let i = 2; i < counts.length; i++) {
      const [before, last, now] = counts.slice(i - 2) as [bigint, bigint, bigint];
      // Doubling leaves a polynomial rest, which is nothing beside so many steps.
      expect(Math.abs(Number(((now - last) * 1000n) / (last - before)) - 2000)).toBeLessThanOrEqual(1);
    }
    expect(counts[0]).toBeGreaterThan(10n ** 12n);
  });

  test("what is run first and what is counted at once come to the same", () => {
    const program = programOf("(a|ab)*?\\1c");
    const text = "abaab".repeat(4);
    const counted = forecast(program, text, { mode: "all", stepsFirst: 0 });
    for (const stepsFirst of [1, 7, 100, 1e6]) {
      const run = new Forecast(program, text, { mode: "all", stepsFirst });
      while (!run.advance(3));
      expect([run.exact, Number(run.steps), Number(run.firstSteps), run.attempts]).toEqual([
        true,
        Number(counted.steps),
        Number(counted.firstSteps),
        counted.attempts,
      ]);
    }
  });

  test("a budget cuts both short, and what was reached is no less than what was run", () => {
    const text = "a".repeat(60);
    const cut = forecast(programOf("(?:(a+)(a+))+\\1\\2b"), text, { mode: "all", stepBudget: 50_000, stepsFirst: 20_000 });
    expect(cut.exact).toBe(false);
    expect(Number(cut.steps)).toBeGreaterThanOrEqual(20_000);
  });

  test("loops in loops in loops are run, or counted, in no time", () => {
    for (const depth of [10, 1000]) {
      const program = programOf(`(a)${"(?:".repeat(depth)}\\1b${")*".repeat(depth)}c`);
      expect(forecast(program, "aababab", { mode: "first", stepsFirst: 0, stepBudget: 100_000 }).matches.length).toBe(0);
    }
  });

  test("more groups than are told apart are run", () => {
    const groups = Array.from({ length: 12 }, (_, i) => i + 1);
    const program = programOf(`${groups.map(() => "(a?)").join("")}${groups.map((n) => `\\${n}`).join("")}c`);
    const machine = new BacktrackingMachine(program, "aaa", { mode: "first" });
    runToEnd(machine);
    const { exact, steps } = forecast(program, "aaa", { mode: "first", stepsFirst: 0 });
    expect([exact, steps]).toEqual([true, machine.steps]);
  });
});
