/** Winding a reel: any step of it against a recorder that simply keeps everything. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { BacktrackingMachine, find, MatchTable, narrate, plain, profile, type Reel, record } from "../src/index.ts";
import type { Recorder } from "../src/machine/events.ts";
import { programOf } from "./support.ts";

/** Copies the registers at every event. */
class Everything implements Recorder {
  readonly captures: number[][] = [];
  readonly saved: number[] = [];
  private registers: Int32Array = new Int32Array();
  private readonly width: number;

  constructor(groupCount: number) {
    this.width = 2 * groupCount;
  }

  watch(registers: Int32Array): void {
    this.registers = registers;
  }

  write(_to: number, _word: number, _top: number, saved: number): void {
    this.captures.push([...this.registers.subarray(0, this.width)]);
    this.saved.push(saved);
  }

  mark(): void {
    this.captures[this.captures.length - 1] = [...this.registers.subarray(0, this.width)];
  }
}

function compareAll(pattern: string, text: string, every = 1): Reel {
  const program = programOf(pattern);
  const eventLimit = 30_000;
  const reel = record(program, text, { mode: "all", eventLimit });
  const oracle = new Everything(program.groups.length);
  new BacktrackingMachine(program, text, { mode: "all", recorder: oracle }).advance(eventLimit);
  for (let step = 0; step < reel.length; step += every) {
    const frame = reel.frame(step);
    const flat = frame.captures.flatMap((span) => (span ? [span.start, span.end] : [-1, -1]));
    expect([pattern, text, step, flat, frame.saved]).toEqual([pattern, text, step, oracle.captures[step], oracle.saved[step]]);
    expect(reel.savedStates(step, 0, 1e6)).toHaveLength(frame.saved);
  }
  return reel;
}

describe("any step is restored", () => {
  test.each([
    ["(a+)b", "xaabab"],
    ["(?:(a)|(b))*c", "abbabac"],
    ["(?:(a)|(b))*?c", "abbabac"],
    ["((a)(b)?)+(?!(b)c)", "abaabc"],
    ["(?=(a+)(a))a", "aaab"],
    ["(?<=(a)(b+))c", "abbc"],
    ["(?:(?=(a|b))\\1)*?$", "abab"],
    ["(?!(a)(b))(.)+", "abacab"],
    ["(a(b(c)?)?){2,3}", "abcabab"],
    ["(?:(x)?(y)?){3}", "xyx"],
  ])("/%s/ on %s", (pattern, text) => {
    compareAll(pattern, text);
  });

  test("across checkpoints, on runs of thousands of events", () => {
    const reel = compareAll("(?:(a+)|(b+?)|(c))*d", "aabbcaabbacabcaabb".repeat(2), 37);
    expect(reel.length).toBe(30_000);
    expect(reel.end.complete).toBe(false);
  });

  test("random patterns", () => {
    const piece = fc.constantFrom("(a)", "(b)?", "(a|b)*", "(?:(a)|b)+?", "(?=(a))", "(?!(b))", "(?<=(a))", "a", "(\\1b)*", "(?:(a?)(b?))*");
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 5 }), fc.array(fc.constantFrom("a", "b"), { maxLength: 7 }), (p, t) => {
        compareAll(p.join(""), t.join(""));
      }),
      { numRuns: 30 * DEPTH, seed: 4317 },
    );
  });
});

describe("the reel", () => {
  const reel = record(programOf("(\\d+)(\\d)"), "n 0034 ok", { mode: "first", eventLimit: 1000 });

  test("has as many events as an unrecorded run has steps", () => {
    for (const [pattern, text] of [
      ["(a+)+$", "aaaaaaaaab"],
      ["(?<=(a|ab))b*?$", "abbb"],
      ["", "ab"],
    ] as const) {
      const program = programOf(pattern);
      const machine = new BacktrackingMachine(program, text, { mode: "all" });
      machine.advance(Number.POSITIVE_INFINITY);
      expect(record(program, text, { mode: "all", eventLimit: 1e6 }).length).toBe(machine.steps);
    }
  });

  test("is continuous: an event begins where the one before it ended", () => {
    const events = [...reel.events(0, reel.length)];
    for (let i = 1; i < events.length; i++) if (events[i]?.kind !== "attempt") expect(events[i]?.at).toBe(events[i - 1]?.to);
    expect(events).toEqual(Array.from({ length: reel.length }, (_, step) => reel.event(step)));
  });

  test("finds the next backtrack, attempt, capture, offset and part, both ways", () => {
    const backtrack = find(reel, { what: "backtrack" }, -1, false) as number;
    expect(reel.event(backtrack).kind).toBe("resume");
    expect(find(reel, { what: "backtrack" }, backtrack + 1, true)).toBe(backtrack);
    expect(find(reel, { what: "attempt" }, 0, false)).toBeGreaterThan(0);
    const capture = find(reel, { what: "capture", group: 2 }, -1, false) as number;
    expect(reel.frame(capture).captures[1]).toEqual({ start: 5, end: 6 });
    const at6 = [...reel.events(0, reel.length)].filter((e) => e.to === 6 && e.at !== 6).map((e) => e.step);
    expect(find(reel, { what: "offset", offset: 6 }, -1, false)).toBe(at6[0]);
    expect(find(reel, { what: "offset", offset: 6 }, reel.length, true)).toBe(at6.at(-1));
    const part = find(reel, { what: "part", part: { start: 5, end: 9 } }, -1, false) as number;
    expect(reel.event(part)).toMatchObject({ kind: "open", start: 5, end: 9 });
    expect(find(reel, { what: "match" }, reel.length, true)).toBe(reel.length - 1);
    expect(find(reel, { what: "attempt" }, reel.length - 1, false)).toBeNull();
  });

  test("keeps every turn of a repeated group", () => {
    const turns = record(programOf("(?:(\\d)-?)+"), "1-2-3", { mode: "first", eventLimit: 1000 });
    expect(turns.turns(1, turns.length - 1, 10).map((t) => [t.start, t.end])).toEqual([
      [0, 1],
      [2, 3],
      [4, 5],
    ]);
  });

  test("says every step in a sentence", () => {
    const sentences = Array.from({ length: reel.length }, (_, step) => plain(narrate(reel, step)));
    expect(sentences).toContain("At 6, \\d does not take what is there: “␣” stands there.");
    expect(sentences).toContain("\\d did not match at 6, so the machine goes back to 5: \\d+ stops there, and “4” is given back.");
    expect(sentences.at(-1)).toBe("The pattern matches 2–6: “0034”.");
    expect(sentences.filter((s) => s.includes("{") || s === "")).toEqual([]);
  });

  test("reduces to a profile of any width", () => {
    const full = profile(reel, 0, reel.length, 10_000);
    expect([...full.last]).toEqual([...reel.events(0, reel.length)].map((e) => e.to));
    const narrow = profile(reel, 0, reel.length, 3);
    expect(narrow.least).toHaveLength(3);
    expect(Math.max(...narrow.greatest)).toBe(6);
    expect(profile(reel, 5, 5, 10).least).toHaveLength(0);
  });
});

test("a table of matches finds the first one that reaches an offset", () => {
  const table = new MatchTable(0);
  for (const [start, end] of [
    [0, 2],
    [4, 6],
    [6, 6],
    [9, 12],
  ] as const)
    table.add(start, end, new Int32Array());
  expect([0, 2, 3, 6, 7, 12, 13].map((offset) => table.firstReaching(offset))).toEqual([0, 0, 1, 1, 3, 3, 4]);
});
