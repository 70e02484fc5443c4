/** Letters that fold to several, against the host's own tables of capitals, and what a pattern in Perl makes of them. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, sized } from "../../scripts/depth.mjs";
import { foldedText, fullFold, manyFolds } from "../src/charset/many-folds.ts";
import { matchesOf, programOf } from "./support.ts";

const LAST_CODE_POINT = 0x10ffff;
const isSurrogate = (codePoint: number): boolean => codePoint >= 0xd800 && codePoint <= 0xdfff;

describe("the table", () => {
  test("holds every character that folds to several, wherever it lies", () => {
    const all: number[] = [];
    for (let codePoint = 0x80; codePoint <= sized(0xffff, LAST_CODE_POINT); codePoint++) {
      if (!isSurrogate(codePoint) && [...fullFold(String.fromCodePoint(codePoint))].length > 1) all.push(codePoint);
    }
    expect([...manyFolds().of.keys()].filter((codePoint) => codePoint <= sized(0xffff, LAST_CODE_POINT))).toEqual(all);
    expect(all.length).toBeGreaterThan(100);
  });

  test("knows by each fold all that fold to it, and the longest", () => {
    const { of, to, longest } = manyFolds();
    for (const [fold, codePoints] of to) {
      for (const codePoint of codePoints) expect([codePoint, of.get(codePoint)]).toEqual([codePoint, fold]);
      expect([...fold].length).toBeLessThanOrEqual(longest);
    }
    expect([...to.values()].flat().sort((a, b) => a - b)).toEqual([...of.keys()]);
    expect(longest).toBe(3);
  });

  test("is of folds that fold to themselves", () => {
    for (const fold of manyFolds().to.keys()) expect([fold, foldedText(fold)]).toEqual([fold, fold]);
  });

  test.each([
    ["ß", "ss"],
    ["ẞ", "ss"],
    ["ŉ", "ʼn"],
    ["ǰ", "j\u030c"],
    ["ﬀ", "ff"],
    ["ﬃ", "ffi"],
    ["ﬅ", "st"],
    ["ﬆ", "st"],
    ["և", "եւ"],
    ["İ", "i\u0307"],
  ])("%s folds to %s", (character, fold) => {
    expect(manyFolds().of.get(character.codePointAt(0) as number)).toBe(fold);
  });
});

describe("in a pattern", () => {
  const takes = (pattern: string, text: string): boolean => matchesOf(`^(?:${pattern})$`, "i", text, "first", 1e6, "perl")?.length === 1;
  const character = fc.constantFrom(...[...manyFolds().of.keys()].map((codePoint) => String.fromCodePoint(codePoint)));

  test("a letter takes what it folds to, in any case, and the other way round", () => {
    fc.assert(
      fc.property(character, (letter) => {
        const fold = fullFold(letter);
        expect([letter, takes(letter, fold), takes(fold, letter), takes(letter, letter)]).toEqual([letter, true, true, true]);
        if (fold.toUpperCase().toLowerCase() === fold) expect([letter, takes(letter, fold.toUpperCase())]).toEqual([letter, true]);
      }),
      { numRuns: 15 * DEPTH },
    );
  });

  test("two letters take each other if they fold to the same", () => {
    fc.assert(
      fc.property(character, character, (one, other) => {
        expect([one, other, takes(one, other)]).toEqual([one, other, fullFold(one) === fullFold(other)]);
      }),
      { numRuns: 30 * DEPTH },
    );
  });

  test("a set takes the several, as a whole or not at all", () => {
    for (const letter of ["ß", "ﬀ", "ŉ"]) {
      const fold = fullFold(letter);
      expect([letter, takes(`[${letter}]`, fold), takes(`[x${letter}]`, fold), takes(`[${letter}]`, fold.slice(0, 1))]).toEqual([letter, true, true, false]);
    }
  });

  test("without the flag, and in another dialect, there is nothing of it", () => {
    expect(matchesOf("^ss$", "", "ß", "first", 1e6, "perl")).toEqual([]);
    for (const [dialect, flags] of [
      ["pcre", "iu"],
      ["java", "iu"],
      ["python", "i"],
      ["ecmascript", "iu"],
    ] as const) {
      expect([dialect, matchesOf("^ss$", flags, "ß", "first", 1e6, dialect)]).toEqual([dialect, []]);
    }
  });

  test("a pattern without such letters is the same program with and without the rule", () => {
    expect(programOf("gate (open|shut)", "i", "perl").code.length).toBe(programOf("gate (open|shut)", "i", "python").code.length);
  });
});
