/** The screen for files in a real browser: three files are searched, their distinct values saved, a line opened on the bench, another made a test. */
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Page } from "puppeteer-core";
import { clickText, part, Stage, waitFor, waitForPart } from "../src/bench.ts";

const stage = new Stage();

const LOGS: Readonly<Record<string, string>> = {
  "bracken.log": "2031-03-01T00:06 gate 2 opened\n2031-03-01T00:09 level 1.40 m\n2031-03-01T01:21 gate 12 shut\n",
  "hollin.log": "2031-03-01T02:00 gate 2 opened\n2031-03-01T03:00 gate 7 opened",
  "stanner.log": "2031-03-02T00:00 weir clear\n",
};

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "lamprey-dropped-"));
  for (const [name, text] of Object.entries(LOGS)) writeFileSync(join(folder, name), text);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Drops the three files on the screen, as a browser hands them over. */
async function drop(page: Page): Promise<void> {
  await page.evaluate((logs) => {
    const data = new DataTransfer();
    for (const [name, text] of Object.entries(logs)) data.items.add(new File([text], name));
    document.querySelector("main")?.dispatchEvent(new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: data }));
  }, LOGS);
  await waitForPart(page, "files-given", "3 files");
}

async function open(): Promise<Page> {
  const page = await stage.page();
  await page.goto(`${stage.server.address}/files`);
  await page.waitForSelector("textarea");
  await drop(page);
  return page;
}

describe("files", () => {
  test("that are dropped are searched as one types; distinct values of a group are saved", async () => {
    const page = await open();
    await page.type("textarea", "gate (\\d+)");
    await waitForPart(page, "files-summary", "4 lines match in 2 of 3 files; 6 lines searched");
    await page.select("select[aria-label='What is shown']", "distinct");
    await page.select("select[aria-label='Values of']", "1");
    await waitForPart(page, "files-summary", "3 distinct values in 4 lines in 2 of 3 files");
    expect(await page.$$eval("[role=option]", (rows) => rows.map((row) => (row as HTMLElement).innerText.replaceAll(/\s+/g, " ").trim()))).toEqual([
      "2 2",
      "1 12",
      "1 7",
    ]);
    const session = await page.createCDPSession();
    await session.send("Browser.setDownloadBehavior", { behavior: "allow", downloadPath: folder, eventsEnabled: false });
    await clickText(page, "button", "CSV");
    for (let waited = 0; waited < 100 && !readdirSync(folder).includes("found.csv"); waited++) await new Promise((done) => setTimeout(done, 50));
    expect(readFileSync(join(folder, "found.csv"), "utf8")).toBe("count,text\n2,2\n1,12\n1,7\n");
    expect(stage.failures).toEqual([]);
  });

  test("open on the bench by one key, with the lines around; another key makes a line a test of the pattern", async () => {
    const page = await open();
    await page.type("textarea", "^\\S+ gate \\d+");
    await waitForPart(page, "files-summary", "4 lines match");
    await page.focus("[role=listbox]");
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("t");
    await waitFor(page, "it says so", () => document.querySelector("[data-part=notice]")?.textContent?.includes("it must match") === true);
    await page.keyboard.press("Enter");
    // ^ stands at every line of a sample, as it does at every line of a file.
    await waitForPart(page, "count", "2 matches");
    expect(await page.evaluate(() => document.querySelector(".sample-editor .cm-content")?.textContent)).toContain("level 1.40 m");
    await page.goBack();
    await waitForPart(page, "files-summary", "4 lines match");
    // Nothing is searched again: the row that was opened is still chosen.
    await new Promise((done) => setTimeout(done, 500));
    expect(await page.$eval("[role=option][aria-selected=true]", (row) => row.textContent)).toContain("gate 12 shut");
    const tests = await waitForTest(page);
    expect(tests).toEqual(["+ 2031-03-01T01:21 gate 12 shut"]);
    expect(stage.failures).toEqual([]);
  });

  test("of the server's folder are searched, a broken pattern says where, and what was found stays", async () => {
    const page = await stage.page();
    await page.goto(`${stage.server.address}/files`);
    await clickText(page, "button", "The server’s folder “logs”");
    await page.type("textarea", "level");
    await waitForPart(page, "files-summary", "in 9 of 9 files; 1,089 lines searched");
    const before = await part(page, "files-summary");
    await page.type("textarea", " (");
    await waitFor(page, "the mistake", () => document.querySelector("form [role=alert]")?.textContent?.includes("never closed") === true);
    expect(await part(page, "files-summary")).toContain(before);
    expect(await part(page, "files-summary")).toContain("of the search before");
    expect(stage.failures).toEqual([]);
  });
});

/** The tests that the shelf has of the pattern, once they are kept. */
async function waitForTest(page: Page): Promise<string[]> {
  await waitFor(page, "it is kept", async () => {
    const { items } = (await (await fetch("/api/specimens?search=gate")).json()) as { items: { title: string }[] };
    return items.some(({ title }) => title.startsWith("^\\S+ gate"));
  });
  return page.evaluate(async () => {
    const { items } = (await (await fetch("/api/specimens?search=gate")).json()) as { items: { id: string; title: string }[] };
    const id = items.find(({ title }) => title.startsWith("^\\S+ gate"))?.id;
    return ((await (await fetch(`/api/specimens/${id}`)).json()) as { expectations: string }).expectations.split("\n");
  });
}
