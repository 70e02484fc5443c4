/** An expectation list built from a sample, and a pattern mended until all of it holds. */
import { expect, test } from "@jest/globals";
import { sized } from "../../scripts/depth.mjs";
import { clickText, openBench, press, Stage, typePattern, waitFor, waitForKept, waitForPart } from "../src/bench.ts";

/** What the tests of the page in jsdom tell too is asked of a browser by `npm run test:deep`. */
const inDepth = sized(test.skip, test);

const stage = new Stage();

test("a list is built from the sample and by pasting; the pattern is mended until all hold, and it is there after a reload", async () => {
  const { address } = await stage.keep("\\d+", "gate 7 open\nweir 12 shut\n");
  const page = await stage.page();
  await openBench(page, address);
  await press(page, "Alt+Shift+Digit0");
  await page.waitForSelector(".list-editor .cm-content");
  await press(page, "Alt+Shift+E");
  await waitForPart(page, "judged", "1 of 1 as expected");
  // Fifty lines at once.
  await page.click(".list-editor .cm-content");
  await press(page, "Control+End");
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData("text/plain", `\n${Array.from({ length: 50 }, (_, i) => (i % 2 === 0 ? `+ gate ${i}` : `- weir ${i}`)).join("\n")}`);
    document.activeElement?.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await waitForPart(page, "judged", "26 of 51 as expected");
  await typePattern(page, "gate \\d+");
  await waitForPart(page, "judged", "50 of 51 as expected");
  await waitForPart(page, "judged", "By this edit");
  await clickText(page, "button", "to the first that fails");
  await waitForPart(page, "at-line", "line 1: 0 matches");
  await typePattern(page, "gate \\d+|^\\d");
  await waitForPart(page, "texts", "51 of 51");
  await waitFor(
    page,
    "marks",
    () => document.querySelectorAll(".list-editor .holds-mark").length > 5 && document.querySelector(".list-editor .fails-mark") === null,
  );
  await waitForKept(page, 2);
  await new Promise((done) => setTimeout(done, 1500));
  await page.reload();
  await waitForPart(page, "texts", "51 of 51");
  expect(stage.failures).toEqual([]);
});

test("why a line does not match, and the change of the pattern taken that makes it", async () => {
  const { address } = await stage.keep("^gate \\d$", "gate 7\nGate 12\n", "gm");
  const page = await stage.page();
  await openBench(page, `${address}?desk=texts`);
  await page.waitForSelector(".list-editor .cm-content");
  await page.click(".list-editor .cm-content");
  await page.keyboard.type("+ gate 12");
  await waitForPart(page, "judged", "0 of 1");
  await waitForPart(page, "why-not", "It came from 0 to 6 (gate 1); there $ was not met.");
  await waitForPart(page, "why-not", "1 character away");
  await waitForPart(page, "why-not", "\\d several times");
  await clickText(page, "[data-part=why-not] button", "Take it");
  await waitForPart(page, "judged", "1 of 1");
  expect(stage.failures).toEqual([]);
});

inDepth("a slip is seen, mended, and another is set aside for good; a shorter way is taken at the caret", async () => {
  const { address } = await stage.keep("^[A-z]+ (\\d)+.[0-9]{1,}", "STA 12.5\n", "gm");
  const page = await stage.page();
  await openBench(page, address);
  await waitForPart(page, "slips", "3");
  await press(page, "Alt+Shift+S");
  await waitForPart(page, "slips-said", "3 likely mistakes");
  await waitFor(page, "marks under the pattern", () => document.querySelectorAll(".pattern-editor .lanes .slip").length === 3);
  await clickText(page, "[data-part=slip] button", "Take it");
  await waitForPart(page, "slips", "2");
  await clickText(page, "[data-part=slip] button", "it is meant: set it aside");
  await waitForPart(page, "slips", "1");
  await page.click(".pattern-editor .cm-content");
  await press(page, "End");
  for (let i = 0; i < 5; i++) await press(page, "ArrowLeft");
  await waitForPart(page, "shorter", "Shorter: \\d");
  await clickText(page, "[data-part=shorter]", "Shorter");
  await waitFor(page, "the pattern", () => document.querySelector(".pattern-editor .cm-content")?.textContent?.endsWith("\\d{1,}") === true);
  await waitForKept(page, 2);
  await new Promise((done) => setTimeout(done, 1500));
  await page.reload();
  await waitForPart(page, "slips", "1");
  expect(stage.failures).toEqual([]);
});

inDepth("what a set holds is asked by typing", async () => {
  const { address } = await stage.keep("\\w+", "Tarrow é\n", "g");
  const page = await stage.page();
  await openBench(page, address);
  await page.click(".pattern-editor .cm-content");
  await press(page, "Home");
  await page.waitForSelector("[data-part=holds-key]");
  await page.click("[data-part=holds-key]");
  await page.waitForSelector("[aria-label='Does it hold']");
  await page.keyboard.type("éT");
  await waitForPart(page, "holds", "U+00E9 no");
  await waitForPart(page, "holds", "U+0054 yes");
  await press(page, "Escape");
  await waitFor(page, "it is closed", () => document.querySelector("[data-part=holds]") === null);
  expect(stage.failures).toEqual([]);
});
