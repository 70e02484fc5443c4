/** One pattern across dialects, and patterns carried from one to another. */
import { describe, expect, test } from "@jest/globals";
import { across, type Carried, carry, type DialectName, drained, type Program } from "../src/index.ts";
import { matchesOf, programOf, readIn } from "./support.ts";

type Reading = readonly [dialect: DialectName, flags?: string];
const programs = (pattern: string, readings: readonly Reading[]): Program[] => readings.map(([dialect, flags = ""]) => programOf(pattern, flags, dialect));

const pairOf = (pattern: string, one: Reading, other: Reading, text?: string) => {
  const [pair] = drained(across(programs(pattern, [one, other]), text));
  return pair;
};

describe("two readings", () => {
  test.each<[cause: string, pattern: string, one: Reading, other: Reading, text: string]>([
    ["the first match or the longest", "a|ab", ["python"], ["ere"], "ab"],
    ["words longer than what is searched", "(weir|weir pool)s?", ["ecmascript"], ["ere"], "weir pool"],
    ["$ before a final line end", "a$", ["ecmascript"], ["perl"], "a\n"],
    ["the same at the end of a longer text", "[0-9]{4}-[0-9]{2}$", ["ecmascript"], ["python"], "0000-00\n"],
    ["\\d beyond ASCII", "\\d", ["ecmascript"], ["python"], "٠"],
    ["\\d that is a letter", "\\d", ["ecmascript"], ["ere"], "0"],
    ["a reference to a group that took no part", "(a)?b\\1", ["ecmascript"], ["python"], "b"],
    ["an iteration that takes nothing", "(a*)*", ["ecmascript"], ["perl"], ""],
    ["a group of an earlier iteration", "(?:(a)|b)*", ["ecmascript"], ["java"], "ab"],
    ["case of letters beyond ASCII", "k", ["ecmascript", "i"], ["python", "i"], "\u212a"],
    ["the edge of a word", "\\bcafe\\b", ["ecmascript"], ["python"], "cafeª"],
  ])("differ by %s", (_cause, pattern, one, other, text) => {
    const pair = pairOf(pattern, one, other);
    expect([pair?.same, pair?.witness?.text]).toEqual([false, text]);
    // The witness is one: each side finds there what is said of it.
    const found = [one, other].map(([dialect, flags = ""]) => matchesOf(pattern, flags, text, "all", 1e6, dialect)?.map(([start, end]) => [start, end]));
    expect([pair?.witness?.left, pair?.witness?.right].map((side) => side?.map(([start, end]) => [start, end]))).toEqual(found);
  });

  test.each<[pattern: string, one: Reading, other: Reading]>([
    ["weir[0-9]+", ["ecmascript"], ["ere"]],
    ["weir[0-9]+", ["python"], ["java"]],
    ["(up|down) [0-9]+", ["ere"], ["dotnet"]],
    ["a+?b", ["ecmascript"], ["perl"]],
  ])("of %s are proved the same: %j and %j", (pattern, one, other) => {
    expect(pairOf(pattern, one, other)).toMatchObject({ same: true, witness: null });
  });

  test("are compared on a text alone where one is given", () => {
    expect(pairOf("a|ab", ["python"], ["ere"], "ac")).toMatchObject({ same: true, witness: null });
    expect(pairOf("a|ab", ["python"], ["ere"], "xab")).toMatchObject({ same: false, witness: { text: "xab", left: [[1, 2]], right: [[1, 3]] } });
  });

  test("say what a part means in the other one, and leave out what does not read", () => {
    expect(pairOf("\\d", ["ecmascript"], ["ere"])?.meanings).toEqual([expect.objectContaining({ start: 0, end: 2 })]);
    expect(drained(across([programOf("a", ""), null, programOf("a", "", "java")], undefined)).map(({ left, right }) => [left, right])).toEqual([[0, 2]]);
  });
});

