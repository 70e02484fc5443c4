/** Debian's Chromium as a judge: its engine is newer than this host's. */
import { existsSync, readFileSync } from "node:fs";
import puppeteer from "puppeteer-core";
import type { Judge, Question, Verdict } from "./judges.ts";

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
  const browser = await puppeteer.launch({ executablePath, args: ARGUMENTS });
  const page = await browser.newPage();
  const source = readFileSync(new URL("../judges/verdict.mjs", import.meta.url), "utf8");
  await page.evaluate(`globalThis.verdict = ${source.slice(source.indexOf("function"))}`);
  return {
    name: await browser.version(),
    dialect: "ecmascript",
    newer: true,
    // Lone surrogates do not survive the way into the page as text, so all goes as escaped JSON.
    ask: async (questions: readonly Question[]): Promise<readonly Verdict[]> => {
      const json = JSON.stringify(JSON.stringify(questions));
      return JSON.parse((await page.evaluate(`JSON.stringify(JSON.parse(${json}).map(verdict))`)) as string) as Verdict[];
    },
    close: () => browser.close(),
  };
}
