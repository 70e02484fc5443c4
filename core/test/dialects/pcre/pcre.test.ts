/** pcre: its table of cases with the answers of PHP, and what calls, verbs and a kept start are to the machine and the reel. */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../../../scripts/depth.mjs";
import {
  BacktrackingMachine,
  chooseMachine,
  compile,
  drained,
  forecast,
  graphOf,
  itemAt,
  narrate,
  plain,
  read,
  record,
  relate,
  runToEnd,
} from "../../../src/index.ts";
import { matchesOf, programOf, readIn } from "../../support.ts";
import { testTable } from "../table.ts";

testTable("pcre", { cases: 300, errors: 100 });

const told = (pattern: string, text: string, flags = "") => {
  const reel = record(programOf(pattern, flags, "pcre"), text, { mode: "first", eventLimit: 10_000 });
  return Array.from({ length: reel.length }, (_, step) => `${reel.event(step).kind}: ${plain(narrate(reel, step))}`);
};

test("a lookahead that may be tried another way says what it found", () => {
  const sentences = told("(?*a|b)c", "abc");
  expect(sentences.filter((sentence) => sentence.endsWith(": .") || sentence.endsWith("{"))).toEqual([]);
  expect(sentences).toContain("hold: (?*a|b) holds: what must be there was found. The machine stands at 0 again.");
});

describe("calls", () => {
  test("are events of their own, and what they capture is forgotten", () => {
    const reel = record(programOf("(a(b)?)(?1)c", "", "pcre"), "aabc", { mode: "first", eventLimit: 10_000 });
    const kinds = Array.from({ length: reel.length }, (_, step) => reel.event(step).kind);
    expect(kinds.filter((kind) => kind === "call" || kind === "return")).toEqual(["call", "return"]);
    const inside = kinds.lastIndexOf("close", kinds.indexOf("return"));
    expect(reel.frame(inside).captures).toEqual([
      { start: 1, end: 3 },
      { start: 2, end: 3 },
    ]);
    expect(reel.frame(kinds.indexOf("return")).captures).toEqual([{ start: 0, end: 1 }, null]);
    expect(reel.frame(reel.length - 1).captures).toEqual([{ start: 0, end: 1 }, null]);
  });

  test("say what is called, and where it goes on", () => {
    expect(told("(a)(?1)", "aa")).toEqual(
      expect.arrayContaining([
        "call: At 1, (?1) calls group 1; what that captures is forgotten when it is left.",
        "return: At 2, (a) is left, and goes on behind its call.",
      ]),
    );
    expect(itemAt(readIn("pcre", "(?<n>a)(?&n)", ""), 9)?.sentence).toBe("calls group n as a subroutine");
  });

  test("stand on the chart", () => {
    const graph = graphOf(programOf("(a|b(?1)c)", "", "pcre"));
    expect(graph?.nodes.map(({ kind, label }) => (kind === "call" ? label : kind))).toContain("calls 1");
  });

  test("that never end are given up, and deep ones are bounded", () => {
    const endless = new BacktrackingMachine(programOf("(?R)?a|b(?R)", "", "pcre"), "b", { mode: "all" });
    expect(runToEnd(endless)).toBe("endless-call");
    const deep = "(".repeat(sized(30_000, 100_000)) + ")".repeat(sized(30_000, 100_000));
    expect(matchesOf("^(\\((?1)*\\))$", "", deep, "first", 1e7, "pcre")).toEqual([[0, deep.length, [0, deep.length]]]);
  });

  sized(test.skip, test)(
    "that take more memory than there is room for are given up",
    () => {
      const many = new BacktrackingMachine(programOf("(x)?(y)?(z)?(?:a(?R)?)", "", "pcre"), "a".repeat(9_000_000), { mode: "first" });
      expect(runToEnd(many, 1e9)).toBe("memory-limit");
    },
    60_000,
  );

  test("stay out of the linear machine, with the reason, and of what is shown of all texts", () => {
    const program = programOf("(a|b(?1)c)", "", "pcre");
    expect(chooseMachine(program)).toEqual({ machine: "backtracking", reason: "it calls groups as subroutines, which can go on without end" });
    expect(drained(relate(program, programOf("a", "", "pcre"))).relation).toBe("undecided");
    expect(forecast(program, "bbacc", { mode: "all" })).toMatchObject({ exact: true });
  });
});

