// node scripts/screenshots.mjs: one current picture of each main view, from the demo, into docs/screenshots; with names, those alone.
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { specimenId, startBrowser, startServer } from "./browser.mjs";
import { ensureBuilt, ROOT } from "./workspace.mjs";

await ensureBuilt("server", "web");
const only = process.argv.slice(2);
const folder = join(ROOT, "docs/screenshots");
mkdirSync(folder, { recursive: true });
const server = await startServer();
const browser = await startBrowser();
// A picture that fails leaves nothing running behind it.
process.once("exit", () => {
  server.signal("SIGKILL");
  browser.process()?.kill("SIGKILL");
});
const rest = (ms) => new Promise((done) => setTimeout(done, ms));

async function picture(name, theme, title, act = async () => {}, size = { width: 1280, height: 800 }) {
  if (only.length > 0 && !only.includes(name)) return;
  const page = await browser.newPage();
  await page.setViewport(size);
  // What one picture folds or widens is not remembered for the next; the path is offered in the picture of the shelf alone.
  await page.evaluateOnNewDocument((chosen) => {
    localStorage.removeItem("lamprey.layout");
    localStorage.setItem("lamprey.theme", chosen);
  }, theme);
  await page.goto(title === null ? server.address : `${server.address}/bench/${await specimenId(server.address, title)}`);
  // A busy machine takes its time; the rest is for what is worked out after the screen is there.
  await page.waitForSelector(title === null ? "main" : ".pattern-editor .cm-content");
  await rest(2000);
  await act(page);
  await rest(900);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await page.close();
}

const RISKS = String.raw`/^(\w+ ?)+$/m
/\s+$/g
/tag [A-F0-9]+-(\d\d/
/weir \d+/
/^(?:\d?){24}\d{24}$/
/^(['"])[^'"]*\1$/
/<!--[^]*?-->/
/\/\*[^]*?\*\/|\w+/g
/^\d{1,3}(,\d{3})*$/
/^(?:gate|gate \d+)*;/
/.*depth = .*\d m/
/^(\w+)+@tarrow\.example$/i
/^\w*\d*=\s*\s*;/
/^(\w*)\1!/`;

const alt = async (page, key, shift = false) => {
  await page.keyboard.down("Alt");
  if (shift) await page.keyboard.down("Shift");
  await page.keyboard.press(key);
  if (shift) await page.keyboard.up("Shift");
  await page.keyboard.up("Alt");
  await rest(200);
};

const caretTo = async (page, fromEnd) => {
  await page.click(".pattern-editor .cm-content");
  await page.keyboard.press("End");
  for (let i = 0; i < fromEnd; i++) await page.keyboard.press("ArrowLeft");
};

await picture("shelf", "chart", null);
await picture("commands", "chart", "Counts at the weirs", async (page) => {
  await alt(page, "KeyR");
  await page.keyboard.down("Control");
  await page.keyboard.press("k");
  await page.keyboard.up("Control");
  await rest(600);
  await page.keyboard.type("wei");
});
await picture("phone", "chart", "Readings by named group", async () => {}, { width: 390, height: 800 });
await picture("bench", "chart", "Counts at the weirs", (page) => caretTo(page, 6));
await picture("reel", "chart", "Counts at the weirs", async (page) => {
  await caretTo(page, 6);
  await alt(page, "Comma", true);
});
const openTab = async (page, name) => {
  await page.evaluate((wanted) => {
    const tab = [...document.querySelectorAll("[role=tab]")].find((t) => t.textContent.startsWith(wanted));
    tab?.dispatchEvent(new MouseEvent("mousedown", { bubbles: true }));
  }, name);
  await rest(600);
  // The words of a tab that has the focus lie over what it opened.
  await page.evaluate(() => document.activeElement?.matches("[role=tab]") && document.activeElement.blur());
};
const click = (page, selector, text) =>
  page.evaluate((s, t) => [...document.querySelectorAll(s)].find((e) => e.textContent.trim().startsWith(t))?.click(), selector, text);

await picture("new", "chart", null, async (page) => {
  await click(page, "button", "New pattern");
  await rest(1500);
  await page.keyboard.type("(?P<site>[A-Z]+) (\\d+)");
  await page.keyboard.press("F2");
  await page.keyboard.type("ULM 41\nTARROW 7\n");
});
await picture("takers", "chart", "Counts at the weirs", async (page) => {
  await click(page, "[aria-label='Panels of Matches'] button", "Parts");
  await openTab(page, "Work");
  await page.waitForSelector("[data-part=takers] li:nth-child(7)");
  await page.hover("[data-part=takers] li:nth-child(7)");
});
await picture("chart", "deep", "Interlocks with brackets in brackets", async (page) => {
  await click(page, "button", "machine as a chart");
  // Back from the first match into its calls.
  await alt(page, "Comma", true);
  for (let i = 0; i < 24; i++) await alt(page, "Comma");
});
await picture("contrast", "chart", "Quoted values", async (page) => {
  await caretTo(page, 2);
  await openTab(page, "Compare");
  await rest(1500);
});
await picture("dialects", "chart", "Weir or weir pool, as grep finds it", async (page) => {
  await alt(page, "KeyD", true);
  await page.waitForFunction(() => document.querySelector("[data-part=dialects] [role=status]")?.textContent?.startsWith("In this sample"), {
    timeout: 60_000,
  });
});
await picture("hazard", "chart", "Remarks made of words only", async (page) => {
  await click(page, "[aria-label=Verdicts] button", "proof and repairs");
  await rest(3000);
});
// Before the next one edits the same specimen's pattern, which the server keeps.
await picture("texts", "chart", "Depths without a unit", async (page) => {
  await alt(page, "Digit0", true);
  await rest(800);
  await click(page, "button", "to the first that fails");
  await rest(600);
});
await picture("slips", "deep", "The last fish of every list", async (page) => {
  await alt(page, "KeyS", true);
  await page.click(".pattern-editor .cm-content");
  await page.keyboard.press("End");
  await page.keyboard.type("[0-9]{1,}.[0-9]");
  await rest(1500);
});
await picture("drift", "chart", "Weir or weir pool", async (page) => {
  await caretTo(page, 0);
  await page.keyboard.type("s?");
  await alt(page, "Digit4", true);
  await rest(1200);
});
await picture("rewrite", "chart", "Readings by named group", async (page) => {
  await alt(page, "Digit6", true);
  await rest(800);
});
await picture("calls-deep", "deep", "Counts at the weirs", async (page) => {
  await alt(page, "Digit7", true);
  await rest(800);
});
await picture("risks", "chart", null, async (page) => {
  await page.goto(`${server.address}/risks`);
  await page.waitForSelector("textarea");
  await page.type("textarea", RISKS);
  await click(page, "button", "Judge them");
  await rest(2000);
});
await picture("files", "chart", null, async (page) => {
  await page.goto(`${server.address}/files`);
  await page.waitForSelector("textarea");
  await rest(800);
  await click(page, "button", "The server’s folder");
  await page.type("textarea", "gate (?<gate>\\d) opened to (?<percent>\\d+) %");
  await rest(2000);
  await click(page, "button", "by time");
  await rest(600);
});
await picture("mistake", "chart", "Weir or weir pool", async (page) => {
  await caretTo(page, 0);
  await page.keyboard.type("|[z-a");
});
await browser.close();
await server.stop();
