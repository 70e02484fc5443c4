/** Lines in which patterns find something: each line is a text of its own, whichever machine reads them. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { type DialectName, drained, type LinePart, type SiftOptions, siftSlices } from "../src/index.ts";
import { hostMatches, readIn } from "./support.ts";

type Asked = Partial<SiftOptions> & { readonly flags?: string };

const sifted = (dialect: DialectName, patterns: readonly string[], text: string, { flags = "", keep = "matching", part = "part", ...more }: Asked = {}) =>
  drained(
    siftSlices(
      patterns.map((pattern) => readIn(dialect, pattern, flags)),
      text,
      { keep, part, ...more },
    ),
  );

const linesIn = (...asked: Parameters<typeof sifted>): number[] => sifted(...asked).lines.map(({ line }) => line);
const partsIn = (...asked: Parameters<typeof sifted>): string[] =>
  sifted(...asked).parts.map(({ line, start, end }) => `${line}:${asked[2].slice(start, end)}`);

describe("lines", () => {
  test.each<[name: string, dialect: DialectName, pattern: string, text: string, lines: number[], asked?: Asked]>([
    ["a text begins and ends with every line", "ecmascript", "^b$", "ab\nb\nb", [2, 3]],
    ["so does what an anchor of the whole text asks for", "python", "\\Ab\\Z", "b\nab\nb\n", [1, 3]],
    ["no item takes a line end", "ecmascript", "a[^]b", "a\nb\nacb", [3]],
    ["nor does a set that leaves something out", "ecmascript", "a[^x]b", "a\nb\nacb", [3]],
    ["nothing looks beyond the line", "ecmascript", "(?<!a\\s*)b", "a\nb\nab\n", [2]],
    ["only LF ends a line", "ecmascript", "^b", "a\rb\na\u2028b\nb", [3]],
    ["of CR LF the CR belongs to the line", "ecmascript", "b$", "b\r\nb\n", [2]],
    ["a line end at the end of the text is no line", "ecmascript", "^$", "a\n\n", [2]],
    ["a line of Java ends before its CR", "java", "b$", "b\r\nab\nc", [1, 2]],
    ["where the search began is where the line begins", "perl", "\\Gb", "ab\nb", [2]],
    ["a sticky search begins anew in each line", "ecmascript", "b", "ab\nb", [2], { flags: "y" }],
    ["edges that know whether the text is empty", "python", "\\B", "\nab\na", [2]],
    ["an empty text has no lines", "ecmascript", "", "", []],
    ["an empty pattern finds something in every line", "ecmascript", "", "a\n\nb", [1, 2, 3]],
    ["a back-reference", "ecmascript", "(\\w)\\1", "ab\naa\na\na", [2]],
    ["a recursive pattern", "pcre", "^(\\((?1)*\\))$", "(())\n(()\n()", [1, 3]],
    ["the others", "ere", "a", "a\nb\n\nab", [2, 3], { keep: "others" }],
    ["all of a line", "ere", "a|ab", "ab\na\nabc", [1, 2], { part: "line" }],
    ["a word by itself", "ere", "weir", "weirs\nthe weir.\n_weir", [2], { part: "word" }],
    ["a shorter match that is a word by itself", "ere", "we.*", "we ir_s\nweir_s", [1, 2], { part: "word" }],
    ["several lines of a pattern are several patterns for grep", "ere", "^a\nb$", "ab\nba\nac\ncb", [1, 3, 4]],
  ])("%s", (_name, dialect, pattern, text, lines, ...[asked]) => {
    expect(linesIn(dialect, [pattern], text, asked)).toEqual(lines);
  });

  test("one of several patterns, of which each has its own alternatives and groups", () => {
    expect(linesIn("python", ["^a|b$", "(.)(x)\\2"], "ac\ncb\nca\ncxx\ncx")).toEqual([1, 2, 4]);
    expect(linesIn("ere", [], "a\nb")).toEqual([]);
    expect(linesIn("ere", [], "a\nb", { keep: "others" })).toEqual([1, 2]);
  });
});

describe("parts", () => {
  test.each<[name: string, dialect: DialectName, patterns: string[], text: string, parts: string[], asked?: Asked]>([
    ["all that are not empty", "ecmascript", ["a*"], "aab\nb\na", ["1:aa", "3:a"]],
    ["of alternatives the first", "ecmascript", ["a|ab"], "ab", ["1:a"]],
    ["of alternatives the longest, in grep", "ere", ["a|ab"], "ab", ["1:ab"]],
    ["of patterns the first", "ecmascript", ["a", "ab"], "ab", ["1:a"]],
    ["of patterns the longest, in grep", "literal", ["a", "ab", "bc"], "abc", ["1:ab"]],
    [
      "of patterns that cannot be put together the one that begins first",
      "pcre",
      ["(b)(?(1)c)", "a(?!b)|bcd", "x"],
      "abcd axbc",
      ["1:bc", "1:a", "1:x", "1:bc"],
    ],
    ["whole words", "ecmascript", ["\\d+|x"], "12 3x x", ["1:12", "1:x"], { part: "word" }],
    ["none of the others", "ere", ["a"], "b\na", [], { keep: "others" }],
  ])("%s", (_name, dialect, patterns, text, parts, ...[asked]) => {
    expect(partsIn(dialect, patterns, text, asked)).toEqual(parts);
  });

  test("offsets are those of the whole text, without line ends", () => {
    expect(sifted("ere", ["b+"], "a\nabb\r\nb")).toEqual({
      lines: [
        { line: 2, start: 2, end: 6 },
        { line: 3, start: 7, end: 8 },
      ],
      parts: [
        { line: 2, start: 3, end: 5 },
        { line: 3, start: 7, end: 8 },
      ],
      cut: null,
      undecided: [],
    });
  });
});

test("a line that takes too many steps ends it, with what was found before", () => {
  const { lines, cut } = sifted("pcre", ["(a+)+\\1b"], `aab\n${"a".repeat(40)}\naab`, { stepLimit: 10_000 });
  expect({ lines, cut }).toEqual({ lines: [{ line: 1, start: 0, end: 3 }], cut: "steps" });
});

test.each<LinePart>(["part", "line", "word"])("the host finds the same in each line by itself: %s", (part) => {
  const around = { part: ["", ""], line: ["^(?:", ")$"], word: ["(?<!\\w)(?:", ")(?!\\w)"] }[part];
  const patterns = ["a*?b", "^a|b$", "\\ba", "\\B", "(a)|b\\1", "(?<!a)b+", "a(?=[^]b)", "[^ab]", "a{2,}|$", "(?=(a+))\\1b", ".b|^$", "\\s"];
  fc.assert(
    fc.property(fc.constantFrom(...patterns), fc.array(fc.constantFrom("a", "b", " ", "\n", "\r"), { maxLength: 24 }), (pattern, letters) => {
      const text = letters.join("");
      const expected: string[] = [];
      const lines = text.split("\n");
      if (lines.at(-1) === "") lines.pop();
      for (const [index, line] of lines.entries()) {
        const found = hostMatches(`${around[0]}${pattern}${around[1]}`, "g", line, "all");
        if (found.length > 0) expected.push(`${index + 1}`);
        for (const [start, end] of found) if (end > start) expected.push(`${index + 1}:${line.slice(start, end)}`);
      }
      const found = sifted("ecmascript", [pattern], text, { part });
      const ours = [...found.lines.map(({ line }) => `${line}`), ...found.parts.map(({ line, start, end }) => `${line}:${text.slice(start, end)}`)];
      expect(ours.sort()).toEqual(expected.sort());
    }),
    { numRuns: DEPTH * 100 },
  );
});