const carried = (pattern: string, from: Reading, to: DialectName): Carried => drained(carry(readIn(from[0], pattern, from[1] ?? ""), to));

describe("a pattern is carried", () => {
  test.each<[what: string, pattern: string, from: Reading, to: DialectName, written: string, flags: string]>([
    ["a named group", "(?P<day>a)(?P=day)", ["python"], "java", "(?<day>a)\\k<day>", ""],
    ["counts with no least", "a{,3}b", ["python"], "ecmascript", "a{0,3}b", ""],
    ["blanks of a line", "\\h+x", ["pcre"], "java", "\\h+x", ""],
    ["the end of the text", "a\\Z", ["perl"], "ecmascript", "a(?=\\n?$)", ""],
    ["a verbose layout", "(?x: a b ) c", ["perl"], "ecmascript", "(?:ab) c", ""],
    ["a possessive quantifier as an atomic group", "a++b", ["pcre"], "dotnet", "(?>a+)b", ""],
    ["a possessive quantifier that settles nothing", "a++b", ["pcre"], "ecmascript", "a+b", ""],
    ["signs that bre escapes", "(we|ir)+z?", ["ere"], "bre", "\\(we\\|ir\\)\\+z\\?", ""],
    ["signs that bre does not", "a\\+\\(\\{", ["ere"], "bre", "a+({", ""],
    ["a list of texts, the longest first", "we\nweir\nwell", ["literal"], "python", "weir|well|we", ""],
    ["alternatives in their order, where none hides another", "(up|down)x", ["ere"], "python", "(up|down)x", ""],
    ["alternatives in their order, where that counts in both", "(we|weir)\\d", ["ecmascript"], "java", "(we|weir)\\d", ""],
    ["an inline flag", "(?i)weir", ["java"], "ecmascript", "weir", "i"],
    ["a class of POSIX", "[[:digit:]]{2}", ["ere"], "ecmascript", "\\d{2}", ""],
    ["a call", "(a)(?1)", ["perl"], "pcre", "(a)(?1)", ""],
    ["a set with brackets and a hyphen", "[\\]^-]+", ["ecmascript"], "ere", "[]^-]+", ""],
    ["code points", "\\u{1F41F}+", ["ecmascript", "u"], "python", "🐟+", ""],
  ])("with %s", (_what, pattern, from, to, written, flags) => {
    const found = carried(pattern, from, to);
    expect(found).toMatchObject({ kind: "carried", pattern: written, flags });
    expect((found as Extract<Carried, { kind: "carried" }>).same).not.toBe(false);
  });

  test.each<[pattern: string, from: Reading, to: DialectName]>([
    ["(?<=ab)c", ["pcre"], "ere"],
    ["(a)(?1)", ["perl"], "ecmascript"],
    ["a+", ["python"], "literal"],
    ["(a)?(?(1)b|c)", ["python"], "ecmascript"],
  ])("but not %s of %j to %s", (pattern, from, to) => {
    const found = carried(pattern, from, to);
    expect(found.kind).toBe("refused");
    expect(found.lost[0]?.message).not.toBe("");
  });

  test("with what is lost: names, brackets that capture, letters beyond ASCII", () => {
    expect(carried("(?<n>a)", ["ecmascript"], "ere")).toMatchObject({ pattern: "(a)", lost: [{ start: 0, end: 7 }] });
    expect(carried("(?:ab)+", ["ecmascript"], "ere")).toMatchObject({ pattern: "(ab)+", lost: [{ message: expect.stringContaining("capture") }] });
    expect(carried("\\d+", ["python"], "ere")).toMatchObject({ pattern: "[0-9]+", same: false, witness: { text: "٠" } });
  });

  test("and says so where it finds something else", () => {
    expect(carried("a.b", ["ecmascript"], "python")).toMatchObject({ same: false });
    expect(carried("(a|ab)(c|bcd)(d*)", ["ecmascript"], "ere")).toMatchObject({ same: false, witness: expect.anything() });
  });
});
