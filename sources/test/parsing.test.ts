/** A text parsed again after changes: the same patterns as where it is parsed anew. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { type LanguageName, ParsedBefore, patternsInSource } from "../src/index.ts";

const PIECES = [
  "/a+/i",
  "'",
  '"',
  "`",
  "\n",
  "(",
  ")",
  "{",
  "}",
  "new RegExp('b')",
  "re.compile(r'c')",
  "import re\n",
  "const A = ",
  "x",
  ";",
  "//",
  "/*",
  "*/",
  "<?php ",
  "preg_match('/d/', $s);",
  'Pattern.compile("e")',
  "class A { ",
  "$",
];
const LANGUAGES: readonly LanguageName[] = ["javascript", "typescript", "tsx", "python", "java", "php", "csharp", "perl"];

describe.each(LANGUAGES)("%s", (language) => {
  test("parsed after each of some changes is as parsed anew", () => {
    const change = fc.record({ at: fc.nat(), taken: fc.nat(6), put: fc.constantFrom("", ...PIECES) });
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...PIECES), { maxLength: 30 }), fc.array(change, { minLength: 1, maxLength: 6 }), (pieces, changes) => {
        const before = new ParsedBefore();
        // Long enough for parts of the tree to be kept.
        const filler = "const gate = open(level, 12);\n".repeat(20);
        let text = `${filler}${pieces.join("")}\n${filler}`;
        patternsInSource(language, text, before.parse);
        for (const { at, taken, put } of changes) {
          const from = at % (text.length + 1);
          text = text.slice(0, from) + put + text.slice(from + taken);
          const shown = ({ patterns }: ReturnType<typeof patternsInSource>) => patterns.map(({ pattern, flags, start, end }) => [pattern, flags, start, end]);
          expect(shown(patternsInSource(language, text, before.parse))).toEqual(shown(patternsInSource(language, text)));
        }
      }),
      { numRuns: 60 },
    );
  });
});
