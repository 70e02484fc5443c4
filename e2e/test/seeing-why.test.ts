/** Why did it match that, why did it not, why is it slow: found by looking, by keyboard and by pointer. */
import { describe, expect, test } from "@jest/globals";
import type { Page } from "puppeteer-core";
import { sized } from "../../scripts/depth.mjs";
import { bars, clickText, openBench, part, press, Stage, typePattern, waitFor, waitForPart } from "../src/bench.ts";

/** What the tests of the page in jsdom tell too is asked of a browser by `npm run test:deep`. */
const inDepth = sized(test.skip, test);

const stage = new Stage();

const rowsOf = (page: Page, selector: string): Promise<string[]> =>
  page.$$eval(selector, (rows) => rows.map((row) => (row.textContent ?? "").replaceAll(/\s+/g, " ").trim()));

/** Opens a tab by its name. */
const openTab = (page: Page, name: string): Promise<void> => clickText(page, "[role=tab]", name);

describe("the reel", () => {
  test("by keyboard: the step where a greedy quantifier first gives back, and what made it", async () => {
    const page = await stage.open("(.*)(\\d+)", "gate 1205 open");
    await press(page, "Alt+Shift+Home");
    for (let i = 0; i < 9 && !(await part(page, "sentence")).includes("is given back"); i++) {
      const before = await part(page, "position");
      await press(page, "Alt+Shift+Period");
      await waitFor(page, "a backtrack", (b) => (document.querySelector("[data-part=position]")?.textContent ?? "") !== b, before);
      await waitForPart(page, "sentence", "so the machine goes back");
    }
    await waitForPart(page, "sentence", "\\d did not match at 14, so the machine goes back to 13: .* stops there, and “n” is given back.");
    await clickText(page, "button", "what failed");
    await waitForPart(page, "sentence", "does not take what is there");
  });

  inDepth("the saved state that led to the match says so, and winds there", async () => {
    const page = await stage.open("a*ab", "aaab");
    await press(page, "Alt+Shift+Home");
    for (let i = 0; i < 10; i++) await press(page, "Alt+Period");
    await waitFor(page, "a state taken up", () => (document.querySelector("ol[aria-label='Saved states']")?.textContent ?? "").includes("taken up"));
    const fates = await rowsOf(page, "ol[aria-label='Saved states'] li");
    expect(fates.some((row) => row.includes("not needed"))).toBe(true);
    await clickText(page, "ol[aria-label='Saved states'] button", "taken up 15");
    await waitForPart(page, "sentence", "is given back");
  });

  test("who took what: why the group holds only the last digit, and the pattern mended until it holds all", async () => {
    const page = await stage.open("(.*)(\\d+)", "gate 1205 open");
    await clickText(page, "[aria-label='Panels of Matches'] button", "Parts");
    await waitForPart(page, "takers", "went on to 14, gave back “5 open”");
    expect((await rowsOf(page, "[data-part=takers] li")).at(-1)).toContain("\\d+58–9");
    // Pointing at the row marks the part and the text; pointing at the text marks the row.
    await page.hover("[data-part=takers] li");
    await waitFor(page, "both are marked", () => document.querySelectorAll(".lanes .pointed").length === 2);
    await clickText(page, "[data-part=takers] button", "because");
    await waitForPart(page, "sentence", "does not take what is there: the text ends here");
    await typePattern(page, "(.*?)(\\d+)");
    await waitForPart(page, "takers", "1205");
    await clickText(page, "[aria-label='Panels of Matches'] button", "Table");
    await waitFor(page, "group 2 holds all", () =>
      [...document.querySelectorAll("[aria-label=Matches] [data-row=group]")].some((r) => /^2.*1205$/.test(r.textContent ?? "")),
    );
  });

  inDepth("a link opens the same step, with its stops, in a fresh browser", async () => {
    const { address } = await stage.keep("(.*)(\\d+)", "gate 1205 open");
    const page = await stage.page();
    await openBench(page, address);
    await openTab(page, "Stops");
    await clickText(page, "button", "tried again");
    await press(page, "Alt+Shift+Home");
    await press(page, "Alt+n");
    await waitFor(page, "the address", () => location.search.includes("step=") && location.search.includes("stops=again"));
    const [sentence, position] = [await part(page, "sentence"), await part(page, "position")];
    const link = page.url();
    const context = await stage.browser.createBrowserContext();
    const other = await context.newPage();
    await openBench(other, link);
    await waitForPart(other, "sentence", sentence);
    expect(await part(other, "position")).toBe(position);
    await openTab(other, "Stops");
    await waitFor(other, "the stop", () => (document.querySelector("ol[aria-label=Stops]")?.textContent ?? "").includes("tries an item"));
    await context.close();
  });

  inDepth("stops: set at carets and at a number of saved states, played to, and said where there is none", async () => {
    const page = await stage.open("a+b", "caaac aaab");
    await press(page, "Alt+Shift+Home");
    await press(page, "Alt+n");
    await waitForPart(page, "position", "no stop is set");
    await openTab(page, "Stops");
    await page.click(".sample-editor .cm-content");
    await press(page, "Control+Home");
    for (let i = 0; i < 3; i++) await press(page, "ArrowRight");
    await clickText(page, "button", "offset 3");
    await press(page, "Alt+Shift+Home");
    await press(page, "Alt+Enter");
    await waitForPart(page, "sentence", "At 2, a takes “a”.");
    await press(page, "Alt+n");
    await waitFor(page, "another step", () => !(document.querySelector("[data-part=sentence]")?.textContent ?? "").includes("At 2, a takes"));
    expect(await page.$(".sample-editor .lanes .stop")).not.toBeNull();
    await clickText(page, "button", "take away");
    await page.$eval("input[aria-label='Number of saved states']", (input) => (input as HTMLInputElement).select());
    await page.type("input[aria-label='Number of saved states']", "99");
    await clickText(page, "form button", "saved states");
    await press(page, "Alt+n");
    await waitForPart(page, "position", "no stop after this");
  });

  inDepth("attempts: a row for each start, and each winds there", async () => {
    const page = await stage.open("a+b", "aac aab");
    await openTab(page, "Attempts");
    await waitFor(page, "rows", () => document.querySelectorAll("[aria-label=Attempts] button").length === 6);
    const rows = await rowsOf(page, "[aria-label=Attempts] button");
    expect(rows[0]).toMatch(/^02\d+failed b$/);
    expect(rows[4]).toMatch(/^47\d+match$/);
    await page.click("[aria-label=Attempts] button:nth-of-type(2)");
    await waitForPart(page, "sentence", "A new attempt begins at 1.");
  });

  test("attempts: the list follows the reel, and marks the attempt that it is wound to", async () => {
    const page = await stage.open("weir", `${"Ulm ".repeat(60)}weir`, "");
    await openTab(page, "Attempts");
    await waitFor(page, "rows", () => document.querySelectorAll("[aria-label=Attempts] button").length > 3);
    await press(page, "Alt+Shift+End");
    await waitFor(page, "its row, in view and marked", () => {
      const list = document.querySelector("section[aria-label=Attempts]")?.getBoundingClientRect();
      const row = document.querySelector("section[aria-label=Attempts] button.font-semibold");
      const box = row?.getBoundingClientRect();
      return (
        row?.textContent?.startsWith("240") === true && list !== undefined && box !== undefined && box.top >= list.top - 1 && box.bottom <= list.bottom + 1
      );
    });
  });

  inDepth("no match at all: every attempt is there, and only lines with a match open up", async () => {
    const page = await stage.bench("A fish that nobody counted");
    await waitFor(page, "it is said", () => document.body.innerText.includes("7,569 attempts in 53,061 steps, and none came through."));
    expect(await page.$$(".sample-editor .cm-line.holds")).toHaveLength(0);
    await openTab(page, "Attempts");
    await waitFor(page, "rows", () => document.querySelectorAll("[aria-label=Attempts] button").length > 5);
    expect((await rowsOf(page, "[aria-label=Attempts] button")).every((row) => row.endsWith("failed b"))).toBe(true);
  });

  inDepth("work done: a table of shares, and heat under sample and pattern", async () => {
    const page = await stage.bench("Counts at the weirs");
    await openTab(page, "Work");
    await waitFor(page, "rows", () => document.querySelectorAll("[aria-label='Work done'] tbody tr").length > 5);
    const shares = await page.$$eval("[aria-label='Work done'] tbody td:nth-child(3)", (cells) => cells.map((c) => Number.parseFloat(c.textContent ?? "")));
    expect(Math.round(shares.reduce((a, b) => a + b, 0))).toBe(100);
    expect([...shares].sort((a, b) => b - a)).toEqual(shares);
    expect(await bars(page, "heat-5")).toBeGreaterThan(0);
    expect(await page.$(".pattern-editor .lanes [class^=heat]")).not.toBeNull();
  });
});

