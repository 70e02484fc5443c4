/** A server that cannot start says why in one sentence, ends with 1, and has written nothing. */
import { spawn } from "node:child_process";
import { chmodSync, copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { afterAll, describe, expect, test } from "@jest/globals";
import Database from "libsql";
import { pino } from "pino";
import { type RunningServer, startServer } from "../../scripts/browser.mjs";
import { sized } from "../../scripts/depth.mjs";
import { ROOT } from "../../scripts/workspace.mjs";
import type { Open } from "../src/asked.ts";
import { start } from "../src/index.ts";
import { openHere } from "../src/opened.ts";
import { Room } from "../src/room.ts";
import { DEMO_FOLDER, readSettings } from "../src/settings.ts";
import { Specimens } from "../src/specimens/specimens.ts";
import { backUp, backupFolder, backupsIn, lastBackup } from "../src/store/backups.ts";
import { APPLICATION_ID, migrationsList } from "../src/store/migrations.ts";
import { databaseIn, openStore } from "../src/store/store.ts";
import { Trouble } from "../src/store/trouble.ts";

const root = mkdtempSync(join(tmpdir(), "lamprey-troubles-"));
afterAll(() => rmSync(root, { recursive: true, force: true }));

let made = 0;
function folder(): string {
  const path = join(root, `f${++made}`);
  mkdirSync(path);
  return path;
}

/** Starts the server in this process, which is quicker than one of its own; what it says where it cannot. */
async function startHere(env: Record<string, string>): Promise<string> {
  try {
    const running = await start(readSettings({ PORT: "0", HOST: "127.0.0.1", ...env }), { log: pino({ level: "silent" }), open: openHere });
    await running.close();
  } catch (error) {
    if (error instanceof Trouble) return error.message;
    throw error;
  }
  return "started";
}

/** Runs the server until it ends. */
function run(env: Record<string, string>): Promise<{ readonly code: number | null; readonly said: string }> {
  const child = spawn(process.execPath, ["server/dist/main.js"], {
    cwd: ROOT,
    env: { ...process.env, PORT: "0", HOST: "127.0.0.1", LOG_LEVEL: "silent", ...env },
  });
  let said = "";
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (data) => (said += data));
  const late = setTimeout(() => child.kill("SIGKILL"), 60_000);
  return new Promise((resolve) =>
    child.on("exit", (code) => {
      clearTimeout(late);
      resolve({ code, said: said.trim() });
    }),
  );
}

/** A database with one specimen, closed. */
async function aDatabase(): Promise<string> {
  const data = folder();
  const store = await openStore(data);
  await new Specimens(store).create({ title: "Kept", pattern: "a", dialect: "ecmascript", flags: "", notes: "", samples: [] });
  await store.close();
  return data;
}

/** A database that is not of Lamprey. */
function foreign(more = "", hasTable = true): string {
  const data = folder();
  const db = new Database(databaseIn(data));
  db.exec(`pragma journal_mode = wal; ${hasTable ? "create table gates (name text);" : ""} ${more}`);
  db.close();
  return data;
}

const CASES: readonly (readonly [name: string, prepare: () => Promise<string>, says: RegExp])[] = [
  [
    "a file that is no database",
    async () => {
      const data = folder();
      writeFileSync(databaseIn(data), "the gate is shut\n".repeat(500));
      return data;
    },
    /lamprey\.sqlite is damaged, or no database\. Put one of its backups/,
  ],
  [
    "a database that is damaged in the middle",
    async () => {
      const data = await aDatabase();
      const bytes = readFileSync(databaseIn(data));
      bytes.fill(0xaa, 4096, 24_000);
      writeFileSync(databaseIn(data), bytes);
      return data;
    },
    /is damaged/,
  ],
  [
    "a folder in its place",
    async () => {
      const data = folder();
      mkdirSync(databaseIn(data));
      return data;
    },
    /lamprey\.sqlite is no file\. Move it away/,
  ],
  ["another program's database", async () => foreign("pragma application_id = 77"), /is the database of another program/],
  ["one that does not say whose it is, and is not ours", async () => foreign(), /is the database of another program/],
  [
    "one of a newer version",
    async () => {
      const data = await aDatabase();
      const db = new Database(databaseIn(data));
      db.exec(`pragma user_version = ${migrationsList.length + 1}; pragma wal_checkpoint(truncate)`);
      db.close();
      return data;
    },
    /was written by a newer Lamprey/,
  ],
  [
    "a file where the folder is to be",
    async () => {
      const path = join(root, `file${++made}`);
      writeFileSync(path, "");
      return path;
    },
    /cannot be (made or written|opened)/,
  ],
];

