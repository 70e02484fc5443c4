/** The JSON Lines contract, and the command as a process. */
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { describe, expect, jest, test } from "@jest/globals";
import { record } from "@lamprey/core";
import { forecast } from "@lamprey/core/answers/forecast";
import { match } from "@lamprey/core/answers/match";
import { programOf } from "@lamprey/core/answers/request";
import { trace } from "@lamprey/core/answers/trace";
import { answerLine } from "../src/contract/lines.ts";
import { forecastRequest, matchRequest, traceRequest } from "../src/contract/requests.ts";
import { printError, printMatches } from "../src/print.ts";
import { printTrace } from "../src/print-trace.ts";

const askMatch = (request: object) => JSON.parse(answerLine(JSON.stringify(request), matchRequest, match)) as Record<string, unknown>;
const askTrace = (request: object) => JSON.parse(answerLine(JSON.stringify(request), traceRequest, trace)) as Record<string, unknown>;

describe("forecast", () => {
  const ask = (request: object) => JSON.parse(answerLine(JSON.stringify(request), forecastRequest, forecast)) as Record<string, unknown>;

  test.each(["first", "all", "start", "whole"])("is the number of steps that match takes, mode %s", (mode) => {
    const request = { pattern: "(a|b)*?c|(?=b)b", text: "abcb ab", mode };
    const { steps } = askMatch({ ...request, machine: "backtracking" });
    expect(ask(request)).toMatchObject({ status: "ok", steps: String(steps), exact: true });
  });

  test("has as many digits as it takes", () => {
    expect(String(ask({ pattern: "(a+)+$", text: `${"a".repeat(300)}b`, mode: "first" }).steps)).toMatch(/^\d{92}$/);
  });

  test("refuses what cannot be read", () => {
    expect(ask({ pattern: "(", text: "" })).toMatchObject({ status: "syntax-error", error: { code: "group-open" } });
  });
});

describe("match", () => {
  test("gives matches, groups, names and the steps it took", () => {
    expect(askMatch({ id: "a", pattern: "(?<n>\\d)(x)?", text: "1 2x" })).toMatchObject({
      id: "a",
      status: "ok",
      count: 2,
      machine: "linear",
      groupNames: { n: [1] },
      matches: [
        { start: 0, end: 1, groups: [{ start: 0, end: 1 }, null] },
        {
          start: 2,
          end: 4,
          groups: [
            { start: 2, end: 3 },
            { start: 3, end: 4 },
          ],
        },
      ],
    });
  });

  test.each([
    ["first", [[3, 4]]],
    [
      "all",
      [
        [3, 4],
        [4, 6],
      ],
    ],
    ["start", []],
    ["whole", []],
  ] as const)("mode %s", (mode, expected) => {
    const { matches } = askMatch({ pattern: "ab?", text: "xxxaab", mode }) as { matches: { start: number; end: number }[] };
    expect(matches.map((m) => [m.start, m.end])).toEqual(expected);
  });

  test("whole tries every way to cover the text", () => {
    expect(askMatch({ pattern: "a|ab", text: "ab", mode: "whole" })).toMatchObject({ count: 1, matches: [{ start: 0, end: 2 }] });
  });

  test.each(["auto", "backtracking", "linear"])("the machine %s finds the same, and says which ran and why", (machine) => {
    const answer = askMatch({ pattern: "(a|b)+c?", text: "abc ba", machine });
    expect(answer).toMatchObject({ status: "ok", count: 2, machine: machine === "auto" ? "linear" : machine, reason: expect.stringMatching(/\w/) });
    expect("steps" in answer).toBe(answer.machine === "backtracking");
  });

  test("a back-reference runs on the backtracking machine", () => {
    expect(askMatch({ pattern: "(\\w+)\\1", text: "aa" })).toMatchObject({
      count: 1,
      machine: "backtracking",
      reason: expect.stringContaining("back-references"),
    });
  });

  test("counts without listing", () => {
    const answer = askMatch({ pattern: "a", text: "aaa", output: "count" });
    expect(answer).toMatchObject({ count: 3 });
    expect(answer).not.toHaveProperty("matches");
  });

  test.each([
    [{ pattern: "a)", text: "" }, "syntax-error", { code: "group-close", start: 1, end: 2 }],
    [{ pattern: "(*NOTEMPTY)a", text: "", dialect: "pcre" }, "unsupported", { start: 0 }],
    [{ pattern: "\\N{DIGIT ONE}", dialect: "python", text: "" }, "unsupported", { code: "character-names-missing" }],
    [{ pattern: "(\\w+)\\1", text: "", machine: "linear" }, "unsupported", { code: "machine-unfit" }],
    [{ pattern: "(a+)+$", text: `${"a".repeat(40)}b`, stepLimit: 5000, machine: "backtracking" }, "step-limit", { code: "step-limit" }],
    [{ pattern: 1, text: "" }, "bad-request", { code: "invalid-field" }],
    [{ text: "" }, "bad-request", { code: "invalid-field" }],
    [{ pattern: "a", text: "", mode: "some" }, "bad-request", { code: "invalid-field" }],
  ])("%j is %s", (request, status, error) => {
    expect(askMatch({ id: "x", ...request })).toMatchObject({ id: "x", status, error });
  });

  test("a line that is not JSON is answered", () => {
    expect(JSON.parse(answerLine("weir", matchRequest, match))).toMatchObject({ status: "bad-request", error: { code: "not-json" } });
  });

  test("a fault of ours is an answer, too, and keeps the id", () => {
    const said = jest.spyOn(console, "error").mockImplementation(() => undefined);
    const answer = answerLine('{"id":"x","pattern":"a","text":""}', matchRequest, () => {
      throw new RangeError("too deep");
    });
    expect(JSON.parse(answer)).toMatchObject({ id: "x", status: "bad-request", error: { code: "internal", message: expect.stringContaining("too deep") } });
    const circle: { own?: object } = {};
    circle.own = circle;
    expect(JSON.parse(answerLine('{"pattern":"a","text":""}', matchRequest, () => circle))).toMatchObject({ error: { code: "internal" } });
    expect(said).toHaveBeenCalledTimes(2);
    said.mockRestore();
  });
});

