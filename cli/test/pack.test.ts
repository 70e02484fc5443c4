/** The command as a package: one file that installs without the registry and without the workspace, and does all that it does here. */
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { ensureBuilt, ROOT } from "../../scripts/workspace.mjs";
import { Editor } from "./lsp-client.ts";

/** Bytes of the packed file, at most. */
const MOST_PACKED = 3_000_000;

let folder: string;
let project: string;
let packed: string;

/** No registry is at this address: whatever asks one fails. */
const ALONE = { ...process.env, npm_config_registry: "http://127.0.0.1:9", npm_config_update_notifier: "false" };

const npm = (args: readonly string[], cwd: string, env: NodeJS.ProcessEnv = process.env) =>
  spawnSync("npm", [...args], { cwd, env, encoding: "utf8", shell: process.platform === "win32" });

beforeAll(async () => {
  // Some machines are set to run no scripts of packages: what packs them is one.
  await ensureBuilt("cli");
  folder = mkdtempSync(join(tmpdir(), "lamprey-packed-"));
  const made = npm(["pack", "-w", "cli", "--pack-destination", folder], ROOT);
  if (made.status !== 0) throw new Error(made.stderr);
  packed = join(folder, readdirSync(folder).find((name) => name.endsWith(".tgz")) ?? "");
  project = join(folder, "project");
  mkdirSync(join(project, "src"), { recursive: true });
  writeFileSync(join(project, "package.json"), '{ "name": "gauges", "version": "1.0.0" }\n');
  writeFileSync(join(project, "src/gauge.js"), "export const words = /^(\\w+ ?)+$/;\nexport const gate = /gate \\d+/g;\n");
  writeFileSync(join(project, "src/gauge.py"), "import re\nre.search(r'level \\d+$', text)\n");
  writeFileSync(join(project, "gate.json"), '{ "title": "Gates", "pattern": "gate \\\\d+", "expectations": ["+ gate 7", "- weir"] }\n');
  writeFileSync(
    join(project, "rows.jsonl"),
    '{"status":"ok","growth":"exponential","file":null,"found":{"dialect":"ecmascript","pattern":"(a+)+$","flags":"","mode":"search","start":0,"end":6,"line":1,"column":1},"elapsedMs":1}\n',
  );
  writeFileSync(join(project, "gate.log"), "gate 7 open\nweir\ngate 9 shut\n");
  const installed = npm(["install", "--save-dev", "--no-audit", "--no-fund", "--offline", packed], project, ALONE);
  if (installed.status !== 0) throw new Error(installed.stderr);
}, 120_000);

afterAll(() => rmSync(folder, { recursive: true, force: true }));

const lamprey = (args: readonly string[], input = "") =>
  spawnSync(process.execPath, [join(project, "node_modules/@lamprey/cli/bin/lamprey.mjs"), ...args], { cwd: project, env: ALONE, encoding: "utf8", input });

/** For each command what it is asked, its exit code, and what it says. */
const ASKED: Readonly<Record<string, readonly [args: readonly string[], code: number, says: string]>> = {
  match: [["(\\w+) gate", "the upper gate"], 0, "upper"],
  forecast: [["(a+)+$", "aaaab"], 0, "steps"],
  trace: [["a+?b", "aab"], 0, "aab"],
  check: [["gate.json"], 0, "2"],
  sift: [["gate (\\d)", "gate.log", "--distinct=1"], 0, "1\t7\n1\t9\n"],
  link: [["gate.json"], 0, "/link#"],
  whynot: [["gate \\d+ open", "the gate 7 is shut"], 1, "gate"],
  examples: [["(up|down) \\d+"], 0, "down"],
  slips: [["[A-z]+"], 1, "A-z"],
  rewrite: [["(\\d)", "<$1>", "gate 7"], 0, "gate <7>"],
  calls: [["gate", "gate 7"], 0, "match"],
  handoff: [["gate \\d"], 0, "/gate \\d/"],
  handin: [["const gate = /gate \\d/gi;"], 0, "gate \\d"],
  lsp: [["--stdio"], 1, ""],
  risk: [["--sources", "src"], 1, "3 patterns in 2 files: 1 exponential, 2 linear"],
  merge: [["rows.jsonl"], 1, "1 pattern: 1 exponential"],
  relate: [["colou?r", "colou*r"], 1, "colouur"],
  across: [["gate|gatehouse", "--dialects", "ecmascript,ere"], 1, "gatehouse"],
  carry: [["(?P<day>\\d+)", "--dialect", "python", "--to", "perl"], 0, "(?P<day>"],
};

describe("the packed command", () => {
  test("is small, and brings nothing along", () => {
    expect(statSync(packed).size).toBeLessThan(MOST_PACKED);
    expect(readdirSync(join(project, "node_modules")).filter((name) => !name.startsWith("."))).toEqual(["@lamprey"]);
    expect(existsSync(join(project, "node_modules/.bin/lamprey"))).toBe(true);
  });

  test("names its version", () => {
    expect(lamprey(["--version"]).stdout).toMatch(/^\d+\.\d+\.\d+\n$/);
  });

  test("every command is asked for below", () => {
    const named = [...lamprey(["--help"]).stdout.matchAll(/^ {2}(\w+) \[options\]/gm)].map(([, name]) => name);
    expect(Object.keys(ASKED).sort()).toEqual(named.sort());
  });

  test.each(Object.entries(ASKED))("%s", (...[command, [args, code, says]]) => {
    const { status, stdout, stderr } = lamprey([command, ...args]);
    expect({ status, stdout }).toEqual({ status: code, stdout: expect.stringContaining(says) });
    expect(stderr).not.toContain("Error");
  });

  test("answers JSON Lines", () => {
    const { stdout } = lamprey(["match", "--jsonl"], '{"id":"1","dialect":"ecmascript","flags":"","pattern":"a+","text":"caab"}\n');
    expect(JSON.parse(stdout)).toMatchObject({ id: "1", status: "ok" });
  });

  test("speaks with an editor, and judges in its workers", async () => {
    const editor = await new Editor(join(project, "node_modules/@lamprey/cli/bin/lamprey.mjs")).start();
    await editor.open("file:///gauge.java", "java", 'class A { Object p = Pattern.compile("^([a-z]+ ?)+$"); }');
    expect((await editor.diagnostics("file:///gauge.java")).map(({ code }) => code)).toEqual(["exponential"]);
    expect(await editor.end()).toBe(0);
  });

  test("counts a large file on several cores", () => {
    const large = join(folder, "large.log");
    // Long lines, so that it is large soon.
    writeFileSync(large, `${`gate 7 ${"open ".repeat(2000)}\n`.repeat(14_000)}`);
    expect(lamprey(["sift", "gate \\d", large, "--count", "--threads", "2"]).stdout).toBe("14000\n");
  });
});