describe("the store", () => {
  test.each(CASES)("%s", async (_, prepare, says) => {
    const data = await prepare();
    const isFolder = statSync(data).isDirectory();
    const before = isFolder && !statSync(join(data, "lamprey.sqlite")).isDirectory() ? readFileSync(databaseIn(data)) : null;
    const said = await startHere({ LAMPREY_DATA: data });
    expect(said.split("\n")).toEqual([expect.stringMatching(says)]);
    if (before) expect(readFileSync(databaseIn(data)).equals(before)).toBe(true);
  });

  test.each([
    ["PORT", "weir"],
    ["PORT", "70000"],
    ["HOST", "not a host"],
    ["LAMPREY_HOSTS", "a b"],
  ])("a setting that is wrong: %s=%s", async (name, value) => {
    const data = folder();
    expect(await startHere({ LAMPREY_DATA: data, [name]: value })).toMatch(new RegExp(`^A setting is wrong: .*${name}`));
    expect(readdirSync(data)).toEqual([]);
  });

  test("a process says it in one line, and ends with 1", async () => {
    const data = folder();
    writeFileSync(databaseIn(data), "the gate is shut\n".repeat(500));
    const { code, said } = await run({ LAMPREY_DATA: data });
    expect([code, said.split("\n")]).toEqual([1, [expect.stringMatching(/is damaged, or no database/)]]);
  });

  test("a folder that another server has: where that one is", async () => {
    const first = await startServer();
    try {
      expect(await startHere({ LAMPREY_DATA: first.data })).toBe(
        `Another Lamprey has its specimens in ${first.data}: it is at ${first.address}. Use that one, or set LAMPREY_DATA to another folder.`,
      );
      // One that was killed has let go.
      await first.kill();
      expect(await startHere({ LAMPREY_DATA: first.data })).toBe("started");
    } finally {
      await first.stop();
    }
  });

  test("a database from before it said what it is, and before words, is taken on, with a backup", async () => {
    const data = await aDatabase();
    const db = new Database(databaseIn(data));
    db.exec(
      "drop table words; drop index specimen_by_number; alter table specimen drop column number; alter table specimen drop column pattern_at; drop index specimen_by_title; alter table specimen drop column tags; alter table specimen drop column figures; alter table specimen drop column figures_of; alter table specimen drop column template; alter table specimen drop column expectations; alter table specimen drop column set_aside",
    );
    db.exec("delete from fact; delete from mikro_orm_migrations where name like '0003%' or name > '0004'; pragma application_id = 0; pragma user_version = 0");
    db.close();
    const store = await openStore(data);
    const specimens = new Specimens(store);
    await specimens.ensureSearchable();
    expect((await specimens.list({ search: "KEP", removed: false, offset: 0, limit: 10 })).items.map(({ title }) => title)).toEqual(["Kept"]);
    expect(backupsIn(data)).toHaveLength(1);
    await store.close();
  });
});

describe("a first start that was ended", () => {
  const ours = "create table mikro_orm_migrations (id integer primary key autoincrement, name text, executed_at datetime default current_timestamp)";
  test.each([
    ["before anything was written", ""],
    ["before it had said whose the database is", `${ours}`],
    ["after it had said so", `pragma application_id = ${APPLICATION_ID}`],
    ["before the first migration was committed", `pragma application_id = ${APPLICATION_ID}; ${ours}`],
  ])("%s goes on the next time, and has nothing to back up", async (_, sql) => {
    const data = foreign(sql, false);
    const store = await openStore(data);
    expect((await new Specimens(store).list({ search: "", removed: false, offset: 0, limit: 1 })).total).toBe(0);
    await store.close();
    expect(backupsIn(data)).toEqual([]);
  });
});

