/** The search: words and parts of words, wherever they stand, whatever their case. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { Specimens } from "../src/specimens/specimens.ts";
import { folded } from "../src/specimens/words.ts";
import { openStore, type Store } from "../src/store/store.ts";

const folder = mkdtempSync(join(tmpdir(), "lamprey-words-"));
let store: Store;
let specimens: Specimens;

const own = { pattern: "", dialect: "ecmascript", flags: "", notes: "", samples: [] } as const;

beforeAll(async () => {
  store = await openStore(folder);
  specimens = new Specimens(store);
  await specimens.create({
    ...own,
    title: "Levels at Hollin Weir",
    pattern: "(\\d+) cm",
    notes: "north side",
    samples: [{ name: "gauge log", text: "never searched" }],
  });
  await specimens.create({ ...own, title: "Straße am ÜBERLAUF", notes: "Cafe\u0301 ΟΔΟΣ" });
  await specimens.create({ ...own, title: "100% of weirs_here", pattern: 'say "AND" OR NOT' });
  await specimens.create({ ...own, title: "Lone \ud83d and \0", notes: "İstanbul ılık" });
});

afterAll(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

const found = async (search: string) => (await specimens.list({ search, removed: false, offset: 0, limit: 10 })).items.map(({ title }) => title.slice(0, 6));

describe("finds", () => {
  test.each([
    ["hollin", ["Levels"]],
    ["OLLI", ["Levels"]],
    ["north WEIR levels", ["Levels"]],
    ["gauge lo", ["Levels"]],
    ["\\d+ cm", ["Levels"]],
    ["strasse", ["Straße"]],
    ["STRASSE überlauf", ["Straße"]],
    ["caf\u00e9", ["Straße"]],
    ["οδοσ", ["Straße"]],
    ["δο", ["Straße"]],
    ["100% s_h", ["100% o"]],
    ['"and" or', ["100% o"]],
    ["weir", ["100% o", "Levels"]],
    ["istanbul", []],
    ["i\u0307stanbul", ["Lone \ud83d"]],
    ["searched", []],
    ["hollin south", []],
    ["weirlevels", []],
    ["NOT weir OR nothing*", []],
    ["", ["Lone \ud83d", "100% o", "Straße", "Levels"]],
    ["  ", ["Lone \ud83d", "100% o", "Straße", "Levels"]],
  ])("“%s”: %j", async (search, titles) => {
    expect((await found(search)).sort()).toEqual([...titles].sort());
  });
});

test("what is changed is found as it is now, and what is gone for good is not", async () => {
  const made = await specimens.create({ ...own, title: "Otterside", samples: [{ name: "first", text: "" }] });
  await specimens.change(made.id, { revision: 1, title: "Fellgate", samples: [{ id: made.samples[0]?.id as string, name: "second" }] });
  expect([await found("otterside"), await found("first"), await found("fellgate second")]).toEqual([[], [], ["Fellga"]]);
  await expect(specimens.purge({ id: made.id })).rejects.toThrow("Only what was removed can be removed for good.");
  await specimens.remove(made.id);
  expect(await found("fellgate")).toEqual([]);
  expect(await specimens.purge({ before: new Date(Date.now() - 60_000) })).toBe(0);
  expect(await specimens.purge({ before: new Date(Date.now() + 60_000) })).toBe(1);
  await expect(specimens.read(made.id)).rejects.toThrow("No specimen has the id");
  expect(await store.fork().execute("select count(*) as n from sample where specimen_id = ?", [made.id])).toEqual([{ n: 0 }]);
});

test("no search is anything but its words, and none fails", async () => {
  const title = (await found("hollin"))[0];
  await fc.assert(
    fc.asyncProperty(fc.string({ maxLength: 12, unit: "binary" }), async (search) => {
      const all = await found(search);
      if (folded(search).trim() === "") expect(all).toContain(title);
    }),
    { numRuns: 40 * DEPTH },
  );
});

test("a list has the beginning of what is long", async () => {
  const long = await specimens.create({ ...own, title: "Long", pattern: "x".repeat(5000), notes: "\ud83d".repeat(5000) });
  const [item] = (await specimens.list({ search: "long", removed: false, offset: 0, limit: 1 })).items;
  expect([item?.pattern, item?.patternLength, item?.notes]).toEqual(["x".repeat(300), 5000, "\ud83d".repeat(300)]);
  await specimens.remove(long.id);
});
