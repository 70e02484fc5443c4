/** The host's side, as tasks: dates rewritten and saved, tuples understood and mended, a literal carried from Python to JavaScript, an engine that confirms. */
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@jest/globals";
import type { Page } from "puppeteer-core";
import { sized } from "../../scripts/depth.mjs";
import { clickText, nextDialect, openBench, part, press, Stage, typePattern, waitFor, waitForKept, waitForPart } from "../src/bench.ts";

/** What the tests of the page in jsdom tell too is asked of a browser by `npm run test:deep`. */
const inDepth = sized(test.skip, test);

const stage = new Stage();

const LOG = Array.from({ length: 400 }, (_, i) => `2031-0${1 + (i % 9)}-1${i % 10} gate ${i} opened by 2031-01-01 order`).join("\n");

/** Pastes a text where the caret is, as a person does. */
const paste = (page: Page, text: string): Promise<void> =>
  page.evaluate((given) => {
    const data = new DataTransfer();
    data.setData("text/plain", given);
    document.activeElement?.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  }, text);

test("dates of a log are rewritten, one is left alone, and the text is saved", async () => {
  const { id, address } = await stage.keep("(\\d{4})-(\\d\\d)-(\\d\\d)", LOG);
  const page = await stage.page();
  const folder = mkdtempSync(join(tmpdir(), "lamprey-saved-"));
  const session = await page.createCDPSession();
  await session.send("Browser.setDownloadBehavior", { behavior: "allow", downloadPath: folder });
  await openBench(page, address);
  await press(page, "Alt+Shift+Digit6");
  await page.waitForSelector(".template-editor .cm-content");
  await page.click(".template-editor .cm-content");
  await page.keyboard.type("$3.$2.$1");
  await waitForPart(page, "rewritten", "800 replacements");
  await waitFor(page, "the first line as it would be", () =>
    (document.querySelector("[data-part=hunks] li")?.textContent ?? "").includes("10.01.2031 gate 0 opened by 01.01.2031"),
  );
  // The groups of the template have their marks.
  await waitFor(page, "marks", () => document.querySelectorAll(".template-editor .lanes path.group").length === 3);
  await page.focus("[data-part=hunks] li button");
  await press(page, "Enter");
  await waitForPart(page, "rewritten", "799 replacements");
  await clickText(page, "button", "save it");
  await waitFor(page, "it is saved", () => document.body.innerText.includes("saved"));
  /** What the browser has written so far: a file is there before its content is. */
  const written = (): readonly [name: string, lines: readonly string[]] => {
    const [name = ""] = readdirSync(folder).filter((each) => each.endsWith(".txt"));
    return [name, name === "" ? [] : readFileSync(join(folder, name), "utf8").split("\n")];
  };
  for (let wait = 0; wait < 100 && written()[1].length < 400; wait++) await new Promise((done) => setTimeout(done, 100));
  const [name, saved] = written();
  expect([name, saved.length, saved[0], saved[1]]).toEqual([
    "Made-by-a-test-rewritten.txt",
    400,
    "2031-01-10 gate 0 opened by 01.01.2031 order",
    "11.02.2031 gate 1 opened by 01.01.2031 order",
  ]);
  // Undo in the template, and what is kept.
  await page.click(".template-editor .cm-content");
  await press(page, "Control+z");
  await waitFor(page, "it is undone", () => document.querySelector(".template-editor .cm-content")?.textContent !== "$3.$2.$1");
  await press(page, "Control+y");
  await waitForKept(page, 2);
  await waitFor(page, "it is back", () => document.querySelector(".template-editor .cm-content")?.textContent === "$3.$2.$1");
  await new Promise((done) => setTimeout(done, 1500));
  const kept = (await (await fetch(`${stage.server.address}/api/specimens/${id}`)).json()) as { template: string };
  expect(kept.template).toBe("$3.$2.$1");
  expect(stage.failures).toEqual([]);
});

inDepth("why find-all gives tuples, and the pattern mended so that it gives matches", async () => {
  const page = await stage.open("(\\w+)=(\\d+)", "depth=12 flow=7", "");
  await nextDialect(page, "Python");
  await press(page, "Alt+Shift+Digit7");
  await waitForPart(page, "calls", "('depth', '12')");
  await waitForPart(page, "calls", "With groups it gives a tuple of them for each match, not the match");
  await clickText(page, "[data-call=findall] button", "'12'");
  await waitFor(page, "marked in the sample", () => document.querySelector(".sample-editor .lanes path.pointed") !== null);
  await typePattern(page, "(?:\\w+)=(?:\\d+)");
  await waitForPart(page, "calls", "re.findall(p, text)['depth=12', 'flow=7']");
  expect(stage.failures).toEqual([]);
});

inDepth("a Python literal with flags is pasted, read at one key, and handed off as JavaScript", async () => {
  const page = await stage.open("x", "Gate 12\ngate 7", "g");
  await page.click(".pattern-editor .cm-content");
  await press(page, "Control+a");
  await paste(page, 're.compile(r"^gate (\\d+)$", re.IGNORECASE | re.MULTILINE)');
  await waitForPart(page, "offer", "the pattern ^gate (\\d+)$, flags im");
  await press(page, "F8");
  await waitForPart(page, "count", "2 matches");
  await press(page, "Alt+Shift+Digit8");
  await waitForPart(page, "source", 're.compile(r"^gate (\\d+)$", re.I | re.M)');
  await page.focus("[aria-label^=Dialect]");
  await press(page, "Enter");
  await waitFor(page, "the list", () => document.activeElement?.getAttribute("role") === "menuitemradio");
  await press(page, "ArrowUp");
  await press(page, "Enter");
  // Python's calls look for every match; in JavaScript a flag does.
  await waitForPart(page, "source", "/^gate (\\d+)$/gim");
  // One undo after the other takes both back.
  await page.click(".pattern-editor .cm-content");
  await press(page, "Control+z");
  await press(page, "Control+z");
  await waitFor(page, "what was pasted", () => (document.querySelector(".pattern-editor .cm-content")?.textContent ?? "").startsWith("re.compile("));
  expect(stage.failures).toEqual([]);
});

test("a real engine confirms; of one that is not there it is said what to install", async () => {
  const engines = (await (await fetch(`${stage.server.address}/api/engines`)).json()) as { items: { name: string; asked: boolean }[] };
  const python = engines.items.find(({ name }) => name === "python3")?.asked;
  const page = await stage.open("(\\w)(\\d)?", "a1 🐟 b2 c", "");
  await press(page, "Alt+Shift+Digit9");
  await clickText(page, "button", "Confirm with it");
  await waitForPart(page, "engines", "It agrees: 1 match");
  await nextDialect(page, "Python");
  if (!python) await waitForPart(page, "engines", "Install Python 3");
  else {
    await waitForPart(page, "count", "3 matches");
    await clickText(page, "button", "Confirm with it");
    await waitForPart(page, "engines", "It agrees: 3 matches, with all captures");
    expect(await part(page, "engines")).toContain("Python 3.");
  }
  expect(stage.failures).toEqual([]);
});
