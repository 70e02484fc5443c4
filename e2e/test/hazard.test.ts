/** Hazard, drift, repairs and the risk list, as a person uses them. */
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, test } from "@jest/globals";
import type { ElementHandle, Page } from "puppeteer-core";
import { sized } from "../../scripts/depth.mjs";
import { clickText, openBench, part, press, Stage, typePattern, waitFor, waitForPart } from "../src/bench.ts";

/** What the tests of the page in jsdom tell too is asked of a browser by `npm run test:deep`. */
const inDepth = sized(test.skip, test);

const stage = new Stage();

const patternText = (page: Page) => page.$eval(".pattern-editor .cm-content", (e) => e.textContent);

const textOf = (page: Page, selector: string) => page.$$eval(selector, (found) => found.map((each) => (each.textContent ?? "").replace(/\s+/g, " ").trim()));

describe("the strip", () => {
  test("says how bad a pattern can get while it is typed, and marks the parts at fault", async () => {
    const page = await stage.open("^a$", "aaa");
    await waitForPart(page, "verdict", "linear");
    await typePattern(page, "^(a+)+$");
    await waitForPart(page, "verdict", "exponential over all matches: (a+)+ can take a text in two ways; each further “a” multiplies the work by 2");
    await waitFor(page, "the marks", () => document.querySelectorAll(".pattern-editor .lanes path.fault").length === 2);
    await typePattern(page, "^(a+");
    await waitFor(page, "no verdict", () => !(document.querySelector("[data-part=verdict]")?.textContent ?? "").includes("exponential"));
    await typePattern(page, "\\s+$");
    await waitForPart(page, "verdict", "square, because the search starts again at every offset, over all matches: quick on everyday texts");
  });

  inDepth("says what an edit did to the texts that the pattern takes", async () => {
    const page = await stage.open("colou?r", "colour");
    await waitForPart(page, "drift", "no edit yet");
    await typePattern(page, "colou*r");
    await waitForPart(page, "drift", "it now also takes colouur");
    await typePattern(page, "colo(u|)r");
    await waitForPart(page, "drift", "it takes the same whole texts as before");
    await typePattern(page, "color");
    await waitForPart(page, "drift", "it no longer takes colour");
  });
});

describe("a worker that fails", () => {
  inDepth("is said to have, and the bench lives", async () => {
    const page = await stage.page();
    // The page's end of every worker: a run of the pattern with the word is answered with a fault, as the worker would.
    await page.evaluateOnNewDocument(() => {
      const plain = Worker.prototype.postMessage as (this: Worker, message: unknown, options?: unknown) => void;
      Worker.prototype.postMessage = function (this: Worker, message: { id?: string; path?: string[] }, options?: unknown) {
        const call = message.path?.join();
        const fails = (call === "run" || call === "assess") && JSON.stringify(message).includes("fault");
        if (!fails) return plain.call(this, message, options);
        const value = { isError: true, value: { message: "it nests too deep", name: "RangeError", stack: "" } };
        const thrown = { id: message.id, type: "HANDLER", name: "throw", value };
        setTimeout(() => this.dispatchEvent(new MessageEvent("message", { data: thrown })), 0);
      } as typeof Worker.prototype.postMessage;
    });
    const { address } = await stage.keep("gate", "gate and fault");
    await openBench(page, address);
    await waitForPart(page, "verdict", "linear");
    await typePattern(page, "fault");
    await waitForPart(page, "fault", "Lamprey failed on this.");
    await waitForPart(page, "verdict", "The risk could not be judged: it nests too deep");
    await typePattern(page, "and");
    await waitFor(page, "no fault", () => document.querySelector("[data-part=fault]") === null);
    await waitForPart(page, "verdict", "linear");
    expect(stage.failures).toEqual([]);
  });
});

describe("proof and repairs", () => {
  test("the proof is read, the attack opens on the bench where it begins to repeat, by keyboard", async () => {
    const page = await stage.open("^x(\\w+ ?)+$", "no remark");
    await waitForPart(page, "verdict", "exponential");
    await page.focus("[aria-label=Verdicts] button.underline");
    await press(page, "Enter");
    await waitFor(page, "the readings", () => document.querySelectorAll("[data-part=readings] svg text").length > 6);
    expect(await page.$eval("[data-part=readings] svg", (svg) => svg.getAttribute("aria-label"))).toMatch(/can be taken in 2 ways/);
    await waitFor(page, "the curve", () => document.querySelector(".recharts-line path") !== null);
    expect(new URL(page.url()).searchParams.get("view")).toBe("hazard");
    await page.focus("input[type=range]");
    const before = await part(page, "cost");
    await press(page, "ArrowRight");
    await waitFor(page, "another cost", (was) => (document.querySelector("[data-part=cost]")?.textContent ?? was) !== was, before);
    expect(await part(page, "cost")).toMatch(/^19 characters, 1,\d{3},\d{3} steps/);
    await clickText(page, "button", "Put it on the bench");
    await waitFor(page, "the sample", () => (document.querySelector("nav[aria-label=Samples]")?.textContent ?? "").includes("attack, 17 repetitions"));
    await waitForPart(page, "position", "3 of");
  });

  test("it is tried for real, in a worker that is ended", async () => {
    const page = await stage.open("^(a+)+$", "a");
    await waitForPart(page, "verdict", "exponential");
    await clickText(page, "[aria-label=Verdicts] button", "proof and repairs");
    await clickText(page, "button", "Try it for real");
    await waitFor(page, "a real run", () => /characters: \d+\.\d ms|ended after 2 seconds/.test(document.querySelector("[data-part=real]")?.textContent ?? ""));
    await waitFor(page, "its point", () => document.querySelectorAll(".recharts-scatter-symbol").length > 3);
  });

  inDepth("a repair says what is proved of it, and is taken and undone as one", async () => {
    const page = await stage.open("^(?:\\d+,?)+$", "1,2");
    await waitForPart(page, "verdict", "exponential");
    await clickText(page, "[aria-label=Verdicts] button", "proof and repairs");
    await waitFor(page, "repairs", () => document.querySelectorAll("[aria-label=Repairs] li").length > 0);
    const [first] = await textOf(page, "[aria-label=Repairs] li");
    expect(first).toMatch(/linear.*Takes the same whole texts, and finds the same matches with the same captures in every text: proved/);
    await clickText(page, "[aria-label=Repairs] button", "Take it");
    await waitForPart(page, "verdict", "linear");
    expect(await patternText(page)).not.toBe("^(?:\\d+,?)+$");
    await waitForPart(page, "drift", "it takes the same whole texts as before");
    await press(page, "Control+z");
    await waitForPart(page, "verdict", "exponential");
    expect(await patternText(page)).toBe("^(?:\\d+,?)+$");
  });

  inDepth("a pattern without a hazard, and one that does not read, have a screen too", async () => {
    const page = await stage.open("^a+b$", "ab");
    await waitForPart(page, "verdict", "linear");
    await page.goto(`${page.url().split("?")[0]}?view=hazard`);
    await waitFor(page, "the reason", () =>
      (document.querySelector("[aria-label='Proof and repairs']")?.textContent ?? "").includes("linear over all matches."),
    );
    await typePattern(page, "^(a+");
    await waitFor(page, "the word", () => (document.querySelector("[aria-label='Proof and repairs']")?.textContent ?? "").includes("has a mistake"));
  });
});

