/** Calls of groups written out: the same matches with the same captures, and what is shown of all texts holds for such patterns too. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { writtenOut } from "../src/automaton/written-out.ts";
import { assessNow, chooseMachine, compile, type DialectName, drained, findSlices, relate } from "../src/index.ts";
import { matchesOfProgram, programOf, readIn, rowsOf, textsOver } from "./support.ts";

const callsOf = (pattern: string, dialect: DialectName = "pcre"): number => {
  const program = writtenOut(programOf(pattern, "", dialect));
  return program.nodes.filter(({ kind }) => kind === "call").length;
};

describe("what is written out", () => {
  test.each<[pattern: string, dialect: DialectName]>([
    ["(a|b)(?1)", "pcre"],
    ["(?1)(a|b)", "pcre"],
    ["(?<x>a)(?&x)(?P>x)\\g<x>", "pcre"],
    ["(?<x>a)(?&x)", "perl"],
    ["(?(DEFINE)(?<d>\\d)(?<n>(?&d){2}))(?&n)-(?&n)", "pcre"],
    ["((?2)-(?2))(\\d)", "pcre"],
    ["(?|(a)|(b))(?1)", "pcre"],
    ["(?<=(?1))(a)b", "pcre"],
    ["(?:(a)|b)(?=(?1))", "pcre"],
    ["(a(?(DEFINE)(b)))(?1)(?2)", "pcre"],
    ["(?i:(a))(?1)", "pcre"],
  ])("/%s/", (pattern, dialect) => {
    const program = programOf(pattern, "", dialect);
    const written = writtenOut(program);
    expect(callsOf(pattern, dialect)).toBe(0);
    expect(program.beyond.has("calls")).toBe(true);
    expect(written.beyond.has("calls")).toBe(false);
    expect(chooseMachine(program).machine).toBe("linear");
    // Whoever reads a node of it can point at the pattern.
    for (const { start, end } of written.nodes) expect(start >= 0 && start <= end && end <= pattern.length).toBe(true);
  });

  test.each([
    ["a group that calls itself", "(a(?1)?b)"],
    ["the whole pattern", "a(?R)?b"],
    ["groups that call each other", "(a(?2)?)(b(?1)?)"],
    ["what asks by which call it was come to", "(a(?(R1)b|c))(?1)"],
    ["a reference inside", "(['\"])(\\1a)(?2)"],
    ["a condition inside", "(a)?((?(1)b|c))(?2)"],
    ["a verb inside", "(a(*PRUNE)b)(?1)"],
    ["the place where a match begins", "(a\\Kb)(?1)"],
  ])("but not %s", (_what, pattern) => {
    const program = programOf(pattern, "", "pcre");
    expect(callsOf(pattern)).toBeGreaterThan(0);
    expect(chooseMachine(program).machine).toBe("backtracking");
    expect(assessNow(program, "search")).toMatchObject({ growth: "undecided", reason: "steered" });
  });

  test("nor what would come to many nodes, which is soon seen", () => {
    const doubling = Array.from({ length: 30 }, (_, i) => `(?<g${i}>${i === 0 ? "a" : `(?&g${i - 1})(?&g${i - 1})`})`).join("");
    expect(callsOf(`(?(DEFINE)${doubling})(?&g29)`)).toBeGreaterThan(0);
    const chain = Array.from({ length: 20 }, (_, i) => `(?<g${i}>${i === 0 ? "a" : `(?&g${i - 1})b`})`).join("");
    expect(callsOf(`(?(DEFINE)${chain})(?&g19)`)).toBe(0);
    const long = `${"(a)".repeat(20_000)}(?1)`;
    expect(callsOf(long)).toBeGreaterThan(0);
  });
});

const ITEMS = [
  "a",
  "b",
  "[ab]",
  "a?",
  "b*?",
  "(?1)",
  "(?2)",
  "(?3)",
  "(?1)?",
  "(?2)*",
  "(?1)??",
  "(?=(?1))",
  "(?!(?2))",
  "(?<!(?3))",
  "(?>(?2))",
  "(?:(?1)|b)",
];
const GROUPS = ["(a)", "(a|ab)", "(b?)", "(a*?)", "([ab](b)?)", "(|a)", "((?2)b)", "(?<x>a|(?3))", "(a+)"];

test.each(["pcre", "perl"] as const)("%s: random patterns match what they matched", (dialect) => {
  const texts = textsOver(["a", "b"], 4);
  let written = 0;
  const pieces = fc.array(fc.constantFrom(...ITEMS, ...GROUPS), { minLength: 2, maxLength: 5 });
  fc.assert(
    fc.property(pieces, fc.constantFrom("", "(?(DEFINE)(a|b)(b|(?1)))"), (items, defined) => {
      const compiled = compile(readIn(dialect, defined + items.join(""), ""));
      if (!compiled.ok || !compiled.program.beyond.has("calls")) return;
      const { program } = compiled;
      if (writtenOut(program) === program) return;
      written++;
      for (const text of texts) {
        const rows = matchesOfProgram(program, text, "all");
        const { matches } = drained(findSlices(program, text, { mode: "all" }));
        expect([program.reading.source.pattern, text, rowsOf(matches)]).toEqual([program.reading.source.pattern, text, rows]);
      }
    }),
    { numRuns: 30 * DEPTH, seed: 2711 },
  );
  expect(written).toBeGreaterThan(4 * DEPTH);
});

describe("what holds for all texts", () => {
  test("the work of a pattern that calls is shown, with the text that makes it", () => {
    const verdict = assessNow(programOf("(?(DEFINE)(?<word>\\w+))^((?&word)+)+$", "", "pcre"), "search");
    expect(verdict.growth).toBe("exponential");
    expect(verdict.findings[0]?.attack.pump).toMatch(/^\w$/);
    // It is the quantifiers where they are written that are blamed.
    expect(verdict.findings[0]?.parts).toContainEqual({ start: 18, end: 21 });
    expect(assessNow(programOf("(?<o>25[0-5]|2[0-4]\\d|1?\\d?\\d)(?:\\.(?&o)){3}", "", "perl"), "search").growth).toBe("linear");
  });

  test("two spellings of one pattern accept the same texts", () => {
    const called = programOf("(?(DEFINE)(?<gate>[A-Z]\\d))(?&gate)(?:,(?&gate))*", "", "pcre");
    expect(drained(relate(called, programOf("[A-Z]\\d(?:,[A-Z]\\d)*", "", "pcre"))).relation).toBe("equal");
    expect(drained(relate(called, programOf("[A-Z]\\d", "", "pcre"))).relation).toBe("right-within-left");
  });
});
