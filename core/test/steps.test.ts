/** The step model, event by event: docs/step-model.md in examples. What a person steps through must not drift. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { BacktrackingMachine, type MatchMode, record, runToEnd } from "../src/index.ts";
import { programOf } from "./support.ts";

/** One event a word: kind, offset after, saved states held. */
function story(pattern: string, text: string, mode: MatchMode = "first", flags = ""): string {
  const reel = record(programOf(pattern, flags), text, { mode, eventLimit: 10_000 });
  return [...reel.events(0, reel.length)].map((e) => `${e.kind}@${e.to}${e.saved ? `/${e.saved}` : ""}`).join(" ");
}

describe("what makes a step", () => {
  test.each([
    ["a literal: one for each character", "ab", "ab", "first", "attempt@0 consume@1 consume@2 match@2"],
    ["a failed attempt", "b", "ab", "first", "attempt@0 mismatch@0 give-up@0 attempt@1 consume@2 match@2"],
    ["no match: an attempt at the end too", "b", "a", "first", "attempt@0 mismatch@0 give-up@0 attempt@1 mismatch@1 give-up@1"],
    ["anchored at the start: one attempt", "b", "ab", "start", "attempt@0 mismatch@0 give-up@0"],
    ["greedy: one more turn first", "a*", "a", "first", "attempt@0 save@0/1 consume@1/1 loop@1/1 save@1/2 mismatch@1/2 resume@1/1 match@1/1"],
    ["lazy: on first", "a*?b", "ab", "first", "attempt@0 save@0/1 mismatch@0/1 resume@0 consume@1 loop@1 save@1/1 consume@2/1 match@2/1"],
    ["no choice below the least count", "a{2}", "aa", "first", "attempt@0 consume@1 loop@1 consume@2 loop@2 match@2"],
    ["no choice at the most", "a?", "a", "first", "attempt@0 save@0/1 consume@1/1 loop@1/1 match@1/1"],
    ["the last alternative is no choice", "a|b|c", "c", "first", "attempt@0 save@0/1 mismatch@0/1 resume@0 save@0/1 mismatch@0/1 resume@0 consume@1 match@1"],
    ["a group opens and closes", "(a)", "a", "first", "attempt@0 open@0 consume@1 close@1 match@1"],
    ["a group that does not capture is no step", "(?:a)", "a", "first", "attempt@0 consume@1 match@1"],
    ["a turn that takes nothing fails", "(?:)*", "", "first", "attempt@0 save@0/1 mismatch@0/1 resume@0 match@0"],
    ["an assertion that holds", "^a", "a", "first", "attempt@0 hold@0 consume@1 match@1"],
    ["a lookahead that holds", "(?=a)a", "a", "first", "attempt@0 enter@0 consume@1 leave@0 consume@1 match@1"],
    [
      "its saved states are thrown away",
      "(?=a*)a",
      "a",
      "first",
      "attempt@0 enter@0 save@0/1 consume@1/1 loop@1/1 save@1/2 mismatch@1/2 resume@1/1 cut@1 leave@0 consume@1 match@1",
    ],
    ["a lookahead that does not hold", "(?=a)", "b", "start", "attempt@0 enter@0 mismatch@0 mismatch@0 give-up@0"],
    ["a negated one that holds", "(?!a)", "b", "start", "attempt@0 enter@0 mismatch@0 leave@0 match@0"],
    ["a negated one that does not", "(?!a)", "a", "start", "attempt@0 enter@0 consume@1 mismatch@0 give-up@0"],
    [
      "a lookbehind reads leftwards",
      "(?<=ab)c",
      "abc",
      "first",
      "attempt@0 enter@0 mismatch@0 mismatch@0 give-up@0 attempt@1 enter@1 mismatch@1 mismatch@1 give-up@1 attempt@2 enter@2 consume@1 consume@0 leave@2 consume@3 match@3",
    ],
    ["a back-reference takes its text at once", "(ab)\\1", "abab", "first", "attempt@0 open@0 consume@1 consume@2 close@2 consume@4 match@4"],
    ["a reference to what is not set takes nothing", "\\1(a)", "a", "first", "attempt@0 consume@0 open@0 consume@1 close@1 match@1"],
    ["the whole text was asked for", "a", "ab", "whole", "attempt@0 consume@1 mismatch@1 give-up@1"],
    ["the whole text, by another way", "a|ab", "ab", "whole", "attempt@0 save@0/1 consume@1/1 mismatch@1/1 resume@0 consume@1 consume@2 match@2"],
    ["every match, from where the last one ended", "a", "aa", "all", "attempt@0 consume@1 match@1 attempt@1 consume@2 match@2 attempt@2 mismatch@2 give-up@2"],
  ] as const)("%s: /%s/ on %j, %s", (_what, pattern, text, mode, expected) => {
    expect(story(pattern, text, mode)).toBe(expected);
  });

  test("a sticky search makes one attempt; by code points, attempts pass a pair at once", () => {
    expect(story("b", "ab", "first", "y")).toBe("attempt@0 mismatch@0 give-up@0");
    expect(story("b", "🐟b", "first", "u")).toBe("attempt@0 mismatch@0 give-up@0 attempt@2 consume@3 match@3");
  });

  test("the part that acts: choice, alternative, group, whole", () => {
    const reel = record(programOf("(a|b+)"), "b", { mode: "first", eventLimit: 100 });
    const spans = [...reel.events(0, reel.length)].map((e) => `${e.kind} ${e.start}-${e.end}`);
    expect(spans).toEqual([
      "attempt 0-6",
      "open 0-6",
      "save 1-5",
      "mismatch 1-2",
      "resume 3-5",
      "consume 3-4",
      "loop 3-5",
      "save 3-5",
      "mismatch 3-4",
      "resume 3-5",
      "close 0-6",
      "match 0-6",
    ]);
  });
});

