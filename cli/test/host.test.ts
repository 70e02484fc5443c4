/** The host's side by the contract, and as a person has it. */
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "@jest/globals";
import { calls } from "@lamprey/core/answers/calls";
import { handin } from "@lamprey/core/answers/handin";
import { handoff } from "@lamprey/core/answers/handoff";
import { rewrite } from "@lamprey/core/answers/rewrite";
import { answerLine } from "../src/contract/lines.ts";
import { callsRequest, handinRequest, handoffRequest, rewriteRequest } from "../src/contract/requests.ts";

type Answer = Record<string, unknown>;
const ask = {
  rewrite: (request: object) => JSON.parse(answerLine(JSON.stringify(request), rewriteRequest, rewrite)) as Answer,
  calls: (request: object) => JSON.parse(answerLine(JSON.stringify(request), callsRequest, calls)) as Answer,
  handoff: (request: object) => JSON.parse(answerLine(JSON.stringify(request), handoffRequest, handoff)) as Answer,
  handin: (request: object) => JSON.parse(answerLine(JSON.stringify(request), handinRequest, handin)) as Answer,
};

describe("rewrite", () => {
  const request = { id: "r", pattern: "(\\d)(x)?", text: "1 2x", template: "<$2$1>" };

  test("gives the text and the number of replacements; all where nothing is said", () => {
    expect(ask.rewrite(request)).toMatchObject({ id: "r", status: "ok", text: "<1> <x2>", replacements: 2 });
    expect(ask.rewrite({ ...request, scope: "first" })).toMatchObject({ text: "<1> 2x", replacements: 1 });
    expect(ask.rewrite({ ...request, template: "$3" })).toMatchObject({ text: "$3 $3", remarks: [{ code: "group-missing", start: 0, end: 2 }] });
  });

  test("a template that its host refuses is a mistake in the template", () => {
    expect(ask.rewrite({ ...request, dialect: "python", template: "a\\3" })).toMatchObject({
      status: "syntax-error",
      error: { in: "template", code: "template-group", start: 1, end: 3 },
    });
    expect(ask.rewrite({ ...request, pattern: "(" })).toMatchObject({ status: "syntax-error", error: { code: "group-open" } });
  });

  test("what would be too large is not written, nor is a run that takes too long", () => {
    expect(ask.rewrite({ pattern: ".", flags: "s", text: "x".repeat(40_000), template: "$`$'" })).toMatchObject({
      status: "step-limit",
      error: { code: "too-large" },
    });
  });

  test.each([
    { pattern: "a", text: "a" },
    { ...request, scope: "some" },
    { ...request, template: 7 },
  ])("%j is no request", (wrong) => {
    expect(ask.rewrite(wrong)).toMatchObject({ status: "bad-request" });
  });

  test("what is not read is said to be", () => {
    for (const command of [ask.rewrite, ask.calls])
      expect(command({ ...request, pattern: "(*NOTEMPTY)a", dialect: "pcre" })).toMatchObject({ status: "unsupported" });
    expect(ask.handoff({ pattern: "(*NOTEMPTY)a", dialect: "pcre", form: "php" })).toMatchObject({ status: "unsupported" });
  });
});

describe("calls", () => {
  test("come in their order, values as JSON; those that the flags do not allow for are left out", () => {
    const { calls: found } = ask.calls({ pattern: "(a)|b", text: "b" }) as { calls: { call: string; value: unknown }[] };
    expect(found.map(({ call, value }) => [call, value])).toEqual([
      ["test", true],
      ["exec", { values: ["b", null], index: 0, groups: null }],
      ["match", { values: ["b", null], index: 0, groups: null }],
      ["search", 0],
      ["split", ["", null, ""]],
    ]);
    const { calls: global } = ask.calls({ pattern: "a", flags: "g", text: "b" }) as { calls: { call: string; value: unknown }[] };
    expect(global.map(({ call, value }) => [call, value])).toEqual([
      ["test", false],
      ["exec", null],
      ["exec loop", []],
      ["match", null],
      ["matchAll", []],
      ["search", -1],
      ["split", ["b"]],
    ]);
  });

  test("python's offsets are code points", () => {
    const { calls: found } = ask.calls({ dialect: "python", pattern: "(?P<n>b)(c)?", text: "🐟b" }) as { calls: { call: string; value: unknown }[] };
    expect(found[0]).toMatchObject({
      call: "search",
      value: {
        span: [1, 2],
        values: ["b", "b", null],
        spans: [
          [1, 2],
          [1, 2],
          [-1, -1],
        ],
        groupdict: { n: "b" },
      },
    });
    expect(found.find(({ call }) => call === "findall")?.value).toEqual([["b", ""]]);
  });
});