describe("the machine as a chart", () => {
  test("alternatives in the wrong order: the way that is never taken is seen, and mended", async () => {
    const page = await stage.open("weir|weir pool", "weir pool, weir");
    await clickText(page, "button", "machine as a chart");
    await page.waitForSelector("[data-node='weir pool']");
    await waitFor(page, "figures", () =>
      /^weir pool: (\d+) times, \1 failed$/.test(document.querySelector("[data-node='weir pool'] title")?.textContent ?? ""),
    );
    await press(page, "Alt+Shift+Home");
    await press(page, "Alt+Period");
    await waitFor(page, "the acting node", () => document.querySelector("[data-acting]")?.getAttribute("data-node") === "either");
    await typePattern(page, "weir pool|weir");
    await waitFor(
      page,
      "it matches now",
      () => /^weir pool: \d+ times, (\d+) failed$/.exec(document.querySelector("[data-node='weir pool'] title")?.textContent ?? "") !== null,
    );
    await clickText(page, "button", "back to the sample");
    await waitFor(page, "the first match", () => (document.querySelector("[aria-label=Matches] [data-row=match]")?.textContent ?? "").includes("weir pool"));
  });

  inDepth("is panned and zoomed by keyboard; one too large says so", async () => {
    const page = await stage.open("(a|b)*c", "abc");
    await clickText(page, "button", "machine as a chart");
    const place = () => page.$eval("[aria-label='The machine as a chart'] svg > g", (g) => g.getAttribute("transform"));
    await page.waitForSelector("[data-node=match]");
    await page.$eval("[aria-label='The machine as a chart'] svg", (svg) => (svg as SVGSVGElement).focus());
    const before = await place();
    await press(page, "ArrowLeft");
    await waitFor(
      page,
      "it is panned",
      (b) => document.querySelector("[aria-label='The machine as a chart'] svg > g")?.getAttribute("transform") !== b,
      before ?? "",
    );
    expect(await place()).toContain("scale(1)");
    await press(page, "=");
    await waitFor(
      page,
      "it is zoomed",
      () => document.querySelector("[aria-label='The machine as a chart'] svg > g")?.getAttribute("transform")?.includes("scale(1.25)") === true,
    );
    await waitFor(
      page,
      "it moved",
      (b) => document.querySelector("[aria-label='The machine as a chart'] svg > g")?.getAttribute("transform") !== b,
      before ?? "",
    );
    await press(page, "0");
    await waitFor(
      page,
      "it is back",
      (b) => document.querySelector("[aria-label='The machine as a chart'] svg > g")?.getAttribute("transform") === b,
      before ?? "",
    );
    await typePattern(page, `${"(a|b)".repeat(60)}`);
    await waitFor(page, "too large", () => document.body.innerText.includes("Too large to be drawn"));
  });
});