describe("memory", () => {
  sized(test.skip, test)("a request that needs more than the store may use is refused, and nothing of it is kept", async () => {
    const server = await startServer({ settings: { LAMPREY_STORE_MEMORY: "64" } });
    try {
      const text = "Pegel 1 – 41 cm\n".repeat(250_000);
      const large = Array.from({ length: 4 }, (_, i) => ({ title: `Large ${i}`, samples: [{ name: "s", text }] }));
      const answer = await fetch(`${server.address}/api/import`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ format: "lamprey-specimens", version: 1, specimens: large }),
      });
      expect([answer.status, await answer.json()]).toEqual([413, expect.objectContaining({ detail: expect.stringContaining("LAMPREY_STORE_MEMORY") })]);
      expect(await (await fetch(`${server.address}/api/specimens?search=Large`)).json()).toMatchObject({ total: 0 });
    } finally {
      await server.stop();
    }
  });

  test("where there is not enough left, a request waits for those before it, and all are answered", async () => {
    const room = new Room(140 * 2 ** 20);
    let [under, most] = [0, 0];
    const work = async () => {
      most = Math.max(most, ++under);
      await new Promise((done) => setTimeout(done, 5));
      under--;
      return under;
    };
    await Promise.all(Array.from({ length: 9 }, () => room.with(5 * 2 ** 20, work)));
    expect([most, under]).toEqual([2, 0]);
    await expect(room.with(20 * 2 ** 20, work)).rejects.toThrow("more memory");
    await expect(room.with(1, () => Promise.reject(new Error("full")))).rejects.toThrow("full");
    expect(await room.with(12 * 2 ** 20, work)).toBe(0);
  });

  test("a store that ends by itself fails what was asked of it, and another takes its place with all that was kept", async () => {
    const { openInThread }: { openInThread: Open } = await import(pathToFileURL(join(ROOT, "server", "dist", "asked.js")).href);
    const data = folder();
    const why: unknown[] = [];
    // So little memory that reading back what is kept uses it up.
    const opened = await openInThread(data, DEMO_FOLDER, { memory: 48, restarted: (error) => why.push(error) });
    const text = "gauge 41\n".repeat(300_000);
    const made = Array.from({ length: 6 }, (_, i) => ({ title: `Kept ${i}`, samples: [{ name: "s", text }] }));
    for (const each of made) expect((await opened.asked.create("/", new TextEncoder().encode(JSON.stringify(each)))).status).toBe(201);
    const reads = await Promise.allSettled(Array.from({ length: 40 }, () => opened.asked.exportPart("/", 0)));
    expect(reads.filter(({ status }) => status === "rejected").map((each) => (each as PromiseRejectedResult).reason.code)).toContain("store-restarted");
    const { status, body } = await opened.asked.list("/", { search: "Kept" });
    expect([status, JSON.parse(new TextDecoder().decode(body)).total]).toEqual([200, 6]);
    expect(why.length).toBeGreaterThan(0);
    await opened.close();
  });
});