test("a match that is said to begin behind its end is none, and the search is given up", () => {
  const behind = new BacktrackingMachine(programOf("(?=a\\K)", "", "pcre"), "amx", { mode: "all" });
  expect(runToEnd(behind)).toBe("stuck");
  expect(behind.matches.length).toBe(0);
  const later = new BacktrackingMachine(programOf("b|(?=a\\K)", "", "pcre"), "bba", { mode: "all" });
  expect(runToEnd(later)).toBe("stuck");
  expect(later.matches.length).toBe(2);
  const forEver = new BacktrackingMachine(programOf("(?<=\\Ka)", "", "pcre"), "ba", { mode: "all" });
  expect([runToEnd(forEver), forEver.matches.length]).toEqual(["stuck", 1]);
  expect(matchesOf("(?<=\\Ka)", "", "ba", "first", 1e4, "pcre")).toEqual([[1, 2]]);
  expect(matchesOf("(?=ab\\K)a?", "", "b", "all", 1e4, "pcre")).toEqual([]);
});

describe("verbs", () => {
  test("are passed, and act when the machine comes back to them", () => {
    const sentences = told("a(*COMMIT)b|.", "aab");
    expect(sentences).toContain("save: At 1, (*COMMIT) is passed; it acts if the machine comes back to it.");
    expect(sentences).toContain("verb: At 1, (*COMMIT) acts: the search is over, and nothing else is tried.");
    expect(sentences.at(-1)).toMatch(/^give-up: /);
  });

  test("that end a match close the groups that they stand in", () => {
    const reel = record(programOf("(a(b(*ACCEPT)c)d)e", "", "pcre"), "ab", { mode: "first", eventLimit: 10_000 });
    const kinds = Array.from({ length: reel.length }, (_, step) => reel.event(step).kind);
    expect(kinds.slice(-4)).toEqual(["verb", "close", "close", "match"]);
    expect(reel.frame(reel.length - 1).captures).toEqual([
      { start: 0, end: 2 },
      { start: 1, end: 2 },
    ]);
  });

  test("count for the saved states that they throw away", () => {
    const reel = record(programOf("a*b?(*PRUNE)c", "", "pcre"), "aaab", { mode: "first", eventLimit: 10_000 });
    const events = Array.from({ length: reel.length }, (_, step) => reel.event(step));
    const verb = events.findIndex(({ kind }) => kind === "verb");
    expect(events[verb]?.saved).toBeGreaterThan(0);
    expect(events[verb + 1]).toMatchObject({ kind: "cut", saved: 0 });
    expect(events[verb + 2]?.kind).toBe("give-up");
  });
});

describe("what is read", () => {
  test("groups that share a number share a slot, and their name", () => {
    const reading = readIn("pcre", "(?|(?<n>a)(b)|(?<n>c))(d)", "");
    expect(reading.slots).toEqual([
      { number: 1, name: "n" },
      { number: 2, name: null },
      { number: 3, name: null },
    ]);
    expect(reading.groups.map(({ slot }) => slot)).toEqual([1, 2, 1, 3]);
  });

  test("names shared by several groups are those of all of them", () => {
    expect(programOf("(?<n>a)|(?<n>b)", "J", "pcre").groupNames).toEqual({ n: [1, 2] });
  });

  test("thousands of brackets, calls and verbs are read in time", () => {
    for (const piece of ["(?1)", "(*F)", "\\K", "(?|", "(?(1)", "[[:alpha:]", "\\g{-1}", "(?R", "(*"]) {
      const pattern = `(a)${piece.repeat(Math.floor(sized(50_000, 200_000) / piece.length))}`;
      expect(compile(read({ dialect: "pcre", pattern, flags: "" }))).toBeDefined();
    }
  }, 60_000);
});
