/** Shorter ways to say the same: which are offered, and that each finds the same matches and captures. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, sized } from "../../scripts/depth.mjs";
import { BacktrackingMachine, type DialectName, drained, runToEnd, type Shorter, shorterWays } from "../src/index.ts";
import { programOf, readIn, rowsOf, textsOver } from "./support.ts";

const ways = (pattern: string, flags = "", dialect: DialectName = "ecmascript"): readonly Shorter[] => drained(shorterWays(readIn(dialect, pattern, flags)));
const offered = (pattern: string, flags?: string, dialect?: DialectName): string[] =>
  ways(pattern, flags, dialect).map(({ start, end, instead }) => `${pattern.slice(start, end)} → ${instead}`);

const CASES: readonly (readonly [pattern: string, flags: string, dialect: DialectName, ...offered: string[]])[] = [
  // Quantifiers.
  ["x{1,}", "", "ecmascript", "{1,} → +"],
  ["x{0,}?", "", "ecmascript", "{0,}? → *?"],
  ["x{0,1}", "", "ecmascript", "{0,1} → ?"],
  ["x{1}y", "", "ecmascript", "{1} → "],
  ["x{2,2}", "", "ecmascript", "{2,2} → {2}"],
  ["x{3}?", "", "ecmascript", "{3}? → {3}"],
  ["x{3,}?", "", "ecmascript"],
  ["x{2,3}", "", "ecmascript"],
  // Sets.
  ["[0-9]", "", "ecmascript", "[0-9] → \\d"],
  ["[0-9]", "", "python"],
  ["[0-9]", "a", "python", "[0-9] → \\d"],
  ["[^0-9]", "", "ecmascript", "[^0-9] → \\D"],
  ["[a-zA-Z0-9_]", "", "ecmascript", "[a-zA-Z0-9_] → \\w"],
  ["[A-Za-z_0-9]", "iu", "ecmascript", "[A-Za-z_0-9] → \\w"],
  ["[0-9a-f]", "", "ecmascript", "0-9 → \\d"],
  ["[^\\n]", "", "python", "[^\\n] → ."],
  ["[^\\n]", "", "ecmascript"],
  ["[x]", "", "ecmascript", "[x] → x"],
  ["[.]", "", "ecmascript", "[.] → \\."],
  ["[^x]", "", "ecmascript"],
  ["[\\w_]", "", "ecmascript", "[\\w_] → \\w"],
  ["[\\w-]", "", "ecmascript"],
  ["[aab]", "", "ecmascript", "a → "],
  ["[a-zA-Z]", "i", "ecmascript", "A-Z → "],
  ["[a-zA-Z]", "", "ecmascript"],
  ["[ ]", "x", "python", "[ ] → \\ "],
  // Alternatives.
  ["(?:a|b|c)x", "", "ecmascript", "(?:a|b|c) → [abc]"],
  ["a|\\d|\\.", "", "ecmascript"],
  ["(?:ab|c)", "", "ecmascript", "(?:ab|c) → ab|c"],
  ["(?:ab|c)+", "", "ecmascript"],
  // Counts.
  ["\\d\\d\\d\\d-\\d\\d", "", "ecmascript", "\\d\\d\\d\\d → \\d{4}"],
  ["aaaa", "", "ecmascript"],
  ["aaaaa", "", "ecmascript", "aaaaa → a{5}"],
  ["\\d\\d*", "", "ecmascript", "\\d\\d* → \\d+"],
  ["aa+?", "", "ecmascript"],
  ["\\w\\w+?", "", "ecmascript"],
  ["\\s\\s\\s*?", "", "ecmascript", "\\s\\s\\s*? → \\s{2,}?"],
  ["(a)(a)(a)(a)", "", "ecmascript"],
  // Brackets.
  ["(?:abc)d", "", "ecmascript", "(?:abc) → abc"],
  ["(?:abc)+", "", "ecmascript"],
  ["(?:a)+", "", "ecmascript", "(?:a) → a"],
  ["x(?:a|bc)", "", "ecmascript"],
  ["(x)\\1(?:0)", "", "ecmascript"],
  ["(?i:a)", "", "python"],
  // Escapes.
  ["\\-\\:", "", "ecmascript", "\\- → -", "\\: → :"],
  ["\\/", "", "ecmascript"],
  ["\\.", "", "ecmascript"],
  ["[\\.]x", "", "ecmascript", "[\\.] → \\.", "\\. → ."],
  ["[\\.,]", "", "ecmascript", "\\. → ."],
  ["[a\\-z]", "", "ecmascript"],
  ["[\\^a]", "", "ecmascript"],
  ["[a\\]]", "", "ecmascript"],
  ["\\ ", "x", "python"],
  ["\\#", "", "python", "\\# → #"],
  // What does not read, and what is nothing.
  ["(", "", "ecmascript"],
  ["", "", "ecmascript"],
];

test.each(CASES)("/%s/%s in %s", (pattern, flags, dialect, ...expected) => {
  expect(offered(pattern, flags, dialect)).toEqual(expected);
});

const LETTERS = ["a", "b", "0"];
const TEXTS = textsOver(LETTERS, 4);

function resultsOf(pattern: string, flags: string): string {
  const program = programOf(pattern, flags);
  return TEXTS.map((text) => {
    const machine = new BacktrackingMachine(program, text, { mode: "all" });
    expect(runToEnd(machine, 1e5)).toBe("done");
    return JSON.stringify(rowsOf(machine.matches));
  }).join();
}

describe("what is offered is the same", () => {
  const piece = fc.letrec<{ piece: string }>((tie) => ({
    piece: fc.oneof(
      { maxDepth: 3 },
      fc.constantFrom("a", "b", "\\d", "[0-9]", "[ab]", "[a]", "[aa]", "[^a]", ".", "\\b", "[\\d0]", "\\-", "[a-b]"),
      fc.tuple(tie("piece"), tie("piece")).map(([one, other]) => one + other),
      fc.tuple(tie("piece")).map(([one]) => one + one),
      fc.tuple(tie("piece"), fc.constantFrom("{1,}", "{0,}", "{0,1}?", "{2}", "{2,2}?", "{1}", "*", "+?", "?")).map(([one, sign]) => `(?:${one})${sign}`),
      fc.constantFrom("aa*", "\\d\\d*?", "a*a", "b?b", "a{2}a+", "(a)a*", "aa+?"),
      fc.tuple(tie("piece"), tie("piece")).map(([one, other]) => `(?:${one}|${other})`),
      fc.tuple(tie("piece")).map(([one]) => `(${one})`),
      fc.tuple(tie("piece")).map(([one]) => `(?:${one})`),
      fc.tuple(fc.constantFrom("(?=", "(?!", "(?<="), tie("piece")).map(([open, one]) => `${open}${one})`),
      fc.constantFrom("a|b", "(?:a|b|0)", "(?:|a)", "\\1"),
    ),
  })).piece;

  test("on every text of four letters, with every capture", () => {
    let compared = 0;
    fc.assert(
      fc.property(piece, fc.constantFrom("", "i", "s"), (pattern, flags) => {
        fc.pre(pattern.length < 60);
        const found = ways(pattern, flags);
        if (found.length === 0) return;
        const own = resultsOf(pattern, flags);
        for (const { start, end, instead } of found) {
          const other = pattern.slice(0, start) + instead + pattern.slice(end);
          expect(other.length).toBeLessThan(pattern.length);
          expect([pattern, other, resultsOf(other, flags) === own]).toEqual([pattern, other, true]);
          compared++;
        }
      }),
      { seed: 16, numRuns: 13 * DEPTH },
    );
    expect(compared).toBeGreaterThan(6 * DEPTH);
  });

  test("taken one after the other they come to an end", () => {
    let pattern = "(?:[0-9][0-9][0-9][0-9]){1}-(?:[a-zA-Z0-9_]{1,})(?:a|b|c)";
    let turns = 0;
    for (let [first] = ways(pattern); first; [first] = ways(pattern)) {
      pattern = pattern.slice(0, first.start) + first.instead + pattern.slice(first.end);
      turns++;
    }
    expect([pattern, turns]).toEqual(["\\d{4}-\\w+[abc]", 7]);
  });
});

const DEEP = sized(400, 900);

test("a pattern that is too long has none, in no time; one that nests deep is walked", () => {
  expect(ways("[0-9]".repeat(2_000))).toEqual([]);
  expect(ways(`${"(?:".repeat(DEEP)}a${")".repeat(DEEP)}`).length).toBeGreaterThan(0);
});