describe("trace", () => {
  test("gives the window of events asked for, and counts the steps that match counts", () => {
    const request = { pattern: "(a+?)b", text: "xaab", mode: "first" };
    const answer = askTrace({ ...request, from: 4, count: 3 }) as { events: { step: number }[]; steps: number };
    expect(answer).toMatchObject({ status: "ok", complete: true, attempts: 2, deepest: 1, matches: [{ start: 1, end: 4 }] });
    expect(answer.events.map((e) => e.step)).toEqual([4, 5, 6]);
    expect(askMatch({ ...request, machine: "backtracking" })).toMatchObject({ steps: answer.steps });
  });

  test("stops at its limit of events", () => {
    expect(askTrace({ pattern: "(a+)+$", text: `${"a".repeat(30)}b`, eventLimit: 500, count: 0 })).toMatchObject({
      status: "ok",
      complete: false,
      steps: 500,
      events: [],
    });
  });
});

describe("the command", () => {
  const command = fileURLToPath(new URL("../bin/lamprey.mjs", import.meta.url));
  const run = (args: string[], input = "") => spawnSync(process.execPath, [command, ...args], { input, encoding: "utf8" });

  test("answers JSON Lines in order, whatever they hold", () => {
    const lines = ['{"id":"1","pattern":"a","text":"a"}', "nope", '{"id":"3","pattern":"(","text":""}'];
    const { stdout, status } = run(["match", "--jsonl"], `${lines.join("\n")}\n`);
    const answers = stdout
      .trim()
      .split("\n")
      .map((l) => JSON.parse(l) as { id?: string; status: string });
    expect(answers.map((a) => [a.id, a.status])).toEqual([
      ["1", "ok"],
      [undefined, "bad-request"],
      ["3", "syntax-error"],
    ]);
    expect(status).toBe(0);
  });

  test("fetches the tables that a line or an argument asks for, also where JSON writes ASCII by numbers", () => {
    const lines = ['{"dialect":"perl","pattern":"\\\\p{lb=NU}","text":"a1"}', '{"dialect":"perl","pattern":"\\u005cN\\u007bDIGIT ONE}\\\\b{wb}","text":"a1"}'];
    const { stdout } = run(["match", "--jsonl"], `${lines.join("\n")}\n`);
    const answers = stdout
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line) as { matches?: { start: number; end: number }[] });
    expect(answers.map(({ matches }) => matches?.map(({ start, end }) => [start, end]))).toEqual([[[1, 2]], [[1, 2]]]);
    expect(run(["match", "-d", "perl", "\\b{sb}", "Ebb. Flood."]).stdout.split("\n")[0]).toContain("0–0");
  });

  test("speaks to a person", () => {
    const found = run(["match", "(\\w+) gate", "the upper gate"]);
    expect([found.status, found.stdout]).toEqual([0, expect.stringContaining("4–14\t1:5\tupper gate")]);
    expect(run(["match", "x", "y"]).status).toBe(1);
    const wrong = run(["match", "a)", "y"]);
    expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining("This bracket closes nothing")]);
    expect(run(["trace", "ab", "ab"]).stdout).toContain("The pattern matches 0–2: “ab”.");
  });
});

describe("what a person reads", () => {
  const error = { code: "x", message: "Why.", start: 2, end: 4 };

  test("a mistake is underlined", () => {
    expect(printError("ab(?c", error)).toBe("  ab(?c\n    ^^\nWhy.");
    expect(printError("a", { ...error, start: 1, end: 1 })).toBe("  a\n   ^\nWhy.");
  });

  test("matches have offsets, line and column, and groups by number or name; not set is said", () => {
    const request = {
      dialect: "ecmascript",
      pattern: "(?<g>gate)( \\d)?",
      flags: "",
      text: "a\ngate 1, gate",
      mode: "all",
      machine: "auto",
      output: "matches",
      stepLimit: 1000,
    } as const;
    expect(printMatches(match(request), request.text).split("\n")).toEqual([
      "1\t2–8\t2:1\tgate 1",
      "\t  g\t2–6\tgate",
      "\t  2\t6–8\t 1",
      "2\t10–14\t2:9\tgate",
      "\t  g\t10–14\tgate",
      "\t  2\tnot set",
      expect.stringMatching(/^2 matches \(linear machine, because .+\)$/),
    ]);
  });

  test("a trace has a line a step and its sum", () => {
    const made = programOf({ dialect: "ecmascript", pattern: "a+b", flags: "" });
    if ("refused" in made) throw new Error("refused");
    const reel = record(made.program, "aab", { mode: "first", eventLimit: 100 });
    const lines = printTrace(reel, 2, 3).split("\n");
    expect(lines).toHaveLength(4);
    expect(lines[0]).toMatch(/^2 {2}loop {6}At 1, a\+ has finished an iteration\.$/);
    expect(lines[3]).toMatch(/^\d+ steps, 1 attempt, \d+ backtracks, at most \d+ saved states$/);
    expect(printTrace(record(made.program, "aab", { mode: "first", eventLimit: 3 }), 0, 1)).toContain("--event-limit");
  });
});
