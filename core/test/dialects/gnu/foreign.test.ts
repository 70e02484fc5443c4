/** Operators of other languages in patterns of grep and sed, which read them as text: each is said, and written as it is meant. */
import { expect, test } from "@jest/globals";
import { type DialectName, drained, foreignSpellings, read, shorterWays } from "../../../src/index.ts";

const written = (dialect: DialectName, pattern: string): readonly (readonly [string, string | null])[] =>
  foreignSpellings(read({ dialect, pattern, flags: "" })).map(({ start, end, instead }) => [pattern.slice(start, end), instead]);

test.each<[dialect: DialectName, pattern: string, found: readonly (readonly [string, string | null])[]]>([
  ["ere", "pump-\\d+", [["\\d", "[0-9]"]]],
  ["ere", "[\\d.]+", [["\\d", "0-9"]]],
  [
    "ere",
    "[\\w-]+\\t",
    [
      ["\\w", "[:alnum:]_"],
      ["\\t", "\t"],
    ],
  ],
  ["ere", "(?:weir|lock)+", [["(?:", "("]]],
  [
    "ere",
    "(?<name>weir)(?P<no>x)",
    [
      ["(?<name>", "("],
      ["(?P<no>", "("],
    ],
  ],
  [
    "ere",
    "(?=weir)x(?<!y)",
    [
      ["(?=", null],
      ["(?<!", null],
    ],
  ],
  ["ere", "(?i)weir", [["(?i)", ""]]],
  [
    "ere",
    "a+?b*+",
    [
      ["+?", "+"],
      ["*+", "*"],
    ],
  ],
  ["ere", "a{2}?", [["{2}?", "{2}"]]],
  [
    "ere",
    "\\Aweir\\z",
    [
      ["\\A", "\\`"],
      ["\\z", "\\'"],
    ],
  ],
  ["bre", "weir|lock", [["|", "\\|"]]],
  ["bre", "(weir|lock)", [["(weir|lock)", "\\(weir\\|lock\\)"]]],
  ["bre", "x(a|(b|c)*)+y", [["(a|(b|c)*)+", "\\(a\\|\\(b\\|c\\)*\\)\\+"]]],
  ["bre", "(ab)*", [["(ab)*", "\\(ab\\)*"]]],
  [
    "bre",
    "[0-9]+.?",
    [
      ["+", "\\+"],
      ["?", "\\?"],
    ],
  ],
  ["bre", "[0-9]{2}", [["{2}", "\\{2\\}"]]],
  ["bre", "\\(?:a\\)", [["\\(?:", "\\("]]],
  ["bre", "\\Qa+b.c\\E", [["\\Qa+b.c\\E", "a+b\\.c"]]],
  // What is text in every reading, or is written as it is meant.
  ["ere", "pump-[0-9]+ \\w\\s[[:digit:]\\]", []],
  ["ere", "(a+)?x", []],
  ["bre", "f(x) = a+b?", []],
  ["bre", "a | b", []],
  ["bre", "\\(a\\|b\\)\\+", []],
  ["literal", "a{2}(?:b)|\\d+[\\w]", []],
])("%s /%s/", (dialect, pattern, found) => {
  expect(written(dialect, pattern)).toEqual(found);
});

test("a letter that is an escape elsewhere is not said to be shorter without its backslash", () => {
  const shorter = drained(shorterWays(read({ dialect: "ere", pattern: "\\d\\-\\Qx\\E", flags: "" })));
  expect(shorter.map(({ start }) => start)).toEqual([2]);
});
