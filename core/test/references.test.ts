/** Back-references written out: the same matches in the same order, and nothing is left that an automaton cannot follow. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { writtenOut } from "../src/automaton/written-out.ts";
import { BacktrackingMachine, compile, type DialectName, type MatchMode, type Program, runToEnd } from "../src/index.ts";
import { programOf, readIn } from "./support.ts";

const kinds = ({ nodes }: Program) => nodes.filter(({ kind }) => kind === "back-reference" || kind === "conditional").length;

describe("what is written out", () => {
  test.each<[pattern: string, left: number, dialect?: DialectName, flags?: string]>([
    [`(["'])[^"']*\\1`, 0],
    ["(?<q>['\"])x\\k<q>", 0],
    ["(?:(a|b)x\\1)+", 0],
    ["(a|bc|)\\1", 0],
    ["(\\d)\\1{2}", 0],
    ["([ab])([cd])\\2\\1", 0],
    ["(['\"]?)x\\1", 0],
    ["([ab]{2})x\\1", 0],
    ["([ab]{1,2})x\\1", 1],
    ["((?:a?)?)x\\1", 1],
    ["(['\"])?x\\1", 0],
    ["(?:(['\"])?x\\1)+", 0],
    ["(['\"])?x\\1", 0, "python"],
    // What the group took in the turn before is still there.
    ["(?:(['\"])?x\\1)+", 1, "python"],
    ["(<)?a(?(1)>)", 0, "python"],
    ["(<+)?a(?(1)>)", 0, "python"],
    ["(?P<q>['\"])x(?P=q)", 0, "python"],
    ["([a-z])\\1", 0, "ecmascript", "i"],
    // More texts than are written out, or not known here.
    ["(\\w+) \\1", 1],
    ["(.)\\1", 1],
    ["((a)|b)\\2", 1],
    ["(a|b)(?:x\\1|y)\\1", 0],
    ["(?:(a)|(b))\\1", 1],
    ["\\1(a)", 1],
    ["(?:\\1(a|b))+", 1],
    ["(?<=\\1(a|b))c", 1],
    ["(?=(a|b))\\1", 1],
    ["(a|b)(?=\\1)a", 0],
  ])("/%s/ keeps %d", (pattern, left, dialect = "ecmascript", flags = "") => {
    const program = programOf(pattern, flags, dialect);
    const written = writtenOut(program);
    expect(kinds(written)).toBe(left);
    expect(written === program).toBe(left === kinds(program));
    // Whoever reads a node of it can point at the pattern.
    for (const { start, end } of written.nodes) expect(start >= 0 && start <= end && end <= pattern.length).toBe(true);
  });

  // A group without a text has no way through it, and what stands there instead must have none either.
  test.each<[pattern: string, dialect: DialectName]>([
    ["([])\\1", "ecmascript"],
    ["(?:([])\\1)*b", "ecmascript"],
    ["(?:([a&&b])\\1)|b", "java"],
    ["(?:([^\\s\\S])\\1)+|b", "dotnet"],
    ["(?:([^\\s\\S])x(?(1)a|b))?b", "pcre"],
  ])("/%s/ in %s", (pattern, dialect) => {
    const program = programOf(pattern, "", dialect);
    const written = writtenOut(program);
    expect(kinds(written)).toBe(0);
    for (const text of ["", "a", "b", "ab"]) expect(spansOf(written, text, "all")).toBe(spansOf(program, text, "all"));
  });

  test("a pattern that would get too large stays as it is, and one that is deep is written out like any other", () => {
    const many = programOf(`${"([a-z])".repeat(4)}\\1\\2\\3\\4`);
    expect(kinds(writtenOut(many))).toBeGreaterThan(0);
    const deep = programOf(`${"(?:".repeat(3000)}(a)\\1${")".repeat(3000)}`);
    expect(kinds(writtenOut(deep))).toBe(0);
  });
});

const ITEMS = [
  "a",
  "b",
  "a?",
  "b??",
  "[ab]",
  "(a|b)",
  "(a|ab)",
  "(a|)",
  "(a?)",
  "(b??)",
  "([ab]{2})",
  "(a)?",
  "(b)??",
  "(?:a|b)*",
  "\\1",
  "\\2",
  "(?:\\1|b)",
  "(?:\\1)*?",
  "(?=\\1)",
  "(?!\\1)",
  "(?<=\\1)",
  "(?<!\\1a)",
  "(?:(a|b)\\1)+",
];
const PYTHON = ["(?(1)a|b)", "(?(2)b)", "(?>\\1|a)"];

const TEXTS = Array.from({ length: 6 }, (_, length) =>
  Array.from({ length: 2 ** length }, (_, n) => Array.from({ length }, (_, i) => "ab"[(n >> i) & 1]).join("")),
).flat();

const spansOf = (program: Program, text: string, mode: MatchMode): string => {
  const machine = new BacktrackingMachine(program, text, { mode });
  runToEnd(machine);
  const { matches } = machine;
  return Array.from({ length: matches.length }, (_, i) => `${matches.start(i)}–${matches.end(i)}`).join();
};

test.each(["ecmascript", "python"] as const)("%s: random patterns match what they matched, first the same", (dialect) => {
  let written = 0;
  const pieces = fc.array(fc.constantFrom(...ITEMS, ...(dialect === "python" ? PYTHON : [])), { minLength: 2, maxLength: 6 });
  fc.assert(
    fc.property(fc.tuple(pieces, fc.constantFrom("", "*", "{2}")), ([items, sign]) => {
      const pattern = sign === "" ? items.join("") : `(?:${items.join("")})${sign}`;
      const compiled = compile(readIn(dialect, pattern, ""));
      if (!compiled.ok) return;
      const { program } = compiled;
      const other = writtenOut(program);
      if (other === program) return;
      written++;
      for (const text of TEXTS) {
        for (const mode of ["all", "whole"] as const)
          expect([pattern, text, spansOf(other, text, mode)]).toEqual([pattern, text, spansOf(program, text, mode)]);
      }
    }),
    { numRuns: 25 * DEPTH, seed: 4317 },
  );
  expect(written).toBeGreaterThan(2 * DEPTH);
});
