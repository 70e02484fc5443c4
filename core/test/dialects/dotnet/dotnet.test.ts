/** dotnet: its table of cases with the answers of Mono, numbers of groups, captures as stacks, and what stands on the engine. */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../../../scripts/depth.mjs";
import {
  BacktrackingMachine,
  capturesOf,
  chooseMachine,
  drained,
  forecast,
  graphOf,
  itemAt,
  narrate,
  plain,
  planOf,
  REFUSALS,
  read,
  record,
  relate,
  runToEnd,
  saveLedger,
  select,
  slipsOf,
} from "../../../src/index.ts";
import { matchesOf, programOf, readIn } from "../../support.ts";
import { testTable } from "../table.ts";

testTable("dotnet", { cases: 350, errors: 150 });

const matches = (pattern: string, text: string, flags = "") => matchesOf(pattern, flags, text, "all", 1e6, "dotnet");
const NESTED = "^(?:(?<open>\\()|(?<-open>\\))|[^()])*(?(open)(?!))$";

describe("numbers of groups", () => {
  test.each<[pattern: string, flags: string, slots: [number: number, name: string | null][]]>([
    [
      "(a)(?<n>b)(c)(?<m>d)",
      "",
      [
        [1, null],
        [2, null],
        [3, "n"],
        [4, "m"],
      ],
    ],
    ["(?<n>a)(b)", "n", [[1, "n"]]],
    [
      "(?<3>a)(?<n>b)(?<m>c)",
      "",
      [
        [1, "n"],
        [2, "m"],
        [3, null],
      ],
    ],
    [
      "(?<2>a)(b)(?<n>c)",
      "",
      [
        [1, null],
        [2, null],
        [3, "n"],
      ],
    ],
    ["(?<1>a)(b)", "", [[1, null]]],
    ["(?<n>a)|(?<n>b)", "", [[1, "n"]]],
    [
      "(?<b>a)(?<a-b>c)(?<-a>d)",
      "",
      [
        [1, "b"],
        [2, "a"],
      ],
    ],
    ["(?:(?n)(a))(b)", "", [[1, null]]],
    // A bracket that .NET counts and does not fill.
    ["(?(?=a)b|c)(d)", "", [[1, null]]],
  ])("of %s with %j", (pattern, flags, slots) => {
    const reading = readIn("dotnet", pattern, flags);
    expect([reading.diagnostics, reading.slots.map(({ number, name }) => [number, name])]).toEqual([[], slots]);
  });

  test("are said by the reel and the item as users know them", () => {
    const reel = record(programOf("(?<7>a)", "", "dotnet"), "a", { mode: "first", eventLimit: 100 });
    const close = Array.from({ length: reel.length }, (_, step) => step).find((step) => reel.event(step).kind === "close") as number;
    expect(plain(narrate(reel, close))).toBe("Group 7 closes and holds “a”, 0–1.");
    expect(itemAt(readIn("dotnet", "(?<7>a)", ""), 1)?.sentence).toBe("is group 7");
  });
});

