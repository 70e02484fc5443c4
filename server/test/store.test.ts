/** The database as a file, and the interface's files as they are served. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, test } from "@jest/globals";
import express from "express";
import { pino } from "pino";
import request from "supertest";
import { createApp } from "../src/app.ts";
import { Engines } from "../src/engines/engines.ts";
import { start } from "../src/index.ts";
import { openHere } from "../src/opened.ts";
import { answerProblems, nothingHere, Problem } from "../src/problem.ts";
import { readDemo } from "../src/seed.ts";
import { Service } from "../src/service.ts";
import { ExactText } from "../src/specimens/entities.ts";
import { Specimens } from "../src/specimens/specimens.ts";
import { openStore } from "../src/store/store.ts";

const folder = mkdtempSync(join(tmpdir(), "lamprey-store-"));
const OPEN_DOOR = { host: "127.0.0.1", names: [], token: null };
const silent = pino({ level: "silent" });

afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("the database", () => {
  test("is made where its folder is missing, written ahead, and the same when opened again", async () => {
    const data = join(folder, "deep", "down");
    const first = await openStore(data);
    const mode = await first.fork().getConnection().execute("pragma journal_mode");
    expect(JSON.stringify(mode)).toContain("wal");
    const made = await new Specimens(first).create({ title: "Kept", pattern: "a", dialect: "ecmascript", flags: "g", notes: "", samples: [] });
    await first.close();
    const second = await openStore(data);
    expect(await new Specimens(second).read(made.id)).toEqual(made);
    await second.close();
  });

  test("is seeded once: what a person removes or changes stays so", async () => {
    const demo = join(folder, "demo");
    mkdirSync(demo);
    writeFileSync(join(demo, "one.txt"), "a gate");
    const entry = (title: string) => ({ title, pattern: "gate", flags: "g", notes: "", samples: [{ name: "s", file: "one.txt" }] });
    writeFileSync(join(demo, "specimens.json"), JSON.stringify([entry("first"), entry("second")]));
    const data = join(folder, "seeded");
    const store = await openStore(data);
    const specimens = new Specimens(store);
    expect(await specimens.seed(() => readDemo(demo))).toBe(2);
    const query = { search: "", removed: false, offset: 0, limit: 10 };
    const { items } = await specimens.list(query);
    expect(items.map((i) => i.title)).toEqual(["first", "second"]);
    for (const { id } of items) await specimens.remove(id);
    await store.close();
    const again = await openStore(data);
    expect(await new Specimens(again).seed(() => readDemo(demo))).toBe(0);
    expect((await new Specimens(again).list(query)).total).toBe(0);
    await again.close();
  });

  test("a list is paged, newest change first", async () => {
    const store = await openStore(join(folder, "paged"));
    const specimens = new Specimens(store);
    for (let i = 0; i < 5; i++) {
      await specimens.create({ title: `n${i}`, pattern: "", dialect: "ecmascript", flags: "", notes: "", samples: [] });
      await new Promise((done) => setTimeout(done, 3));
    }
    const page = async (offset: number) => (await specimens.list({ search: "", removed: false, offset, limit: 2 })).items.map((i) => i.title);
    expect([await page(0), await page(2), await page(4), await page(6)]).toEqual([["n4", "n3"], ["n2", "n1"], ["n0"], []]);
    await store.close();
  });

  test("text that UTF-8 cannot hold is escaped, other text is left as it is", () => {
    const type = new ExactText();
    for (const text of ["plain", "🐟", "\ud83d", "a\0b", "\u0001json:x", ""]) expect(type.convertToJSValue(type.convertToDatabaseValue(text))).toBe(text);
    expect(type.convertToDatabaseValue("🐟")).toBe("🐟");
    expect(Buffer.from(type.convertToDatabaseValue("\udc1f")).toString()).toBe(type.convertToDatabaseValue("\udc1f"));
  });
});

describe("the interface's files", () => {
  const web = join(folder, "web");
  mkdirSync(join(web, "assets"), { recursive: true });
  writeFileSync(join(web, "index.html"), "<!doctype html><title>Lamprey</title>");
  writeFileSync(join(web, "assets", "a-123.js"), "export {};");
  writeFileSync(join(web, "assets", "worker-123.js"), "export {};");

  test("the page answers every route of its own; assets are kept for a year; what is missing is missing", async () => {
    const store = await openStore(join(folder, "files"));
    const app = createApp({
      asked: new Service(store, new Specimens(store)),
      door: OPEN_DOOR,
      engines: new Engines({ on: false, patience: 100 }),
      log: silent,
      web,
    });
    for (const path of ["/", "/bench/anything"]) {
      const { text, headers } = await request(app).get(path).expect(200);
      expect(text).toContain("Lamprey");
      expect(headers["cache-control"]).toBe("no-cache");
    }
    expect((await request(app).get("/assets/a-123.js").expect(200)).headers["cache-control"]).toContain("immutable");
    await request(app).get("/assets/gone.js").expect(404);
    // The engine's worker alone may compile WebAssembly.
    const policyOf = async (path: string) => (await request(app).get(path).expect(200)).headers["content-security-policy"];
    expect(await policyOf("/assets/worker-123.js")).toContain("'wasm-unsafe-eval'");
    expect(await policyOf("/assets/a-123.js")).not.toContain("wasm");
    await request(app).get("/assets/..%2f..%2fpackage.json").expect(404);
    await request(app).post("/bench/anything").expect(404);
    const bare = createApp({
      asked: new Service(store, new Specimens(store)),
      door: OPEN_DOOR,
      engines: new Engines({ on: false, patience: 100 }),
      log: silent,
      web: join(folder, "none"),
    });
    expect((await request(bare).get("/").expect(404)).body.detail).toContain("npm run build");
    await store.close();
  });
});

describe("problems", () => {
  const app = express();
  app.get("/ours", () => {
    throw new Problem("stale-revision", "Why.", { current: 1 });
  });
  app.get("/defect", () => {
    throw new Error("a secret of the inside");
  });
  app.get("/later", async () => {
    await Promise.reject(new Error("a secret of the inside"));
  });
  app.use(nothingHere);
  app.use(answerProblems(silent));

  test("carry type, title, status, detail, the address and what belongs to them", async () => {
    const { body, type } = await request(app).get("/ours").expect(409);
    expect(type).toBe("application/problem+json");
    expect(body).toEqual({
      type: "urn:lamprey:problem:stale-revision",
      title: "It was changed in the meantime",
      status: 409,
      detail: "Why.",
      instance: "/ours",
      current: 1,
    });
  });

  test("a defect is 500 and tells nothing of the inside, at once or later", async () => {
    for (const path of ["/defect", "/later"]) {
      const { body, text } = await request(app).get(path).expect(500);
      expect(body.type).toBe("urn:lamprey:problem:internal");
      expect(text).not.toContain("secret");
    }
    await request(app).get("/nothing").expect(404);
  });
});

test("a port that is taken is an error, not a server that hangs", async () => {
  const options = { log: silent, web: folder, open: openHere };
  const first = await start({ port: 0, host: "127.0.0.1", data: join(folder, "one") }, options);
  const port = Number(new URL(first.address).port);
  await expect(start({ port, host: "127.0.0.1", data: join(folder, "two") }, options)).rejects.toMatchObject({ code: "EADDRINUSE" });
  expect((await fetch(`${first.address}/api/health`)).status).toBe(200);
  await first.close();
});
