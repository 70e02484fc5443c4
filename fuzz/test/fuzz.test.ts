/** A short run of the fuzzer from a fixed seed, against every process judge of this machine. */
import { readFileSync } from "node:fs";
import { afterAll, describe, expect, test } from "@jest/globals";
import { portion, sized } from "../../scripts/depth.mjs";
import { compareBatch, randomBatch, shrink, type Tally } from "../src/compare.ts";
import { type Judge, processJudge, type Verdict } from "../src/judges.ts";
import { Random } from "../src/random.ts";
import { RECORDED, RECORDED_SEED, type RecordedCase, recordedRun } from "../src/record.ts";

const open: Judge[] = [];
afterAll(async () => {
  for (const judge of open) await judge.close();
});

test.each(["host", "python", "java", "dotnet"] as const)("our machines agree with %s on random patterns", async (name) => {
  const judge = await processJudge(name);
  if (!judge) return;
  open.push(judge);
  const tally: Tally = { pairs: 0, mistakes: 0, leftOut: 0, excused: 0 };
  const random = new Random(4317);
  for (let batch = 0; batch < sized(1, 6); batch++) expect(await compareBatch(judge, randomBatch(random, judge, sized(40, 250), 8), tally)).toEqual([]);
  expect(tally.pairs).toBeGreaterThan(sized(150, 6000));
  expect(tally.mistakes).toBeGreaterThan(sized(2, 100));
});

describe.each(RECORDED)("recorded from the engine of %s", (dialect) => {
  const run = JSON.parse(readFileSync(recordedRun(dialect), "utf8")) as readonly RecordedCase[];
  const recorded: Judge = {
    name: dialect,
    dialect,
    newer: false,
    ask: async (questions) => questions.map(({ pattern, flags, text }) => answersOf.get(JSON.stringify([pattern, flags, text])) ?? null),
    close: async () => {},
  };
  const answersOf = new Map(
    run.flatMap(({ pattern, flags, texts, verdicts }) => texts.map((text, i) => [JSON.stringify([pattern, flags, text]), verdicts[i] as Verdict])),
  );

  test("our machines agree with it on random patterns", async () => {
    const tally: Tally = { pairs: 0, mistakes: 0, leftOut: 0, excused: 0 };
    const part = portion(run, 5);
    expect(await compareBatch(recorded, part, tally)).toEqual([]);
    expect(tally.pairs).toBeGreaterThan(part.length * 2);
    expect(tally.mistakes).toBeGreaterThan(sized(1, 5));
    expect(tally.leftOut / tally.pairs).toBeLessThan(0.15);
    expect(tally.excused / tally.pairs).toBeLessThan(0.1);
  });

  test("the run is that of its seed", () => {
    const again = randomBatch(new Random(RECORDED_SEED), recorded, run.length, run[0]?.texts.length ?? 0);
    expect(again).toEqual(run.map(({ pattern, flags, texts }) => ({ pattern, flags, texts })));
  });
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