describe("captures as stacks", () => {
  test("balance brackets however deep they are", () => {
    for (const depth of [1, 2, 50, 3000]) {
      const whole = `${"(".repeat(depth)}x${")".repeat(depth)}`;
      expect(matches(NESTED, whole)).toHaveLength(1);
      expect(matches(NESTED, whole.slice(1))).toEqual([]);
      expect(matches(NESTED, whole.slice(0, -1))).toEqual([]);
    }
  });

  test("are kept in order, and undone with ways that are given up", () => {
    const of = (pattern: string, text: string) => capturesOf(programOf(pattern, "", "dotnet"), text, { start: 0, searched: 0 }, 1e6);
    expect(of("(\\w)+", "abc")).toEqual([
      [
        { start: 0, end: 1 },
        { start: 1, end: 2 },
        { start: 2, end: 3 },
      ],
    ]);
    expect(of("(?:(a)|b)*a", "abaa")).toEqual([
      [
        { start: 0, end: 1 },
        { start: 2, end: 3 },
      ],
    ]);
    expect(of("(?<o>a)(?<o>b)(?<-o>c)", "abc")).toEqual([[{ start: 0, end: 1 }]]);
    expect(of("(?<=(\\w)+)$|(x)", "x")).toEqual([[], [{ start: 0, end: 1 }]]);
    expect(of("a", "a")).toEqual([]);
    expect(capturesOf(programOf("(a+)+b", "", "dotnet"), "a".repeat(40), { start: 0, searched: 0 }, 1000)).toBeUndefined();
  });

  test("a group inside of another of its name has a beginning of its own", () => {
    expect(matches("(?<n>a(?<n>b)c)", "abc")).toEqual([[0, 3, [0, 3]]]);
    expect(matches("(?<n>a(?<n>b)c|(?<n>d(?<n>e)))+", "abcde")).toEqual([[0, 5, [3, 5]]]);
  });

  test("what is between two captures is held by the group that takes one back", () => {
    expect(matches("(?<open>\\()[^()]*(?<inside-open>\\))", "f(x) g()")).toEqual([
      [1, 4, null, [2, 3]],
      [6, 8, null, [7, 7]],
    ]);
  });

  test("hundreds of thousands of them are bounded and said, and none is left behind", () => {
    const text = "(".repeat(sized(300_000, 1_000_000));
    const machine = new BacktrackingMachine(programOf("(?:(?<o>\\()|(?<-o>\\)))*$", "", "dotnet"), text, { mode: "first" });
    expect(["done", "memory-limit"]).toContain(runToEnd(machine));
    const pairs = new BacktrackingMachine(programOf("(?>(?<o>\\()(?<-o>\\)))*$", "", "dotnet"), "()".repeat(sized(100_000, 300_000)), { mode: "first" });
    expect([runToEnd(pairs), pairs.matches.length]).toEqual(["done", 1]);
  });

  test("are told step by step, and seen on the reel as they are in the match", () => {
    const reel = record(programOf("(?<o>\\()x(?<i-o>\\))", "", "dotnet"), "(x)", { mode: "first", eventLimit: 100 });
    const told = Array.from({ length: reel.length }, (_, step) => plain(narrate(reel, step)));
    expect(told).toContain("Group 2, i, closes, takes back what group o captured last, and holds “x”, 1–2.");
    expect(reel.frame(reel.length - 1).captures).toEqual([null, { start: 1, end: 2 }]);
    const none = record(programOf("(?<o>a)?(?<-o>b)", "", "dotnet"), "b", { mode: "start", eventLimit: 100 });
    expect(Array.from({ length: none.length }, (_, step) => plain(narrate(none, step)))).toContain(
      "At 1, (?<-o>b) cannot close: group o holds nothing that could be taken back.",
    );
    expect(itemAt(readIn("dotnet", "(?<o>a)(?<-o>b)", ""), 8)?.sentence).toBe("takes back what group o captured last, which it must have");
    expect(itemAt(readIn("dotnet", "(?<o>a)(?<i-o>b)", ""), 8)?.sentence).toBe(
      "is group 2, named i: it takes back what group o captured last, which it must have, and holds what is between",
    );
  });

  test("stand on the chart", () => {
    const graph = graphOf(programOf("(?<o>a)(?<-o>b)", "", "dotnet"));
    expect(graph?.nodes.filter(({ kind }) => kind === "close").map(({ label }) => label)).toContain("takes back 1 o");
  });
});

