/** Files that one part saves and the others read: the server's, of one specimen and of all, with the page's reader and the command. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { pino } from "pino";
import request from "supertest";
import { sized } from "../../scripts/depth.mjs";
import { ROOT } from "../../scripts/workspace.mjs";
import { gather } from "../../web/src/shelf/files.ts";
import { createApp } from "../src/app.ts";
import { Engines } from "../src/engines/engines.ts";
import { readImported } from "../src/importing.ts";
import { Problem } from "../src/problem.ts";
import { readDemo } from "../src/seed.ts";
import { Service } from "../src/service.ts";
import { DEMO_FOLDER } from "../src/settings.ts";
import { Specimens } from "../src/specimens/specimens.ts";
import { openStore, type Store } from "../src/store/store.ts";

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

describe("a file that is no export of a person's", () => {
  const file = (specimens: unknown) => new TextEncoder().encode(JSON.stringify({ format: "lamprey-specimens", version: 1, specimens }));
  const one = { title: "Gate", pattern: "a+", dialect: "python", samples: [{ name: "s", text: "a gate" }] };

  test.each<[string, unknown, number]>([
    ["numbers", Array.from({ length: 100_000 }, () => 1), 8],
    ["more than any export has", Array.from({ length: sized(100_001, 1_000_000) }, () => 1), 1],
    ["objects that do not fit", Array.from({ length: sized(80_000, 100_000) }, () => ({ a: 1 })), 8],
    ["one with a million samples that do not fit", [{ ...one, samples: Array.from({ length: 100_000 }, () => 1) }], 1],
    ["one at fault among many", [...Array.from({ length: 500 }, () => one), { ...one, dialect: "gate" }], 1],
  ])("%s: refused at the first faults, soon and in little", async (_, specimens, faults) => {
    const before = process.memoryUsage().heapUsed;
    const body = file(specimens);
    const began = Date.now();
    const problem = await readImported(body).catch((error: unknown) => error);
    expect(problem).toBeInstanceOf(Problem);
    expect((problem as Problem).extensions.errors ?? []).toHaveLength(faults);
    expect([Date.now() - began < 5000, process.memoryUsage().heapUsed - before < 400e6]).toEqual([true, true]);
  });

  test("many that fit are kept while others have their turn; a failure in the middle leaves nothing", async () => {
    const data = mkdtempSync(join(tmpdir(), "lamprey-import-"));
    const store = await openStore(data);
    const specimens = new Specimens(store);
    const service = new Service(store, specimens);
    const list = (removed: boolean) => specimens.list({ search: "", removed, offset: 0, limit: 1 });
    const count = sized(600, 10_000);
    let longest = 0;
    let over = false;
    const asking = (async () => {
      const totals = new Set<number>();
      while (!over) {
        const asked = Date.now();
        totals.add((await list(false)).total);
        totals.add((await list(true)).total);
        longest = Math.max(longest, Date.now() - asked);
        await new Promise((resolve) => setTimeout(resolve, 5));
      }
      return totals;
    })();
    expect(await service.keepAll(file(Array.from({ length: count }, (_, i) => ({ ...one, title: `Gate ${i}` }))))).toBe(count);
    over = true;
    // Others saw all of them or none.
    expect([...(await asking)].filter((total) => total !== 0 && total !== count)).toEqual([]);
    // Two questions, each behind one batch; a busy machine takes several times as long.
    expect(longest).toBeLessThan(2000);
    expect((await list(false)).total).toBe(count);

    // A disk that is full in the middle.
    const full = Object.assign(Object.create(store) as Store, {});
    let forks = 0;
    full.fork = () => {
      if (++forks === 3) throw new Error("database or disk is full");
      return store.fork();
    };
    await expect(new Service(full, new Specimens(full)).keepAll(file(Array.from({ length: 400 }, () => one)))).rejects.toThrow("full");
    expect([(await list(false)).total, (await list(true)).total]).toEqual([count, 0]);
    // A process that was ended in the middle.
    await store.fork().execute("update specimen set deleted_at = 0 where title = 'Gate 1'");
    await specimens.clearUnfinished();
    expect((await list(false)).total).toBe(count - 1);
    await store.close();
    rmSync(data, { recursive: true, force: true });
  });
});
