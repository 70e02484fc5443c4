/** Sets with what is subtracted from them, against sets of characters taken one by one. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { contains } from "../src/charset/charset.ts";
import { canonicalize } from "../src/charset/folding.ts";
import { charactersOf } from "../src/syntax/characters.ts";
import { readIn } from "./support.ts";

const CHARACTERS = "abcdefxyzABCXYZ0189_- éÉσςΣ\u212aKkİi\n";

/** The characters, of those above, that a set takes. */
function taken(pattern: string, flags = ""): string {
  const { root, diagnostics } = readIn("dotnet", pattern, flags);
  expect([pattern, diagnostics]).toEqual([pattern, []]);
  if (root.kind !== "set") throw new Error(`${pattern} is no set.`);
  const set = charactersOf(root);
  return [...CHARACTERS].filter((c) => contains(set, c.charCodeAt(0))).join("");
}

const without = (from: string, what: string): string => [...from].filter((c) => !what.includes(c)).join("");

describe("a set less another", () => {
  const range = fc.constantFrom("a-f", "b-d", "x-z", "A-C", "X-Z", "0-9", "_", "é", "\\w", "\\d", "\\s", "\\W", "\\p{Lu}", "\\P{L}", "-");
  const inside = fc.tuple(fc.boolean(), fc.array(range, { minLength: 1, maxLength: 3 })).map(([negated, parts]) => {
    // A hyphen stands for itself at the end alone, whatever stands before it.
    const written = [...parts.filter((part) => part !== "-"), ...(parts.includes("-") ? ["\\-"] : [])].join("");
    return (negated ? "^" : "") + (written === "" ? "a" : written);
  });

  test("takes what the one takes and the other does not", () => {
    fc.assert(
      fc.property(inside, inside, (one, other) => {
        expect([one, other, taken(`[${one}-[${other}]]`)]).toEqual([one, other, without(taken(`[${one}]`), taken(`[${other}]`))]);
      }),
    );
  });

  test("however often", () => {
    fc.assert(
      fc.property(inside, inside, inside, (one, two, three) => {
        const inner = without(taken(`[${two}]`), taken(`[${three}]`));
        expect(taken(`[${one}-[${two}-[${three}]]]`)).toBe(without(taken(`[${one}]`), inner));
      }),
      { numRuns: 30 * DEPTH },
    );
  });

  test("a thousand deep it is read like any other", () => {
    const deep = `${"[a-z-".repeat(1000)}[a-z]${"]".repeat(1000)}`;
    // Of a thousand and one sets less one another the outermost stays; of one more, nothing.
    expect(taken(deep)).toBe(taken("[a-z]"));
    expect(taken(`[a-z-${deep}]`)).toBe("");
  });
});

describe("where case does not count", () => {
  test("lower case is added to what is written, and what is read is looked for by its lower case", () => {
    const lower = (c: string): string => String.fromCharCode(canonicalize(c.charCodeAt(0), "lower-both-ways"));
    const letters = fc.array(fc.constantFrom(...without(CHARACTERS, "-\n ")), { minLength: 1, maxLength: 4 }).map((some) => some.join(""));
    fc.assert(
      fc.property(letters, letters, (one, other) => {
        const holds = (of: string, c: string): boolean => [...of, ...[...of].map(lower)].includes(c);
        const wanted = [...CHARACTERS].filter((c) => holds(one, lower(c)) && !holds(other, lower(c))).join("");
        expect([one, other, taken(`[${one}-[${other}]]`, "i")]).toEqual([one, other, wanted]);
      }),
    );
  });

  test.each([
    ["[a-c]", "abcABC"],
    ["[A-C]", "abcABC"],
    ["[A-C-[b]]", "acAC"],
    ["[a-c-[B]]", "acAC"],
    ["[^A-C]", without(CHARACTERS, "abcABC")],
    ["[k]", "Kk"],
    ["[\u212a]", "\u212a"],
    ["[\\p{Lu}]", without(CHARACTERS, "0189_- \n")],
  ])("%s takes %s", (pattern, wanted) => {
    expect(taken(pattern, "i")).toBe(wanted);
  });
});
