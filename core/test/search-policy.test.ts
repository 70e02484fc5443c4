/** The rules of a search: every machine continues in the same way, in every dialect and mode. */
import { describe, expect, test } from "@jest/globals";
import {
  compile,
  type DialectName,
  Forecast,
  LinearMachine,
  type MatchMode,
  type Program,
  READ_DIALECTS,
  read,
  runToEnd,
  steppedMachine,
} from "../src/index.ts";
import { SearchPolicy } from "../src/search/policy.ts";

const MODES: readonly MatchMode[] = ["first", "all", "start", "whole"];
const NAMES = READ_DIALECTS.map(({ name }) => name);

function programOf(dialect: DialectName, pattern: string, flags = ""): Program {
  const compiled = compile(read({ dialect, pattern, flags }));
  if (!compiled.ok) throw new Error(`${pattern} has a mistake in ${dialect}`);
  return compiled.program;
}

const rowsOf = ({ matches }: { matches: { toArray(): Int32Array } }): number[] => [...matches.toArray()];

describe.each(NAMES)("%s", (dialect) => {
  test.each(MODES)("the machines find the same in mode %s, empty matches and pairs included", (mode) => {
    for (const pattern of ["a*", "a?|b", "|a", "(?=a)|b", "b*?", "(a)|", ".", "$|^", "(?:)"]) {
      const program = programOf(dialect, pattern);
      for (const text of ["", "a", "ab", "baab", "b😀a", "😀😀", "aa\nb"]) {
        const plain = steppedMachine(program, text, { mode });
        runToEnd(plain);
        const linear = new LinearMachine(program, text, { mode, directly: true });
        while (!linear.advance(1000));
        const counted = new Forecast(program, text, { mode });
        while (!counted.advance(1000));
        const what = { pattern, text };
        expect({ ...what, rows: rowsOf(linear) }).toEqual({ ...what, rows: rowsOf(plain) });
        expect({ ...what, rows: rowsOf(counted), steps: Number(counted.steps) }).toEqual({ ...what, rows: rowsOf(plain), steps: plain.steps });
      }
    }
  });
});

describe("the policy", () => {
  const characters = { after: (at: number) => at + 2 };
  test.each([
    // ECMA-262 AdvanceStringIndex: one character further after an empty match.
    { dialect: "ecmascript", next: 7, notEmpty: -1 },
    { dialect: "dotnet", next: 7, notEmpty: -1 },
    { dialect: "java", next: 6, notEmpty: -1 },
    { dialect: "python", next: 5, notEmpty: 5 },
    { dialect: "pcre", next: 5, notEmpty: 5 },
    { dialect: "perl", next: 5, notEmpty: 5 },
    // GNU sed: an empty match right behind another one does not count.
    { dialect: "ere", next: 7, notEmpty: -1, behind: 5 },
  ] as const)("$dialect continues at $next after an empty match at 5", ({ dialect, next, notEmpty, ...rest }) => {
    const policy = new SearchPolicy(programOf(dialect, "a"), "all");
    expect([policy.afterMatch(5, false, characters), policy.notEmptyAt(5, 5, false)]).toEqual([next, notEmpty]);
    expect([policy.afterMatch(5, true, characters), policy.notEmptyAt(3, 5, true)]).toEqual([5, "behind" in rest ? rest.behind : -1]);
  });

  test("there is one attempt where the start is given, or the flag says so", () => {
    const y = programOf("ecmascript", "a", "y");
    const plain = programOf("ecmascript", "a");
    expect(MODES.map((mode) => new SearchPolicy(plain, mode).afterFailure(0, 5, characters))).toEqual([2, 2, -1, -1]);
    expect(MODES.map((mode) => new SearchPolicy(y, mode).afterFailure(0, 5, characters))).toEqual([-1, -1, -1, -1]);
    expect(new SearchPolicy(plain, "all").afterFailure(5, 5, characters)).toBe(-1);
  });

  test("only a match of the whole text must end with it", () => {
    expect(MODES.map((mode) => new SearchPolicy(programOf("perl", "a"), mode).mayEndAt(3, 5))).toEqual([true, true, true, false]);
  });
});
