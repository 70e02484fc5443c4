/** Whether two patterns find the same matches: against every short text, and against known answers. */
import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { type DialectName, drained, forecast, type MatchMode, type Program, type Sameness, sameMatches } from "../src/index.ts";
import { patternsIn } from "./cases/patterns.ts";
import { programOf, rowsOf, textsOver } from "./support.ts";

const compared = (left: string, right: string, asks: MatchMode, flags = "", dialect: DialectName = "ecmascript"): Sameness =>
  drained(sameMatches(programOf(left, flags, dialect), programOf(right, flags, dialect), asks));

const found = (program: Program, text: string, mode: MatchMode): string => JSON.stringify(rowsOf(forecast(program, text, { mode }).matches));

test.each<[left: string, right: string, asks: MatchMode, flags?: string, dialect?: DialectName]>([
  ["^(a+)+$", "^(a+)$", "first"],
  ["^(\\w+\\s?)*$", "^(\\w+(?!\\w)\\s?)*$", "first"],
  ["#.*$", "#(?<!#.*?#).*$", "first"],
  ["#.*$", "#(?<!#.*?#).*$", "all"],
  ["\\s+$", "(?<!\\s)\\s+$", "all"],
  ["^\\s*(.*?)\\s*$", "^\\s*(?!\\s)((?:.*\\S)?)\\s*$", "first"],
  ["\\{\\{([^]*?)\\}\\}", "\\{\\{(?<!\\{\\{(?:\\}?[^}])*?\\}?\\{\\{)([^]*?)\\}\\}", "all"],
  ["(a|ab)(c|bcd)?", "(a(?:b)?(?=c)|a)(bcd|c)?|(?!)()()", "start"],
  ["(?:(a)|b)*", "(?:(a)|b)+|", "all"],
  ["a{2,5}", "aa(?:a(?:aa?)?)?", "all"],
  ["(?:a?){3}b", "a{0,3}b", "all"],
  ["(?=a)\\w+", "a\\w*", "all"],
  ["\\bweir\\b", "(?<!\\w)weir(?!\\w)", "all"],
  ["a*", "(?:a+|)", "all", "", "python"],
  ["$", "(?!.)(?![\\n\\r\\u2028\\u2029])", "all"],
])("/%s/ and /%s/ are the same where asked for %s", (left, right, asks, ...more) => {
  const [flags, dialect] = more;
  const same = compared(left, right, asks, flags, dialect);
  const programs = [programOf(left, flags, dialect), programOf(right, flags, dialect)] as const;
  if (programs[0].slots.length !== programs[1].slots.length) expect(same).toEqual({ same: null });
  else expect(same).toEqual({ same: true });
});

test.each<[left: string, right: string, asks: MatchMode, shortest: number, flags?: string, dialect?: DialectName]>([
  ["a+", "a+?", "first", 2],
  ["a|ab", "ab|a", "first", 2],
  ["(a)|b", "a|(b)", "first", 1],
  ["(a*)*", "(a*)", "first", 0],
  ["/\\*[^]*?\\*/|.", "/\\*(?<!/\\*[^]*?/\\*)[^]*?\\*/|.", "all", 8],
  ["/\\*[^]*?\\*/|.", "/\\*(?<!/\\*(?:[^*]|\\*+?[^*/])*?\\**?/\\*)[^]*?\\*/|.", "all", 9],
  ["\\.css(?:\\?.*)?$", "\\.css(?:\\?(?<!\\?.*?\\?).*)?$", "first", 6],
  [" (\\(.+\\)$)", " (\\((?<!\\(.*?\\().+\\)$)", "first", 5],
  ["(?<!#.*)a$", "(?<!#)a$", "first", 3],
  ["\\s+$", "^\\s+$", "first", 2],
  [".", "[^]", "all", 1],
  ["a*?", "", "all", 2, "", "python"],
  ["\\ba", "a", "all", 2],
])("/%s/ and /%s/ are told apart where asked for %s by a text of %d characters", (left, right, asks, shortest, ...more) => {
  const [flags, dialect] = more;
  const result = compared(left, right, asks, flags, dialect);
  if (result.same === null && shortest === 0) return;
  if (result.same !== false) throw new Error(`said: ${result.same}`);
  const { text } = result;
  expect(text.length).toBeLessThanOrEqual(shortest);
  expect(found(programOf(left, flags, dialect), text, asks)).not.toBe(found(programOf(right, flags, dialect), text, asks));
});

test.each(["(a)\\1", "(?=(a))a", "(?<=(a))b"])("of /%s/ nothing is known: what groups hold is not simulated", (pattern) => {
  expect(compared(pattern, pattern, "first")).toEqual({ same: null });
});

const TEXTS = textsOver(["a", "b", "c"], 4);

test.each([
  ["ecmascript", "first"],
  ["ecmascript", "all"],
  ["python", "all"],
] as const)("%s, %s: random patterns agree with every short text, and a text that is given tells them apart", (dialect, asks) => {
  const tally = { same: 0, different: 0, unknown: 0 };
  fc.assert(
    fc.property(patternsIn(dialect, "("), patternsIn(dialect, "("), fc.boolean(), (one, other, alike) => {
      // Twins that mean the same are rare among strangers.
      const right = alike ? `(?:${one})` : other;
      const programs = [programOf(one, "", dialect), programOf(right, "", dialect)] as const;
      const result = drained(sameMatches(...programs, asks));
      tally[result.same === null ? "unknown" : result.same ? "same" : "different"]++;
      if (result.same === false)
        expect([one, right, result.text, found(programs[0], result.text, asks) !== found(programs[1], result.text, asks)]).toEqual([
          one,
          right,
          result.text,
          true,
        ]);
      if (result.same !== true) return;
      for (const text of TEXTS) expect([one, right, text, found(programs[1], text, asks)]).toEqual([one, right, text, found(programs[0], text, asks)]);
    }),
    { numRuns: 18 * DEPTH, seed: 4317 },
  );
  expect(Math.min(tally.same, tally.different)).toBeGreaterThanOrEqual(DEPTH / 2);
});
