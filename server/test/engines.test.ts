/** Real engines asked: what they find, and those that hang, print garbage, print without end, or die. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { beforeAll, describe, expect, test } from "@jest/globals";
import type { EngineAnswer } from "@lamprey/api";
import express from "express";
import { pino } from "pino";
import request from "supertest";
import { onlyDeep } from "../../scripts/depth.mjs";
import { ROOT } from "../../scripts/workspace.mjs";
import { confined } from "../src/engines/confined.ts";
import { Engines } from "../src/engines/engines.ts";
import { engineRoutes } from "../src/engines/routes.ts";
import { ENGINES, type EngineRow } from "../src/engines/table.ts";
import { answerProblems } from "../src/problem.ts";

const bytes = (question: object): Uint8Array => new TextEncoder().encode(JSON.stringify(question));
const PATIENCE = 400;
const engines = new Engines({ on: true, patience: PATIENCE });
/** Waits for what comes to its end, however busy this machine is. */
const patient = new Engines({ on: true, patience: 60_000 });

const here = async (name: string): Promise<boolean> => (await engines.list()).items.some((each) => each.name === name && each.asked);

describe("engines of this machine", () => {
  test("are listed with their versions; what is missing says what to install", async () => {
    const { on, items } = await engines.list();
    expect([on, items.map(({ name }) => name)]).toEqual([true, ENGINES.map(({ name }) => name)]);
    expect(items[0]).toMatchObject({ name: "node", dialect: "ecmascript", version: process.versions.node, asked: true });
    for (const { version, install, asked } of items) expect([version !== null || !asked, install.length > 0]).toEqual([true, true]);
  });

  test.each<[string, object, object]>([
    [
      "node",
      { pattern: "(?<y>\\d)(x)?", flags: "g", text: "🐟1 2x", mode: "all" },
      {
        matches: [
          [2, 3, [2, 3], null],
          [4, 6, [4, 5], [5, 6]],
        ],
        more: false,
      },
    ],
    ["node", { pattern: "b|bc", flags: "", text: "abc", mode: "first" }, { matches: [[1, 2]] }],
    ["node", { pattern: "b", flags: "g", text: "abc", mode: "start" }, { matches: [] }],
    ["node", { pattern: "a|ab", flags: "y", text: "ab", mode: "whole" }, { matches: [[0, 2]] }],
    ["node", { pattern: "(", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("Unterminated group") }],
    ["node", { pattern: "a", flags: "q", text: "", mode: "all" }, { refused: expect.stringContaining("flags") }],
    ["node", { pattern: ".", flags: "s", text: "x".repeat(20_001), mode: "all" }, { more: true }],
    [
      "python3",
      { pattern: "(?P<y>\\d)(x)?", flags: "", text: "🐟1 2x", mode: "all" },
      {
        matches: [
          [2, 3, [2, 3], null],
          [4, 6, [4, 5], [5, 6]],
        ],
        more: false,
      },
    ],
    [
      "java",
      { pattern: "(?<y>\\d)(x)?", flags: "", text: "🐟1 2x", mode: "all" },
      {
        matches: [
          [2, 3, [2, 3], null],
          [4, 6, [4, 5], [5, 6]],
        ],
        more: false,
      },
    ],
    // A JVM takes seconds to start.
    ...onlyDeep<[string, object, object]>(
      ["java", { pattern: "a|ab", flags: "i", text: "AB", mode: "whole" }, { matches: [[0, 2]] }],
      ["java", { pattern: "(", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("Unclosed group") }],
    ),
    [
      "php",
      { pattern: "(?<y>\\d)(x)?", flags: "u", text: "🐟1 2x", mode: "all" },
      {
        matches: [
          [2, 3, [2, 3], null],
          [4, 6, [4, 5], [5, 6]],
        ],
        more: false,
      },
    ],
    ["php", { pattern: "a|ab #", flags: "ix", text: "AB", mode: "whole" }, { matches: [[0, 2]] }],
    ["php", { pattern: "a", flags: "", text: "ba", mode: "start" }, { matches: [] }],
    ["php", { pattern: ".", flags: "", text: "é", mode: "all" }, { matches: [[0, 1]] }],
    ["php", { pattern: "~!@#%&=,;:'\"`_/", flags: "", text: "", mode: "all" }, { matches: [] }],
    ["php", { pattern: "(", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("missing closing parenthesis") }],
    ["php", { pattern: "a", flags: "e", text: "", mode: "all" }, { refused: "unknown flag e" }],
    ["php", { pattern: "(?R)", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("limit") }],
    [
      "grep",
      { pattern: "we(ir|ll)", flags: "i", text: "é WEIR\nwell", mode: "all" },
      {
        matches: [
          [2, 6],
          [7, 11],
        ],
        parts: true,
      },
    ],
    ["grep", { pattern: "a|ab", flags: "", text: "xab", mode: "first" }, { matches: [[1, 3]] }],
    ["grep", { pattern: "a.b", flags: "", text: "a\nb", mode: "whole" }, { matches: [[0, 3]] }],
    ["grep", { pattern: "a", flags: "", text: "ba", mode: "start" }, { matches: [] }],
    ["grep", { pattern: "(", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("Unmatched (") }],
    ["grep-basic", { pattern: "a\\+(", flags: "", text: "aa(", mode: "all" }, { matches: [[0, 3]] }],
    [
      "grep-fixed",
      { pattern: "a.\na", flags: "", text: "a.aa", mode: "all" },
      {
        matches: [
          [0, 2],
          [2, 3],
          [3, 4],
        ],
      },
    ],
    [
      "perl",
      { pattern: "(?<y>\\d)(x)?", flags: "", text: "🐟1 2x", mode: "all" },
      {
        matches: [
          [2, 3, [2, 3], null],
          [4, 6, [4, 5], [5, 6]],
        ],
        more: false,
      },
    ],
    ["perl", { pattern: "a|ab #", flags: "ix", text: "AB", mode: "whole" }, { matches: [[0, 2]] }],
    ["perl", { pattern: "a", flags: "", text: "ba", mode: "start" }, { matches: [] }],
    ["perl", { pattern: "$x@y", flags: "", text: "x", mode: "all" }, { matches: [] }],
    ["perl", { pattern: "(?{ die })", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("not allowed") }],
    ["perl", { pattern: "(", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("Unmatched (") }],
    [
      "mono",
      { pattern: "(?<y>\\d)(x)?", flags: "", text: "🐟1 2x", mode: "all" },
      {
        matches: [
          [2, 3, null, [2, 3]],
          [4, 6, [5, 6], [4, 5]],
        ],
        more: false,
      },
    ],
    ["mono", { pattern: "a|ab #", flags: "ix", text: "AB", mode: "whole" }, { matches: [[0, 2]] }],
    ["mono", { pattern: "a", flags: "", text: "ba", mode: "start" }, { matches: [] }],
    ["mono", { pattern: "(", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("Not enough )") }],
    ["mono", { pattern: "a", flags: "q", text: "", mode: "all" }, { refused: "unknown flag q" }],
    ["python3", { pattern: "a|ab", flags: "i", text: "AB", mode: "whole" }, { matches: [[0, 2]] }],
    ["python3", { pattern: "a", flags: "", text: "ba", mode: "start" }, { matches: [] }],
    ["python3", { pattern: "(", flags: "", text: "", mode: "all" }, { refused: expect.stringContaining("unterminated") }],
    ["python3", { pattern: "__import__('os').abort()", flags: "", text: "", mode: "all" }, { matches: [] }],
  ])("%s finds what %j finds", async (name, question, wanted) => {
    if (!(await here(name))) return;
    expect(await patient.ask(name, bytes(question))).toMatchObject(wanted);
  });

  test("one that explodes is ended, and says so; the time alone can be asked for", async () => {
    const explodes = { pattern: "^(a+)+$", flags: "", text: `${"a".repeat(40)}!`, mode: "first", only: "time" };
    const started = Date.now();
    const answer = await engines.ask("node", bytes(explodes));
    expect(answer).toMatchObject({ trouble: "hung", message: expect.stringContaining("0.4 s") });
    expect(Date.now() - started).toBeLessThan(10_000);
    expect(await patient.ask("node", bytes({ ...explodes, text: "aaa!" }))).toMatchObject({ matches: [], ms: expect.any(Number) });
  });
});

