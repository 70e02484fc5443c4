/** The nearest texts against all texts of a small world, how far a pattern came, and what it lacked. */
import { describe, expect, test } from "@jest/globals";
import { type DialectName, drained, findSlices, furthest, type MatchMode, nearest, whyNot } from "../src/index.ts";
import { programOf, textsOver } from "./support.ts";

const matches = (pattern: string, text: string, mode: MatchMode, dialect: DialectName = "ecmascript"): boolean =>
  drained(findSlices(programOf(pattern, "", dialect), text, { mode })).matches.length > 0;

/** The least number of single changes between two texts (Wagner and Fischer, 1974). */
function distance(one: string, other: string): number {
  let row = Array.from({ length: other.length + 1 }, (_, i) => i);
  for (let i = 1; i <= one.length; i++) {
    const next = [i];
    for (let j = 1; j <= other.length; j++) {
      next.push(Math.min((row[j] as number) + 1, (next[j - 1] as number) + 1, (row[j - 1] as number) + (one[i - 1] === other[j - 1] ? 0 : 1)));
    }
    row = next;
  }
  return row[other.length] as number;
}

const PATTERNS: readonly (readonly [string, DialectName?])[] = [
  ["ab"],
  ["a+b"],
  ["(a|bb)*a"],
  ["a{3}"],
  ["^a$"],
  ["(?:ab|ba){2}"],
  ["[^a]b?"],
  ["a(?=b)."],
  ["a(?!b).."],
  ["(?<=a)b"],
  ["\\bab\\b"],
  ["(a|b)\\1"],
  ["(?>a+)b", "python"],
  ["a*+b", "python"],
  [""],
];

describe("the nearest text of a small world", () => {
  const world = textsOver(["a", "b"], 6);
  const modes = ["whole", "start", "first"] as const;

  test.each(PATTERNS)("%s", (pattern, dialect = "ecmascript") => {
    for (const mode of modes) {
      const taken = world.filter((text) => matches(pattern, text, mode, dialect));
      for (const text of textsOver(["a", "b"], 3)) {
        const { texts, exact } = drained(nearest(programOf(pattern, "", dialect), text, mode));
        const least = Math.min(...taken.map((each) => distance(text, each)));
        for (const near of texts) {
          expect([pattern, mode, text, near.text, matches(pattern, near.text, mode, dialect)]).toEqual([pattern, mode, text, near.text, true]);
          expect(near.edits).toBe(distance(text, near.text));
        }
        // Another character than a and b may be nearer, never farther.
        if (exact) expect([pattern, mode, text, (texts[0]?.edits ?? Number.POSITIVE_INFINITY) <= least]).toEqual([pattern, mode, text, true]);
        if (exact && !pattern.includes("[^") && !pattern.includes("\\b") && !pattern.includes("."))
          expect([pattern, mode, text, texts[0]?.edits]).toEqual([pattern, mode, text, least]);
      }
    }
  });

  test("most of them are exact", () => {
    const exact = PATTERNS.filter(([pattern, dialect = "ecmascript"]) => drained(nearest(programOf(pattern, "", dialect), "aab", "whole")).exact);
    expect(exact.length).toBeGreaterThan(PATTERNS.length - 3);
  });

  test("changes say what to do to the text", () => {
    const text = "gate 7 opne";
    const { texts, exact } = drained(nearest(programOf("gate \\d\\d open"), text, "whole"));
    expect(exact).toBe(true);
    for (const near of texts) {
      const made = [...near.changes].reverse().reduce((whole, { start, end, insert }) => whole.slice(0, start) + insert + whole.slice(end), text);
      expect([near.edits, made]).toEqual([3, near.text]);
    }
    expect(new Set(texts.map((each) => each.text)).size).toBe(texts.length);
  });

  test("a pattern that takes nothing has none", () => {
    expect(drained(nearest(programOf("a(?!a)(?=a)"), "b", "first"))).toEqual({ texts: [], exact: false });
  });

  test("a line of two hundred characters", () => {
    const line = `${"07:12:44 STANNER-1 gate opened ".repeat(6)}opened!`.padStart(200, "a ");
    const { texts, exact } = drained(nearest(programOf("^(?:[\\w:-]+ )*[a-z]+$"), line, "first"));
    expect([exact, texts[0]?.edits]).toEqual([true, 1]);
  });
});

describe("how far it came", () => {
  test.each<[string, string, MatchMode, [number, number, string] | null]>([
    ["gate \\d+ open", "a gate 7 shut", "first", [2, 9, "o"]],
    ["gate \\d+ open", "gate x", "start", [0, 5, "\\d"]],
    ["^a$", "ab", "first", [0, 1, "$"]],
    ["abc", "", "first", [0, 0, "a"]],
    ["ab", "ab", "first", null],
  ])("%s in %j, %s", (pattern, text, mode, wanted) => {
    const reach = furthest(programOf(pattern), text, mode);
    expect(reach && [reach.attempt, reach.offset, pattern.slice(reach.start, reach.end)]).toEqual(wanted);
  });
});

describe("what it lacked", () => {
  test.each<[string, string, string, string]>([
    ["gate", "Gate", "gate/i", "in either case"],
    ["^gate$", "the gate", "gate$/", "without ^"],
    ["gate \\d", "gate 12!", "", ""],
    ["\\d{4}", "12", "\\d{1,4}/", "\\d less often"],
    ["[a-z]+\\d", "gate_7", "[a-z_]+\\d/", "_ in [a-z]"],
    ["colou?r$", "colors", "", ""],
    ["cost $5", "cost $5", "cost \\$5/", "“$” itself"],
    ["a b", "ab", "a ?b/", "  need not be there"],
  ])("%s on %j", (pattern, text, changed, what) => {
    const { changes } = drained(whyNot(programOf(pattern), text, pattern.startsWith("[a-z]+") || pattern.startsWith("\\d{4}") ? "whole" : "first"));
    for (const each of changes)
      expect([each.pattern, drained(findSlices(programOf(each.pattern, each.flags), text, { mode: "first" })).matches.length > 0]).toEqual([
        each.pattern,
        true,
      ]);
    if (changed !== "") expect(changes.map((each) => [`${each.pattern}/${each.flags}`, each.what])).toContainEqual([changed, what]);
  });

  test("each says a text that it lets in besides", () => {
    const { changes } = drained(whyNot(programOf("^a$"), "A", "first"));
    const [first] = changes;
    expect([first?.what, first?.lets]).toEqual(["in either case", "A"]);
  });
});
