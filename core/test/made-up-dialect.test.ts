/** The parser goes by a dialect's tables alone: one that nobody writes, with other signs for everything, is read as well. */
import { describe, expect, test } from "@jest/globals";
import type { Dialect, Operator } from "../src/dialect/dialect.ts";
import { ecmascript } from "../src/dialect/ecmascript.ts";
import { python } from "../src/dialect/python.ts";
import { compile, type Program } from "../src/index.ts";
import { dumpTree } from "../src/syntax/dump.ts";
import { readFlags } from "../src/syntax/flags.ts";
import { parse } from "../src/syntax/parse.ts";
import { hostMatches, matchesOfProgram } from "./support.ts";

const OPERATORS: readonly (readonly [string, Operator])[] = [
  ["\\(", { kind: "open" }],
  ["\\)", { kind: "close" }],
  ["\\{", { kind: "counts", end: "\\}", strict: true }],
  ["\\|", { kind: "alternative" }],
  ["%%", { kind: "any" }],
  // First in an alternative it is a character.
  ["*", { kind: "repeat", min: 0, max: Number.POSITIVE_INFINITY, where: ({ first }) => !first }],
  ["^", { kind: "anchor", assertion: ({ lineAnchors }) => (lineAnchors ? "line-start" : "text-start"), where: ({ first }) => first }],
  ["[", { kind: "set" }],
  ["\\", { kind: "escape" }],
];

const madeUp: Dialect = {
  ...python,
  title: "Made up",
  flags: [
    { letter: "i", sets: { ignoreCase: true }, label: "ignore case" },
    { letter: "x", sets: { verbose: true }, label: "verbose" },
    { letter: "xx", sets: { verbose: true, dotTakesAll: true }, label: "very verbose" },
    { letter: "c", sets: { codePoints: false }, label: "by code unit" },
  ],
  exclusive: [["x", "xx"]],
  syntax: {
    ...python.syntax,
    operators: OPERATORS,
    groupOpeners: [
      ["?'", { kind: "named", end: "'" }],
      ["?{", { kind: "named", end: "}" }],
      ["?:", { kind: "plain" }],
      ["?!", { kind: "comment", end: "!!" }],
    ],
    escapes: {
      ...python.syntax.escapes,
      k: {
        kind: "name-reference",
        marks: [
          ["{", "}"],
          ["'", "'"],
        ],
      },
    },
    inlineFlagRules: { ...python.syntax.inlineFlagRules, alone: "from-here" },
  },
};

const options = readFlags(madeUp, "").options;
const codes = (pattern: string): string[] => parse(pattern, madeUp, options).diagnostics.map(({ code }) => code);
/** The tree without its spans, in a line. */
const tree = (pattern: string): string =>
  dumpTree(parse(pattern, madeUp, options).root)
    .split("\n")
    .map((line) => line.replace(/^ *\d+–\d+ /, ""))
    .join("; ");

describe("operators", () => {
  test.each([
    ["a(b)|c", "sequence; character a; character (; character b; character ); character |; character c"],
    ["\\(a\\|b\\)", "group $1; alternation; character a; character b"],
    ["a\\{2,3\\}", "quantifier greedy 2–3; character a"],
    ["*a*", "sequence; character *; quantifier greedy 0–∞; character a"],
    ["\\(*\\)", "group $1; character *"],
    ["^a^", "sequence; assertion text-start; character a; character ^"],
    ["a%%b%", "sequence; character a; any [U+0000–U+0009 U+000B–U+10FFFF]; character b; character %"],
  ])("%s", (pattern, expected) => {
    expect(codes(pattern)).toEqual([]);
    expect(tree(pattern)).toBe(expected);
  });

  test("what is wrong is said where it stands", () => {
    expect(parse("ab\\(", madeUp, options).diagnostics).toMatchObject([{ code: "group-open", start: 2 }]);
    expect(parse("ab\\)", madeUp, options).diagnostics).toMatchObject([{ code: "group-close", start: 2, end: 4 }]);
    expect(codes("a\\{2")).toEqual(["lone-bracket"]);
  });
});

describe("openers and marks", () => {
  test("names end where their opener says", () => {
    expect(tree("\\(?'n'a\\)\\(?{m}b\\)")).toBe("sequence; group $1 n; character a; group $2 m; character b");
    expect(tree("\\(?'n'a\\)\\k{n}\\k'n'")).toBe("sequence; group $1 n; character a; back-reference $1 n; back-reference $1 n");
    expect(codes("\\(?'n'a\\)\\k<n>")).toEqual(["reference-name-form"]);
  });

  test("comments end where their opener says", () => {
    expect(tree("a\\(?!b!c!!d")).toBe("sequence; character a; character d");
    expect(codes("a\\(?!b!c")).toEqual(["comment-open"]);
  });
});

describe("flags", () => {
  test("of several letters are read before those of fewer", () => {
    expect(readFlags(madeUp, "xx")).toMatchObject({ options: { verbose: true, dotTakesAll: true }, diagnostics: [] });
    expect(readFlags(madeUp, "xi")).toMatchObject({ options: { verbose: true, dotTakesAll: false, ignoreCase: true }, diagnostics: [] });
    expect(readFlags(madeUp, "xxx").diagnostics).toMatchObject([{ code: "flags-exclude" }]);
  });

  test("can set an option to what is not true", () => {
    expect([options.codePoints, readFlags(madeUp, "c").options.codePoints]).toEqual([true, false]);
  });

  test("inside a pattern hold from where they stand to the end of their group", () => {
    const folded = (pattern: string) =>
      [...tree(pattern).matchAll(/character (\w)( \S*loose\S*)?/g)].map(([, letter, folding]) => `${letter}${folding ? "i" : ""}`).join(" ");
    expect(folded("a\\(b\\(?i)c\\)d")).toBe("a b ci d");
  });
});

describe("lookbehinds with a width for each alternative", () => {
  const each: Dialect = { ...ecmascript, semantics: { ...ecmascript.semantics, lookbehind: "one-width-each" } };

  function programOf(pattern: string): Program {
    const { options } = readFlags(each, "");
    const parsed = parse(pattern, each, options);
    const compiled = compile({ source: { dialect: "ecmascript", pattern, flags: "" }, dialect: each, ...parsed });
    if (!compiled.ok) throw new Error(compiled.diagnostics.map(({ message }) => message).join(" "));
    return compiled.program;
  }

  // Alternatives from the host's point of view: which of them holds does not hang on the direction.
  test.each(["(?<=ab|c)a", "(?<!ab|c)a", "(?<=|bc)a", "(?<=(a)b|(c))a", "(?<=a(?<=ba|ca)|cc)b", "(?<!a|bb|abc)c", "(?:(?<=^|ab)c?)+a"])("%s", (pattern) => {
    const program = programOf(pattern);
    const texts = ["a", "b", "c"].reduce<string[]>((all) => [...all, ...all.flatMap((text) => ["a", "b", "c"].map((c) => text + c))], [""]);
    for (const text of new Set([...texts, "abcabcaabba", "ccabbacab"])) {
      expect([text, matchesOfProgram(program, text, "all")]).toEqual([text, hostMatches(pattern, "", text, "all")]);
    }
  });

  test("an alternative without one width is said where it stands", () => {
    expect(parse("(?<=ab|c+|d)a", each, readFlags(each, "").options).diagnostics).toMatchObject([{ code: "lookbehind-width", start: 7, end: 9 }]);
  });
});
