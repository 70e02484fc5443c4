/** `check` by the contract, and on specimen files. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "@jest/globals";
import { check } from "../src/contract/check.ts";
import { answerLine } from "../src/contract/lines.ts";
import { checkRequest } from "../src/contract/requests.ts";

const ask = (request: object) => JSON.parse(answerLine(JSON.stringify(request), checkRequest, check)) as Record<string, unknown>;

test("expectations are judged in their order, with what was found", () => {
  const expectations = [
    { text: "a1", expect: "match" },
    { text: "b", expect: "match" },
    { text: "a1 a2", expect: "match", count: 2, mode: "all" },
    { text: "a1", expect: "match", matches: [{ start: 0, end: 2, groups: [{ start: 1, end: 2 }] }] },
    { text: "xa1", expect: "no-match", mode: "start" },
  ];
  expect(ask({ id: "c", pattern: "a(\\d)", expectations })).toMatchObject({
    id: "c",
    status: "ok",
    passed: 4,
    failed: 1,
    results: [
      { passed: true, count: 1, matches: [{ start: 0, end: 2, groups: [{ start: 1, end: 2 }] }] },
      { passed: false, count: 0, matches: [] },
      { passed: true, count: 2 },
      { passed: true },
      { passed: true, count: 0 },
    ],
  });
});

test.each([
  [{ pattern: "a" }, "bad-request"],
  [{ pattern: "a", expectations: [{ text: "a" }] }, "bad-request"],
  [{ pattern: "a", expectations: [{ text: "a", expect: "maybe" }] }, "bad-request"],
  [{ pattern: "a", expectations: [{ text: "a", expect: "match", matches: [{ start: 3, end: 1 }] }] }, "bad-request"],
  [{ pattern: "(", expectations: [] }, "syntax-error"],
  [{ pattern: "(*NOTEMPTY)a", dialect: "pcre", expectations: [] }, "unsupported"],
  [{ pattern: "a", expectations: [] }, "ok"],
])("%j is %s", (request, status) => {
  expect(ask(request)).toMatchObject({ status });
});

describe("specimen files", () => {
  const folder = mkdtempSync(join(tmpdir(), "lamprey-check-"));
  const main = fileURLToPath(new URL("../dist/main.js", import.meta.url));
  const write = (name: string, content: unknown): string => {
    const path = join(folder, name);
    writeFileSync(path, typeof content === "string" ? content : JSON.stringify(content));
    return path;
  };
  const run = (...args: string[]) => {
    const { stdout, stderr, status } = spawnSync(process.execPath, [main, "check", ...args], { encoding: "utf8" });
    return { status, stdout, stderr };
  };
  test("a file that the application saved: its texts are lines, as they were typed, and those that say nothing are none", () => {
    const saved = write("saved.json", {
      $schema: "specimen.schema.json",
      format: "lamprey-specimen",
      version: 1,
      title: "Versions",
      pattern: "\\d+(?:\\.\\d+)*",
      dialect: "ecmascript",
      flags: "",
      notes: "",
      expectations: ["+ 1.2.3", "- none", "# a remark", "", "+2 7 8", "+= 1.2.3\t0-5"],
      samples: [{ name: "sample", text: "1.2.3" }],
    });
    expect(run(saved)).toMatchObject({ status: 0, stderr: "", stdout: expect.stringContaining("Versions: 4 of 4") });
    const noted = write("noted.json", {
      pattern: "(a)",
      expectations: [{ text: "a", expect: "match", note: "by hand", matches: [{ start: 0, end: 1, note: 1, groups: [{ start: 0, end: 1, note: 2 }] }] }],
    });
    expect(run(noted)).toMatchObject({ status: 0, stderr: "" });
    const shelf = write("saved-shelf.json", {
      format: "lamprey-specimens",
      version: 1,
      specimens: [{ title: "One", pattern: "a", expectations: ["+ a", { text: "b", expect: "match" }], samples: [] }],
    });
    expect(run(shelf)).toMatchObject({ status: 1, stdout: expect.stringContaining("One: 1 of 2") });
  });

  const good = write("good.json", {
    title: "Gates",
    pattern: "gate \\d",
    expectations: [
      { text: "gate 7", expect: "match" },
      { text: "gate", expect: "no-match" },
    ],
  });
  const bad = write("bad.json", {
    specimens: [
      {
        title: "Weirs & <others>",
        pattern: "weir",
        flags: "i",
        expectations: [
          { text: "WEIR", expect: "match" },
          { text: 'a "weir"\u0001', expect: "no-match" },
        ],
      },
    ],
  });
  const broken = write("broken.json", { title: "Broken", pattern: "(", expectations: [{ text: "a", expect: "match" }] });

  test("all that pass: exit code 0; one that fails: 1, and it says how; a pattern that does not read: 2", () => {
    expect(run(good)).toEqual({ status: 0, stdout: `${good}  Gates: 2 of 2\n2 passed, 0 failed\n`, stderr: "" });
    const { status, stdout } = run(good, bad);
    expect([status, stdout]).toEqual([1, expect.stringContaining('  fails   must not match  “a "weir"␁”  1 match, the first at 3–7\n3 passed, 1 failed\n')]);
    expect(run(good, broken)).toMatchObject({ status: 2, stdout: expect.stringContaining("Broken: the pattern has a mistake.") });
    expect(run("--all", good).stdout).toContain("  passes  must match  “gate 7”");
  });

  test("JUnit XML for a pipeline", () => {
    const report = join(folder, "report.xml");
    run("--junit", report, good, bad, broken);
    const xml = readFileSync(report, "utf8");
    expect(xml).toContain('<testsuite name="Weirs &amp; &lt;others&gt;"');
    expect(xml).toContain('tests="2" failures="1" errors="0"');
    expect(xml).toContain('<failure message="1 match, the first at 3–7"/>');
    expect(xml).toContain('name="the pattern">\n      <error message=');
    expect(xml).not.toContain("\u0001");
    // Not characters of XML, though they are no control characters.
    const odd = write("odd-characters.json", { title: "\ufffe\uffff", pattern: "a", expectations: [{ text: "\ufffe", expect: "match" }] });
    run("--junit", report, odd);
    expect(readFileSync(report, "utf8")).toContain('<testsuite name="\\ufffe\\uffff"');
    expect(/[\ufffe\uffff]/.test(readFileSync(report, "utf8"))).toBe(false);
  });

  test.each([
    ["no.json", "{", /no\.json: .*JSON/],
    ["odd.json", { title: "x" }, /odd\.json: "pattern" is required/],
    [
      "wrong.json",
      { specimens: [{ pattern: "a", expectations: [{ text: 7, expect: "match" }] }] },
      /wrong\.json: "specimens\[0\]\.expectations\[0\]\.text" must be a string/,
    ],
  ])("%s is said to be at fault", (name, content, words) => {
    const { status, stderr } = run(write(name, content));
    expect([status, words.test(stderr)]).toEqual([2, true]);
  });

  test("a file that is not there, and none at all", () => {
    expect(run(join(folder, "nowhere.json"))).toMatchObject({ status: 2, stderr: expect.stringContaining("nowhere.json") });
    expect(run()).toMatchObject({ status: 1, stderr: expect.stringContaining("Files are needed") });
  });
});
