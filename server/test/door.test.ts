/**
 * The door: requests that are meant to harm, as a table. Each gets its answer, changes nothing, is answered in little, and
 * keeps nobody else waiting.
 */
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { connect } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { pino } from "pino";
import { type RunningServer, startServer } from "../../scripts/browser.mjs";
import { portion } from "../../scripts/depth.mjs";
import { door, tokenIn } from "../src/door.ts";
import { start } from "../src/index.ts";
import { openHere } from "../src/opened.ts";

let server: RunningServer;
let port: number;
let id: string;
let sample: string;

beforeAll(async () => {
  server = await startServer();
  port = server.port;
  const made = await fetch(`${server.address}/api/specimens`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ title: "Held", pattern: "gate", samples: [{ name: "s", text: "a gate" }] }),
  });
  const specimen = (await made.json()) as { id: string; samples: { id: string }[] };
  id = specimen.id;
  sample = specimen.samples[0]?.id as string;
}, 180_000);

afterAll(async () => {
  await server?.stop();
});

interface Raw {
  readonly method?: string;
  readonly path?: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Buffer;
  /** Another port than that of the server that all share. */
  readonly to?: number;
}

interface Heard {
  readonly status: number;
  readonly size: number;
  readonly head: string;
}

/** Sends a request byte by byte as it is given: no client puts it right. */
function send({ method = "GET", path = "/api/specimens", headers = {}, body = "", to = port }: Raw): Promise<Heard> {
  const all = { Host: `127.0.0.1:${port}`, Connection: "close", ...(body.length > 0 && { "Content-Length": String(Buffer.byteLength(body)) }), ...headers };
  const lines = Object.entries(all).map(([name, value]) => `${name}: ${value}`);
  return new Promise((resolve, reject) => {
    const socket = connect(to, "127.0.0.1");
    const heard: Buffer[] = [];
    socket.on("data", (data) => heard.push(data));
    socket.on("error", (error: NodeJS.ErrnoException) => (error.code === "ECONNRESET" || error.code === "EPIPE" ? undefined : reject(error)));
    socket.on("close", () => {
      const text = Buffer.concat(heard);
      const head = text.toString("latin1", 0, 2000);
      resolve({ status: Number(/^HTTP\/1\.1 (\d+)/.exec(head)?.[1] ?? 0), size: text.length, head });
    });
    socket.write(`${method} ${path} HTTP/1.1\r\n${lines.join("\r\n")}\r\n\r\n`);
    socket.write(body);
  });
}

const JSON_TYPE = { "Content-Type": "application/json" };
const json = (body: unknown): Pick<Raw, "headers" | "body"> => ({ headers: JSON_TYPE, body: typeof body === "string" ? body : JSON.stringify(body) });

/** Names under which a page of somebody else's could ask, and origins that it could come from. */
const NAMES = [
  "evil.example",
  "127.0.0.1.evil.example",
  "localhost.evil.example",
  "localhost:1",
  "127.0.0.1",
  "0.0.0.0",
  "[::1]:1",
  "",
  "localhost:4317@evil.example",
  "xn--localhost",
  "LOCALHOST.:80",
  "a".repeat(300),
];
const ORIGINS = [
  "http://evil.example",
  "null",
  "http://localhost:1",
  "https://127.0.0.1.evil.example",
  "file://",
  "chrome-extension://abc",
  "http://localhost",
  "javascript:1",
  "",
  "http://[::1]",
];
const SITES = ["cross-site", "same-site", "CROSS-SITE", "elsewhere"];
const CHANGES: readonly (() => Raw)[] = [
  () => ({ method: "POST", ...json({ title: "Put here" }) }),
  () => ({ method: "PATCH", path: `/api/specimens/${id}`, ...json({ revision: 1, title: "Changed" }) }),
  () => ({ method: "DELETE", path: `/api/specimens/${id}` }),
  () => ({ method: "DELETE", path: `/api/specimens/${id}?forGood=true` }),
  () => ({ method: "POST", path: `/api/specimens/${id}/restore` }),
  () => ({ method: "POST", path: "/api/import", ...json({ format: "lamprey-specimens", version: 1, specimens: [{ title: "Put here" }] }) }),
];
const merged = (raw: Raw, headers: Readonly<Record<string, string>>): Raw => ({ ...raw, headers: { ...raw.headers, ...headers } });

