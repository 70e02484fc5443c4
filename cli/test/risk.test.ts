/** The contract's `risk` and `relate`, and `lamprey risk` on lists and sources as a process. */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { match } from "@lamprey/core/answers/match";
import { relate } from "@lamprey/core/answers/relate";
import { type RiskAnswer, risk, riskWithin } from "@lamprey/core/answers/risk";
import { sized } from "../../scripts/depth.mjs";
import { answerLine } from "../src/contract/lines.ts";
import { matchRequest, relateRequest, riskRequest } from "../src/contract/requests.ts";

const askRisk = (request: object) => JSON.parse(answerLine(JSON.stringify(request), riskRequest, risk)) as RiskAnswer & Record<string, unknown>;
const askRelate = (request: object) => JSON.parse(answerLine(JSON.stringify(request), relateRequest, relate)) as Record<string, unknown>;

describe("risk", () => {
  test("says beside the steps what back-references compared, where the growth is theirs", () => {
    const [{ samples } = { samples: [] }] = risk({ dialect: "ecmascript", pattern: "^(a*)\\1b", flags: "", mode: "search" }).findings ?? [];
    expect(samples.length).toBeGreaterThan(4);
    for (const { compared } of samples) expect(compared).toMatch(/^\d+$/);
    const [{ samples: alone } = { samples: [] }] = risk({ dialect: "ecmascript", pattern: "(\\w+) \\1", flags: "", mode: "search" }).findings ?? [];
    expect(alone.map(({ compared }) => compared)).toEqual(alone.map(() => undefined));
  });

  test("gives growth, findings and confirmed samples, steps as decimal strings", () => {
    const answer = askRisk({ id: "7", pattern: "^(a+)+$" });
    expect(answer).toMatchObject({ id: "7", status: "ok", growth: "exponential", degree: null });
    expect(answer.findings?.[0]).toMatchObject({ growth: "exponential", degree: null, start: 1, end: 6, attack: { pump: "a" }, confirmed: true });
    for (const { pumps, length, steps } of answer.findings?.[0]?.samples ?? []) {
      expect([Number.isSafeInteger(pumps), Number.isSafeInteger(length), /^\d+$/.test(steps)]).toEqual([true, true, true]);
    }
  });

  test("the mode counts: a search begins again at every offset", () => {
    expect(askRisk({ pattern: "\\s+", mode: "whole" })).toMatchObject({ growth: "linear", degree: null, findings: [] });
    expect(askRisk({ pattern: "\\s+$" })).toMatchObject({ growth: "polynomial", degree: 2, findings: [{ restarts: true }] });
    expect(askRisk({ pattern: "\\s+$", mode: "whole" })).toMatchObject({ growth: "linear" });
  });

  test("every match can be asked for; one search is, where nothing is said, whatever the flags", () => {
    const pattern = "/\\*[^]*?\\*/|.";
    expect(askRisk({ pattern, flags: "g" })).toMatchObject({ mode: "search", growth: "linear" });
    const answer = askRisk({ pattern, flags: "g", mode: "all" });
    expect(answer).toMatchObject({ mode: "all", growth: "polynomial", degree: 2, findings: [{ start: 3, end: 8, restarts: true }] });
    // What it says of the steps is what a match of all matches takes.
    const [{ attack, samples } = { attack: { prefix: "", pump: "", suffix: "" }, samples: [] }] = answer.findings ?? [];
    for (const { pumps, steps } of samples) {
      const text = attack.prefix + attack.pump.repeat(pumps) + attack.suffix;
      const { steps: taken } = JSON.parse(answerLine(JSON.stringify({ pattern, text, mode: "all", machine: "backtracking" }), matchRequest, match)) as {
        steps: number;
      };
      expect(String(taken)).toBe(steps);
    }
  });

  test.each([
    [{ pattern: "(" }, "syntax-error"],
    [{ pattern: "(*NOTEMPTY)a", dialect: "pcre" }, "unsupported"],
    [{ pattern: "a", mode: "sometimes" }, "bad-request"],
    [{ flags: "g" }, "bad-request"],
  ])("%j: %s", (request, status) => {
    expect(askRisk(request)).toMatchObject({ status, error: { message: expect.any(String) } });
  });

  test("what takes too long is undecided, and says so", () => {
    const answer = riskWithin({ dialect: "ecmascript", pattern: "^(?:a+)+$|(?:\\w+\\s?)*(?:[a-z]{1,99}x?){2,80}$", flags: "", mode: "search" }, () => true);
    expect(answer).toMatchObject({ growth: "undecided", reason: { code: "too-long" } });
  });
});

