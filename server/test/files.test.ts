/** Files that one part saves and the others read: the server's, of one specimen and of all, with the page's reader and the command. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { pino } from "pino";
import request from "supertest";
import { ROOT } from "../../scripts/workspace.mjs";
import { gather } from "../../web/src/shelf/files.ts";
import { createApp } from "../src/app.ts";
import { Engines } from "../src/engines/engines.ts";
import { readDemo } from "../src/seed.ts";
import { Service } from "../src/service.ts";
import { DEMO_FOLDER } from "../src/settings.ts";
import { Specimens } from "../src/specimens/specimens.ts";
import { openStore } from "../src/store/store.ts";

/** What a person types on the bench. */
const LISTS = [
  "+ 1.2.3",
  "- none\n+2 7 8\n+^ 7 x\n+= 1.2",
  "# only a remark\n\n",
  "+ tab \\t and \\\\ and a\\nline end\n+ 1\t0-1\nno sign",
  "+ lone \ud83d, NUL \0, “quotes”",
];

const folder = mkdtempSync(join(tmpdir(), "lamprey-files-"));
const closing: (() => Promise<void>)[] = [];

async function server(name: string, demo = false) {
  const store = await openStore(join(folder, name));
  closing.push(() => store.close());
  const specimens = new Specimens(store);
  if (demo) await specimens.seed(() => readDemo(DEMO_FOLDER));
  const asked = new Service(store, specimens);
  const parts = { door: { host: "127.0.0.1", names: [], token: null }, engines: new Engines({ on: false, patience: 100 }), log: pino({ level: "silent" }) };
  return createApp({ asked, ...parts, web: folder });
}

/** What the command says of a file: tests that do not pass, and patterns with a mistake, are no fault of the file. */
function check(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(ROOT, "cli/dist/main.js"), "check", path], { encoding: "utf8" });
  expect([status !== null, stderr]).toEqual([true, ""]);
  return stdout.trim().split("\n").at(-1) ?? "";
}

let first: Awaited<ReturnType<typeof server>>;
const ids: string[] = [];

beforeAll(async () => {
  first = await server("first");
  for (const [i, expectations] of LISTS.entries()) {
    const made = await request(first)
      .post("/api/specimens")
      .send({ title: `List ${i}`, pattern: "\\d+|lone", flags: "", expectations, tags: ["kept"], samples: [{ name: "s", text: "1.2.3" }] })
      .expect(201);
    ids.push(made.body.id);
  }
});

afterAll(async () => {
  for (const close of closing) await close();
  rmSync(folder, { recursive: true, force: true });
});

describe("files that the application saves", () => {
  test("one specimen: the command runs its tests, and the page takes it back", async () => {
    const ran: string[] = [];
    for (const [i, id] of ids.entries()) {
      const { text } = await request(first)
        .post("/api/export")
        .send({ ids: [id] })
        .expect(200);
      ran.push(check(`one-${i}.json`, text));
      const { file } = gather([{ name: "one.json", text }]);
      expect(file.specimens).toHaveLength(1);
    }
    expect(ran).toEqual(["1 passed, 0 failed", "3 passed, 1 failed", "0 passed, 0 failed", "1 passed, 2 failed", "1 passed, 0 failed"]);
  });

  test("everything: the command runs it, the page hands it on, and another server has it then", async () => {
    const { text } = await request(first).get("/api/export").expect(200);
    expect(check("all.json", text)).toBe("6 passed, 3 failed");
    const second = await server("second");
    const { file } = gather([{ name: "all.json", text }]);
    expect((await request(second).post("/api/import").send(file).expect(201)).body).toEqual({ imported: LISTS.length });
    expect((await request(second).get("/api/export").expect(200)).text).toBe(text);
  });

  test("the demo too", async () => {
    const third = await server("third", true);
    const { text } = await request(third).get("/api/export").expect(200);
    expect(check("demo.json", text)).toMatch(/^\d\d passed, \d failed, 1 not read$/);
  });
});
