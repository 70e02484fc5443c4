/** Variants and their comparison; where a run that explodes spent its steps. */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../scripts/depth.mjs";
import {
  BacktrackingMachine,
  compile,
  contrastSentences,
  curveOf,
  difference,
  drained,
  type Edit,
  failureSentence,
  givenBack,
  givingSentence,
  locateTrouble,
  type MatchMode,
  modeEdits,
  partingSentence,
  quantifiers,
  read,
  record,
  type Weighed,
  weigh,
  withMode,
} from "../src/index.ts";
import { lineColumn, lineStarts, visible } from "../src/text/visible.ts";
import { programOf, readEcmascript, readIn } from "./support.ts";

const applied = (text: string, { from, to, insert }: Edit): string => text.slice(0, from) + insert + text.slice(to);

function weighed(pattern: string, text: string, mode: MatchMode = "all"): Weighed {
  return drained(weigh(programOf(pattern), text, mode, 1e6));
}

describe("variants", () => {
  test.each([
    ["a+b", 1, "lazy", "a+?b"],
    ["a+?b", 1, "greedy", "a+b"],
    ["a{2,3}?", 1, "greedy", "a{2,3}"],
    ["(a*)*", 2, "lazy", "(a*?)*"],
    ["(a*)*", 4, "lazy", "(a*)*?"],
    ["x(ab)+", 5, "lazy", "x(ab)+?"],
    ["a+b", 1, "greedy", "a+b"],
  ] as const)("in /%s/ the quantifier whose sign is at %i becomes %s: /%s/", (pattern, sign, mode, expected) => {
    const edits = modeEdits(readEcmascript(pattern), new Set([sign]), mode) ?? [];
    expect(edits.reduce(applied, pattern)).toBe(expected);
  });

  test("a mode that the dialect cannot write has no edits; all quantifiers are listed in order", () => {
    expect(modeEdits(readEcmascript("a+"), new Set([1]), "possessive")).toBeNull();
    expect(modeEdits(readIn("python", "a+", ""), new Set([1]), "possessive")).toEqual([{ from: 2, to: 2, insert: "+" }]);
    expect(quantifiers(readEcmascript("(a+)*b?")).map((q) => q.operator.start)).toEqual([2, 4, 6]);
  });
});

describe("comparison", () => {
  test("greedy and lazy on one sample", () => {
    const [greedy, lazy] = [weighed("<.+>", "<a><b>"), weighed("<.+?>", "<a><b>")];
    expect([greedy.matches.length, greedy.longest, lazy.matches.length, lazy.totalLength]).toEqual([1, 6, 2, 6]);
    expect(difference(greedy.matches, lazy.matches)).toEqual({ shared: 0, otherCaptures: 0, firstLeft: 0, firstRight: 0 });
    expect(contrastSentences(greedy, lazy, "greedy", "lazy").join(" ")).toContain("The longest match is greedy, of 6 characters.");
  });

  test("the same matches with other captures", () => {
    const [greedy, lazy] = [weighed("(.*)(\\d+)", "a12"), weighed("(.*?)(\\d+)", "a12")];
    expect(difference(greedy.matches, lazy.matches)).toMatchObject({ shared: 1, otherCaptures: 1, firstLeft: null, firstRight: null });
    expect(contrastSentences(greedy, lazy, "greedy", "lazy")[0]).toContain("the captures of 1 match differ");
  });

  test("where one has matches that the other has not", () => {
    const [all, some] = [weighed("a|b", "abab"), weighed("b", "abab")];
    expect(difference(all.matches, some.matches)).toEqual({ shared: 2, otherCaptures: 0, firstLeft: 0, firstRight: null });
    expect(difference(some.matches, all.matches)).toEqual({ shared: 2, otherCaptures: 0, firstLeft: null, firstRight: 0 });
  });

  test("with a back-reference an explosive run is compared all the same, its matches with it", () => {
    const greedy = weighed("(a+)+(b?)\\2$|!", `${"a".repeat(40)}!`);
    expect(greedy).toMatchObject({ complete: true, totalLength: 1 });
    expect(greedy.steps.length).toBeGreaterThan(12);
    expect(greedy.matches.length).toBe(1);
  });

  sized(test.skip, test)("a run whose steps cannot be counted is not compared", () => {
    const [greedy, lazy] = [weighed("(?:(a+)(a+)(a+)(a+))+\\1\\2\\3\\4$", `${"a".repeat(60)}!`), weighed("a", "aa")];
    expect(greedy).toMatchObject({ complete: false, firstSteps: null });
    expect(contrastSentences(greedy, lazy, "greedy", "lazy")).toEqual(["The run of greedy was cut short, so the two cannot be compared in full."]);
  });

  test("a run that explodes is counted, and its matches found, without being taken to its end", () => {
    const explosive = weighed("(a+)+$|!", `${"a".repeat(60)}!`);
    expect(explosive).toMatchObject({ complete: true, longest: 1, firstSteps: null });
    expect(BigInt(explosive.steps)).toBeGreaterThan(2n ** 60n);
    expect(contrastSentences(explosive, weighed("a", "b"), "one", "other").at(-1)).toBe("Other takes 2.5 × 10¹⁹ steps fewer here.");
  });

  test("where two part ways, what they give back, what a failure costs", () => {
    const [greedy, lazy, none] = [weighed("<.+>", "<a><b>"), weighed("<.+?>", "<a><b>"), weighed("x", "<a><b>")];
    expect(partingSentence(greedy, lazy, "greedy", "lazy")).toBe("They part at 0: greedy goes on to 6, lazy ends at 3.");
    expect(partingSentence(none, lazy, "one", "other")).toBe("From 0, other finds a match that one does not.");
    expect(partingSentence(lazy, none, "one", "other")).toBe("From 0, one finds a match that other does not.");
    expect(partingSentence(greedy, greedy, "one", "other")).toBeNull();
    const back = (pattern: string) => givenBack(record(programOf(pattern), "<a> and on", { mode: "first", eventLimit: 1_000 }));
    expect(back("<.+>")).toEqual({ characters: 8, backtracks: 8 });
    expect(givingSentence(back("<.+>"), back("<.+?>"), "greedy", "lazy")).toBe("Greedy gives back 8 characters in 8 backtracks; lazy gives nothing back.");
    expect(givingSentence(back("a"), back("b"), "one", "other")).toBe("Neither gives any text back.");
    expect(failureSentence({ steps: "12" }, { steps: "11" }, "greedy", "lazy", "line 3")).toBe("Lazy takes 1 step fewer on line 3, where neither matches.");
  });

  test("steps grow as counted: every point is the run on that beginning", () => {
    for (const pattern of ["(\\w+)\\d", "(a+)+$", "(\\w)\\1x"]) {
      const text = "aab1 ".repeat(13);
      const points = drained(curveOf(programOf(pattern), text, "all"));
      expect(points.map((p) => p.length)).toEqual([16, 32, 64, 65]);
      for (const { length, steps } of points) {
        const machine = new BacktrackingMachine(programOf(pattern), text.slice(0, length), { mode: "all" });
        while (!machine.advance(1e6));
        expect(steps).toBe(String(machine.steps));
      }
    }
    expect(drained(curveOf(programOf("a"), "", "all"))).toEqual([]);
  });
});