describe("relate", () => {
  const of = (left: string, right: string) => askRelate({ left: { pattern: left }, right: { pattern: right } });

  test.each([
    ["a+", "aa*", "equal", null, null, "a"],
    ["a+", "a*", "left-within-right", null, "", "a"],
    ["a*", "a+", "right-within-left", "", null, "a"],
    ["ab?", "ac?", "overlapping", "ab", "ac", "a"],
    ["a", "b", "disjoint", "a", "b", null],
  ])("/%s/ and /%s/: %s", (left, right, relation, onlyLeft, onlyRight, both) => {
    expect(of(left, right)).toMatchObject({ status: "ok", relation, onlyLeft, onlyRight, both });
  });

  test("a back-reference is undecided, with why; a mistake is said to be on its side", () => {
    expect(of("(\\w+)\\1", "aa")).toMatchObject({ relation: "undecided", reason: { code: "references" } });
    expect(of("a", "a{2")).toMatchObject({ status: "ok" });
    expect(of("a", "a)")).toMatchObject({ status: "syntax-error", side: "right" });
    expect(askRelate({ left: { pattern: "a" } })).toMatchObject({ status: "bad-request" });
  });

  test("dialects are compared, each by its own rules", () => {
    expect(askRelate({ left: { pattern: "a$" }, right: { dialect: "python", pattern: "a$" } })).toMatchObject({ relation: "equal" });
    expect(askRelate({ left: { pattern: "\\Z" }, right: { dialect: "python", pattern: "Z" } })).toMatchObject({ relation: "equal" });
  });
});

