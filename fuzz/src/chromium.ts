/** Debian's Chromium as a judge: its engine is newer than this host's. */
import { existsSync, readFileSync } from "node:fs";
import puppeteer, { type Browser, type Page } from "puppeteer-core";
import { halved, type Judge, PATIENCE_MS, type Question, type Verdict } from "./judges.ts";

const PLACES = ["/usr/bin/chromium", "/usr/bin/chromium-browser", "/usr/bin/google-chrome"];
const ARGUMENTS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

/** The judge, or undefined where there is no browser. */
export async function chromiumJudge(): Promise<Judge | undefined> {
  const executablePath = PLACES.find((place) => existsSync(place));
  if (!executablePath) return undefined;
  const open = () => launch(executablePath);
  let browser = await open();
  const name = await browser.browser.version();
  /** Undefined where the page hangs: then there is a new browser. */
  const line = async (questions: readonly Question[]): Promise<readonly Verdict[] | undefined> => {
    let late: ReturnType<typeof setTimeout> | undefined;
    const patience = new Promise<undefined>((resolve) => {
      late = setTimeout(() => resolve(undefined), PATIENCE_MS);
    });
    // Lone surrogates do not survive the way into the page as text, so all goes as escaped JSON.
    const json = JSON.stringify(JSON.stringify(questions));
    const asked = browser.page.evaluate(`JSON.stringify(JSON.parse(${json}).map(verdict))`).catch(() => undefined);
    const answer = await Promise.race([asked, patience]);
    clearTimeout(late);
    if (typeof answer === "string") return JSON.parse(answer) as Verdict[];
    browser.browser.process()?.kill("SIGKILL");
    browser = await open();
    return undefined;
  };
  return { name, dialect: "ecmascript", newer: true, ask: (questions) => halved(questions, line), close: () => browser.browser.close() };
}

async function launch(executablePath: string): Promise<{ readonly browser: Browser; readonly page: Page }> {
  const browser = await puppeteer.launch({ executablePath, args: ARGUMENTS });
  const page = await browser.newPage();
  const source = readFileSync(new URL("../judges/verdict.mjs", import.meta.url), "utf8");
  await page.evaluate(`globalThis.verdict = ${source.slice(source.indexOf("function"))}`);
  return { browser, page };
}