const big = (count: number, value: string): string => `[${Array.from({ length: count }, () => value).join(",")}]`;

/** What is sent, and what may be answered. */
const HOSTILE: readonly (readonly [name: string, raw: () => Raw, statuses: readonly number[]])[] = [
  ...NAMES.flatMap((name) =>
    [{}, { path: "/" }, { path: `/assets/x.js` }, { path: "/api/export" }, { method: "POST", ...json({ title: "x" }) }].map(
      (raw: Raw) =>
        [
          `${raw.method ?? "GET"} ${raw.path ?? "list"} as “${name.slice(0, 30)}”`,
          () => merged(raw, { Host: name }),
          name === "" ? [400, 403] : [403],
        ] as const,
    ),
  ),
  ...CHANGES.flatMap((change, i) => ORIGINS.map((origin) => [`change ${i} from “${origin}”`, () => merged(change(), { Origin: origin }), [403]] as const)),
  ...CHANGES.flatMap((change, i) => SITES.map((site) => [`change ${i}, ${site}`, () => merged(change(), { "Sec-Fetch-Site": site }), [403]] as const)),
  ...["text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x", "application/jsonx", "", "text/json"].flatMap((type) =>
    [CHANGES[0], CHANGES[1], CHANGES[5]].map(
      (change, i) => [`a body of type “${type}” ${i}`, () => merged((change as () => Raw)(), { "Content-Type": type }), [415]] as const,
    ),
  ),
  ...[
    "%00",
    "a%00b",
    "..%2f..%2fetc%2fpasswd",
    "%2e%2e%2f",
    "%c0%ae%c0%ae",
    "x".repeat(4000),
    "'%20or%201=1--",
    "%F0%9F",
    "__proto__",
    "constructor",
    "0",
    "-1",
    "null",
  ].flatMap((part) =>
    (["GET", "DELETE", "PATCH"] as const).map(
      (method) =>
        [
          `${method} “${part.slice(0, 20)}”`,
          () => ({ method, path: `/api/specimens/${part}`, ...(method === "PATCH" ? json({ revision: 1 }) : {}) }),
          [400, 404],
        ] as const,
    ),
  ),
  ...[
    "search=%00",
    "limit=0",
    "limit=-1",
    "limit=1e9",
    "limit=abc",
    "offset=-1",
    "offset=1.5",
    "search=a&search=b",
    "search[x]=1",
    "removed=maybe",
    "nothing=1",
    "__proto__=1",
    `search=${"x".repeat(300)}`,
    "limit=99999999999999999999",
  ].map((query) => [`list?${query.slice(0, 30)}`, () => ({ path: `/api/specimens?${query}` }), [400, 200]] as const),
  ...[
    "null",
    "1",
    '"x"',
    "[]",
    "[1]",
    "{",
    "{}",
    '{"title":1}',
    '{"title":""}',
    '{"title":"   "}',
    '{"title":"t","samples":1}',
    '{"title":"t","samples":{"length":5}}',
    '{"title":"t","samples":[1,2,3]}',
    '{"title":"t","samples":[{"name":"n"}]}',
    '{"title":"t","samples":[{"name":"n","text":1}]}',
    '{"title":"t","flags":"\\u0000"}',
    '{"title":"t","flags":"\\n"}',
    '{"title":"t","__proto__":{"admin":true}}',
    '{"title":"t","samples":[{"name":"n","text":"","__proto__":1}]}',
    '{"title":"t","constructor":1}',
    '{"title":"t","id":"x"}',
    '{"title":"t","revision":7}',
    '{"title":"t","deletedAt":null}',
    '{"title":"t"}x',
    "\u0000",
    '{"title":"t","dialect":"perl6"}',
    '{"title":"t","pattern":null}',
    '{"title":["t"]}',
    "NaN",
    '{"title":"t",}',
    '{"a":1,"a":2}',
    `{"title":"${"t".repeat(201)}"}`,
    `{"title":"t","notes":"${"n".repeat(20_001)}"}`,
  ].map((body) => [`POST ${body.slice(0, 50)}`, () => ({ method: "POST", ...json(body) }), [400]] as const),
  ...[
    "{}",
    '{"revision":0}',
    '{"revision":"1"}',
    '{"revision":1.5}',
    '{"revision":-1}',
    '{"revision":1e400}',
    '{"revision":1,"x":1}',
    '{"revision":1,"samples":[{"id":"x","name":"n"}]}',
    '{"revision":1,"samples":[{"name":"n"}]}',
    '{"revision":1,"flags":"\\u0000"}',
    '{"revision":1,"__proto__":{}}',
  ].map((body) => [`PATCH ${body.slice(0, 50)}`, () => ({ method: "PATCH", path: `/api/specimens/${id}`, ...json(body) }), [400]] as const),
  ...[
    "null",
    "[]",
    "{}",
    '{"format":"lamprey-specimens"}',
    '{"format":"x","version":1,"specimens":[]}',
    '{"format":"lamprey-specimens","version":2,"specimens":[]}',
    '{"format":"lamprey-specimens","version":1,"specimens":{}}',
    '{"format":"lamprey-specimens","version":1,"specimens":[{"title":"Put here"},{"title":""}]}',
    '{"format":"lamprey-specimens","version":1,"specimens":[{"title":"Put here","id":"x"}]}',
    '{"format":"lamprey-specimens","version":1,"specimens":[{"title":"Put here","__proto__":1}]}',
  ].map((body) => [`import ${body.slice(0, 70)}`, () => ({ method: "POST", path: "/api/import", ...json(body) }), [400]] as const),
  ...["earlier", "restore", "nothing", "%00"].flatMap((rest) =>
    ["PUT", "PATCH", "DELETE"].map((method) => [`${method} …/${rest}`, () => ({ method, path: `/api/specimens/${id}/${rest}` }), [400, 404, 405]] as const),
  ),
  [
    "the same sample twice",
    () => ({
      method: "PATCH",
      path: `/api/specimens/${id}`,
      ...json({
        revision: 1,
        samples: [
          { id: sample, name: "a" },
          { id: sample, name: "b" },
        ],
      }),
    }),
    [400],
  ],
  ["51 samples", () => ({ method: "POST", ...json({ title: "t", samples: Array.from({ length: 51 }, () => ({ name: "n", text: "" })) }) }), [400]],
  ["100,000 numbers as samples", () => ({ method: "POST", ...json(`{"title":"t","samples":${big(100_000, "1")}}`) }), [400]],
  ["11 million numbers as samples", () => ({ method: "POST", ...json(`{"title":"t","samples":${big(11_000_000, "1")}}`) }), [400]],
  ["a million samples that do not fit", () => ({ method: "POST", ...json(`{"title":"t","samples":${big(1_000_000, '{"a":1}')}}`) }), [400]],
  [
    "a million unknown fields",
    () => ({ method: "POST", ...json(`{"title":"t",${Array.from({ length: 1_000_000 }, (_, i) => `"k${i}":1`).join(",")}}`) }),
    [400],
  ],
  ["ten million brackets", () => ({ method: "POST", ...json(`{"title":"t","samples":${"[".repeat(10_000_000)}`) }), [400]],
  ["a field whose name has a million letters", () => ({ method: "POST", ...json(`{"title":"t","${"k".repeat(1_000_000)}":1}`) }), [400]],
  ["30 MB", () => ({ method: "POST", ...json(`{"title":"${"t".repeat(30_000_000)}"}`) }), [413, 0]],
  ["a body that says it is longer", () => ({ method: "POST", ...json("{}"), headers: { ...JSON_TYPE, "Content-Length": "30000000" } }), [413]],
  ["a body packed over and over", () => ({ method: "POST", body: "x", headers: { ...JSON_TYPE, "Content-Encoding": "gzip, gzip, gzip" } }), [415, 400]],
  ["headers of 100 KB", () => ({ headers: { "X-Long": "x".repeat(100_000) } }), [431, 0]],
  ["an address that looks like another host's", () => ({ path: "//evil.example/" }), [200]],
  ...["PUT", "TRACE", "CONNECT", "OPTIONS", "PROPFIND", "SEARCH"].map(
    (method) => [`${method} on the list`, () => ({ method }), [403, 404, 405, 400, 0, 200]] as const,
  ),
  ...[
    "/api",
    "/api/",
    "/api/x",
    "/api/specimens/x/y/z",
    "/assets/../../package.json",
    "/assets/%2e%2e/%2e%2e/package.json",
    "/assets/..%5c..%5cpackage.json",

    "/api/specimens/%ff",
  ].map((path) => [`GET ${path}`, () => ({ path }), [400, 403, 404]] as const),
];

