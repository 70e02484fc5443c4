/**
 * Patterns that nobody should write: a clear diagnostic or an answer, in bounded time and memory, never an exception.
 * No clock is read here, for machines are busy at times: all of it is seconds where the work is linear, and hours, ended
 * by the test runner, where it is quadratic. How long reading takes is `npm run bench -- core`.
 */
import { describe, expect, test } from "@jest/globals";
import { portion, sized } from "../../scripts/depth.mjs";
import {
  assessNow,
  BacktrackingMachine,
  chooseMachine,
  compile,
  type DialectName,
  forecast,
  LinearMachine,
  meaningChanges,
  read,
  runToEnd,
  walk,
} from "../src/index.ts";
import { programOf, readIn } from "./support.ts";

const DIALECTS: readonly DialectName[] = ["ecmascript", "python", "java", "dotnet", "pcre", "perl"];
/** Those whose patterns go through every machine: what others add to reading and running has tests of its own. */
const RUN: ReadonlySet<DialectName> = new Set(["ecmascript", "python"]);

/** A part of the pattern so many times, or a twentieth as often in `npm test`: what is quadratic takes minutes then, which is enough to be noticed. */
const times = (piece: string, count: number): string => piece.repeat(sized(Math.ceil(count / 20), count));
/** So many times in every run: the count is at a bound. */
const exactly = (piece: string, count: number): string => piece.repeat(count);

/** A pattern through everything that reads it, and every machine on a short text. */
function throughAll(dialect: DialectName, pattern: string, flags: string, text: string): string {
  const reading = read({ dialect, pattern, flags });
  const compiled = compile(reading);
  if (!compiled.ok) {
    for (const { message, start, end } of compiled.diagnostics) {
      expect(message).not.toBe("");
      expect(start >= 0 && start <= end && start <= pattern.length).toBe(true);
    }
    return compiled.diagnostics[0]?.code ?? "";
  }
  const machine = new BacktrackingMachine(compiled.program, text, { mode: "all" });
  runToEnd(machine, 100_000);
  if (!RUN.has(dialect)) return "ok";
  if (chooseMachine(compiled.program).machine === "linear") new LinearMachine(compiled.program, text, { mode: "all" }).advance(1_000_000);
  forecast(compiled.program, text, { mode: "start", stepBudget: 100_000 });
  if (pattern.length < 100_000) assessNow(compiled.program, "search", { stop: () => true });
  return "ok";
}

describe.each(sized<DialectName[]>(["ecmascript"], [...DIALECTS]))("in %s", (dialect) => {
  // What others read is read by the same parts: enough to be hours where the work is quadratic.
  const many = (piece: string, count: number): string => times(piece, dialect === "ecmascript" ? count : count / 4);
  test.each([
    ["a megabyte of letters", many("a", 1_000_000), "ok"],
    ["more than a megabyte", exactly("a", 1_000_001), "too-long"],
    ["10,000 groups", many("(a)", 10_000), "ok"],
    ["thousands of groups that may be empty", many("(a?)", sized(4_000, 10_000)), "ok"],
    ["10,000 references", many("(a)\\1", 10_000), "ok"],
    ["500 references to one group", `(a|b)${times("\\1?", 500)}c`, "ok"],
    ["10,000 alternatives", `${many("ab|", 10_000)}c`, "ok"],
    ["50,000 brackets deep", `${many("(", 50_000)}a${many(")", 50_000)}`, "ok"],
    ["50,000 brackets deep that do not capture", `${many("(?:", 50_000)}a${many(")*", 50_000)}`, "ok"],
    ["50,000 lookaheads deep", `${many("(?=", 50_000)}a${many(")", 50_000)}`, "ok"],
    ["half a million open brackets", exactly("(", dialect === "ecmascript" ? 500_000 : 125_000), "too-deep"],
    ["half a million closed ones", many(")", 500_000), "group-close"],
    ["a count at the bound", "a{2147483647}", "ok"],
    ["a range of counts", "(?:a{0,2147483647}){2147483647}", "ok"],
    ["counts in counts", "(?:(?:(?:a{1000}){1000}){1000}){1000}", "ok"],
    ["braces that never close", many("a{1", 300_000), "ok"],
    ["quantifiers alone", many("*", 500_000), "nothing-to-repeat"],
    ["sets that never close", many("[a", 300_000), "set-open"],
    ["NUL", "a\0[\0-\x01]", "ok"],
    ["lone surrogates", "\ud83d[\udc1f]\ud83d", "ok"],
    ["backslashes", many("\\\\", 400_000), "ok"],
  ])("%s", (_what, pattern, expected) => {
    // Java takes no brace for itself.
    const isLone = dialect === "java" && pattern.includes("{1a");
    // These count in 16 bits.
    const isTooLarge = (dialect === "pcre" || dialect === "perl") && pattern.includes("2147483647");
    const wanted = isLone ? "lone-bracket" : isTooLarge ? "repeat-too-large" : expected;
    expect(throughAll(dialect, pattern, "", "aaab\0\ud83d")).toBe(wanted);
  });
});

