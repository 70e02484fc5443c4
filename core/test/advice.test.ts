/** Advice that changes a pattern: what it makes reads in the same dialect, and its hazard is not worse. */
import { describe, expect, test } from "@jest/globals";
import { portion, sized } from "../../scripts/depth.mjs";
import { assessNow, type DialectName, drained, rankOf, slipsOf } from "../src/index.ts";
import { SLIP_CASES } from "./cases/slips.ts";
import { programOf, readIn } from "./support.ts";

const rank = (pattern: string, flags: string, dialect: DialectName): number => rankOf(assessNow(programOf(pattern, flags, dialect), "search"));

describe("a possessive quantifier where there are none", () => {
  test.each<[DialectName, string, RegExp]>([
    ["dotnet", "a++b", /^C# \(\.NET\) has no possessive quantifiers\. An atomic group does the same: write “\(\?>a\+\)”\.$/],
    ["dotnet", "(?:ab)*+c", /write “\(\?>\(\?:ab\)\*\)”/],
    ["dotnet", `${"[abc]".repeat(3)}(?:${"a".repeat(40)})?+`, /write “\(\?>…\)”/],
    ["ecmascript", "a++b", /has no possessive quantifiers\. Leave the second “\+” out/],
  ])("%s, %s", (dialect, pattern, message) => {
    const [found] = readIn(dialect, pattern, "").diagnostics;
    expect(found?.message).toMatch(message);
    expect(pattern.charAt(found?.start ?? -1)).toBe("+");
  });

  test("the atomic group that is advised reads, and is linear", () => {
    for (const [pattern, advised] of [
      ["a++b", "(?>a+)b"],
      ["(?:\\w+\\s?)*+;", "(?>(?:\\w+\\s?)*);"],
    ] as const) {
      const message = readIn("dotnet", pattern, "").diagnostics[0]?.message ?? "";
      expect(message).toContain(advised.slice(0, -1));
      // What took its place before, a bracket around item and quantifier, is exponential.
      expect(rank(advised, "", "dotnet")).toBeLessThan(rank("(a+)+b", "", "dotnet"));
    }
  });

  test("other quantifiers on quantifiers are said as before, without a bracket that would nest them", () => {
    for (const dialect of ["dotnet", "java", "python", "pcre", "perl"] as const) {
      const [found] = readIn(dialect, "a**", "").diagnostics;
      expect([dialect, found?.code, found?.message]).toEqual([dialect, "multiple-repeat", "A quantifier cannot follow another one. Keep one of the two."]);
    }
  });
});

test("a call of a group where there are none: which dialects have them", () => {
  for (const [dialect, pattern] of [
    ["ecmascript", "(a)(?1)"],
    ["python", "(a)(?+1)"],
    ["java", "(?<n>a)(?&n)"],
    ["dotnet", "(a)(?1)"],
    ["ecmascript", "a(?R)?b"],
    ["java", "a(?R)?b"],
    ["python", "(a)(?-1)"],
    ["dotnet", "(?<n>a)(?P>n)"],
  ] as const) {
    const [found] = readIn(dialect, pattern, "").diagnostics;
    expect([dialect, pattern, found?.code, found?.message]).toEqual([
      dialect,
      pattern,
      "no-calls",
      expect.stringMatching(/ has no subroutine calls\. PHP \(PCRE\) and Perl have them\.$/),
    ]);
  }
});

test.each<[DialectName, string, string]>([
  ["pcre", "(?<=a+)x", "1 to any number of"],
  ["python", "(?<=a+)x", "1 to any number of"],
  ["pcre", "(?<=a(?:bc){1,3})x", "3 to 7"],
  ["pcre", "(?<=a|b(?:c|d?))x", "1 to 2"],
])("the widths of a lookbehind that must have one: %s, %s takes %s", (dialect, pattern, widths) => {
  expect(readIn(dialect, pattern, "").diagnostics).toMatchObject([{ code: "lookbehind-width", message: expect.stringContaining(`takes ${widths} characters`) }]);
});

test("repairs of slips", () => {
  let applied = 0;
  for (const [pattern, flags] of portion(SLIP_CASES, 5)) {
    for (const { repair, code } of drained(slipsOf(programOf(pattern, flags)))) {
      if (!repair) continue;
      applied++;
      expect([pattern, code, readIn("ecmascript", repair.pattern, repair.flags).diagnostics]).toEqual([pattern, code, []]);
      const [before, after] = [rank(pattern, flags, "ecmascript"), rank(repair.pattern, repair.flags, "ecmascript")];
      expect([pattern, code, repair.pattern, after <= before]).toEqual([pattern, code, repair.pattern, true]);
    }
  }
  expect(applied).toBeGreaterThan(sized(10, 60));
});