test("requests that are meant to harm", async () => {
  expect(HOSTILE.length).toBeGreaterThanOrEqual(300);
  const state = async () => {
    const list = await (await fetch(`${server.address}/api/specimens?limit=200`)).json();
    const removed = await (await fetch(`${server.address}/api/specimens?removed=true`)).json();
    return JSON.stringify([list, removed]);
  };
  const before = await state();
  const wrong: string[] = [];
  for (const [name, raw, statuses] of portion(HOSTILE, 3)) {
    const { status, size, head } = await send(raw());
    if (!statuses.includes(status)) wrong.push(`${name}: ${status} ${head.slice(0, 200)}`);
    const isPage = /content-type: text\/html/i.test(head);
    if (size >= 65_536 && !isPage && status !== 200) wrong.push(`${name}: an answer of ${size} bytes`);
  }
  expect(wrong).toEqual([]);
  expect(await state()).toBe(before);
}, 240_000);

/** How long others waited, each in turn, while a body was taken and answered, and how long that took itself; in ms. */
async function besides(raw: Raw): Promise<{ readonly waits: readonly number[]; readonly work: number }> {
  const waits: number[] = [];
  let over = false;
  const asking = (async () => {
    while (!over) {
      const asked = performance.now();
      await (await fetch(`${server.address}/api/openapi.json`)).arrayBuffer();
      waits.push(performance.now() - asked);
    }
  })();
  const sent = performance.now();
  await send(raw);
  const work = performance.now() - sent;
  over = true;
  await asking;
  return { waits, work };
}