describe("engines that misbehave", () => {
  const folder = mkdtempSync(join(tmpdir(), "lamprey-engines-"));
  const scripts = {
    garbage: "process.stdout.write('no answer')",
    odd: "process.stdout.write(JSON.stringify({ ms: 1, more: false, matches: [['a', 1]] }))",
    endless: "const s = 'x'.repeat(1e6); for (let i = 0; i < 40; i++) process.stdout.write(s)",
    dies: "process.kill(process.pid, 'SIGSEGV')",
    fails: "process.exit(3)",
    hangs: "setInterval(() => {}, 1000)",
    looks: "process.stdout.write(JSON.stringify({ refused: Object.keys(process.env).sort().join() }))",
  } as const;
  let own: Engines;

  beforeAll(() => {
    const rows = Object.entries(scripts).map(([name, script]): EngineRow => {
      const path = join(folder, `${name}.cjs`);
      writeFileSync(path, script);
      return { name, title: name, dialect: "ecmascript", file: process.execPath, version: ["--version"], runner: [path], install: "" };
    });
    const missing: EngineRow = {
      name: "missing",
      title: "Missing",
      dialect: "perl",
      file: "no-such-engine",
      version: [],
      runner: ["x"],
      install: "Install it.",
    };
    own = new Engines({ on: true, patience: PATIENCE }, [...rows, missing]);
  });

  test.each<[string, EngineAnswer | object]>([
    ["garbage", { trouble: "garbage" }],
    ["odd", { trouble: "garbage" }],
    ["endless", { trouble: "garbage", message: expect.stringContaining("more than is read") }],
    ["dies", { trouble: "died", message: expect.stringContaining("SIGSEGV") }],
    ["fails", { trouble: "died" }],
    ["hangs", { trouble: "hung" }],
    ["missing", { trouble: "missing", message: expect.stringContaining("Install it.") }],
    ["nobody", { trouble: "missing" }],
  ])("%s", async (name, wanted) => {
    expect(await own.ask(name, bytes({}))).toMatchObject(wanted);
  });

  test("one whose program cannot be compiled says with what, and is tried again the next time", async () => {
    const row: EngineRow = {
      name: "odd",
      title: "Odd",
      dialect: "dotnet",
      file: process.execPath,
      version: ["--version"],
      runner: [],
      compiled: { file: "no-such-compiler", source: "Engine.cs" },
      install: "Install a compiler.",
    };
    const own = new Engines({ on: true, patience: PATIENCE }, [row]);
    const question = bytes({ pattern: "a", flags: "", text: "a", mode: "all" });
    for (let time = 0; time < 2; time++) {
      expect(await own.ask("odd", question)).toEqual({
        trouble: "missing",
        message: "What Odd runs could not be compiled with no-such-compiler. Install a compiler.",
      });
    }
  });

  test("they see nothing of the server's environment", async () => {
    process.env.LAMPREY_SECRET = "kept";
    expect(await own.ask("looks", bytes({}))).toMatchObject({ refused: "LANG,PATH" });
    delete process.env.LAMPREY_SECRET;
  });

  test("two at once, some more wait, the rest is told", async () => {
    const answers = await Promise.all(Array.from({ length: 20 }, () => own.ask("looks", bytes({}))));
    expect(answers.filter((answer) => "trouble" in answer && answer.trouble === "busy").length).toBeGreaterThan(0);
    expect(answers.filter((answer) => "refused" in answer).length).toBeGreaterThan(15);
  });
});