describe("quantifiers in other modes", () => {
  const TEXTS = ["aabb", "<a><b>", "abab1-22", ""];

  test.each([
    ["<.+>", "lazy"],
    ["(?:a*b{1,2})+", "lazy"],
    ["(a|b)*?b+?", "greedy"],
    ["(?=a+)(\\w+)+(?!b*)", "lazy"],
  ] as const)("/%s/ all %s: the tree put together anew runs as the pattern written so", (pattern, mode) => {
    const reading = readEcmascript(pattern);
    const all = new Set(quantifiers(reading).map((q) => q.operator.start));
    const edits = modeEdits(reading, all, mode) ?? [];
    const compiled = compile(withMode(reading, all, mode));
    if (!compiled.ok) throw new Error("It does not compile.");
    for (const text of TEXTS) {
      const [one, other] = [compiled.program, programOf(edits.reduce(applied, pattern))].map((program) => {
        const machine = new BacktrackingMachine(program, text, { mode: "all" });
        while (!machine.advance(1e5));
        return [machine.steps, ...machine.matches.toArray()];
      });
      expect(one).toEqual(other);
    }
    expect(withMode(reading, new Set(), mode).root).toEqual(reading.root);
  });

  test("possessive runs where it cannot be written, and is written where it can", () => {
    const reading = readEcmascript("a+a");
    expect(modeEdits(reading, new Set([1]), "possessive")).toBeNull();
    expect(modeEdits(read({ dialect: "python", pattern: "a+a", flags: "" }), new Set([1]), "possessive")).toEqual([{ from: 2, to: 2, insert: "+" }]);
    const compiled = compile(withMode(reading, new Set([1]), "possessive"));
    if (!compiled.ok) throw new Error("It does not compile.");
    const machine = new BacktrackingMachine(compiled.program, "aaa", { mode: "all" });
    while (!machine.advance(1e5));
    expect(machine.matches.length).toBe(0);
  });

  test("fifty thousand brackets deep", () => {
    const reading = readEcmascript(`${"(?:".repeat(50_000)}a+${")".repeat(50_000)}`);
    expect(quantifiers(withMode(reading, new Set([150_001]), "lazy"))[0]?.mode).toBe("lazy");
  });
});

describe("where a run that is too long spent its steps", () => {
  test.each([
    ["(a+)+$", `x${"a".repeat(50)}b`, "attempt", 1],
    [".*x", "ab".repeat(2000), "search", 0],
  ])("/%s/ on %#: one %s", (pattern, text, scope, start) => {
    const machine = new BacktrackingMachine(programOf(pattern), text, { mode: "all" });
    machine.advance(300_000);
    expect(locateTrouble(machine)).toMatchObject({ scope, start });
  });
});

describe("text as a person sees it", () => {
  test("controls, lone surrogates and blank stretches have a sign; long texts lose their middle", () => {
    expect(visible("a\tb\n\0\ud83d")).toBe("a⇥b⏎␀⟨D83D⟩");
    expect(visible("  ")).toBe("␣␣");
    expect(visible("abcdefghij", 4)).toBe("ab…ij");
  });

  test("offsets are lines and columns", () => {
    const starts = lineStarts("ab\r\nc\n");
    expect([...starts]).toEqual([0, 4, 6]);
    expect([0, 3, 4, 6].map((o) => lineColumn(starts, o))).toEqual([
      { line: 1, column: 1 },
      { line: 1, column: 4 },
      { line: 2, column: 1 },
      { line: 3, column: 1 },
    ]);
  });
});
