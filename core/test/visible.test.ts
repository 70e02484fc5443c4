/** Text as a person can see it, counts as a person takes them in, offsets as line and column. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { countWords, grouped, lineColumn, lineStarts, visible } from "../src/text/visible.ts";

describe("visible", () => {
  test.each([
    ["weir", "weir"],
    ["a\nb\r\n", "a⏎b␍⏎"],
    ["\t\0\u001b\u007f", "⇥␀␛␡"],
    ["\u00a0\ufeff\u2028\u2029", "⍽⟨BOM⟩⟨LS⟩⟨PS⟩"],
    ["a\ud83db", "a⟨D83D⟩b"],
    ["🐟", "🐟"],
    // Blanks alone would not be seen.
    ["  ", "␣␣"],
    [" a ", " a "],
    ["", ""],
  ])("%j is shown as %s", (text, shown) => {
    expect(visible(text)).toBe(shown);
  });

  test("of a long text both ends are kept, and the middle left out", () => {
    expect(visible("abcdefghij", 6)).toBe("abc…hij");
    expect(visible("abcdef", 6)).toBe("abcdef");
  });

  test("nothing that is shown is a control character or a lone surrogate", () => {
    fc.assert(
      fc.property(fc.string({ unit: "binary", maxLength: 60 }), (text) => {
        for (const c of visible(text)) {
          const code = c.codePointAt(0) as number;
          expect(code < 0x20 || code === 0x7f || (code >= 0xd800 && code <= 0xdfff)).toBe(false);
        }
      }),
      { numRuns: 30 * DEPTH, seed: 4317 },
    );
  });
});

describe("counts", () => {
  test("thousands are set apart, as the host sets them apart", () => {
    fc.assert(
      fc.property(fc.nat(), (n) => {
        expect(grouped(n)).toBe(n.toLocaleString("en-US"));
      }),
      { numRuns: 20 * DEPTH, seed: 4317 },
    );
  });

  test.each([
    ["0", "0"],
    ["1234567", "1,234,567"],
    ["999999999999999", "999,999,999,999,999"],
    ["1000000000000000", "1.0 × 10¹⁵"],
    ["79456894976001", "79,456,894,976,001"],
    [`25${"0".repeat(100)}`, "2.5 × 10¹⁰¹"],
  ])("%s in words: %s", (digits, words) => {
    expect(countWords(digits)).toBe(words);
  });
});

describe("lines", () => {
  test("a line ends with LF, alone or behind CR; CR alone ends none", () => {
    expect([...lineStarts("a\nb\r\nc\rd")]).toEqual([0, 2, 5]);
    expect([...lineStarts("")]).toEqual([0]);
    expect([...lineStarts("\n")]).toEqual([0, 1]);
  });

  test("an offset lies in the line that begins last before it", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom("a", "bc", "\n", "\r\n"), { maxLength: 30 }), (parts) => {
        const text = parts.join("");
        const starts = lineStarts(text);
        for (let offset = 0; offset <= text.length; offset++) {
          const before = text.slice(0, offset).split("\n");
          expect(lineColumn(starts, offset)).toEqual({ line: before.length, column: (before.at(-1) as string).length + 1 });
        }
      }),
      { numRuns: 20 * DEPTH, seed: 4317 },
    );
  });
});
