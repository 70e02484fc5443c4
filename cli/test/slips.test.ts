/** `lamprey slips` on patterns, lists and sources, as a process. */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";

const BIN = fileURLToPath(new URL("../bin/lamprey.mjs", import.meta.url));
const GATES = `export const host = /www.tarrow\\.example/;
const several = [/^gate|weir$/, /[A-z]+/g];
const made = new RegExp("\\\\d+.\\\\d+");
const fine = /\\d+/;
`;
const TAGS = `import re
re.compile(r'[aab]x')
re.fullmatch('x*', tag)
re.compile(name)
`;

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "lamprey-slips-"));
  mkdirSync(join(folder, "gates"));
  writeFileSync(join(folder, "gates", "open.ts"), GATES);
  writeFileSync(join(folder, "gates", "tags.py"), TAGS);
  writeFileSync(join(folder, "list.txt"), "/a|b/\n(\n/[a|b]/\n");
});
afterAll(() => rmSync(folder, { recursive: true }));

const run = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [BIN, "slips", ...args], { cwd: folder, encoding: "utf8" });
  return { status, stdout, stderr };
};

describe("on sources", () => {
  test("a line a slip, with its place and a text that shows it; exit code 1 where there is one", () => {
    const { stdout, status } = run("--sources", "gates");
    const lines = stdout.trim().split("\n");
    expect(lines.map((line) => line.split(/ +/).slice(0, 2))).toEqual([
      ["dot-for-point", "gates/open.ts:1:21"],
      ["outer-alternatives", "gates/open.ts:2:18"],
      ["range-across-cases", "gates/open.ts:2:33"],
      ["dot-for-point", "gates/open.ts:3:25"],
      ["doubled-in-set", "gates/tags.py:2:12"],
      [""],
      ["7", "patterns"],
    ]);
    expect(lines[0]).toMatch(/“www.tarrow\.example” shows it\.$/);
    expect(lines.at(-1)).toMatch(/^7 patterns in 2 files: 2 dot-for-point, .*; 1 passed over/);
    expect(status).toBe(1);
    expect(run("--sources", "gates/tags.py", "--without", "doubled-in-set")).toMatchObject({ status: 0 });
  });

  test("SARIF: a rule for each kind, the part itself where it stands as it is written, and a fix that can be put in", () => {
    const { stdout } = run("--sources", "gates", "--sarif");
    const { version, runs } = JSON.parse(stdout);
    const [{ tool, results }] = runs;
    expect(version).toBe("2.1.0");
    const ids = tool.driver.rules.map(({ id }: { id: string }) => id);
    for (const { ruleId } of results) expect(ids).toContain(ruleId);
    expect(results[0]).toMatchObject({
      ruleId: "dot-for-point",
      level: "warning",
      locations: [
        { physicalLocation: { artifactLocation: { uri: "gates/open.ts" }, region: { startLine: 1, startColumn: 25, charOffset: 24, charLength: 1 } } },
      ],
    });
    // What the fix takes out and puts in is the mended source.
    const [{ deletedRegion, insertedContent }] = results[0].fixes[0].artifactChanges[0].replacements;
    const text = readFileSync(join(folder, "gates", "open.ts"), "utf8");
    const mended = text.slice(0, deletedRegion.charOffset) + insertedContent.text + text.slice(deletedRegion.charOffset + deletedRegion.charLength);
    expect(mended).toBe(GATES.replace("www.tarrow", "www\\.tarrow"));
    // In a string the pattern is written with other escapes: the place is exact all the same, but there is no fix.
    expect(results[3].fixes).toBeUndefined();
    expect(results[3].locations[0].physicalLocation.region).toMatchObject({ startLine: 3, charLength: 1 });
  });

  test("JSON Lines, a row a pattern; to a file where one is named", () => {
    const out = join(folder, "slips.jsonl");
    expect(run("--sources", "gates/open.ts", "--jsonl", "--output", out)).toMatchObject({ status: 1, stdout: "" });
    const rows = readFileSync(out, "utf8")
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line));
    expect(rows.map(({ found, slips }) => [found.pattern, slips.length])).toEqual([
      ["www.tarrow\\.example", 1],
      ["^gate|weir$", 1],
      ["[A-z]+", 1],
      ["\\d+.\\d+", 1],
      ["\\d+", 0],
    ]);
  });
});

describe("on a list and on patterns", () => {
  test("a mistake is a row of the list, and not its end", () => {
    const { stdout, status } = run("--list", "list.txt");
    expect(stdout).toMatch(/^group-open .*\nbar-in-set /);
    expect(status).toBe(1);
  });

  test("a pattern that is given is told at length, with shorter ways; one that does not read ends with 2", () => {
    expect(run("[0-9]{2,2}", "--format=x").status).toBe(1);
    expect(run("[0-9]x{1,}")).toMatchObject({
      status: 0,
      stdout: "  shorter: [0-9] as \\d, since the set is a class that has a name\n  shorter: {1,} as +, since the quantifier has a sign of its own\n",
    });
    expect(run("gate")).toMatchObject({ status: 0, stdout: "No likely mistake is seen.\n" });
    expect(run("gate", "(")).toMatchObject({ status: 2, stdout: expect.stringContaining("never closed") });
    expect(run("--sources", "nowhere")).toMatchObject({ status: 2, stderr: expect.stringContaining("nowhere") });
  });
});
