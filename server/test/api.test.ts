/** The API as its clients meet it, on a database of its own. */
import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Express } from "express";
import { pino } from "pino";
import request from "supertest";
import { sized } from "../../scripts/depth.mjs";
import { createApp } from "../src/app.ts";
import { Engines } from "../src/engines/engines.ts";
import { openapi } from "../src/openapi.ts";
import { readDemo } from "../src/seed.ts";
import { Service } from "../src/service.ts";
import { DEMO_FOLDER, readSettings } from "../src/settings.ts";
import { Earlier, Specimen } from "../src/specimens/entities.ts";
import { Specimens } from "../src/specimens/specimens.ts";
import { openStore, type Store } from "../src/store/store.ts";

const OPEN_DOOR = { host: "127.0.0.1", names: [], token: null };
const folder = mkdtempSync(join(tmpdir(), "lamprey-api-"));
let store: Store;
let app: Express;
let specimens: Specimens;

beforeAll(async () => {
  store = await openStore(folder);
  specimens = new Specimens(store);
  await specimens.seed(() => readDemo(DEMO_FOLDER));
  app = createApp({
    asked: new Service(store, specimens),
    door: OPEN_DOOR,
    engines: new Engines({ on: false, patience: 100 }),
    log: pino({ level: "silent" }),
    web: join(folder, "none"),
  });
});

