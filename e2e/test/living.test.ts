/** The bench as a place to live: folded and resized by key, on small screens, wrapped, commanded, walked through, in two windows. */
import { describe, expect, test } from "@jest/globals";
import type { Page } from "puppeteer-core";
import { sized } from "../../scripts/depth.mjs";
import { clickText, nextDialect, openBench, press, Stage, waitFor, waitForPart } from "../src/bench.ts";

/** What the tests of the page in jsdom tell too is asked of a browser by `npm run test:deep`. */
const inDepth = sized(test.skip, test);

const stage = new Stage();

const GATES = Array.from({ length: 60 }, (_, i) => `gate ${i} open`).join("\n");

/** Lines of the sample that are in view from top to bottom. */
const wholeLines = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const frame = document.querySelector(".sample-editor .cm-scroller")?.getBoundingClientRect();
    if (!frame) return 0;
    return [...document.querySelectorAll(".sample-editor .cm-line")].filter((line) => {
      const { top, bottom } = line.getBoundingClientRect();
      return top >= frame.top - 1 && bottom <= frame.bottom + 1;
    }).length;
  });

const width = (page: Page, id: string): Promise<number> => page.evaluate((own) => document.getElementById(own)?.getBoundingClientRect().width ?? 0, id);

describe("room", () => {
  test("thirteen lines with a lane each, twenty with the reel folded by key; that is remembered", async () => {
    const { address } = await stage.keep("gate", GATES);
    const page = await stage.page();
    await openBench(page, address);
    await waitFor(page, "lanes", () => document.querySelector(".sample-editor .lanes path.match") !== null);
    expect(await wholeLines(page)).toBeGreaterThanOrEqual(13);
    await press(page, "Alt+r");
    await page.waitForSelector("[data-part=folded-reel]");
    await waitFor(page, "room", () => (document.querySelector(".sample-editor")?.getBoundingClientRect().height ?? 0) > 500);
    expect(await wholeLines(page)).toBeGreaterThanOrEqual(20);
    await page.reload();
    await page.waitForSelector("[data-part=folded-reel]");
    await press(page, "Alt+r");
    await page.waitForSelector("[data-part=position] b");
    expect(stage.failures).toEqual([]);
  });

  inDepth("the desk is widened by the arrow keys, folded and opened again at that width", async () => {
    const { address } = await stage.keep("gate", GATES);
    const page = await stage.page();
    await openBench(page, address);
    const before = await width(page, "desk");
    await page.focus("[aria-label='Width of the desk']");
    for (let i = 0; i < 3; i++) await page.keyboard.press("ArrowLeft");
    await waitFor(page, "it is wider", (least) => (document.getElementById("desk")?.getBoundingClientRect().width ?? 0) > Number(least) + 20, String(before));
    const wide = await width(page, "desk");
    await press(page, "Alt+l");
    await waitFor(page, "it is folded", () => (document.getElementById("desk")?.getBoundingClientRect().width ?? 1) < 2);
    await press(page, "Alt+Shift+Digit2");
    await waitFor(page, "takers", () => document.querySelector("[aria-label^='Panels of'] [aria-pressed=true]")?.textContent === "Parts");
    await waitFor(page, "in the address", () => location.search.includes("desk=takers"));
    await press(page, "Alt+Shift+Digit1");
    await waitFor(
      page,
      "as wide as before",
      (own) => Math.abs((document.getElementById("desk")?.getBoundingClientRect().width ?? 0) - Number(own)) < 3,
      String(wide),
    );
  });

  test.each([
    ["at twice its size", 640, 400],
    ["on a phone", 390, 800],
  ])("%s one part is shown at a time, and only texts scroll sideways", async (_name, across, down) => {
    const { address } = await stage.keep("(gate) (\\d+)", GATES);
    const page = await stage.page();
    await page.setViewport({ width: across, height: down });
    await page.goto(address);
    await waitFor(page, "lanes", () => document.querySelector(".sample-editor .lanes path.match") !== null);
    expect(await wholeLines(page)).toBeGreaterThanOrEqual(3);
    await clickText(page, "nav[aria-label='Parts of the bench'] button", "Reel");
    await page.waitForSelector("[data-part=position] b", { visible: true });
    await page.focus("select[aria-label='Panel of the desk']");
    await page.waitForSelector("[role=grid][aria-label=Matches]", { visible: true });
    for (const part of ["sample", "desk"]) {
      expect([part, await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)]).toEqual([part, 0]);
      if (part === "sample") await clickText(page, "nav[aria-label='Parts of the bench'] button", "Sample");
    }
    await page.goto(stage.server.address);
    await page.waitForSelector("main li");
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBe(0);
  });
});

