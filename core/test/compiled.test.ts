/** The program as WebAssembly beside the interpreter: not the matches alone, every figure of the run, in any slices. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { BacktrackingMachine, type MatchMode, type Program } from "../src/index.ts";
import { programOf, rowsOf } from "./support.ts";

const PATTERNS: readonly [pattern: string, flags?: string][] = [
  ["\\b(\\w+) \\1\\b"],
  ["\\b(\\w+) \\1\\b", "i"],
  ["(a+)+$"],
  ["\\Ba"],
  ["$\\s(?<n>\\B\\B^)", "m"],
  ["^(?:\\w+-?)+x", "m"],
  ["\\b(a)(b)?[ab]{2,3}c"],
  ["(?:a|ab)(?:c|bcd)(d*)"],
  ["a{2,4}?b"],
  ["[^a]+a", "u"],
  [".*?(é|°)", "s"],
  ["(?:(a)|b)*\\1c"],
  ["(\\w*)(\\d+) "],
  ["(?:a{0,2}b){2,}"],
  ["(x?)*$"],
  ["\\w+(a)?b", "y"],
];

const TEXTS: readonly [what: string, text: string][] = [
  ["ASCII", "the the gate gate-house aaab 1.42 m ab abc abcd aab aaaa\nbb b\n ab12 weir weir"],
  ["Latin", "the thé thé gaté 7° aab aaab\n°a é"],
  ["beyond Latin", "a🐟b ab ab 🐟🐟 aaab\u2028ab c"],
  ["lone surrogates", "ab ab a\udc1f-\nb \ud83d aab"],
  ["nothing", ""],
];

const figures = ({ steps, backtracks, attempts, deepest, attempt, attemptStep, reach, outcome, matches }: BacktrackingMachine) => ({
  ...{ steps, backtracks, attempts, deepest, attempt, attemptStep, reach, outcome },
  matches: rowsOf(matches),
});

function interpreted(program: Program, text: string, mode: MatchMode): BacktrackingMachine {
  const machine = new BacktrackingMachine(program, text, { mode, compileAfter: Number.POSITIVE_INFINITY });
  while (!machine.advance(100_000));
  return machine;
}

describe("the compiled run", () => {
  test.each(PATTERNS)("/%s/%s gives every figure of the interpreted one", (pattern, flags = "") => {
    const program = programOf(pattern, flags);
    for (const [, text] of TEXTS) {
      for (const mode of ["all", "first", "start", "whole"] as const) {
        const wanted = figures(interpreted(program, text, mode));
        for (const [compileAfter, slice] of [
          [0, 1e6],
          [0, 1],
          [5, 3],
          [40, 11],
        ] as const) {
          const machine = new BacktrackingMachine(program, text, { mode, compileAfter });
          while (!machine.advance(slice));
          expect({ mode, text, compileAfter, slice, ...figures(machine) }).toEqual({ mode, text, compileAfter, slice, ...wanted });
        }
      }
    }
  });

  test("words of any letters, beside each other or not", () => {
    const text = fc.array(fc.constantFrom("a", "b", " ", "-", "é", "🐟", "\n", "\ud83d"), { maxLength: 40 }).map((letters) => letters.join(""));
    fc.assert(
      fc.property(fc.constantFrom(...PATTERNS), text, fc.integer({ min: 0, max: 30 }), ([pattern, flags = ""], sample, compileAfter) => {
        const program = programOf(pattern, flags);
        const machine = new BacktrackingMachine(program, sample, { mode: "all", compileAfter });
        while (!machine.advance(17));
        expect(figures(machine)).toEqual(figures(interpreted(program, sample, "all")));
      }),
      { numRuns: 8 * DEPTH, seed: 4317 },
    );
  });

  test("saved states and changes past the first room are kept", () => {
    const text = `${"ab".repeat(20_000)}c`;
    const program = programOf("(?:(a)|(b))*d");
    const machine = new BacktrackingMachine(program, text, { mode: "start", compileAfter: 0 });
    while (!machine.advance(100_000));
    expect(figures(machine)).toEqual(figures(interpreted(program, text, "start")));
    expect(machine.deepest).toBeGreaterThan(50_000);
  });
});