/** A machine that is busy with other tests slows one turn or another; a server that cannot listen meanwhile fails them all. */
const TURNS = 6;

test.each([
  ["11 million numbers", () => `{"title":"t","samples":${big(11_000_000, "1")}}`],
  ["a change with 8 MB of text", () => JSON.stringify({ revision: 1, samples: [{ id: sample, name: "s", text: "gate ".repeat(1_600_000) }] })],
])(
  "%s keep nobody else waiting",
  async (_, body) => {
    const raw = { method: "PATCH", path: `/api/specimens/${id}`, ...json(body()) };
    const longest: number[] = [];
    for (let turn = 0; turn < TURNS && !longest.some((share) => share < 1 / 2); turn += 1) {
      const { waits, work } = await besides(raw);
      // What is kept out is a wait as long as the work. A first wait that lasts as long as all shows nothing.
      longest.push(waits.length < 4 ? 1 : Math.max(...waits) / work);
    }
    expect(Math.min(...longest)).toBeLessThan(1 / 2);
  },
  60_000,
);

describe("requests that never end", () => {
  test("are ended where their headers do not come", async () => {
    const folder = mkdtempSync(join(tmpdir(), "lamprey-door-"));
    const settings = { port: 0, host: "127.0.0.1", data: folder };
    const running = await start(settings, { log: pino({ level: "silent" }), open: openHere, web: folder, headersWithin: 100 });
    try {
      const own = Number(new URL(running.address).port);
      const ended = await new Promise<string>((resolve) => {
        const socket = connect(own, "127.0.0.1", () => socket.write("GET / HTTP/1.1\r\nHost: "));
        let heard = "";
        socket.on("data", (data) => {
          heard += data;
        });
        socket.on("close", () => resolve(heard));
      });
      expect(ended).toContain("408");
    } finally {
      await running.close();
      rmSync(folder, { recursive: true, force: true });
    }
  }, 40_000);
});