describe("files", () => {
  sized(test.skip, test)("are their owner's alone, and after a clean end there is one", async () => {
    const server = await startServer();
    const modeOf = (path: string) => (statSync(path).mode & 0o777).toString(8);
    await server.end();
    expect([modeOf(server.data), modeOf(databaseIn(server.data))]).toEqual(["700", "600"]);
    expect(readdirSync(server.data).sort()).toEqual(["backups", "lamprey.lock", "lamprey.sqlite"]);
    // All is in it: a copy of the one file is a database.
    const copy = folder();
    copyFileSync(databaseIn(server.data), databaseIn(copy));
    const store = await openStore(copy);
    expect((await new Specimens(store).list({ search: "", removed: false, offset: 0, limit: 1 })).total).toBeGreaterThan(5);
    await store.close();
    await server.stop();
  });

  test("of the backups the newest five are kept", async () => {
    const data = folder();
    for (let day = 1; day <= 8; day++) {
      await backUp(
        data,
        async (file) => writeFileSync(file, String(day)),
        new Date(Date.UTC(2026, 2, day)),
        () => {},
      );
    }
    expect(backupsIn(data).map((file) => readFileSync(file, "utf8"))).toEqual(["4", "5", "6", "7", "8"]);
  });

  test("a backup that is interrupted, or is not whole, is none: it takes no place, and what is left of it goes at the next start", async () => {
    const data = await aDatabase();
    await expect(
      backUp(data, async (file) => {
        writeFileSync(file, "SQLite format 3\0");
        throw new Error("database or disk is full");
      }),
    ).rejects.toThrow("full");
    await expect(backUp(data, async (file) => writeFileSync(file, "half of it"))).rejects.toThrow();
    expect([backupsIn(data), lastBackup(data)]).toEqual([[], 0]);
    // What a killed process was writing.
    writeFileSync(join(backupFolder(data), "lamprey-2026-03-01T08-00-00.sqlite.part"), "half of it");
    const store = await openStore(data);
    expect(readdirSync(backupFolder(data))).toEqual([]);
    await store.backUp();
    expect(backupsIn(data)).toHaveLength(1);
    await store.close();
  });

  test("a backup is a database with all that was kept", async () => {
    const data = folder();
    const store = await openStore(data);
    const made = await new Specimens(store).create({
      title: "Kept",
      pattern: "a",
      dialect: "ecmascript",
      flags: "",
      notes: "",
      samples: [{ name: "s", text: "\ud83d" }],
    });
    const file = await store.backUp();
    await store.close();
    const copy = folder();
    copyFileSync(file, databaseIn(copy));
    const again = await openStore(copy);
    expect(await new Specimens(again).read(made.id)).toEqual(made);
    await again.close();
  });
});

/** A small file system of its own, where this user may make one. */
async function smallDisk(): Promise<{ readonly path: string; readonly gone: () => Promise<void> } | undefined> {
  const path = folder();
  const mount = (args: readonly string[]) =>
    new Promise<number | null>((resolve) =>
      spawn(args[0] as string, args.slice(1), { stdio: "ignore" })
        .on("exit", resolve)
        .on("error", () => resolve(1)),
    );
  if (process.getuid?.() !== 0 || (await mount(["mount", "-t", "tmpfs", "-o", "size=3m", "tmpfs", path])) !== 0) return undefined;
  return { path, gone: async () => void (await mount(["umount", path])) };
}

test("a full disk is said, nothing is lost, and with room again all goes on", async () => {
  const disk = await smallDisk();
  if (!disk) return;
  let server: RunningServer | undefined;
  try {
    const data = join(disk.path, "data");
    server = await startServer({ data });
    const headers = { "content-type": "application/json" };
    const made = (await (
      await fetch(`${server.address}/api/specimens`, { method: "POST", headers, body: JSON.stringify({ title: "Held", notes: "before" }) })
    ).json()) as { id: string };
    const filler = join(disk.path, "filler");
    const patch = (text: string, revision: number) =>
      fetch(`${server?.address}/api/specimens/${made.id}`, { method: "PATCH", headers, body: JSON.stringify({ revision, samples: [{ name: "s", text }] }) });
    const full = await patch("x".repeat(4_000_000), 1);
    expect([full.status, ((await full.json()) as { type: string }).type]).toEqual([507, "urn:lamprey:problem:disk-full"]);
    expect(existsSync(filler)).toBe(false);
    const kept = (await (await fetch(`${server.address}/api/specimens/${made.id}`)).json()) as { revision: number; notes: string };
    expect(kept).toMatchObject({ revision: 1, notes: "before" });
    expect((await patch("small", 1)).status).toBe(200);
  } finally {
    await server?.end();
    await disk.gone();
  }
});

test("a data folder that may not be written", async () => {
  if (process.getuid?.() === 0) return;
  const data = folder();
  chmodSync(data, 0o500);
  const { code, said } = await run({ LAMPREY_DATA: data });
  expect([code, said.split("\n").length]).toEqual([1, 1]);
});
