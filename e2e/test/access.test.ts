/** Every screen and state, in both themes, held against axe-core; and the keyboard alone. */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { expect, test } from "@jest/globals";
import type { Page } from "puppeteer-core";
import { sized } from "../../scripts/depth.mjs";
import { clickText, openBench, press, Stage, typePattern, waitFor, waitForPart } from "../src/bench.ts";

const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

const stage = new Stage();

interface Violation {
  readonly id: string;
  readonly nodes: readonly { readonly html: string }[];
}

/** What axe-core finds, by all its rules or by those that are named. */
async function violations(page: Page, ...rules: string[]): Promise<string[]> {
  const found = await page.evaluate(async (named) => {
    const { axe: checker } = window as unknown as { axe: { run(context: Document, options: object): Promise<{ violations: Violation[] }> } };
    return (await checker.run(document, named.length > 0 ? { runOnly: named } : {})).violations;
  }, rules);
  return found.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(" | ")}`);
}

const STATES: readonly [string, (page: Page) => Promise<void>][] = [
  [
    "shelf",
    async (page) => {
      await page.goto(stage.server.address);
      await page.waitForSelector("main li");
    },
  ],
  ["bench", async (page) => openBench(page, await stage.benchOf("Counts at the weirs"))],
  [
    "files",
    async (page) => {
      await page.goto(`${stage.server.address}/files`);
      await clickText(page, "button", "The server’s folder");
      await page.type("textarea", "level (\\d");
      await page.type("textarea", ")");
      await waitForPart(page, "files-summary", "lines match");
      await page.waitForSelector("[data-part=files-chart] svg path");
    },
  ],
  [
    "reel wound",
    async (page) => {
      await openBench(page, await stage.benchOf("Counts at the weirs"));
      await press(page, "Alt+Shift+Comma");
      await waitForPart(page, "sentence", "so the machine goes back to");
    },
  ],
  [
    "contrast",
    async (page) => {
      await openBench(page, await stage.benchOf("Quoted values"));
      await clickText(page, "[role=tab]", "Compare");
      await page.click(".pattern-editor .cm-content");
      await press(page, "End");
      await press(page, "ArrowLeft");
      await press(page, "ArrowLeft");
      await waitFor(page, "a table", () => document.querySelector("table") !== null);
    },
  ],
  [
    "takers and work",
    async (page) => {
      await openBench(page, await stage.benchOf("Counts at the weirs"));
      await clickText(page, "[aria-label='Panels of Matches'] button", "Parts");
      await clickText(page, "[role=tab]", "Work");
      await waitFor(page, "rows", () => document.querySelectorAll("[data-part=takers] li, [aria-label='Work done'] tr").length > 10);
    },
  ],
  [
    "rewriting",
    async (page) => {
      await openBench(page, `${await stage.benchOf("Readings by named group")}?desk=rewrite`);
      await waitForPart(page, "hunks", "oxygen");
    },
  ],
  [
    "calls",
    async (page) => {
      await openBench(page, `${await stage.benchOf("Counts at the weirs")}?desk=calls`);
      await waitForPart(page, "calls", "text.split(re)");
    },
  ],
  [
    "source text, pasted and written",
    async (page) => {
      await openBench(page, `${await stage.benchOf("Quoted values")}?desk=source`);
      await page.click(".pattern-editor .cm-content");
      await press(page, "Control+a");
      await page.evaluate(() => {
        const data = new DataTransfer();
        data.setData("text/plain", 'new RegExp("\\d+", "g")');
        document.activeElement?.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
      });
      await waitForPart(page, "offer", "That is source text");
    },
  ],
  [
    "engines",
    async (page) => {
      await openBench(page, `${await stage.benchOf("Counts at the weirs")}?desk=engines`);
      await clickText(page, "button", "Confirm with it");
      await waitForPart(page, "engines", "It agrees");
    },
  ],
  [
    "texts, and why one fails",
    async (page) => {
      await openBench(page, `${await stage.benchOf("Quoted values")}?desk=texts`);
      await waitForPart(page, "judged", "1 of 2");
      await clickText(page, "button", "to the first that fails");
      await waitForPart(page, "at-line", "line 2");
    },
  ],
  [
    "attempts and values",
    async (page) => {
      await openBench(page, await stage.benchOf("Counts at the weirs"));
      await clickText(page, "[role=tab]", "Attempts");
      await clickText(page, "label", "count equal");
      await waitFor(
        page,
        "rows",
        () => document.querySelectorAll("[aria-label=Attempts] button").length > 3 && document.querySelector("[aria-label=Values] button") !== null,
      );
    },
  ],
  [
    "chart and stops",
    async (page) => {
      await openBench(page, await stage.benchOf("States of the gates, in any case"));
      await clickText(page, "button", "machine as a chart");
      await clickText(page, "[role=tab]", "Stops");
      await clickText(page, "button", "tried again");
      await page.waitForSelector("[data-node=match]");
    },
  ],
  [
    "mistake",
    async (page) => {
      await page.goto(await stage.benchOf("Weir or weir pool"));
      await page.waitForSelector(".pattern-editor .cm-content");
      await typePattern(page, "weir)");
      await page.waitForSelector("[data-part=mistake]");
    },
  ],
  [
    "hazard",
    async (page) => {
      await openBench(page, await stage.benchOf("Remarks made of words only"));
      // What this sample costs comes into the same line, and moves what is to be pressed.
      await waitForPart(page, "cut", "A backtracker takes");
      await clickText(page, "[aria-label=Verdicts] button", "proof and repairs");
      await waitFor(page, "the curve", () => document.querySelector(".recharts-line") !== null);
      await waitFor(page, "a repair", () => document.querySelector("[aria-label=Repairs] li") !== null);
    },
  ],
];

/** Those of `npm test`: a list, the bench, a table, texts, a chart. */
const FIRST = ["shelf", "bench", "contrast", "texts, and why one fails", "hazard"];

test.each(STATES.filter(([name]) => sized(FIRST.includes(name), true)))("%s has no violation, in either theme", async (_name, reach) => {
  const page = await stage.page();
  await page.evaluateOnNewDocument(() => localStorage.setItem("lamprey.theme", "deep"));
  await reach(page);
  expect(await page.evaluate(() => document.documentElement.dataset.theme)).toBe("deep");
  // What is hidden for the eye can make the document taller than the window: a second scrollbar, with nothing below.
  expect(await page.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBeLessThanOrEqual(0);
  await page.evaluate(axe);
  expect(await violations(page)).toEqual([]);
  // A theme is an attribute of the page, and colours alone: nothing else has to be looked at again.
  await page.evaluate(() => {
    document.documentElement.dataset.theme = "chart";
  });
  expect(await violations(page, "color-contrast")).toEqual([]);
});

test("by keyboard alone: from the shelf into a specimen, to a flag, through the reel, to a match", async () => {
  const page = await stage.page();
  await page.goto(stage.server.address);
  await page.waitForSelector("main li");
  const focused = () =>
    page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null;
      return element === null || element === document.body ? "" : element.getAttribute("aria-label") || element.innerText;
    });
  const tabTo = async (text: string) => {
    for (let i = 0; i < 60 && !(await focused()).startsWith(text); i++) await page.keyboard.press("Tab");
    expect((await focused()).startsWith(text)).toBe(true);
  };
  await tabTo("States of the gates");
  await page.keyboard.press("Enter");
  await page.waitForSelector("[data-part=position] b");
  await tabTo("To the first step");
  await page.keyboard.press("Enter");
  await waitForPart(page, "sentence", "A new attempt begins at 0.");
  await page.keyboard.press("ArrowRight");
  await waitForPart(page, "sentence", "At 0, g is not there");
  for (
    let i = 0;
    i < 60 && (await focused()) !== "Step of the reel" && !(await page.evaluate(() => document.activeElement?.getAttribute("role") === "slider"));
    i++
  )
    await page.keyboard.press("Tab");
  await page.keyboard.press("PageDown");
  await waitForPart(page, "sentence", "A new attempt begins at 1.");
  await page.keyboard.press("End");
  await waitForPart(page, "sentence", "nothing is saved any more");
  await press(page, "Alt+Slash");
  await waitForPart(page, "sentence", "The backtracker took");
  for (let i = 0; i < 60 && !(await page.evaluate(() => document.activeElement?.getAttribute("role") === "grid")); i++) await press(page, "Shift+Tab");
  await page.keyboard.press("ArrowDown");
  // It is chosen; Enter winds to where it was found.
  await page.keyboard.press("Enter");
  await waitForPart(page, "sentence", "The pattern matches");
});
