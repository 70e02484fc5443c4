/** Links that hold a pattern: what goes in comes out, hostile ones are refused, and the command makes them. */
import { spawnSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { deflateRawSync } from "node:zlib";
import { describe, expect, test } from "@jest/globals";
import type { InFile } from "@lamprey/api/files";
import { LinkFault, LONGEST_LINK, linkOf, readLink } from "@lamprey/api/link";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";

const PLAIN: InFile = {
  title: "Depths",
  pattern: "(\\d+) m",
  dialect: "ecmascript",
  flags: "g",
  notes: "",
  template: "$1",
  expectations: ["+ 3 m", { text: "4", expect: "no-match", mode: "all" }],
  setAside: [],
  tags: [],
  samples: [{ name: "log", text: "3 m\n4 m\n" }],
};

/** PLAIN as a link. */
const OURS = (await linkOf(PLAIN)).fragment;

const packed = (text: string): string => `1.${deflateRawSync(text).toString("base64url")}`;

test("what is packed is what is read", async () => {
  const text = fc.string({ unit: "binary", maxLength: 200 });
  await fc.assert(
    fc.asyncProperty(text, text, text, fc.constantFrom("python", "perl"), async (pattern, sample, notes, dialect) => {
      const own: InFile = { ...PLAIN, pattern, notes, dialect, samples: [{ name: "s", text: `${sample}\ud83d\0\r` }] };
      expect(await readLink(`#${(await linkOf(own)).fragment}`)).toEqual(own);
    }),
    { numRuns: 50 * DEPTH },
  );
});

test("samples that do not fit are left out, and named; a pattern that does not fit is refused", async () => {
  await expect(linkOf({ ...PLAIN, title: " " })).rejects.toThrow(/cannot be put into a link: "title"/);
  const noise = randomBytes(300_000).toString("hex");
  const link = await linkOf({ ...PLAIN, samples: [...PLAIN.samples, { name: "noise", text: noise.slice(0, 500_000) }, { name: "more", text: noise }] });
  expect(link.left).toEqual(["more"]);
  expect(link.fragment.length).toBeLessThanOrEqual(LONGEST_LINK);
  expect((await readLink(link.fragment)).samples.map(({ name }) => name)).toEqual(["log", "noise"]);
  await expect(linkOf({ ...PLAIN, notes: randomBytes(LONGEST_LINK).toString("hex"), samples: [] })).rejects.toThrow(LinkFault);
});

describe("what is no link of ours is refused in a sentence", () => {
  test.each<[string, string, RegExp]>([
    ["nothing", "", /holds no pattern/],
    ["a place in a page", "#top", /no link to a pattern/],
    ["a newer version", OURS.replace("1.", "2."), /newer Lamprey/],
    ["one that was cut short", OURS.slice(0, -9), /damaged/],
    ["one with a letter lost", OURS.replace("1.", "1.!"), /damaged/],
    ["no JSON", packed("(a)"), /damaged/],
    ["another file", packed('{"name":"x"}'), /no saved pattern.*"title" is required/],
    ["a list of none", packed('{"specimens":[]}'), /it is a list of 0/],
    ["a whole shelf", packed(JSON.stringify({ specimens: [PLAIN, PLAIN] })), /it is a list of 2/],
    ["a file of another program", packed(JSON.stringify({ ...PLAIN, format: "other" })), /"format" must be/],
    ["a dialect that there is not", packed(JSON.stringify({ ...PLAIN, dialect: "cobol" })), /"dialect" must be one of/],
    ["a field that there is not", packed(JSON.stringify({ ...PLAIN, evil: 1 })), /"evil" is not allowed/],
    ["more than a link may hold", packed(JSON.stringify({ ...PLAIN, notes: "a".repeat(300_000_000) })), /more than a link may hold|no saved pattern/],
    ["longer than any", `1.${"A".repeat(LONGEST_LINK)}`, /longer than any/],
  ])("%s", async (_, fragment, words) => {
    const before = process.memoryUsage().rss;
    const fault = await readLink(fragment).catch((error: unknown) => error);
    expect(fault).toBeInstanceOf(LinkFault);
    expect(String(fault)).toMatch(words);
    expect(process.memoryUsage().rss - before).toBeLessThan(300e6);
  });
});

describe("the command", () => {
  const folder = mkdtempSync(join(tmpdir(), "lamprey-link-"));
  const write = (name: string, content: unknown): string => {
    const path = join(folder, name);
    writeFileSync(path, typeof content === "string" ? content : JSON.stringify(content));
    return path;
  };
  const lamprey = (...args: string[]) =>
    spawnSync(process.execPath, [fileURLToPath(new URL("../bin/lamprey.mjs", import.meta.url)), "link", ...args], { encoding: "utf8" });

  test("prints a link for each pattern of a file, one a line", async () => {
    const one = write("one.json", { $schema: "x", format: "lamprey-specimen", version: 1, ...PLAIN });
    const all = write("all.json", { format: "lamprey-specimens", version: 1, specimens: [PLAIN, { ...PLAIN, title: "Other" }] });
    const { stdout, stderr, status } = lamprey(one, all, "--at", "https://lamprey.example/");
    expect([status, stderr]).toEqual([0, ""]);
    const links = stdout.trim().split("\n");
    expect((await Promise.all(links.map((link) => readLink(new URL(link).hash)))).map(({ title }) => title)).toEqual(["Depths", "Depths", "Other"]);
    expect(links[0]).toMatch(/^https:\/\/lamprey\.example\/link#1\./);
  });

  test.each([
    ["no.json", /ENOENT/],
    [write("half.json", "{"), /half\.json: /],
    [write("other.json", { a: 1 }), /other\.json: "title" is required/],
  ])("%s: exit code 2, and what is wrong with it", (path, words) => {
    const { status, stderr, stdout } = lamprey(path);
    expect([status, stdout]).toEqual([2, ""]);
    expect(stderr).toMatch(words);
  });
});