describe("what is dear for other reasons", () => {
  inDepth("a peak is said beside the verdict, and its text opens on the bench", async () => {
    const page = await stage.open("^(?:a?){22}a{22}$", "aa");
    await waitForPart(page, "verdict", "linear over all matches, but 25 characters can take");
    await clickText(page, "[aria-label=Verdicts] button", "the text");
    await waitForPart(page, "peak", "a".repeat(24));
    await clickText(page, "button", "Put it on the bench");
    await waitFor(page, "the sample", () => (document.querySelector("nav[aria-label=Samples]")?.textContent ?? "").includes("peak, 25 characters"));
    await waitForPart(page, "cut", "counted exactly without taking them");
  });

  inDepth("with a back-reference the steps of an attack are counted, however many they are", async () => {
    const page = await stage.open(`(["'])(?:\\\\.|(?!\\1).)*\\1`, "'no'");
    await waitForPart(page, "verdict", "exponential");
    await waitForPart(page, "verdict", "a second is enough up to 45 characters.");
    await clickText(page, "[aria-label=Verdicts] button", "proof and repairs");
    await waitFor(page, "repairs", () => document.querySelectorAll("[aria-label=Repairs] li").length > 0);
    // Which one comes first hangs on how many this machine could judge in the time that a search has.
    const apart = (await textOf(page, "[aria-label=Repairs] li")).find((repair) => repair.includes("an alternative kept from taking what another begins with"));
    expect(apart).toContain("Changes what is taken: no longer");
  });
});

describe("the risk list", () => {
  const rows = (page: Page) => textOf(page, "[aria-label=Patterns] li");

  test("a pasted list is judged, sorted by growth, and a row opens on the bench with its attack", async () => {
    const page = await stage.page();
    await page.goto(stage.server.address);
    await clickText(page, "a", "Risk list");
    await page.waitForSelector("textarea");
    await page.type("textarea", "/weir/i\n(\n\\s+$\n/^(a|a)*$/");
    await clickText(page, "button", "Judge them");
    await waitForPart(page, "risk-summary", "4 patterns in 1 file: 2 grow faster than the text");
    const found = await rows(page);
    expect(found.map((row) => row.split("pasted list")[0])).toEqual([
      "exponentialin one search",
      "degree 2in one search",
      "has a mistake",
      "linearin one search",
    ]);
    await page.focus("[aria-label=Patterns] button");
    await press(page, "Enter");
    await waitForPart(page, "verdict", "exponential");
    await waitFor(page, "the proof", () => document.querySelector("[data-part=readings]") !== null);
    await page.goBack();
    await waitFor(page, "the list again", () => document.querySelectorAll("[aria-label=Patterns] li").length === 4);
  });

  inDepth("source files are read with their own parsers", async () => {
    const folder = mkdtempSync(join(tmpdir(), "lamprey-e2e-"));
    writeFileSync(join(folder, "gates.ts"), "const a: RegExp = /^(\\w+\\s?)*$/; // /^(b+)+$/\n");
    writeFileSync(join(folder, "tags.py"), "import re\nre.compile(r'\\d+\\.')\nre.compile(name)\n");
    const page = await stage.page();
    await page.goto(`${stage.server.address}/risks`);
    await page.waitForSelector("input[type=file]");
    const input = (await page.$("input[type=file]")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(join(folder, "gates.ts"), join(folder, "tags.py"));
    await waitForPart(page, "risk-summary", "2 patterns in 2 files: 2 grow faster than the text; 1 place puts its pattern together");
    expect((await rows(page)).map((row) => row.split(/[/^]/)[0])).toEqual([expect.stringContaining("gates.ts:1"), expect.stringContaining("tags.py:2")]);
    await clickText(page, "button", "Another list");
    await page.waitForSelector("textarea");
    rmSync(folder, { recursive: true });
  });
});