describe("over HTTP", () => {
  const app = express();
  app.use("/api/engines", engineRoutes(new Engines({ on: false, patience: PATIENCE })));
  app.use(answerProblems(pino({ level: "silent" })));

  test("switched off, nothing is looked for and nothing is asked", async () => {
    const { body } = await request(app).get("/api/engines").expect(200);
    expect([body.on, body.items.every((each: { version: string | null }) => each.version === null)]).toEqual([false, true]);
    expect((await request(app).post("/api/engines/node").send({ pattern: "a" }).expect(200)).body).toMatchObject({ trouble: "off" });
  });

  test("only JSON is taken, and only what is meant to be asked", async () => {
    await request(app).post("/api/engines/node").type("text/plain").send("a").expect(415);
    await request(app).delete("/api/engines/node").expect(405);
  });
});

/** Only the kernel can bound a process whose server is gone. */
const bounded = existsSync("/usr/bin/prlimit") ? test : test.skip;

describe("a process of an engine", () => {
  bounded("ends with its server, even one that was killed", async () => {
    const said = join(mkdtempSync(join(tmpdir(), "lamprey-engine-")), "process");
    const endless = `require("node:fs").writeFileSync(${JSON.stringify(said)}, String(process.pid)); for (;;);`;
    const server = `import { confined } from "./server/dist/engines/confined.js"; confined(process.execPath, ["-e", ${JSON.stringify(endless)}], { timeout: 1000 });`;
    const child = spawn(process.execPath, ["--input-type=module", "-e", server], { cwd: ROOT, stdio: "inherit" });
    while (!existsSync(said) || readFileSync(said, "utf8") === "") await new Promise((done) => setTimeout(done, 20));
    const engine = Number(readFileSync(said, "utf8"));
    child.kill("SIGKILL");
    await once(child, "exit");
    // At once; or after the three seconds of the processor that it may use, where only those can be bounded.
    for (let i = 0; i < 300 && isThere(engine); i++) await new Promise((done) => setTimeout(done, 100));
    expect(isThere(engine)).toBe(false);
  });

  bounded("is refused more memory than it may have", async () => {
    const grow = "const held = []; for (;;) held.push(Buffer.alloc(2 ** 28, 1))";
    const { failed, stderr } = await confined(process.execPath, ["-e", grow], { timeout: 60_000 });
    expect([failed, stderr]).toEqual([true, expect.stringMatching(/allocat|memory/i)]);
  });
});

function isThere(process_: number): boolean {
  try {
    process.kill(process_, 0);
    return true;
  } catch {
    return false;
  }
}