test("on a phone a quantifier is made lazy, and the reels of both can be read", async () => {
  const { address } = await stage.keep('gate ".+"', 'gate "north" and "south"\n');
  const page = await stage.page();
  await page.setViewport({ width: 390, height: 800 });
  await openBench(page, address);
  await page.focus(".pattern-editor .cm-content");
  await page.keyboard.press("End");
  await page.keyboard.press("ArrowLeft");
  await page.waitForSelector("[data-part=other-mode]", { visible: true });
  await clickText(page, "[data-part=other-mode] button", "Make it lazy");
  await page.waitForSelector("section[aria-label=Contrast]", { visible: true });
  await clickText(page, "nav[aria-label='Parts of the bench'] button", "Reel");
  await page.waitForSelector("section[aria-label='Reels of the variants'] canvas", { visible: true });
  const drawings = await page.$$eval("section[aria-label='Reels of the variants'] canvas", (all) =>
    all.map((each) => each.getBoundingClientRect()).map(({ width, height }) => [width > 300, height > 90]),
  );
  expect(drawings).toEqual([
    [true, true],
    [true, true],
  ]);
});

inDepth("long lines wrap, and their lanes with them; characters that cannot be seen have signs", async () => {
  const { address } = await stage.keep("weir", `${"gauge\t".repeat(80)}weir end`);
  const page = await stage.page();
  await openBench(page, address);
  const lane = () =>
    page.evaluate(() => {
      const frame = document.querySelector(".sample-editor .cm-scroller")?.getBoundingClientRect();
      const box = document.querySelector(".sample-editor .lanes path.match")?.getBoundingClientRect();
      return frame && box ? box.left < frame.right && box.left > frame.left : false;
    });
  // Long lines wrap, unless somebody says that they do not.
  await waitFor(page, "the lane is in view at first", () => document.querySelector(".sample-editor .lanes path.match") !== null);
  expect(await lane()).toBe(true);
  await clickText(page, "button", "wrap");
  for (let i = 0; i < 40 && (await lane()); i++) await new Promise((done) => setTimeout(done, 50));
  expect(await lane()).toBe(false);
  await clickText(page, "button", "wrap");
  await waitFor(page, "the lane is in view", () => {
    const frame = document.querySelector(".sample-editor .cm-scroller")?.getBoundingClientRect();
    const box = document.querySelector(".sample-editor .lanes path.match")?.getBoundingClientRect();
    return frame !== undefined && box !== undefined && box.left < frame.right && box.left > frame.left;
  });
  await clickText(page, "button", "unseen");
  await page.waitForSelector(".sample-editor .unseen");
  expect(stage.failures).toEqual([]);
});

test("every action is in the command menu; it does what it says, and gives the focus back", async () => {
  const page = await stage.open("gate", GATES);
  await page.click(".pattern-editor .cm-content");
  await press(page, "Control+k");
  await page.waitForSelector("[cmdk-input]");
  await page.keyboard.type("drift");
  await press(page, "Enter");
  await waitFor(page, "the drift is open", () => document.querySelector("[aria-label^='Panels of'] [aria-pressed=true]")?.textContent === "Last edit");
  await press(page, "Alt+Shift+Slash");
  await waitFor(page, "keys and words", () => document.querySelector("[role=dialog]")?.textContent?.includes("Alt+Shift+PgDn") === true);
  await press(page, "Escape");
  await waitFor(page, "it is closed", () => document.querySelector("[role=dialog]") === null);
  expect(stage.failures).toEqual([]);
});

