/** Alternatives that begin alike, put together for automata: the same matches in the same order, whatever they are. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, sized } from "../../scripts/depth.mjs";
import { factored } from "../src/program/factor.ts";
import { dumpTree } from "../src/syntax/dump.ts";
import { matchesOf, readEcmascript } from "./support.ts";

/** The tree as it is put together, an item a word: `|` a choice, `·` one thing behind the other. */
function shown(pattern: string, back = false): string {
  const lines = dumpTree(factored(readEcmascript(pattern).root, back)).split("\n");
  return lines
    .map((line) =>
      line
        .replace(/^ *\d+–\d+ /, "")
        .replace("character ", "")
        .replace("alternation", "|")
        .replace("sequence", "·"),
    )
    .join(" ");
}

describe("what is put together", () => {
  test.each([
    ["wei|wea|gat|gap", false, "| · w e | i a · g a | t p"],
    ["a|ab|abc|b", false, "| · a | empty · b | empty c b"],
    ["xing|ying|zing|ring", true, "· | x y z r i n g"],
    // What begins otherwise than with a character is not passed, nor are characters that are the same in one case only.
    ["ab|[a-c]|ac|ad", false, "| · a b set [a–c] · a | c d"],
    ["ab|(?i:a)c|ad|ae", false, "| · a b · group a unicode c · a | d e"],
  ])("%s", (pattern, back, expected) => {
    expect(shown(pattern, back).replace("a legacy", "a unicode")).toBe(expected);
  });

  test("fewer than four alternatives, or none alike, stay as they are", () => {
    for (const pattern of ["ab|ac|ad", "a|b|c|d", "abc", "(?=ab|ac|ad|ae)"]) {
      const { root } = readEcmascript(pattern);
      expect([pattern, factored(root, false) === root]).toEqual([pattern, true]);
    }
  });
});

test("every machine finds what it found before", () => {
  const piece = fc.constantFrom("a", "b", "ab", "ba", "aab", "", "[ab]", "(a)", "a*", "a?b", "(?=a)a", "\\b", "a{2}", "B", "(?i:a)b", "(a|b|ab|aa)");
  const branch = fc.array(piece, { minLength: 0, maxLength: 3 }).map((pieces) => pieces.join(""));
  const branches = fc.array(branch, { minLength: 4, maxLength: 9 }).map((all) => all.join("|"));
  const pattern = fc
    .tuple(branches, fc.constantFrom("", "b", "$", "+", "(c)?"), fc.boolean())
    .map(([all, rest, group]) => `${group ? "(" : "(?:"}${all})${rest}`);
  const text = fc.array(fc.constantFrom("a", "b", "A", "c", " "), { maxLength: 12 }).map((letters) => letters.join(""));
  fc.assert(
    fc.property(pattern, text, fc.constantFrom("", "i"), (source, sample, flags) => {
      // Throws where two of them differ.
      matchesOf(source, flags, sample, "all");
    }),
    { numRuns: 70 * DEPTH },
  );
});

test("hundreds of words at once", () => {
  const words = Array.from({ length: sized(250, 3000) }, (_, n) => `w${(n * 7919).toString(36)}`);
  const text = words.filter((_, n) => n % 47 === 0).join(" ");
  const found = matchesOf(`\\b(?:${words.join("|")})\\b`, "", text, "all", 1e8);
  expect(found?.map(([start, end]) => text.slice(start, end))).toEqual(text.split(" "));
});
