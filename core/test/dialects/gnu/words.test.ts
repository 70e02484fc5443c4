/** Lists of words: the automaton of beginnings finds what the plain machine finds, which tries every word. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../../../scripts/depth.mjs";
import { chooseMachine, LinearMachine, runToEnd, steppedMachine } from "../../../src/index.ts";
import { programOf, rowsOf } from "../../support.ts";

const word = fc.string({ unit: fc.constantFrom("a", "b", "A", "c", "é", "É", "🐟", "\ud83d\udc20", "s", "ſ"), minLength: 1, maxLength: 6 });

describe("many words", () => {
  test("are found as if each had been tried, in slices of any size", () => {
    fc.assert(
      fc.property(
        fc.array(word, { minLength: 8, maxLength: 30 }),
        fc.string({ unit: fc.constantFrom("a", "b", "A", "c", "é", "🐟", "-", "s", "\n"), maxLength: 60 }),
        fc.constantFrom("", "i"),
        fc.integer({ min: 1, max: 40 }),
        (words, text, flags, slice) => {
          const program = programOf(words.join("\n"), flags, "literal");
          expect(chooseMachine(program).machine).toBe("linear");
          for (const mode of ["first", "all", "start", "whole"] as const) {
            const plain = steppedMachine(program, text, { mode });
            runToEnd(plain);
            const linear = new LinearMachine(program, text, { mode, directly: true });
            while (!linear.advance(slice));
            expect(rowsOf(linear.matches)).toEqual(rowsOf(plain.matches));
            const counted = new LinearMachine(program, text, { mode, countOnly: true, directly: true });
            while (!counted.advance(slice));
            expect(counted.count).toBe(plain.matches.length);
          }
        },
      ),
      { numRuns: 60 * DEPTH },
    );
  });

  test("twenty thousand of them are found in one pass, in states beyond the table too", () => {
    const words = Array.from({ length: 20_000 }, (_, i) => `tag ${(i * 7919).toString(36)} of ${String.fromCodePoint(0x4e00 + (i % 500))}`);
    const program = programOf(words.join("\n"), "", "literal");
    const text = `${words[7]}, ${words[19_999]}; tag zz of ${words[3]?.slice(-1)} ${words[12]}x`;
    const machine = new LinearMachine(program, text, { mode: "all", directly: true });
    while (!machine.advance(1000));
    expect(rowsOf(machine.matches).map(([start, end]) => text.slice(start, end))).toEqual([words[7], words[19_999], words[12]]);
  });

  test("the longest that begins leftmost wins, and the search goes on behind it", () => {
    const list = ["ab", "abcd", "bcde", "cd", "x", "y", "z", "w"];
    const machine = new LinearMachine(programOf(list.join("\n"), "", "literal"), "abcde abce xcdy", { mode: "all", directly: true });
    while (!machine.advance(3));
    expect(rowsOf(machine.matches)).toEqual([
      [0, 4],
      [6, 8],
      [11, 12],
      [12, 14],
      [14, 15],
    ]);
  });
});