describe("what another site's page asks of the API", () => {
  test.each(["cross-site", "same-site"])("is refused where it only reads, too, and is not counted: %s", async (site) => {
    const left = async (headers: Record<string, string>) => {
      const { head, status } = await send({ headers });
      return [status, Number(/^ratelimit:.*\br=(\d+)/im.exec(head)?.[1] ?? Number.NaN)] as const;
    };
    const [, before] = await left({});
    expect(before).toBeGreaterThan(100);
    for (let i = 0; i < 5; i++) expect((await left({ "Sec-Fetch-Site": site }))[0]).toBe(403);
    expect(await left({ "Sec-Fetch-Site": "same-origin" })).toEqual([200, before - 1]);
  });
});

describe("a server that other machines can reach", () => {
  const folder = mkdtempSync(join(tmpdir(), "lamprey-door-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  test.each(["", "\n", "short"])("a token file that was not written whole is written anew: %j", async (left) => {
    const data = mkdtempSync(join(folder, "token-"));
    writeFileSync(join(data, "token"), left);
    const token = tokenIn(data);
    expect([token.length >= 32, tokenIn(data), readdirSync(data)]).toEqual([true, token, ["token"]]);
  });

  test("an empty token lets nobody in, wherever it comes from", () => {
    const [, , , check] = door({ host: "0.0.0.0", names: [], token: "" });
    for (const request of [
      { headers: { cookie: "lamprey-token=" }, query: {}, path: "/" },
      { headers: {}, query: { token: "" }, path: "/" },
    ])
      expect(() => check?.(request as never, { cookie() {}, redirect() {} } as never, () => {})).toThrow("Open the address");
  });

  test("lets in who has the token of its address, and leaves it with the browser", async () => {
    const running = await start(
      { port: 0, host: "0.0.0.0", data: folder, hosts: ["bench.tarrow.example"] },
      { log: pino({ level: "silent" }), open: openHere, web: folder },
    );
    try {
      const { port: own, searchParams } = new URL(running.address);
      const address = `http://127.0.0.1:${own}`;
      const token = searchParams.get("token") as string;
      expect(token.length).toBeGreaterThan(30);
      const status = async (path: string, headers: Record<string, string> = {}) => (await fetch(`${address}${path}`, { headers, redirect: "manual" })).status;
      expect([await status("/api/specimens"), await status("/"), await status("/?token=no"), await status("/api/specimens?token=")]).toEqual([
        401, 401, 401, 401,
      ]);
      const let_in = await fetch(`${address}/bench/x?token=${token}&at=3`, { redirect: "manual" });
      expect([let_in.status, let_in.headers.get("location")]).toEqual([302, "/bench/x?at=3"]);
      // An address that begins with two slashes names another host.
      for (const path of ["//evil.example/x", "/\\\\evil.example/x", "///evil.example"]) {
        const { head } = await send({ path: `${path}?token=${token}`, headers: { Host: `127.0.0.1:${own}` }, to: Number(own) });
        expect(/^location: (.*)$/im.exec(head)?.[1]?.trim()).toMatch(/^\/evil\.example(\/x)?$/);
      }
      const cookie = let_in.headers.get("set-cookie") ?? "";
      expect(cookie).toMatch(/HttpOnly; SameSite=Strict/);
      expect(await status("/api/specimens", { cookie: cookie.split(";")[0] as string })).toBe(200);
      // The same after it is started again.
      await running.close();
      const again = await start({ port: 0, host: "0.0.0.0", data: folder }, { log: pino({ level: "silent" }), open: openHere, web: folder });
      expect(new URL(again.address).searchParams.get("token")).toBe(token);
      await again.close();
    } finally {
      await running.close().catch(() => {});
    }
  });
});