describe("a ledger", () => {
  const program = programOf("(?<day>\\d)|(?<day>[a-z])(x)?", "", "dotnet");
  const text = "b7cx";
  const machine = new BacktrackingMachine(program, text, { mode: "all" });
  runToEnd(machine);
  const saved = (form: "csv" | "json" | "text") => [...saveLedger(form, { table: machine.matches, text, groups: program.slots })].join("");

  test("has one column for groups that share what they hold, by their names and numbers", () => {
    expect(saved("csv").split("\r\n")).toEqual([
      "match,start,end,line,column,length,text,1 start,1 end,1,day start,day end,day",
      '1,0,1,1,1,1,"b",,,,0,1,"b"',
      '2,1,2,1,2,1,"7",,,,1,2,"7"',
      '3,2,4,1,3,2,"cx",3,4,"x",2,3,"c"',
      "",
    ]);
    expect(saved("text")).toBe("b\t\tb\n7\t\t7\ncx\tx\tc\n");
  });

  test("says of each in JSON what it is known by", () => {
    const rows = JSON.parse(saved("json")) as readonly { readonly groups: readonly object[] }[];
    expect(rows[0]?.groups).toEqual([
      { number: 1, notSet: true },
      { number: 2, name: "day", start: 0, end: 1, text: "b" },
    ]);
  });

  test("is filtered by what a slot holds, whichever group wrote it", () => {
    expect([...select(machine.matches, text, { group: 2, holds: "7", exact: true })]).toEqual([1]);
    expect([...select(machine.matches, text, { group: 1, holds: "", exact: true })]).toEqual([2]);
  });
});

describe("what stands on the engine", () => {
  test("patterns without stacks are run by the linear machine, others say why not", () => {
    expect(chooseMachine(programOf("(\\w+) (?<n>[a-z-[aeiou]]+)", "i", "dotnet")).machine).toBe("linear");
    expect(chooseMachine(programOf(NESTED, "", "dotnet")).machine).toBe("backtracking");
    expect(REFUSALS[planOf(programOf(NESTED, "", "dotnet")) as "stacks"]).toBe("its groups take back what others have captured");
  });

  test("forecasts count what the machine takes", () => {
    for (const [pattern, text] of [
      [NESTED, "(a(b)c"],
      ["(?<=(\\w)+)\\d", "ab12"],
      ["(?<n>a(?<n>b)?)+c", "abaabc"],
    ] as const) {
      const program = programOf(pattern, "", "dotnet");
      const machine = new BacktrackingMachine(program, text, { mode: "all" });
      runToEnd(machine);
      const foreseen = forecast(program, text, { mode: "all" });
      if (foreseen.exact) expect([pattern, String(foreseen.steps)]).toEqual([pattern, String(machine.steps)]);
    }
  });

  test("dialects are related, each by its own rules", () => {
    const relation = (left: string, right: string) => drained(relate(programOf(left, "", "dotnet"), programOf(right, "", "ecmascript"))).relation;
    expect(relation("[a-z-[aeiou]]+", "[b-df-hj-np-tv-z]+")).toBe("equal");
    expect(relation("\\d+", "\\d+")).toBe("right-within-left");
    expect(relation("(?<open>a)b(?<-open>c)", "abc")).toBe("undecided");
  });

  test("slips are said, and none of a balanced pattern", () => {
    const codes = (pattern: string, flags = "") => drained(slipsOf(programOf(pattern, flags, "dotnet"))).map(({ code }) => code);
    expect(codes("^gate|weir$")).toEqual(["outer-alternatives"]);
    expect(codes("[A-z]+")).toContain("range-across-cases");
    expect(codes(NESTED)).toEqual([]);
  });
});

/** So often that what is quadratic takes minutes. */
const TIMES = sized(2_000, 20_000);

describe("bad input", () => {
  test("any string gives a tree or diagnostics, in time linear in its length", () => {
    for (const part of [
      "[",
      "[a-[",
      "(?i",
      "(?<n>",
      "(?<n-n>",
      "(?<-1>",
      "(?(",
      "(?(n)",
      "(?(a)",
      "\\k<n>",
      "\\<",
      "\\p{",
      "{",
      "(?#",
      "(?<5>a)",
      "\\1",
      "a{2}",
    ]) {
      const { diagnostics, root } = readIn("dotnet", part.repeat(TIMES), "x");
      expect([part, root.end, diagnostics.length <= 101]).toEqual([part, part.length * TIMES, true]);
    }
  });

  test("a condition in a lookbehind is read backwards with the rest", () => {
    expect(matches("(?<=(?(a)xa|b))c", "xac bc")).toEqual([
      [2, 3],
      [5, 6],
    ]);
  });

  test("a dialect that is read says so", () => {
    expect(read({ dialect: "dotnet", pattern: "a", flags: "q" }).diagnostics).toMatchObject([{ code: "flag-unknown" }]);
  });
});