afterAll(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

const url = "/api/specimens";
const make = async (body: object = { title: "Gauge readings", samples: [{ name: "one", text: "1.42 m" }] }) =>
  (await request(app).post(url).send(body).expect(201)).body;

describe("specimens", () => {
  test("the demo is there, in its order, from a literal to one that explodes", async () => {
    const { body } = await request(app).get(url).expect(200);
    expect(body.items[0].title).toBe("Every mention of Hollin Weir");
    expect(body.total).toBeGreaterThanOrEqual(8);
    expect(Math.max(...body.items.map((i: { samples: { length: number }[] }) => i.samples[0]?.length ?? 0))).toBeGreaterThan(200_000);
    expect(await specimens.seed(() => readDemo(DEMO_FOLDER))).toBe(0);
  });

  test("what the pattern was before is kept where it stood for a while, the newest first, and not without end", async () => {
    const made = await make({ title: "Earlier", pattern: "a", samples: [{ name: "s", text: "" }] });
    const earlier = async () => (await request(app).get(`${url}/${made.id}/earlier`).expect(200)).body.items;
    const change = async (revision: number, fields: object) =>
      request(app)
        .patch(`${url}/${made.id}`)
        .send({ revision, ...fields })
        .expect(200);
    /** Lets what is kept have stood for a minute. */
    const age = async () => {
      await store.fork().nativeUpdate(Specimen, { id: made.id }, { patternAt: new Date(Date.now() - 60_000) });
    };
    await change(1, { pattern: "ab" });
    expect(await earlier()).toEqual([]);
    await age();
    await change(2, { pattern: "abc" });
    await age();
    await change(3, { title: "Another title" });
    await age();
    await change(4, { flags: "g" });
    expect(await earlier()).toMatchObject([
      { revision: 4, pattern: "abc", flags: "", dialect: "ecmascript" },
      { revision: 2, pattern: "ab" },
    ]);
    // As many as are kept, from long ago: with each further one the oldest goes.
    const em = store.fork();
    for (let i = 0; i < 98; i++) {
      const old = { id: randomUUID(), specimenId: made.id, revision: 0, dialect: "ecmascript", flags: "", keptAt: new Date(0) };
      await em.insert(Earlier, { ...old, pattern: `old ${i}` });
    }
    for (let revision = 5; revision < 9; revision++) {
      await age();
      await change(revision, { pattern: String(revision) });
    }
    const kept = await earlier();
    expect([kept.length, kept[0]]).toMatchObject([100, { revision: 8, pattern: "7" }]);
    await request(app).get(`${url}/00000000-0000-4000-8000-000000000000/earlier`).expect(404);
    await request(app).post(`${url}/${made.id}/earlier`).expect(405);
  });

  test("made, read, changed, removed and restored", async () => {
    const made = await make();
    expect(made).toMatchObject({ title: "Gauge readings", dialect: "ecmascript", revision: 1, samples: [{ name: "one", length: 6, text: "1.42 m" }] });
    const changed = await request(app)
      .patch(`${url}/${made.id}`)
      .send({
        revision: 1,
        pattern: "\\d",
        samples: [
          { id: made.samples[0].id, name: "first" },
          { name: "two", text: "" },
        ],
      })
      .expect(200);
    expect(changed.body).toMatchObject({ revision: 2, pattern: "\\d", title: "Gauge readings" });
    expect(changed.body.samples.map((s: object) => Object.keys(s).sort())).toEqual([
      ["id", "length", "name"],
      ["id", "length", "name"],
    ]);
    const { body } = await request(app).get(`${url}/${made.id}`);
    expect(body.samples.map((s: { name: string; text: string }) => [s.name, s.text])).toEqual([
      ["first", "1.42 m"],
      ["two", ""],
    ]);
    await request(app).delete(`${url}/${made.id}`).expect(200);
    expect((await request(app).get(url).query({ search: "Gauge" })).body.total).toBe(0);
    expect((await request(app).get(url).query({ search: "Gauge", removed: true })).body.total).toBe(1);
    await request(app).patch(`${url}/${made.id}`).send({ revision: 3, title: "x" }).expect(409);
    await request(app).post(`${url}/${made.id}/restore`).expect(200);
    expect((await request(app).get(`${url}/${made.id}`)).body).toMatchObject({ deletedAt: null, pattern: "\\d" });
  });

  test("a stale revision changes nothing and is told what is kept", async () => {
    const made = await make();
    await request(app).patch(`${url}/${made.id}`).send({ revision: 1, title: "Theirs" }).expect(200);
    const { body } = await request(app).patch(`${url}/${made.id}`).send({ revision: 1, title: "Mine", samples: [] }).expect(409);
    expect(body).toMatchObject({
      status: 409,
      type: "urn:lamprey:problem:stale-revision",
      current: { title: "Theirs", revision: 2, samples: [{ text: "1.42 m" }] },
    });
    expect((await request(app).get(`${url}/${made.id}`)).body.samples).toHaveLength(1);
  });

  test("of a long text, what differs is enough; an edit beyond its end, or beside a whole text, is refused", async () => {
    const made = await make();
    const [{ id }] = made.samples;
    const send = (revision: number, sample: object) =>
      request(app)
        .patch(`${url}/${made.id}`)
        .send({ revision, samples: [{ id, name: "one", ...sample }] });
    await send(1, { edit: { from: 2, to: 4, insert: "57 of 2.00" } }).expect(200);
    const text = async () => (await request(app).get(`${url}/${made.id}`)).body.samples[0].text;
    expect(await text()).toBe("1.57 of 2.00 m");
    await send(2, { edit: { from: 3, to: 15, insert: "" } }).expect(400);
    await send(2, { edit: { from: 3, to: 2, insert: "" } }).expect(400);
    await send(2, { text: "whole", edit: { from: 0, to: 0, insert: "a" } }).expect(400);
    await send(1, { edit: { from: 0, to: 0, insert: "stale" } }).expect(409);
    expect(await text()).toBe("1.57 of 2.00 m");
  });

  test("revision 0 is kept for the first time, once, under its own id", async () => {
    const id = "0f0e0d0c-0b0a-4908-8706-050403020100";
    const sample = { id: "1f0e0d0c-0b0a-4908-8706-050403020100", name: "attack", text: "aaa" };
    const first = { revision: 0, title: "gauges.ts:12", pattern: "a+$", flags: "g", samples: [sample] };
    const send = (body: object) => request(app).patch(`${url}/${id}`).send(body);
    expect((await send(first).expect(200)).body).toMatchObject({ id, revision: 1, dialect: "ecmascript", samples: [{ id: sample.id, length: 3 }] });
    expect((await send(first).expect(409)).body.current).toMatchObject({ revision: 1, title: "gauges.ts:12", samples: [{ text: "aaa" }] });
    await send({ revision: 1, pattern: "a$" }).expect(200);
    await request(app).patch(`${url}/2f0e0d0c-0b0a-4908-8706-050403020100`).send({ revision: 0, pattern: "a" }).expect(400);
  });

  test("of many changes to one revision at once, one is kept", async () => {
    const made = await make();
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        request(app)
          .patch(`${url}/${made.id}`)
          .send({ revision: 1, notes: `n${i}` }),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  });

  test.each([
    ["lone surrogates and NUL", "\ud83d\0\udc1f"],
    ["line ends", "a\r\nb\rc\n"],
    ["the mark itself", "\u0001json:1"],
    ["right to left", "\u05d0\u05d1"],
  ])("text is kept unit by unit: %s", async (_what, text) => {
    const made = await make({ title: "Exact", pattern: text, samples: [{ name: "s", text }] });
    const { body } = await request(app).get(`${url}/${made.id}`);
    expect([body.pattern, body.samples[0].text, body.samples[0].length]).toEqual([text, text, text.length]);
    const change = { revision: 1, pattern: `${text}x`, samples: [{ id: made.samples[0].id, name: "s", text: `${text}y` }] };
    await request(app).patch(`${url}/${made.id}`).send(change).expect(200);
    const again = (await request(app).get(`${url}/${made.id}`)).body;
    expect([again.pattern, again.samples[0].text]).toEqual([`${text}x`, `${text}y`]);
  });

  test("the search takes its words literally", async () => {
    await make({ title: "100% of the weirs_here" });
    expect((await request(app).get(url).query({ search: "100%" })).body.total).toBe(1);
    expect((await request(app).get(url).query({ search: "weirs_h" })).body.total).toBe(1);
    expect((await request(app).get(url).query({ search: "weirsxh" })).body.total).toBe(0);
  });
});

describe("bad requests get the reason, and change nothing", () => {
  const cases: [string, () => request.Test, number, string][] = [
    ["not JSON", () => request(app).post(url).set("content-type", "application/json").send("{bad"), 400, "bad-json"],
    ["JSON that is no object", () => request(app).post(url).send([1]), 400, "invalid-request"],
    ["no body", () => request(app).post(url), 415, "not-json"],
    ["another type", () => request(app).post(url).set("content-type", "text/plain").send("x"), 415, "not-json"],
    ["an unknown field", () => request(app).post(url).send({ title: "t", colour: 1 }), 400, "invalid-request"],
    ["no title", () => request(app).post(url).send({}), 400, "invalid-request"],
    ["a dialect that is none", () => request(app).post(url).send({ title: "t", dialect: "klingon" }), 400, "invalid-request"],
    ["an unknown id", () => request(app).get(`${url}/0b7f9f30-0000-4000-8000-000000000000`), 404, "not-found"],
    ["an id that is none", () => request(app).get(`${url}/1`), 404, "not-found"],
    ["an address that cannot be read", () => request(app).get(`${url}/%E0%A4%A`), 404, "not-found"],
    ["another method", () => request(app).put(url).send({}), 405, "method-not-allowed"],
    [
      "a search that is too long",
      () =>
        request(app)
          .get(url)
          .query({ search: "x".repeat(201) }),
      400,
      "invalid-request",
    ],
    [
      "too much",
      () =>
        request(app)
          .post(url)
          .send({ title: "t", notes: "x".repeat(26_000_000) }),
      413,
      "too-large",
    ],
    ["nothing there", () => request(app).get("/api/nothing"), 404, "not-found"],
  ];

  test.each(cases)("%s", async (_what, send, status, code) => {
    const before = (await request(app).get(url)).body.total;
    const response = await send();
    expect([response.status, response.type]).toEqual([status, "application/problem+json"]);
    expect(response.body).toMatchObject({ status, type: `urn:lamprey:problem:${code}` });
    expect(response.body.detail).not.toBe("");
    expect((await request(app).get(url)).body.total).toBe(before);
  });

  test("a sample that belongs to another specimen cannot be taken over", async () => {
    const [one, other] = [await make(), await make()];
    await request(app)
      .patch(`${url}/${one.id}`)
      .send({ revision: 1, samples: [{ id: other.samples[0].id, name: "stolen" }] })
      .expect(400);
    expect((await request(app).get(`${url}/${one.id}`)).body).toMatchObject({ revision: 1, samples: [{ name: "one" }] });
  });
});

describe("the interface's description", () => {
  interface Layer {
    readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
    readonly handle?: { readonly stack?: readonly Layer[] };
    readonly matchers?: readonly ((path: string) => { path: string } | false)[];
  }

  /** Every method and path below a router, with the places it is mounted at tried from a list. */
  function routesOf(layers: readonly Layer[], base: string, mounts: readonly string[]): string[] {
    return layers.flatMap((layer) => {
      if (layer.route) {
        const path = `${base}${layer.route.path === "/" ? "" : layer.route.path}`.replaceAll(/:(\w+)/g, "{$1}");
        return Object.keys(layer.route.methods)
          .filter((m) => m !== "_all")
          .map((m) => `${m} ${path}`);
      }
      const mount = mounts.find((m) => layer.matchers?.some((match) => (match(`${m}/x`) || undefined)?.path === m));
      return layer.handle?.stack ? routesOf(layer.handle.stack, base + (mount ?? ""), mounts) : [];
    });
  }

  test("names every route and no other, and is served", async () => {
    const { stack } = (app as unknown as { router: { stack: readonly Layer[] } }).router;
    const real = routesOf(stack, "", ["/api", "/api/files", "/specimens", "/engines"]).filter((r) => r.includes("/api"));
    const described = Object.entries(openapi.paths).flatMap(([path, methods]) => Object.keys(methods).map((m) => `${m} ${path}`));
    expect(real.sort()).toEqual(described.sort());
    expect((await request(app).get("/api/openapi.json")).body).toEqual(JSON.parse(JSON.stringify(openapi)));
  });

  test("has the fields that answers have", async () => {
    const made = await make();
    const { Specimen, SpecimenList, SpecimenExcerpt, NewSpecimen } = openapi.components.schemas;
    expect(Object.keys(made).sort()).toEqual(Object.keys(Specimen.properties).sort());
    const { body } = await request(app).get(url);
    expect(Object.keys(body).sort()).toEqual(Object.keys(SpecimenList.properties).sort());
    const figures = { matches: 1, more: false, growth: "linear", degree: 0 };
    await request(app).put(`${url}/${made.id}/figures`).send({ revision: 1, figures }).expect(200);
    const { body: own } = await request(app).get(`${url}?limit=1`);
    expect(Object.keys(own.items[0]).sort()).toEqual(Object.keys(SpecimenExcerpt.properties).sort());
    for (const field of Object.keys(NewSpecimen.properties)) {
      const errors = (
        await request(app)
          .post(url)
          .send({ title: "t", [field]: 7 })
          .expect(400)
      ).body.errors;
      expect(errors[0].message).not.toContain("is not allowed");
    }
  });

  test("pages are safe: no scripts from elsewhere, none inline", async () => {
    const policy = (await request(app).get("/api/health")).headers["content-security-policy"] ?? "";
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toContain("unsafe-eval");
  });
});

describe("settings", () => {
  test("have defaults, and a wrong one is named", () => {
    expect(readSettings({})).toMatchObject({ port: 4317, host: "127.0.0.1" });
    expect(readSettings({ PORT: "5000", HOST: "0.0.0.0", LAMPREY_DATA: "/data" })).toMatchObject({ port: 5000, host: "0.0.0.0", data: "/data" });
    expect(() => readSettings({ PORT: "weir" })).toThrow(/PORT/);
  });
});

describe("a shelf with many", () => {
  const list = async (query: string) => (await request(app).get(`${url}?${query}`).expect(200)).body;
  const titles = ({ items }: { items: readonly { title: string }[] }) => items.map(({ title }) => title);

  test("a tag that no column can hold hides a specimen from none of its other tags", async () => {
    const { id } = await make({ title: "Odd tag", tags: ["high water"] });
    await request(app)
      .post(`${url}/many`)
      .send({ ids: [id], act: "tag", tag: "odd \ud83d\0" })
      .expect(200);
    expect(titles(await list("tag=high%20water"))).toEqual(["Odd tag"]);
    expect(titles(await list(`tag=${encodeURIComponent("odd \ufffd\ufffd")}`))).toEqual(["Odd tag"]);
    await request(app).delete(`${url}/${id}`).expect(200);
  });

  test("several are tagged, found by their tag, untagged, removed and restored at once", async () => {
    const made = await Promise.all(["Tagged one", "Tagged two", "Tagged three"].map((title) => make({ title })));
    const ids = made.map(({ id }) => id);
    const many = (body: object) => request(app).post(`${url}/many`).send(body);
    expect((await many({ ids, act: "tag", tag: "low water" }).expect(200)).body).toEqual({ changed: 3 });
    expect((await many({ ids: [ids[0]], act: "tag", tag: "low" }).expect(200)).body).toEqual({ changed: 1 });
    expect((await many({ ids, act: "tag", tag: "low water" }).expect(200)).body).toEqual({ changed: 0 });
    expect(titles(await list("tag=low%20water&sort=title"))).toEqual(["Tagged one", "Tagged three", "Tagged two"]);
    expect(titles(await list("tag=low"))).toEqual(["Tagged one"]);
    expect((await request(app).get(`${url}/tags`).expect(200)).body.items).toEqual([
      { tag: "low water", count: 3 },
      { tag: "low", count: 1 },
    ]);
    await many({ ids: ids.slice(1), act: "remove" }).expect(200);
    expect((await list("tag=low%20water")).total).toBe(1);
    expect(titles(await list("removed=true&sort=title&search=tagged"))).toEqual(["Tagged three", "Tagged two"]);
    await many({ ids, act: "restore" }).expect(200);
    await many({ ids, act: "untag", tag: "low water" }).expect(200);
    expect((await list("tag=low%20water")).total).toBe(0);
    expect((await request(app).get("/api/export").expect(200)).body.specimens.find(({ title }: { title: string }) => title === "Tagged one").tags).toEqual([
      "low",
    ]);
  });

  test("how far an import is can be asked while it is under way", async () => {
    const many = Array.from({ length: sized(400, 4000) }, (_, i) => ({ title: `Gauge ${i}`, pattern: "gate" }));
    expect((await request(app).get("/api/import").expect(200)).body).toEqual({ importing: null });
    let over = false;
    const importing = request(app)
      .post("/api/import")
      .send({ format: "lamprey-specimens", version: 1, specimens: many })
      .expect(201)
      .then(() => {
        over = true;
      });
    const seen: { doing: string; done: number; total: number }[] = [];
    while (!over) {
      const { body } = await request(app).get("/api/import");
      if (body.importing) seen.push(body.importing);
    }
    await importing;
    expect(seen.some(({ doing, done, total }) => doing === "keeping" && done > 0 && total === many.length)).toBe(true);
    expect(seen.map(({ done }) => done).filter((_, i) => seen[i]?.doing === "keeping")).toEqual(
      seen
        .filter(({ doing }) => doing === "keeping")
        .map(({ done }) => done)
        .sort((a, b) => a - b),
    );
    expect((await request(app).get("/api/import")).body).toEqual({ importing: null });
  });

  test("some are saved as a file, one in a form of its own; both are put back as they were, slips set aside included", async () => {
    const own = { title: "To save", pattern: "[A-z]", setAside: "range-across-cases A-z", expectations: "+ a\n- 1", samples: [{ name: "s", text: "x" }] };
    const [one, other] = await Promise.all([make(own), make({ title: "Another" })]);
    const wanted = (ids: readonly string[]) => request(app).post("/api/export").send({ ids });
    const { body: alone } = await wanted([one.id]).expect(200);
    expect(alone).toMatchObject({
      format: "lamprey-specimen",
      version: 1,
      title: "To save",
      setAside: ["range-across-cases A-z"],
      expectations: ["+ a", "- 1"],
    });
    const { body: both } = await wanted([other.id, one.id]).expect(200);
    expect(both).toMatchObject({ format: "lamprey-specimens", specimens: [{ title: "Another" }, { title: "To save" }] });
    await request(app).post("/api/import").send(both).expect(201);
    const saved = (await list("search=To save&sort=title")).items.filter(({ title }: { readonly title: string }) => title === "To save");
    expect(saved).toHaveLength(2);
    for (const { id } of saved)
      expect((await request(app).get(`${url}/${id}`).expect(200)).body).toMatchObject({ ...own, samples: [{ name: "s", text: "x" }] });
    await wanted([]).expect(400);
    await wanted(["00000000-0000-4000-8000-000000000000"]).expect(404);
  });

  test.each([
    [{ ids: ["no"], act: "remove" }],
    [{ ids: [], act: "burn" }],
    [{ ids: [], act: "tag" }],
    [{ ids: [], act: "remove", tag: "a" }],
    [{ ids: [], act: "tag", tag: "two\nlines" }],
    [{ ids: [], act: "tag", tag: "x".repeat(41) }],
    [{ ids: Array.from({ length: 1001 }, (_, i) => `00000000-0000-4000-8000-${String(i).padStart(12, "0")}`), act: "remove" }],
  ])("what does not fit is refused: %j", async (body) => {
    await request(app).post(`${url}/many`).send(body).expect(400);
  });

  test("what the bench found is in the row as long as the revision is that, and sorts by the worst", async () => {
    const [calm, wild, changed] = await Promise.all(["Figures calm", "Figures wild", "Figures changed"].map((title) => make({ title })));
    const found = (growth: string, degree = 0) => ({ revision: 1, figures: { matches: 7, more: false, growth, degree } });
    const put = (id: string, body: object) => request(app).put(`${url}/${id}/figures`).send(body);
    expect((await put(calm.id, found("linear")).expect(200)).body).toEqual({ kept: true });
    await put(wild.id, found("exponential")).expect(200);
    await put(changed.id, found("polynomial", 3)).expect(200);
    expect(titles(await list("search=figures&sort=growth"))).toEqual(["Figures wild", "Figures changed", "Figures calm"]);
    await request(app).patch(`${url}/${changed.id}`).send({ revision: 1, pattern: "other" }).expect(200);
    expect((await put(changed.id, found("linear")).expect(200)).body).toEqual({ kept: false });
    const { items } = await list("search=figures&sort=growth");
    expect(items.map(({ title, figures }: { title: string; figures?: { growth: string } }) => [title, figures?.growth])).toEqual([
      ["Figures wild", "exponential"],
      ["Figures calm", "linear"],
      ["Figures changed", undefined],
    ]);
    await put(calm.id, { revision: 1, figures: { matches: -1, more: false, growth: "linear", degree: 0 } }).expect(400);
  });
});
