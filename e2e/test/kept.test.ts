/** Nothing that was typed is lost, whatever happens meanwhile: storms of bad days, from fixed seeds. */
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser } from "puppeteer-core";
import { startBrowser, startServer } from "../../scripts/browser.mjs";
import { sized } from "../../scripts/depth.mjs";
import { Storms } from "../src/storm.ts";

/** STORMS=1000 runs as many, STORM_SEED from another seed on. */
const COUNT = Number(process.env.STORMS ?? sized(1, 8));
const FIRST = Number(process.env.STORM_SEED ?? 1);
/** One takes some seconds; many more where the machine is busy. */
const TIME = COUNT * 120_000;

let storms: Storms;
let browser: Browser;

beforeAll(async () => {
  browser = await startBrowser();
  storms = new Storms(browser, await startServer());
  await storms.open();
}, 240_000);

afterAll(async () => {
  await browser?.close();
  await (await storms?.close())?.stop();
});

test(
  `${COUNT} storms lose nothing that was said to be kept or held`,
  async () => {
    const lost: string[] = [];
    for (let seed = FIRST; seed < FIRST + COUNT; seed++) {
      const said = await storms.run(seed);
      if (said !== null) lost.push(said);
    }
    if (process.env.STORMS) console.log(storms.tally, lost);
    expect(lost).toEqual([]);
    expect(storms.tally.characters).toBeGreaterThan(5 * COUNT);
  },
  TIME,
);