describe("the command on a code base", () => {
  const BIN = fileURLToPath(new URL("../bin/lamprey.mjs", import.meta.url));
  let folder = "";
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "lamprey-risk-"));
    mkdirSync(join(folder, "gates"));
    mkdirSync(join(folder, "node_modules"));
    writeFileSync(join(folder, "gates", "open.ts"), "export const words = /^(\\w+\\s?)*$/;\nexport const fine = /^a+b/;\n");
    writeFileSync(join(folder, "gates", "tags.py"), "import re\nre.compile(r'\\s+$')\nre.compile(name)\n");
    writeFileSync(join(folder, "node_modules", "not-ours.js"), "/^(a+)+$/");
    writeFileSync(join(folder, "list.txt"), "/a|b/\n(\n");
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  const run = (...args: string[]) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, [BIN, "risk", ...args], { cwd: folder, encoding: "utf8" });
    return { status, stdout, stderr };
  };

  test("a table for a person, the worst first, and exit code 1 at the growth that was chosen", () => {
    const { status, stdout } = run("--sources", "gates");
    const [first, second, , summary] = stdout.split("\n");
    expect(first).toMatch(/^exponential +search +gates\/open\.ts:1:22 /);
    expect(second).toMatch(/^degree 2 +search +gates\/tags\.py:2:12 /);
    expect(summary).toMatch(/^3 patterns in 2 files: .*; 1 passed over/);
    expect(status).toBe(1);
    expect(run("--sources", "gates", "--fail-at", "never").status).toBe(0);
    expect(run("--sources", "gates/tags.py").status).toBe(0);
    expect(run("--sources", "gates/tags.py", "--fail-at", "polynomial").status).toBe(1);
  });

  test("results of several repositories are merged into one report, each place once, in any grouping; what is none is named by its line", () => {
    const merge = (...args: string[]) => spawnSync(process.execPath, [BIN, "merge", ...args], { cwd: folder, encoding: "utf8" });
    writeFileSync(join(folder, "weir.jsonl"), run("--sources", "gates/open.ts", "--jsonl").stdout);
    writeFileSync(join(folder, "gauge.jsonl"), run("--sources", "gates/tags.py", "--jsonl").stdout);
    const whole = merge("weir.jsonl", "gauge.jsonl", "weir.jsonl");
    // Places that were passed over are no rows.
    expect(whole.stdout).toBe(run("--sources", "gates").stdout.replace(/; 1 passed over.*/, ""));
    expect(whole.status).toBe(1);
    writeFileSync(join(folder, "both.jsonl"), merge("gauge.jsonl", "weir.jsonl", "--jsonl").stdout);
    expect(merge("both.jsonl", "gauge.jsonl").stdout.split("\n").sort()).toEqual(whole.stdout.split("\n").sort());
    expect(merge("--named", "weir.jsonl", "gauge.jsonl").stdout).toContain(" weir/gates/open.ts:1:22 ");
    expect(merge("gauge.jsonl", "--fail-at", "never", "--sarif").status).toBe(0);
    expect(JSON.parse(merge("weir.jsonl", "--sarif").stdout).runs[0].results).toHaveLength(1);
    for (const [text, says] of [
      ["\n{", "odd.jsonl:2: it is not JSON"],
      ['{"text":"gate"}', "odd.jsonl:1: it is no result of lamprey risk --jsonl"],
    ] as const) {
      writeFileSync(join(folder, "odd.jsonl"), text);
      const { status, stdout, stderr } = merge("odd.jsonl");
      expect([status, stdout, stderr]).toEqual([2, "", expect.stringContaining(says)]);
    }
    expect(merge("not-there.jsonl").status).toBe(2);
  });

  test("what an engine without backtracking runs is linear there: no row, no result and no failed gate", () => {
    const { stdout, status } = run("(a|a)*b", "-d", "ere", "--all");
    expect(stdout).toMatch(/^linear in grep +search /m);
    expect(status).toBe(0);
    expect(run("(a|a)*b", "-d", "ere", "--fail-at", "undecided").status).toBe(0);
    expect(JSON.parse(run("(a|a)*b", "-d", "ere", "--sarif").stdout).runs[0].results).toEqual([]);
    expect(JSON.parse(run("(a|a)*b", "-d", "ere", "--jsonl").stdout.split("\n")[0] ?? "")).toMatchObject({
      growth: "exponential",
      engine: { name: "grep", growth: "linear", message: expect.stringContaining("automaton") },
    });
    // With a back-reference grep tries the ways, too.
    expect(run("(a|a)*(b)\\2c", "-d", "ere").stdout).toMatch(/^exponential /m);
    expect(run("(a|a)*b").status).toBe(1);
  });

  test("folders of others are passed over unless they are named", () => {
    expect(run("--sources", ".", "--jsonl").stdout).not.toContain("not-ours");
    expect(run("--sources", "node_modules", "--jsonl").stdout).toContain("not-ours");
  });

  test("SARIF 2.1.0 with file, line and column", () => {
    const { runs, version } = JSON.parse(run("--sources", "gates", "--sarif").stdout);
    expect(version).toBe("2.1.0");
    const [{ tool, results }] = runs;
    expect(tool.driver.rules.map(({ id }: { id: string }) => id)).toEqual(["exponential", "polynomial", "peak", "undecided"]);
    expect(results).toHaveLength(2);
    expect(results[0]).toMatchObject({
      ruleId: "exponential",
      level: "error",
      locations: [{ physicalLocation: { artifactLocation: { uri: "gates/open.ts" }, region: { startLine: 1, startColumn: 24, charLength: 9 } } }],
      properties: { attack: { pump: expect.any(String) } },
    });
  });

  sized(test.skip, test)("a peak is a row between what grows and what is not known, and a growth to fail at", () => {
    const pattern = "(?:a?){24}a{24}";
    const { stdout, status } = run(pattern);
    expect(stdout).toMatch(/^linear, a peak +search +\/\(\?:a\?\)\{24\}a\{24\}\/ .*“a+” takes [\d,]+ steps$/m);
    expect(status).toBe(0);
    expect(run(pattern, "--fail-at", "polynomial").status).toBe(0);
    expect(run(pattern, "--fail-at", "peak").status).toBe(1);
    const [row] = run(pattern, "--jsonl").stdout.split("\n");
    expect(JSON.parse(row ?? "")).toMatchObject({
      growth: "linear",
      findings: [],
      peak: { text: expect.stringMatching(/^a+$/), steps: expect.stringMatching(/^\d+$/) },
    });
    const [{ results }] = JSON.parse(run(pattern, "--sarif").stdout).runs;
    expect(results).toEqual([expect.objectContaining({ ruleId: "peak", level: "warning" })]);
  });

  sized(test.skip, test)("what is asked goes by the flags, and by the option where it is given", () => {
    const modes = (...args: string[]) =>
      run(...args, "--all", "--jsonl")
        .stdout.trim()
        .split("\n")
        .map((line) => (JSON.parse(line) as { mode: string }).mode);
    expect(modes("x+y|x", "--flags", "g")).toEqual(["all"]);
    expect(modes("x+y|x")).toEqual(["search"]);
    expect(modes("x+y|x", "--flags", "g", "--mode", "search")).toEqual(["search"]);
    expect(run("x+y|x", "--flags", "g").stdout).toMatch(/^degree 2 +all +\/x\+y\|x\/g/);
    const [{ results }] = JSON.parse(run("x+y|x", "--mode", "all", "--sarif").stdout).runs;
    expect(results[0]).toMatchObject({ message: { text: expect.stringContaining("degree 2 over all matches.") }, properties: { mode: "all" } });
  });

  test("a list, whose mistakes are rows too; a file that is not there is said", () => {
    const { stdout, status } = run("--list", "list.txt");
    expect(stdout).toMatch(/group-open/);
    expect(status).toBe(0);
    const missing = run("--list", "no-such-list");
    expect([missing.status, missing.stderr]).toEqual([2, expect.stringContaining("no-such-list")]);
  });
});