describe("the contrast", () => {
  inDepth("greedy from lazy on one sample, the lazy one taken, and taken back by one undo", async () => {
    const page = await stage.open('"(.+)"', 'gate="open" weir="Hollin"');
    await page.click(".pattern-editor .cm-content");
    await press(page, "Home");
    for (let i = 0; i < 4; i++) await press(page, "ArrowRight");
    await openTab(page, "Compare");
    await waitFor(page, "what is true", () => document.body.innerText.includes("They part at 5: greedy goes on to 25, lazy ends at 11."));
    await waitFor(page, "what is given back", () => document.body.innerText.includes("Greedy gives back 1 character in 1 backtrack; lazy gives nothing back."));
    expect(await bars(page, "variant-1")).toBe(2);
    await waitFor(page, "both reels", () => document.querySelectorAll("[aria-label='Reels of the variants'] canvas").length === 2);
    await page.click("input[name=wound-by]:not(:checked)");
    await clickText(page, "table button", "take");
    await waitForPart(page, "count", "2 matches");
    await press(page, "Control+z");
    await waitForPart(page, "count", "1 match");
    expect(await page.$eval(".pattern-editor .cm-content", (e) => e.textContent)).toBe('"(.+)"');
  });

  inDepth("four columns: possessive for comparison only, and a second pattern that does not read", async () => {
    const page = await stage.open("a+b", "aab");
    await openTab(page, "Compare");
    await clickText(page, "label", "possessive");
    await page.type("input[aria-label='A second pattern']", "a{{1,3}(");
    await waitFor(page, "four columns", () => document.querySelectorAll("[aria-label=Contrast] thead th").length === 4);
    const heads = await rowsOf(page, "[aria-label=Contrast] thead th");
    expect(heads.slice(0, 3)).toEqual(["greedynow", "lazytake", "possessivefor comparison only"]);
    expect(heads[3]).toContain("second");
    expect(await page.$eval("[aria-label=Contrast] thead th:last-child .text-rust", (e) => e.textContent)).not.toBe("");
  });
});

