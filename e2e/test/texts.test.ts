/** An expectation list built from a sample, and a pattern mended until all of it holds. */
import { expect, test } from "@jest/globals";
import { clickText, openBench, press, Stage, typePattern, waitFor, waitForKept, waitForPart } from "../src/bench.ts";

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
