/** The folder that a server offers to be searched: what is in it, and nothing else. */
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import express, { type Express } from "express";
import pino from "pino";
import request from "supertest";
import { OfferedFolder } from "../src/files/folder.ts";
import { fileRoutes } from "../src/files/routes.ts";
import { answerProblems } from "../src/problem.ts";
import { readSettings } from "../src/settings.ts";

const log = pino({ level: "silent" });
let base: string;
let app: Express;

const served = (folder: OfferedFolder | null): Express => {
  const own = express();
  own.use("/api/files", fileRoutes(folder, log));
  own.use(answerProblems(log));
  return own;
};

beforeAll(async () => {
  base = mkdtempSync(join(tmpdir(), "lamprey-offered-"));
  for (const folder of ["weir/.git", "weir/logs", "weirs"]) mkdirSync(join(base, folder), { recursive: true });
  writeFileSync(join(base, "secret.txt"), "secret");
  writeFileSync(join(base, "weirs/secret.txt"), "secret");
  writeFileSync(join(base, "weir/.git/config"), "secret");
  writeFileSync(join(base, "weir/été & 1.log"), "level 1.40 m\n");
  writeFileSync(join(base, "weir/logs/gate.log"), "gate 2\r\nno end");
  symlinkSync(join(base, "secret.txt"), join(base, "weir/out.txt"));
  symlinkSync(join(base, "weirs"), join(base, "weir/out"));
  symlinkSync(join(base, "weir/logs/gate.log"), join(base, "weir/inside.log"));
  symlinkSync(join(base, "weir/circle"), join(base, "weir/circle"));
  app = served(await OfferedFolder.open(join(base, "weir")));
});

afterAll(() => rmSync(base, { recursive: true, force: true }));

const content = (path: string) => request(app).get("/api/files/content").query({ path });

describe("the folder", () => {
  test("is listed without what lies outside of it, wherever links lead", async () => {
    const { body } = await request(app).get("/api/files").expect(200);
    expect(body).toEqual({
      name: "weir",
      more: false,
      files: [
        { path: "inside.log", size: 14 },
        { path: "logs/gate.log", size: 14 },
        { path: "été & 1.log", size: 13 },
      ],
    });
  });

  test("hands over the bytes of its files as data", async () => {
    const answer = await content("logs/gate.log").responseType("arraybuffer").expect(200);
    expect(answer.headers["content-type"]).toContain("application/octet-stream");
    expect(Buffer.from(answer.body).toString()).toBe("gate 2\r\nno end");
    expect(Buffer.from((await content("été & 1.log").responseType("arraybuffer").expect(200)).body).toString()).toBe("level 1.40 m\n");
  });

  test.each(["../secret.txt", "../weirs/secret.txt", "out.txt", "out/secret.txt", ".git/config", "circle", "logs", "logs/../../secret.txt", "nothing", "a\0b"])(
    "does not hand over %j",
    async (...[path]) => {
      const { status, text } = await content(path);
      expect([status, text.includes("secret\n") || text === "secret"]).toEqual([404, false]);
    },
  );

  test("an absolute path is one below the folder", async () => {
    await content(join(base, "secret.txt")).expect(404);
    await content("/logs/gate.log").expect(200);
  });

  test("is read only", async () => {
    for (const method of ["post", "put", "delete"] as const) await request(app)[method]("/api/files/content?path=logs/gate.log").expect(405);
  });
});

describe("a server", () => {
  test("that offers no folder says so", async () => {
    const own = served(null);
    expect((await request(own).get("/api/files").expect(200)).body).toEqual({ name: null, files: [], more: false });
    expect((await request(own).get("/api/files/content?path=a").expect(404)).body.detail).toContain("LAMPREY_FILES");
  });

  test("whose setting names no folder does not start, in one sentence", async () => {
    await expect(OfferedFolder.open(join(base, "secret.txt"))).rejects.toThrow("LAMPREY_FILES names");
  });

  test("offers the demo's logs where nothing is set, and nothing where the setting is empty", () => {
    expect(readSettings({}).files).toMatch(/demo.logs$/);
    expect(readSettings({ LAMPREY_FILES: "" }).files).toBeUndefined();
  });
});