describe("the ledger", () => {
  inDepth("is filtered by a group, equal values are counted, and a caret in the sample chooses a match", async () => {
    const page = await stage.bench("Counts at the weirs");
    await page.select("select[aria-label='In which group']", "3");
    await page.type("input[aria-label='Only matches that hold']", "UP");
    await waitFor(page, "filtered", () => document.body.innerText.includes("text, 73 matches of 160"));
    await clickText(page, "label", "count equal");
    await waitFor(page, "counted", () => document.querySelectorAll("[aria-label=Values] button").length === 1);
    expect(await rowsOf(page, "[aria-label=Values] button")).toEqual(["73up"]);
    await clickText(page, "label", "count equal");
    await page.$eval("input[aria-label='Only matches that hold']", (input) => (input as HTMLInputElement).select());
    await press(page, "Backspace");
    await page.click(".sample-editor .cm-content");
    await press(page, "Control+Home");
    for (let i = 0; i < 2; i++) await press(page, "ArrowDown");
    for (let i = 0; i < 12; i++) await press(page, "ArrowRight");
    await waitFor(page, "match 3 is chosen", () => (document.querySelector("[role=row][aria-selected=true]")?.textContent ?? "").startsWith("3"));
    await waitFor(page, "where it lies", () => document.body.innerText.includes("line 3:10"));
  });

  inDepth("the four ways of asking", async () => {
    const page = await stage.open("\\d+", "12 345");
    const ask = async (way: string, count: string) => {
      await page.click("[data-part=count]");
      await clickText(page, "[role=menuitemradio]", way);
      await waitForPart(page, "count", count);
    };
    await ask("first match", "first only: 1 match");
    expect(await page.$eval("[aria-label=Flags] button", (every) => every.getAttribute("aria-pressed") === "true")).toBe(false);
    await ask("whole text", "whole text: 0 matches");
    await ask("at the start", "at the start: 1 match");
    await ask("every match", "2 matches");
    expect(await page.$eval("[aria-label=Flags] button", (every) => every.getAttribute("aria-pressed") === "true")).toBe(true);
  });

  test("is stepped through by keyboard from anywhere, and follows the reel's changes", async () => {
    const page = await stage.open("(\\w)(\\d)?", "a1 b c2");
    await press(page, "Alt+m");
    await press(page, "Alt+m");
    await waitForPart(page, "sentence", "The pattern matches 3–4");
    await waitFor(page, "match 2", () => (document.querySelector("[role=row][aria-selected=true]")?.textContent ?? "").startsWith("2"));
    await press(page, "Alt+Shift+Home");
    await press(page, "Alt+Shift+PageDown");
    await waitFor(page, "just now", () => (document.querySelector("[aria-label=Captures]")?.textContent ?? "").includes("ajust now"));
    await clickText(page, "button[aria-label='Follow group 2']", "2");
    await press(page, "Alt+Shift+PageDown");
    await waitForPart(page, "sentence", "Group 2 closes and holds “1”");
  });
});

inDepth("an earlier revision is put beside the pattern", async () => {
  const { id, address } = await stage.keep("a+", "aab b");
  // What stood for five seconds is kept as an earlier revision.
  await new Promise((done) => setTimeout(done, 5_200));
  await fetch(`${stage.server.address}/api/specimens/${id}`, {
    method: "PATCH",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ revision: 1, pattern: "[ab]+" }),
  });
  const page = await stage.page();
  await openBench(page, address);
  await openTab(page, "Compare");
  await page.waitForSelector("select[aria-label='An earlier revision']");
  await page.select("select[aria-label='An earlier revision']", "1");
  await waitFor(page, "its column", () =>
    [...document.querySelectorAll("[aria-label=Contrast] thead th")].some((th) => (th.textContent ?? "").includes("revision 1")),
  );
  await waitFor(page, "where they part", () => document.body.innerText.includes("They part at 0: greedy goes on to 3, revision 1 ends at 2."));
});
