/** The four ways of asking against the host; winding and finding against plain lists of events. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { find, profile, type ReelEvent, record, type Sought } from "../src/index.ts";
import { hostMatches, matchesOf, programOf } from "./support.ts";

const PATTERNS = ["a|ab|abc", "(a+?)(b*)", "(?:a|ab)(?:c|bcd)?", "(a)?b?", "a*?", "(?=(a))ab?", "(\\w)\\1*", "[^b]+$", "^a|b$", ""];
const pattern = fc.constantFrom(...PATTERNS);
const text = fc.array(fc.constantFrom("a", "b", "c", "\n"), { maxLength: 7 }).map((t) => t.join(""));

describe("ways of asking", () => {
  test("start is the host's sticky search at nought", () => {
    fc.assert(
      fc.property(pattern, text, (p, t) => {
        expect(matchesOf(p, "", t, "start")).toEqual(hostMatches(p, "y", t, "first"));
      }),
      { numRuns: 100 * DEPTH, seed: 4317 },
    );
  });

  test("whole is the host's search for the pattern between the text's ends", () => {
    fc.assert(
      fc.property(pattern, text, (p, t) => {
        expect(matchesOf(p, "", t, "whole")).toEqual(hostMatches(`^(?:${p})$(?![^])`, "", t, "first"));
      }),
      { numRuns: 100 * DEPTH, seed: 4317 },
    );
  });

  test("first is the first of all", () => {
    fc.assert(
      fc.property(pattern, text, (p, t) => {
        expect(matchesOf(p, "", t, "first")).toEqual(matchesOf(p, "", t, "all")?.slice(0, 1));
      }),
      { numRuns: 50 * DEPTH, seed: 4317 },
    );
  });
});

describe("finding", () => {
  const seeks: readonly [Sought, (e: ReelEvent, before: ReelEvent | undefined) => boolean][] = [
    [{ what: "backtrack" }, (e) => e.kind === "resume"],
    [{ what: "attempt" }, (e) => e.kind === "attempt"],
    [{ what: "match" }, (e) => e.kind === "match"],
    [{ what: "offset", offset: 2 }, (e, before) => e.to === 2 && before?.to !== 2],
    [{ what: "part", part: { start: 0, end: 2 } }, (e) => e.start >= 0 && e.end <= 2 && !["attempt", "match", "give-up"].includes(e.kind)],
  ];

  test.each(seeks)("%j, from anywhere, either way, is what a plain search finds", (sought, happens) => {
    fc.assert(
      fc.property(pattern, text, fc.integer({ min: -1, max: 60 }), fc.boolean(), (p, t, from, backwards) => {
        const reel = record(programOf(p), t, { mode: "all", eventLimit: 5000 });
        const events = [...reel.events(0, reel.length)];
        const steps = events.filter((e, i) => happens(e, events[i - 1])).map((e) => e.step);
        const start = Math.min(from, reel.length);
        const expected = backwards ? steps.findLast((s) => s < start) : steps.find((s) => s > start);
        expect(find(reel, sought, start, backwards)).toBe(expected ?? null);
      }),
      { numRuns: 30 * DEPTH, seed: 4317 },
    );
  });

  test("a capture's change is where the capture differs from the step before", () => {
    fc.assert(
      fc.property(fc.constantFrom("(?:(a)|(b))*c", "(a+?)(b*)", "((a)b?)+", "(?:(a)|b)*?$"), text, fc.integer({ min: 1, max: 2 }), (p, t, wanted) => {
        const program = programOf(p);
        const group = Math.min(wanted, program.groups.length);
        const reel = record(program, t, { mode: "first", eventLimit: 5000 });
        for (let step = 1; step < reel.length; step++) {
          const kind = reel.event(step).kind;
          // A backtrack, or a new attempt, brings back what was: that is no change that the pattern made.
          if (kind === "resume" || kind === "attempt") continue;
          const [now, before] = [reel.captures(step).captures[group - 1], reel.captures(step - 1).captures[group - 1]];
          if (JSON.stringify(now) !== JSON.stringify(before)) expect([p, t, step, reel.changesCapture(step, group)]).toEqual([p, t, step, true]);
        }
      }),
      { numRuns: 30 * DEPTH, seed: 4317 },
    );
  });
});

describe("windows of a reel", () => {
  const reel = record(programOf("(a|ab)*?(c|b+)$"), "abaabbabc", { mode: "all", eventLimit: 5000 });
  const all = [...reel.events(0, reel.length)];

  test("any window of events is that part of all of them", () => {
    for (const [from, count] of [
      [0, 5],
      [7, 11],
      [reel.length - 2, 50],
      [reel.length, 5],
      [3, 0],
    ] as const) {
      expect([...reel.events(from, count)]).toEqual(all.slice(from, from + count));
    }
  });

  test("saved states come in pages, newest first, each from the step that saved it", () => {
    const step = all.reduce((best, e) => (e.saved > (all[best] as ReelEvent).saved ? e.step : best), 0);
    const states = reel.savedStates(step, 0, 1000);
    expect(states).toHaveLength((all[step] as ReelEvent).saved);
    expect([...reel.savedStates(step, 0, 2), ...reel.savedStates(step, 2, 1000)]).toEqual(states);
    for (let i = 1; i < states.length; i++) expect((states[i] as { step: number }).step).toBeLessThan((states[i - 1] as { step: number }).step);
    for (const state of states) {
      expect(all[state.step]?.kind).toBe("save");
      expect(state.at).toBe(all[state.step]?.to);
    }
  });

  test("a profile of any width holds the extremes and the marks of what it covers", () => {
    for (const columns of [1, 3, 10, reel.length, 10_000]) {
      const { least, greatest, last, marks, bottom, top } = profile(reel, 0, reel.length, columns);
      const offsets = all.map((e) => e.to);
      expect([least.length, bottom, top]).toEqual([Math.min(columns, reel.length), Math.min(...offsets), Math.max(...offsets)]);
      expect([Math.min(...least), Math.max(...greatest), last.at(-1)]).toEqual([bottom, top, offsets.at(-1)]);
      expect(marks.reduce((sum, m) => sum | m, 0) & 2).toBe(all.some((e) => e.kind === "resume") ? 2 : 0);
    }
  });

  test("a frame knows its cause, its attempt and how far that has reached", () => {
    for (const e of all) {
      const frame = reel.frame(e.step);
      expect(frame).toMatchObject({ attempt: e.attempt, saved: e.saved });
      expect(frame.cause).toBe(e.kind === "resume" || e.kind === "give-up" ? e.step - 1 : null);
      const attempt = all.slice(frame.attemptStep, e.step + 1);
      expect(attempt[0]?.kind).toBe("attempt");
      expect(frame.reach).toBe(Math.max(...attempt.map((a) => a.to)));
      if (frame.savedAt !== null) expect(all[frame.savedAt]?.kind).toBe("save");
    }
  });
});
