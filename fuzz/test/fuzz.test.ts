/** A short run of the fuzzer from a fixed seed, against every process judge of this machine. */
import { afterAll, expect, test } from "@jest/globals";
import { compareBatch, randomBatch, shrink, type Tally } from "../src/compare.ts";
import { type Judge, processJudge } from "../src/judges.ts";
import { Random } from "../src/random.ts";

const open: Judge[] = [];
afterAll(async () => {
  for (const judge of open) await judge.close();
});

test.each(["host", "python"] as const)("our machines agree with %s on random patterns", async (name) => {
  const judge = await processJudge(name);
  if (!judge) return;
  open.push(judge);
  const tally: Tally = { pairs: 0, mistakes: 0, leftOut: 0, excused: 0 };
  const random = new Random(4317);
  for (let batch = 0; batch < 3; batch++) expect(await compareBatch(judge, randomBatch(random, judge, 250, 8), tally)).toEqual([]);
  expect(tally.pairs).toBeGreaterThan(3000);
  expect(tally.mistakes).toBeGreaterThan(50);
});

test("a difference is made as small as it goes", async () => {
  const wrong: Judge = {
    name: "one that never finds a digit",
    dialect: "ecmascript",
    newer: false,
    ask: async (questions) => questions.map(({ text }) => (/\d/.test(text) ? [[9, 9]] : "died")),
    close: async () => {},
  };
  const [difference] = await compareBatch(wrong, [{ pattern: "(?:zz)x|y(z)", flags: "im", texts: ["weir 7 gate"] }], {
    pairs: 0,
    mistakes: 0,
    leftOut: 0,
    excused: 0,
  });
  if (!difference) throw new Error("no difference");
  expect(await shrink(wrong, difference)).toMatchObject({ flags: "", text: "7" });
});
