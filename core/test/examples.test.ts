/** Texts by example: each is taken, each near miss is not, and together they use what the pattern has. */
import { describe, expect, test } from "@jest/globals";
import { type DialectName, drained, type ExamplesOptions, examples, findSlices } from "../src/index.ts";
import { programOf } from "./support.ts";

const make = (pattern: string, options: Partial<ExamplesOptions> = {}, flags = "", dialect: DialectName = "ecmascript") => {
  const program = programOf(pattern, flags, dialect);
  const made = drained(examples(program, { mode: "whole", count: 12, seed: 0, ...options }));
  const taken = (text: string) => drained(findSlices(program, text, { mode: options.mode === "search" ? "first" : "whole" })).matches.length > 0;
  return { ...made, taken };
};

const PATTERNS: readonly (readonly [string, string?, DialectName?])[] = [
  ["gate"],
  ["a|b|cd"],
  ["[A-Z]{3}-\\d{2,4}"],
  ["(?<site>[A-Z]+) (up|down)( late)?"],
  ["^\\s*(\\w+)\\s*=\\s*(.*?)\\s*$", "m"],
  ["(a|b)+\\1"],
  ["x*?y"],
  ["(?=\\d)\\w{3}"],
  ["(?<!a)b+"],
  ["\\bword\\b"],
  ['[^"]*'],
  ["(?:(?:a|b)(?:c|d)?){2,}"],
  ["\\p{Lu}\\p{Ll}+", "u"],
  ["gate", "i"],
  ["(?P<q>['\"]).*?(?P=q)", "", "python"],
  ["(a)?(?(1)b|c)", "", "python"],
  ["(?>a+|b)c", "", "python"],
  [""],
];

describe.each(PATTERNS)("/%s/%s", (pattern, flags = "", dialect = "ecmascript") => {
  test.each(["whole", "search"] as const)("%s", (mode) => {
    const { texts, misses, covers, taken } = make(pattern, { mode }, flags, dialect);
    expect(texts.length).toBeGreaterThan(0);
    expect(new Set(texts).size).toBe(texts.length);
    for (const text of texts) expect([text, taken(text)]).toEqual([text, true]);
    for (const { text, of } of misses) expect([text, taken(text), texts.includes(of)]).toEqual([text, false, true]);
    for (const cover of covers) expect([pattern.slice(cover.start, cover.end), cover.used]).toEqual([pattern.slice(cover.start, cover.end), true]);
  });
});

test("few, and telling: every alternative, loops none, once and several times, sets at their edges", () => {
  const { texts } = make("(?:a|b)[c-f]g*");
  const all = texts.join(" ");
  expect(texts.length).toBeLessThanOrEqual(5);
  for (const part of ["a", "b", "c", "f", "ggg"]) expect([part, all.includes(part)]).toEqual([part, true]);
  expect(texts.some((text) => !text.includes("g"))).toBe(true);
});

test("the same seed gives the same texts, another others; so many at most", () => {
  expect(make("\\w+ \\d+", { seed: 3 }).texts).toEqual(make("\\w+ \\d+", { seed: 3 }).texts);
  expect(make("\\w+ \\d+", { seed: 3 }).texts).not.toEqual(make("\\w+ \\d+", { seed: 4 }).texts);
  expect(make("a|b|c|d|e", { count: 2 }).texts).toHaveLength(2);
  expect(make("a|b|c|d|e", { count: 2 }).covers.filter(({ used }) => used)).toHaveLength(2);
});

test("what nothing takes has none; what would be too long is left out", () => {
  expect(make("a(?!a)(?=a)").texts).toEqual([]);
  expect(make("(?:a{1000}){1000}").texts).toEqual([]);
});