inDepth("a first visit walks the path: a literal, a set, greedy and lazy, groups, and why it is slow", async () => {
  const page = await stage.page();
  await page.goto(stage.server.address);
  await clickText(page, "button", "Begin");
  const on = async (name: string, title: string) => {
    await clickText(page, "[data-part=path] button", "On to the next");
    await waitForPart(page, "path", name);
    await waitFor(page, "the bench of that place", (wanted) => document.title.startsWith(wanted as string), title);
    await page.waitForSelector("[data-part=position] b");
  };
  await waitForPart(page, "path", "1 of 5");
  await page.waitForSelector(".pattern-editor .cm-content");
  await page.click(".pattern-editor .cm-content");
  await press(page, "Control+a");
  await page.keyboard.type("Hollin");
  await waitForPart(page, "path", "A word is a pattern already");
  await on("A set", "Tag numbers in a day of readings");
  await page.click(".pattern-editor .cm-content");
  await press(page, "Home");
  for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Backspace");
  await page.keyboard.type("E");
  await waitForPart(page, "path", "what a set takes");
  await on("Greedy and lazy", "Quoted values");
  await page.click(".pattern-editor .cm-content");
  await press(page, "End");
  for (let i = 0; i < 2; i++) await page.keyboard.press("ArrowLeft");
  await clickText(page, "[data-part=other-mode] button", "Make it lazy");
  await waitForPart(page, "path", "lazy it stops at the next");
  await on("Groups", "Readings by named group");
  await (await page.waitForSelector("[role=grid] [data-row=match]:nth-of-type(8)"))?.click();
  await waitForPart(page, "path", "Each group has the same bar");
  await on("Why it is slow", "Remarks made of words only");
  await page.waitForSelector("[data-part=verdict][aria-busy=false]");
  await clickText(page, "[aria-label=Verdicts] button", "proof and repairs");
  await waitForPart(page, "path", "busy for years");
  await clickText(page, "[data-part=path] button", "That was the path");
  await page.goto(stage.server.address);
  await page.waitForSelector("main li");
  expect(await page.$("[aria-label='The path through the demo']")).toBeNull();
  expect(stage.failures).toEqual([]);
});

inDepth("a sample that was removed is put back, with what can be undone in it", async () => {
  const { address } = await stage.keep("gate", "a gate");
  const page = await stage.page();
  await openBench(page, address);
  await page.click(".sample-editor .cm-content");
  await press(page, "Control+End");
  await page.keyboard.type(" and gate");
  await waitForPart(page, "count", "2 matches");
  await page.click("[aria-label='Do something with the samples']");
  await clickText(page, "[role=menuitem]", "Add an empty sample");
  await clickText(page, "nav[aria-label=Samples] button", "sample");
  await page.click("[aria-label='Do something with the samples']");
  await clickText(page, "[role=menuitem]", "Remove this one");
  await waitForPart(page, "count", "0 matches");
  await clickText(page, "button", "Put it back");
  await waitForPart(page, "count", "2 matches");
  await page.click(".sample-editor .cm-content");
  await press(page, "Control+z");
  await waitForPart(page, "count", "1 match");
});

inDepth("two windows with one specimen: a dialect that is chosen in one is read in the other", async () => {
  const { address } = await stage.keep("^\\d$", "7", "m");
  const [one, other] = [await stage.page(), await stage.page()];
  await openBench(one, address);
  await openBench(other, address);
  await one.bringToFront();
  await nextDialect(one, "Python");
  await waitForPart(one, "keeping", "revision 2, saved");
  await other.bringToFront();
  await waitFor(other, "it reads as Python", () => document.querySelector("[aria-label^=Dialect]")?.textContent?.includes("Python") === true);
  expect(stage.failures).toEqual([]);
});

inDepth("the bracket under text whose directions change is as wide as what it stands under", async () => {
  const page = await stage.open("12 \u05e4\u05ea\u05d5\u05d7|weir", "weir 12 \u05e4\u05ea\u05d5\u05d7 end\nweir");
  await waitForPart(page, "count", "3 matches");
  const [drawn, letters] = await page.evaluate(() => {
    const line = document.querySelector(".sample-editor .cm-line") as HTMLElement;
    const range = document.createRange();
    const walker = document.createTreeWalker(line, NodeFilter.SHOW_TEXT);
    let before = 0;
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const length = node.textContent?.length ?? 0;
      if (before <= 5 && before + length > 5) range.setStart(node, 5 - before);
      if (before < 12 && before + length >= 12) range.setEnd(node, 12 - before);
      before += length;
    }
    const wide = [...range.getClientRects()].reduce((sum, { width: own }) => sum + own, 0);
    const frame = document.querySelector(".sample-editor .lanes")?.getBoundingClientRect().top ?? 0;
    // The brackets of the first line: horizontal strokes of the matches’ paths, as far down as that line.
    const strokes = [...document.querySelectorAll(".sample-editor .lanes path[class^=match]")]
      .flatMap((path) => [...(path.getAttribute("d") ?? "").matchAll(/M([\d.]+) [\d.]+V([\d.]+)H([\d.]+)|M([\d.]+) ([\d.]+)H([\d.]+)/g)])
      .map(([, a, y, b, c, z, d]) => ({ from: Number(a ?? c), to: Number(b ?? d), y: Number(y ?? z) }));
    const top = Math.min(...strokes.map(({ y }) => y));
    const own = strokes.filter(({ y, from }) => y < top + 4 && from > 40);
    return [own.reduce((sum, { from, to }) => sum + to - from, 0), wide, frame];
  });
  expect(Math.abs((drawn as number) - (letters as number))).toBeLessThan(8);
});
