/** Advice that changes a pattern: what it makes reads in the same dialect, and its hazard is not worse. */
import { describe, expect, test } from "@jest/globals";
import { portion, sized } from "../../scripts/depth.mjs";
import {
  assessNow,
  type DialectName,
  drained,
  findRepairs,
  foreignSpellings,
  rankOf,
  type Span,
  shorterWays,
  slipsOf,
  type Verdict,
  whyNot,
} from "../src/index.ts";
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
  expect(readIn(dialect, pattern, "").diagnostics).toMatchObject([
    { code: "lookbehind-width", message: expect.stringContaining(`takes ${widths} characters`) },
  ]);
});

/**
 * Whether advice makes a hazard worse. A square by restarts alone is not counted: `\\d+.\\d+` finds something everywhere, and
 * its repair `\\d+\\.\\d+`, which is what was meant, goes over a long number again at every digit.
 */
function isWorse(pattern: string, flags: string, dialect: DialectName, other: { readonly pattern: string; readonly flags: string }): boolean {
  const [before, after] = [pattern, other.pattern].map((each, i) => assessNow(programOf(each, i === 0 ? flags : other.flags, dialect), "search")) as [
    Verdict,
    Verdict,
  ];
  const bySquares = after.growth === "polynomial" && after.degree === 2 && after.findings.every(({ restarts }) => restarts);
  return rankOf(after) > rankOf(before) && !bySquares;
}

/** Advice that reads, and is not worse. */
function expectGood(pattern: string, flags: string, dialect: DialectName, other: { readonly pattern: string; readonly flags: string }): void {
  expect([pattern, other.pattern, readIn(dialect, other.pattern, other.flags).diagnostics]).toEqual([pattern, other.pattern, []]);
  expect([pattern, other.pattern, isWorse(pattern, flags, dialect, other)]).toEqual([pattern, other.pattern, false]);
}

test("repairs of slips", () => {
  let applied = 0;
  for (const [pattern, flags] of portion(SLIP_CASES, 7)) {
    for (const { repair } of drained(slipsOf(programOf(pattern, flags)))) {
      if (!repair) continue;
      applied++;
      expectGood(pattern, flags, "ecmascript", repair);
    }
  }
  expect(applied).toBeGreaterThan(sized(7, 60));
});

/** Patterns with a text that they do not match. */
const MISSES: readonly (readonly [DialectName, string, string])[] = [
  ["ecmascript", "^(a+)$", "aab"],
  ["ecmascript", "^\\d{2,4}-\\d+$", "12345-6"],
  ["python", "^(?:\\w+ )*\\w+$", "the gate  is shut"],
  ["java", "^(?:[a-z]+,)+[a-z]+;$", "eel,,bass;"],
  ["dotnet", "^\\[(\\w+)\\] +(.*)$", "[gate]: shut"],
  ["pcre", "^(?>a+)b$", "aaB"],
  ["perl", "^(\\d+)\\.(\\d+)(?:\\.(\\d+))?$", "1.2.3.4"],
  ["ecmascript", "^(?:\\w+\\s?)+$", "gate!"],
];

test.each(portion(MISSES, 3))("what why-not changes: %s, %s on %s", (dialect, pattern, text) => {
  const { changes } = drained(whyNot(programOf(pattern, "", dialect), text, "first"));
  expect(changes.length).toBeGreaterThan(0);
  for (const change of changes) expectGood(pattern, "", dialect, change);
});

/** `npm test` takes the repairs that are found by the time this was asked so often. */
const EARLY = 60;

test("shorter ways, spellings of elsewhere, and repairs of a hazard", () => {
  const applied = { shorter: 0, foreign: 0, repairs: 0 };
  const patterns: readonly (readonly [DialectName, string])[] = [
    ["ecmascript", "^(?:[0-9]{1,}[.]?){1,}$"],
    ["ecmascript", "(?:a|b|c)*[aa]\\Z"],
    ["python", "aa*(?:b|c)\\z[[:digit:]]+"],
    ["java", "^(?:[^,]{0,},{0,1})*$"],
    ["dotnet", "(?:\\d|[0-9])+x"],
    ["pcre", "(?:a|[b]){2,2}[0-9]{0,}"],
    ["perl", "^(\\w{1,}\\s{0,1}){1,}$"],
    ["ecmascript", "^(?:\\d+,?)+$"],
  ];
  for (const [dialect, pattern] of portion(patterns, 2)) {
    const reading = readIn(dialect, pattern, "");
    const put = ({ start, end }: Span, instead: string) => pattern.slice(0, start) + instead + pattern.slice(end);
    for (const way of drained(shorterWays(reading))) {
      applied.shorter++;
      expectGood(pattern, "", dialect, { pattern: put(way, way.instead), flags: "" });
    }
    for (const spelling of foreignSpellings(reading)) {
      if (spelling.instead === null) continue;
      applied.foreign++;
      const corrected = readIn(dialect, put(spelling, spelling.instead), spelling.flags).diagnostics;
      if (reading.diagnostics.length > 0) expect([pattern, corrected.length <= reading.diagnostics.length]).toEqual([pattern, true]);
      else expectGood(pattern, "", dialect, { pattern: put(spelling, spelling.instead), flags: spelling.flags });
    }
    if (reading.diagnostics.length > 0) continue;
    const program = programOf(pattern, "", dialect);
    let asked = 0;
    const stop = () => ++asked > sized(EARLY, Number.POSITIVE_INFINITY);
    for (const repair of drained(findRepairs(program, "search", assessNow(program, "search"), stop))) {
      applied.repairs++;
      expectGood(pattern, "", dialect, { pattern: repair.pattern, flags: "" });
    }
  }
  expect(Math.min(...Object.values(applied))).toBeGreaterThan(0);
});
