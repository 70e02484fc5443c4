/** `risk` and `slips` in a pipeline: changed lines, what is known, tables in Markdown, and a project's settings. */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeAll, beforeEach, describe, expect, test } from "@jest/globals";
import { ensureBuilt, ROOT } from "../../scripts/workspace.mjs";
import { COMMAND } from "./lsp-client.ts";

let folder: string;
const write = (name: string, text: string): void => writeFileSync(join(folder, name), text);
const run = (args: readonly string[], cwd = folder) => spawnSync(process.execPath, [COMMAND, ...args], { cwd, encoding: "utf8" });
const git = (...args: string[]): void => {
  const { status, stderr } = spawnSync("git", ["-c", "user.name=Weir", "-c", "user.email=weir@tarrow.example", ...args], { cwd: folder, encoding: "utf8" });
  if (status !== 0) throw new Error(stderr);
};
/** Where findings are: the places that rows of the table begin with. */
const places = (stdout: string): string[] => [...stdout.matchAll(/\S+:\d+:\d+/g)].map(([place]) => place);

beforeAll(() => ensureBuilt("cli"), 120_000);
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "lamprey-pipeline-"));
  mkdirSync(join(folder, "src"));
  write("src/gate.js", "const gate = /^(\\w+)+$/;\n\nconst level = /level \\d+/;\n");
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe("--changed-since", () => {
  test("judges the patterns on changed lines, through a constant too, and files that are new", () => {
    write("src/parts.js", 'const PART = "(a+)+";\n\n\n\nnew RegExp("^" + PART + "$");\nconst other = /(b+)+$/;\n');
    git("init", "-q");
    git("add", ".");
    git("commit", "-qm", "gates");
    expect(run(["risk", "--sources", ".", "--changed-since", "HEAD"])).toMatchObject({ status: 0, stdout: "0 patterns: none\n" });
    write("src/gate.js", "const gate = /^(\\w+)+$/;\n\nconst level = /^(\\d+)+$/;\n");
    write("src/parts.js", 'const PART = "(a+)+c?";\n\n\n\nnew RegExp("^" + PART + "$");\nconst other = /(b+)+$/;\n');
    write("src/new é.py", "import re\nre.compile(r'^(x+)+$')\n");
    const { stdout, status } = run(["risk", "--sources", "src", "--changed-since", "HEAD"]);
    expect(status).toBe(1);
    expect(places(stdout).sort()).toEqual(["src/gate.js:3:15", "src/parts.js:5:12", "é.py:2:12"]);
    // However a person has set git to name files in a difference, and whatever the names are.
    write('src/the "upper" gate.js', "const gate = 1;\n");
    git("add", ".");
    git("commit", "-qm", "the upper gate");
    git("config", "diff.noprefix", "true");
    write('src/the "upper" gate.js', "const gate = /^(\\w+)+$/;\n");
    expect(run(["risk", "--sources", "src", "--changed-since", "HEAD"]).stdout).toContain('src/the "upper" gate.js:1:14');
    expect(run(["risk", "--sources", "src", "--changed-since", "HEAD"]).stdout).toContain("1 pattern in 1 file");
    git("reset", "-q", "--hard", "HEAD~1");
    write("src/gate.js", "const gate = /^(\\w+)+$/;\n\nconst level = /^(\\d+)+$/;\n");
    // From a folder within, too.
    expect(places(run(["risk", "--sources", ".", "--changed-since", "HEAD"], join(folder, "src")).stdout)).toContain("gate.js:3:15");
  });

  test("says what git says, and takes no option for a revision", () => {
    expect(run(["risk", "--sources", ".", "--changed-since", "HEAD"])).toMatchObject({ status: 2, stderr: expect.stringContaining("git") });
    git("init", "-q");
    expect(run(["risk", "--sources", ".", "--changed-since", "none"])).toMatchObject({ status: 2, stderr: expect.stringContaining("none") });
    expect(run(["risk", "--sources", ".", "--changed-since=--output=x"])).toMatchObject({ status: 2, stderr: expect.stringContaining("no revision") });
  });
});

describe("--baseline", () => {
  test("leaves out what is known, as often as it is, wherever it has moved to", () => {
    expect(run(["risk", "--sources", "src", "--jsonl", "--output", "known.jsonl"]).status).toBe(1);
    write("src/gate.js", "\n\nconst gate = /^(\\w+)+$/;\n");
    expect(run(["risk", "--sources", "src", "--baseline", "known.jsonl"])).toMatchObject({ status: 0, stdout: expect.stringContaining("0 patterns") });
    write("src/gate.js", "const gate = /^(\\w+)+$/;\nconst again = /^(\\w+)+$/;\n");
    const { stdout, status } = run(["risk", "--sources", "src", "--baseline", "known.jsonl"]);
    expect([status, places(stdout)]).toEqual([1, ["src/gate.js:2:15"]]);
  });

  test("of slips; a file that is none is named by its line", () => {
    write("src/range.py", "import re\nre.compile('[A-z]')\n");
    run(["slips", "--sources", "src/range.py", "--jsonl", "--output", "known.jsonl"]);
    expect(run(["slips", "--sources", "src/range.py"]).status).toBe(1);
    expect(run(["slips", "--sources", "src/range.py", "--baseline", "known.jsonl"]).status).toBe(0);
    write("bad.jsonl", "{}\n");
    expect(run(["slips", "--sources", "src", "--baseline", "bad.jsonl"])).toMatchObject({ status: 2, stderr: expect.stringContaining("bad.jsonl:1") });
  });
});