describe("a run", () => {
  const pattern = fc.constantFrom("(a|ab)*?c", "(?:(a)|b)+$", "(?<=(a+))b", "(?!aa)(a*)*b", "a{2,3}b??", "(a)?\\1b", "");
  const text = fc.array(fc.constantFrom("a", "b", "c"), { maxLength: 9 }).map((t) => t.join(""));

  test("in slices of any size is the run at once", () => {
    fc.assert(
      fc.property(pattern, text, fc.integer({ min: 1, max: 7 }), (p, t, slice) => {
        const whole = new BacktrackingMachine(programOf(p), t, { mode: "all" });
        runToEnd(whole);
        const sliced = new BacktrackingMachine(programOf(p), t, { mode: "all" });
        let slices = 0;
        while (!sliced.advance(slice)) slices++;
        expect([sliced.steps, sliced.backtracks, sliced.attempts, sliced.deepest, [...sliced.matches.toArray()]]).toEqual([
          whole.steps,
          whole.backtracks,
          whole.attempts,
          whole.deepest,
          [...whole.matches.toArray()],
        ]);
        expect(slices).toBeLessThanOrEqual(whole.steps / slice);
      }),
      { numRuns: 40 * DEPTH, seed: 4317 },
    );
  });

  test("begins where it is told to, and sees what stands before", () => {
    const machine = new BacktrackingMachine(programOf("(?<=a)b"), "abab", { mode: "all", from: 2 });
    runToEnd(machine);
    expect([machine.matches.length, machine.matches.start(0)]).toEqual([1, 3]);
  });

  test("stops at its limit of matches and says so", () => {
    const machine = new BacktrackingMachine(programOf("a"), "aaaa", { mode: "all", matchLimit: 2 });
    expect([runToEnd(machine), machine.matches.length]).toEqual(["match-limit", 2]);
  });

  test("stops at its limit of steps and says so", () => {
    const machine = new BacktrackingMachine(programOf("(a+)+$"), `${"a".repeat(40)}b`, { mode: "all" });
    expect(runToEnd(machine, 10_000)).toBe("step-limit");
    expect(machine.steps).toBeLessThan(10_010);
  });

  test("holds millions of saved states without the host's stack", () => {
    const machine = new BacktrackingMachine(programOf("(?:a|b)*c"), "ab".repeat(1_000_000), { mode: "start" });
    expect(runToEnd(machine)).toBe("done");
    expect(machine.deepest).toBeGreaterThan(2_000_000);
  });

  test("stops where it would hold more saved states than it has room for", () => {
    const machine = new BacktrackingMachine(programOf("(?:a|b)*c"), "a".repeat(9_000_000), { mode: "start" });
    expect(runToEnd(machine)).toBe("memory-limit");
    expect(machine.matches).toHaveLength(0);
  }, 120_000);
});