test.each([
  ["escapes that never close", "u", times("\\u{", 300_000), "escape-unicode"],
  ["properties that never close", "u", times("\\p{L", 200_000), "property-form"],
  ["names that never end", "", times("(?<a", 200_000), "group-name"],
  ["sets in sets", "v", times("[", 300_000), "set-open"],
  ["sets in sets, closed", "v", `${times("[", 20_000)}a${times("]", 20_000)}`, "ok"],
  ["strings that never close", "v", `[${times("\\q{a|", 150_000)}`, "set-strings-form"],
  ["flags in flags", "", exactly("(?i:", 200_000), "too-deep"],
])("%s", (_what, flags, pattern, expected) => {
  expect(throughAll("ecmascript", pattern, flags, "a")).toBe(expected);
});

describe.each(sized<DialectName[]>(["ecmascript", "pcre"], [...DIALECTS]))("in %s, as many as a pattern can hold", (dialect) => {
  const LENGTH = sized(dialect === "ecmascript" ? 200_000 : 20_000, dialect === "ecmascript" ? 1_000_000 : 200_000);
  const pieces = ["(a|b)*", "(?<n>x)|", "[a-z]+", "\\d{2,3}?", "(?:(?=a)b)", "(?P<n>a)", "{", "(?i:a)", "\\", "[[", "|)", "(?(1", "(?#", "a{1,"];
  test.each(portion(pieces, 3))("of %s", (piece) => {
    const { root, diagnostics } = readIn(dialect, exactly(piece, Math.floor(LENGTH / piece.length)), "");
    expect(root.start).toBe(0);
    for (const { start, end } of diagnostics) expect(start >= 0 && start <= end && end <= LENGTH).toBe(true);
  });
});

test.each<[string, DialectName, string]>([
  ["300,000 alternatives in a lookbehind", "python", `(?<=${times("a|", 300_000)}b)c`],
  ["300,000 alternatives in a lookbehind", "java", `(?<=${times("a|", 300_000)}b)c`],
  ["20,000 groups in a lookbehind", "java", `(?<=${times("(?:a", 20_000)}${times(")", 20_000)})c`],
  ["20,000 lookbehinds in each other", "java", `${times("(?<=a", 20_000)}${times(")", 20_000)}`],
])("%s, in %s", (_, dialect, pattern) => {
  expect(read({ dialect, pattern, flags: "" }).diagnostics).toEqual([]);
});

test.each<[string, DialectName, string]>([
  ["calls that never end", "pcre", times("(?1)(", 100_000)],
  ["brackets after an asterisk", "pcre", times("(*", 400_000)],
  ["verbs", "pcre", times("(*SKIP:a)", 100_000)],
  ["branch resets in each other", "pcre", times("(?|(a)|", 100_000)],
  ["conditions that ask for a lookaround", "pcre", times("(?(?=a)", 100_000)],
  ["classes of POSIX that never close", "perl", `[${times("[:", 300_000)}`],
  ["quotations in sets", "pcre", times("[\\Q", 200_000)],
  ["letters that fold together", "perl", `(?i)${times("ss", 200_000)}`],
  ["names by the hundred thousand", "perl", Array.from({ length: sized(5_000, 50_000) }, (_, i) => `(?<n${i}>a)`).join("")],
  ["20,000 verbs in alternatives", "pcre", times("(?:a(*THEN)b|", 20_000)],
])("%s, in %s, give a tree or diagnostics in time", (_, dialect, pattern) => {
  const { root, diagnostics } = read({ dialect, pattern, flags: "" });
  expect(root.start).toBe(0);
  for (const { start, end } of diagnostics) expect(start >= 0 && start <= end && end <= pattern.length).toBe(true);
});

test("millions of saved states, and a hundred thousand brackets, overflow nothing", () => {
  const machine = new BacktrackingMachine(programOf("(?:a|b)*c"), "a".repeat(sized(250_000, 5_000_000)), { mode: "start" });
  runToEnd(machine, 40_000_000);
  expect(machine.deepest).toBeGreaterThan(sized(500_000, 10_000_000));
  const nested = programOf(`${exactly("(", 99_000)}a${exactly(")", 99_000)}`);
  const deep = new BacktrackingMachine(nested, "xa", { mode: "first" });
  expect(runToEnd(deep)).toBe("done");
  expect(deep.matches.length).toBe(1);
  expect([...walk(nested.root)].length).toBe(99_001);
});

test("what changes between dialects is said of any pattern", () => {
  for (const pattern of ["(".repeat(2000), "\\", "[", "a{,1}", "(?P<n>", "\ud83d", times("\\d", 5_000)]) {
    expect(() => meaningChanges(readIn("ecmascript", pattern, ""), readIn("python", pattern, ""))).not.toThrow();
  }
});
