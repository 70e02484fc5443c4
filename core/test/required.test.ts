/** What every match of a pattern holds, and that a search which looks for that first finds what it found before. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { BacktrackingMachine, chooseMachine, LinearMachine, runToEnd } from "../src/index.ts";
import { lacksAll, RequiredPlaces } from "../src/linear/required.ts";
import { requiredOf } from "../src/program/literals.ts";
import { programOf, rowsOf } from "./support.ts";

const INFINITY = Number.POSITIVE_INFINITY;

describe("the text that every match holds", () => {
  test.each<[pattern: string, text: string | null, least?: number, most?: number, whole?: boolean, flags?: string]>([
    ["weir", "weir", 0, 0, true],
    ["(?:we)(?:ir)", "weir", 0, 0, true],
    ["(we)ir", "weir", 0, 0, false],
    ["\\bweir\\b", "weir", 0, 0, false],
    ["^weir", "weir", 0, 0, false],
    ["[a-c]weir\\d*", "weir", 1, 1, false],
    ["a?weir", "weir", 0, 1, false],
    ["\\d+ weir", " weir", 1, INFINITY, false],
    ["(?:weir)+", "weir", 0, 0, false],
    ["(?:weir)*", null],
    ["weir|gate", null],
    ["(?:a|b)weir", "weir", 1, 1, false],
    ["(a|)\\1weir", "weir", 0, INFINITY, false],
    ["(?=gate)weir", "weir", 0, 0, false],
    ["weir", null, 0, 0, false, "i"],
    ["7[0-9]7", "7", 0, 0, false, "i"],
    ["x\\d+gate lost", "gate lost", 2, INFINITY, false],
    ["gate\\d+x", "gate", 0, 0, false],
    ["\\u{1F41F}", "🐟", 0, 0, false, "u"],
    ["\\ud83d", "\ud83d", 0, 0, true],
    [".weir", "weir", 1, 2, false, "u"],
    ["", null],
  ])("of /%s/ is %p", (pattern, text, least = 0, most = 0, whole = false, flags = "") => {
    expect(requiredOf(programOf(pattern, flags)).text).toEqual(text === null ? null : { text, least, most, whole });
  });

  test("a set beyond Latin is known, and no other", () => {
    const beyond = (pattern: string, flags = "u") => requiredOf(programOf(pattern, flags)).beyond !== null;
    expect(["[а-я]+", "x[а-я]", "(?:[а-я]{2,}y)+"].map((pattern) => beyond(pattern))).toEqual([true, true, true]);
    expect(["\\p{L}", "[а-я]*", "[а-я]|x", "(?=[а-я])x", "[^а-я]"].map((pattern) => beyond(pattern))).toEqual([false, false, false, false, false]);
  });
});

test("places are those at which a match can begin, one after the other", () => {
  const sample = "..ab....ab..🐟ab";
  const places = new RequiredPlaces(sample, { text: "ab", least: 1, most: 2, whole: false });
  expect([places.first(0), places.reach]).toEqual([0, 4]);
  expect([places.first(2), places.reach]).toEqual([6, 10]);
  // Never between the halves of a pair.
  expect([new RequiredPlaces(sample, { text: "ab", least: 1, most: 1, whole: false }).first(10), sample.indexOf("🐟")]).toEqual([12, 12]);
  expect([places.first(15), places.isAhead(15), places.isAhead(0)]).toEqual([-1, false, false]);
});

test("a text of Latin characters lacks all others, and one that holds one does not", () => {
  const cyrillic = [0x430, 0x44f];
  expect(lacksAll("weir é", cyrillic)).toBe(true);
  expect(lacksAll("weir я", cyrillic)).toBe(false);
  expect(lacksAll("weir", [0x100, 0x10ffff])).toBe(false);
  expect(lacksAll("weir", null)).toBe(false);
});

test("searches that pass over what cannot match find what the backtracking machine finds", () => {
  const letters = fc.constantFrom("a", "b", "ab", " ", "\n", "gate", "7", "é", "🐟");
  const text = fc
    .array(fc.tuple(letters, fc.integer({ min: 1, max: 300 })), { maxLength: 12 })
    .map((runs) => runs.map(([run, times]) => run.repeat(times)).join(""));
  const pattern = fc.constantFrom(
    ...[
      "gate",
      "\\bgate",
      "gate\\b",
      "ab*gate",
      ".gate",
      "(gate)\\d?",
      "a{0,3}gate7",
      "[^g]gate$",
      "gate[ab]*🐟",
      "(?:ab)+",
      "🐟a",
      "x?🐟",
      "(.)🐟\\1",
      "a+gate",
      "(a|b)\\1gate",
      "7\\n",
    ],
  );
  fc.assert(
    fc.property(pattern, text, fc.constantFrom("", "u", "m", "i"), fc.constantFrom("first", "all"), (source, sample, flags, mode) => {
      const program = programOf(source, flags);
      if (chooseMachine(program).machine !== "linear") return;
      const plain = new BacktrackingMachine(program, sample, { mode });
      runToEnd(plain);
      for (const kernelFrom of [0, Number.POSITIVE_INFINITY]) {
        const linear = new LinearMachine(program, sample, { mode, directly: true, kernelFrom });
        while (!linear.advance(500));
        expect([source, rowsOf(linear.matches)]).toEqual([source, rowsOf(plain.matches)]);
        const counting = new LinearMachine(program, sample, { mode, directly: true, kernelFrom, countOnly: true });
        while (!counting.advance(500));
        expect([source, counting.count]).toEqual([source, plain.matches.length]);
      }
    }),
    { numRuns: 80 * DEPTH },
  );
});