describe("handoff and handin", () => {
  test("a form is written and read back", () => {
    for (const [dialect, form] of [
      ["ecmascript", "literal"],
      ["ecmascript", "constructor"],
      ["python", "raw"],
      ["python", "plain"],
    ]) {
      const { source } = ask.handoff({ dialect, form, pattern: "(\\d)\"'\\n", flags: "im" });
      expect([source, ask.handin({ source })]).toMatchObject([source, { status: "ok", dialect, form, pattern: "(\\d)\"'\\n", flags: "im" }]);
    }
    expect(ask.handin({ source: String.raw`"\\d"`, dialect: "python" })).toMatchObject({ dialect: "python", form: "json", pattern: "\\d", flags: "" });
  });

  test("mistakes: a form that the dialect has not, a pattern that does not read, a source that is none", () => {
    expect(ask.handoff({ pattern: "a", form: "raw" })).toMatchObject({ status: "bad-request", error: { code: "form-unknown" } });
    expect(ask.handoff({ pattern: "a" })).toMatchObject({ status: "bad-request" });
    expect(ask.handoff({ pattern: "(", form: "json" })).toMatchObject({ status: "syntax-error" });
    expect(ask.handin({ source: "x = 1" })).toMatchObject({ status: "syntax-error", error: { code: "handin-none", start: 0, end: 5 } });
    expect(ask.handin({ source: 'RegExp("\\d")' })).toMatchObject({ status: "ok", pattern: "d", taken: [{ start: 8, end: 10 }] });
  });
});

describe("the command", () => {
  const main = fileURLToPath(new URL("../dist/main.js", import.meta.url));
  const run = (args: readonly string[], input = "") => {
    const { stdout, stderr, status } = spawnSync(process.execPath, [main, ...args], { input, encoding: "utf8" });
    return [status, stdout, stderr];
  };

  test.each<[readonly string[], number, string, string?, string?]>([
    [["rewrite", "(\\w)(\\d)", "$2$1"], 0, "1a 2b\n", "2 replacements\n", "a1 b2\n"],
    [["rewrite", "--first", "\\d", "$5", "a1 b2"], 0, "a$5 b2", "“$5” stands for itself, since the pattern has no group.\n1 replacement\n"],
    [["rewrite", "-d", "python", "a", "\\1", "a"], 2, "", "  \\1\n  ^^\nThere is no group 1; the pattern has no group.\n"],
    [["calls", "-d", "python", "(a)b", "ab"], 0, "re.findall(p, text)\n  ['a']\n  With a group it gives what the group holds, not the match."],
    [["handoff", "a/\\d", "-f", "i"], 0, 'literal\t/a\\/\\d/i\nconstructor\tnew RegExp("a/\\\\d", "i")\njson\t"a/\\\\d"\n'],
    [["handoff", "--program", "-d", "python", "a"], 0, 'import re\n\npattern = re.compile(r"a")\n'],
    [["handin", 're.compile(r"\\d", re.I)'], 0, "python\traw\ti\t\\d\n"],
    [["handin"], 0, "ecmascript\tliteral\tg\tx\n", "", "s.match(/x/g)"],
    [["handin", "nothing"], 2, "", "There is no pattern here"],
    [["rewrite", "a"], 1, "", "A pattern and a template are needed, or --jsonl."],
    [["rewrite", "--jsonl"], 0, '"text":"b","replacements":1', "", '{"pattern":"a","template":"b","text":"a"}\n'],
  ])("%j", (args, status, out, err = "", input = "") => {
    const [ended, stdout, stderr] = run(args, input);
    expect([ended, stdout, stderr]).toEqual([status, expect.stringContaining(out), expect.stringContaining(err)]);
  });
});