test("--markdown is a table whose cells cannot break it", () => {
  write("src/bar.js", "const bar = /^(a|a|b)*$/;\n");
  const { stdout } = run(["risk", "--sources", "src/bar.js", "--markdown"]);
  expect(stdout).toBe(
    [
      "1 pattern in 1 file: 1 exponential.",
      "",
      "| Growth | Asked | Where | Cause | Attack |",
      "| --- | --- | --- | --- | --- |",
      stdout.trimEnd().split("\n").at(-1),
      "",
    ].join("\n"),
  );
  expect(stdout).toContain("| exponential | search | src/bar.js:1:13 | (a\\|a\\|b)\\* |");
  expect(run(["slips", "--sources", "src/bar.js", "--markdown"]).stdout).toContain("| Mistake | Where | Part | What it is |");
});

describe(".lampreyrc.json", () => {
  test("says what is read, skipped and refused, from any folder below it", () => {
    mkdirSync(join(folder, "src/made"));
    write("src/made/gate.js", "const gate = /^(\\w+)+$/;\n");
    write(
      ".lampreyrc.json",
      JSON.stringify({ $schema: "lampreyrc.schema.json", sources: ["src"], skip: ["**/made/**"], failAt: "never", without: ["catastrophe"] }),
    );
    const { stdout, status } = run(["risk"]);
    expect([status, places(stdout)]).toEqual([0, ["src/gate.js:1:14"]]);
    const below = run(["risk"], join(folder, "src/made"));
    expect(places(below.stdout)).toEqual(["../gate.js:1:14"]);
    // What the command is told wins.
    expect(run(["risk", "--fail-at", "exponential"]).status).toBe(1);
    expect(run(["slips"]).stdout).toContain("patterns in 1 file");
    expect(run(["risk", "(a+)+$"]).stdout).toContain("1 pattern: 1 exponential");
  });

  test.each([
    ["{", "JSON"],
    ['{ "sources": "src" }', "must be an array"],
    ['{ "fail": "never" }', "is not allowed"],
  ])("%s is refused with its place", (text, says) => {
    write(".lampreyrc.json", text);
    expect(run(["risk"])).toMatchObject({ status: 2, stderr: expect.stringMatching(new RegExp(`lampreyrc\\.json.*${says}`)) });
  });

  test("without one, something is to be named", () => {
    expect(run(["risk"])).toMatchObject({ status: 1, stderr: expect.stringContaining("are needed") });
  });
});

test("a comment says of a finding that it is meant", () => {
  write("src/gate.js", "// lamprey: meant exponential\nconst gate = /^(\\w+)+$/;\nconst b = /[A-z]/; // lamprey: meant range-across-cases\n");
  expect(run(["risk", "--sources", "src"])).toMatchObject({ status: 0 });
  expect(run(["slips", "--sources", "src"]).stdout).not.toContain("range-across-cases");
  expect(JSON.parse(run(["risk", "--sources", "src", "--sarif"]).stdout).runs[0].results[0].suppressions).toEqual([{ kind: "inSource" }]);
});

describe("docs/pipelines.md", () => {
  const text = readFileSync(join(ROOT, "docs/pipelines.md"), "utf8");
  /** The recipes, with the built command in the place of the installed one. */
  const recipes = [...text.matchAll(/```sh\n([\s\S]*?)```/g)].map(([, code]) =>
    (code as string).replaceAll("npx lamprey", `"${process.execPath}" "${COMMAND}"`),
  );
  const sh = (code: string | undefined) => spawnSync("sh", ["-c", code ?? "exit 9"], { cwd: folder, encoding: "utf8" });

  test("the hook stops a commit with a hazard, and no other", () => {
    git("init", "-q");
    git("add", ".");
    git("commit", "-qm", "gates");
    writeFileSync(join(folder, ".git/hooks/pre-commit"), recipes[0] ?? "", { mode: 0o755 });
    write("src/level.js", "const level = /level \\d+/;\n");
    git("add", ".");
    git("commit", "-qm", "levels");
    write("src/level.js", "const level = /^(\\d+)+$/;\n");
    git("add", ".");
    expect(() => git("commit", "-qm", "a hazard")).toThrow();
  });

  test("the step fails for what is new", () => {
    run(["risk", "--sources", "src", "--jsonl", "--output", "known.jsonl"]);
    expect(sh(recipes[1])).toMatchObject({ status: 0 });
    write("src/new.js", "const level = /^(\\d+)+$/;\n");
    expect(sh(recipes[1])).toMatchObject({ status: 1, stdout: expect.stringContaining("| exponential |") });
  });

  test("the reports of repositories become one", () => {
    for (const name of ["upper", "lower"]) {
      mkdirSync(join(folder, name));
      write(`${name}/gate.js`, "const gate = /^(\\w+)+$/;\n");
    }
    expect(sh(recipes[2])).toMatchObject({ status: 1 });
    const { results } = JSON.parse(readFileSync(join(folder, "all.sarif"), "utf8")).runs[0];
    expect(results).toHaveLength(2);
  });

  test("the schema of settings has the fields that are read, and no others", () => {
    const { properties } = JSON.parse(readFileSync(join(ROOT, "docs/lampreyrc.schema.json"), "utf8"));
    write(".lampreyrc.json", JSON.stringify({ sources: ["src"], skip: [], failAt: "never", without: [], baseline: "known.jsonl" }));
    write("known.jsonl", "");
    expect(run(["risk"]).status).toBe(0);
    expect(Object.keys(properties).sort()).toEqual(["$schema", "baseline", "failAt", "skip", "sources", "without"]);
  });
});
