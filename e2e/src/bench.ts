/** The bench as a person meets it: what the browser tests look at and press. */
import { afterAll, afterEach, beforeAll } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { type RunningServer, specimenId, startBrowser, startServer } from "../../scripts/browser.mjs";

/** A server on a new database and a browser, for all tests of a file; pages are closed after each. */
export class Stage {
  server!: RunningServer;
  browser!: Browser;
  /** Errors that pages threw in the test under way. */
  readonly failures: string[] = [];

  constructor() {
    beforeAll(async () => {
      this.server = await startServer();
      this.browser = await startBrowser();
    }, 120_000);
    afterEach(async () => {
      this.failures.length = 0;
      const [first, ...others] = await this.browser.pages();
      for (const page of others) await page.close();
      await first?.goto("about:blank");
    });
    afterAll(async () => {
      await this.browser?.close();
      await this.server?.stop();
    });
  }

  async page(): Promise<Page> {
    const page = await this.browser.newPage();
    page.on("pageerror", (error) => this.failures.push(String(error)));
    return page;
  }

  /** Address of a demo specimen. */
  async benchOf(title: string): Promise<string> {
    return `${this.server.address}/bench/${await specimenId(this.server.address, title)}`;
  }

  /** Opens a demo specimen. */
  async bench(title: string): Promise<Page> {
    const page = await this.page();
    await openBench(page, await this.benchOf(title));
    return page;
  }

  /** Keeps a specimen of the test's own. */
  async keep(pattern: string, text: string, flags = "g"): Promise<{ id: string; address: string }> {
    const response = await fetch(`${this.server.address}/api/specimens`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ title: "Made by a test", pattern, flags, samples: [{ name: "sample", text }] }),
    });
    const { id } = (await response.json()) as { id: string };
    return { id, address: `${this.server.address}/bench/${id}` };
  }

  /** Keeps one and opens it. */
  async open(pattern: string, text: string, flags = "g"): Promise<Page> {
    const { address } = await this.keep(pattern, text, flags);
    const page = await this.page();
    await openBench(page, address);
    return page;
  }
}

/** A busy machine takes its time (milliseconds). */
const PATIENCE = 60_000;

/** Opens an address and waits until the bench has shown its first result. */
export async function openBench(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.waitForSelector("[data-part=position] b", { timeout: PATIENCE });
}

/** Waits for a condition in the page; says what was there instead where it does not come. */
export async function waitFor(page: Page, what: string, condition: (...args: string[]) => boolean | Promise<boolean>, ...args: string[]): Promise<void> {
  try {
    await page.waitForFunction(condition, { timeout: PATIENCE }, ...args);
  } catch {
    const text = await page.evaluate(() => document.body.innerText.slice(0, 1500));
    throw new Error(`It did not come to this: ${what} (${args.join(", ")}). The page says:\n${text}`);
  }
}

/** The text of a marked part of the page, without surplus space. */
export function part(page: Page, name: string): Promise<string> {
  return page.$eval(`[data-part=${name}]`, (element) => (element.textContent ?? "").replaceAll(/\s+/g, " ").trim());
}

export function waitForPart(page: Page, name: string, text: string): Promise<void> {
  return waitFor(page, `${name} says`, (n, t) => (document.querySelector(`[data-part=${n}]`)?.textContent ?? "").includes(t as string), name, text);
}

/** Replaces the pattern by typing, and waits until the bench has answered. */
export async function typePattern(page: Page, pattern: string): Promise<void> {
  await page.click(".pattern-editor .cm-content");
  await page.keyboard.down("Control");
  await page.keyboard.press("a");
  await page.keyboard.up("Control");
  await page.keyboard.type(pattern);
  await waitFor(page, "the bench rests", () => document.querySelector("[data-part=work]")?.getAttribute("aria-busy") === "false");
}

/** Chooses a dialect by keyboard: the last of those that are gone down to, one after the other. */
export async function nextDialect(page: Page, ...names: readonly string[]): Promise<void> {
  const focused = (wanted: string) =>
    document.activeElement?.getAttribute("role") === "menuitemradio" && (document.activeElement.textContent ?? "").includes(wanted);
  await page.focus("[aria-label^=Dialect]");
  await press(page, "Enter");
  await waitFor(page, "the list of dialects", focused, "");
  for (const name of names) {
    await press(page, "ArrowDown");
    await waitFor(page, `the dialect ${name}`, focused, name);
  }
  await press(page, "Enter");
}

export async function press(page: Page, keys: string): Promise<void> {
  const all = keys.split("+");
  const last = all.pop() as string;
  for (const key of all) await page.keyboard.down(key as "Alt");
  await page.keyboard.press(last as "Enter");
  for (const key of all.reverse()) await page.keyboard.up(key as "Alt");
}

export async function clickText(page: Page, selector: string, text: string): Promise<void> {
  await waitFor(page, "there is, and rests", isResting, selector, text);
  const found = await page.evaluateHandle((s, t) => [...document.querySelectorAll(s)].find((e) => (e.textContent ?? "").includes(t)), selector, text);
  await (found as unknown as { click(): Promise<void> }).click();
}

/**
 * Whether the first element with a text stands where it stood two frames ago, with nothing over its middle. What is pressed while results
 * come in moves, and a press that is aimed before and lands after hits its neighbour.
 */
async function isResting(...[selector, text]: string[]): Promise<boolean> {
  const element = [...document.querySelectorAll(selector as string)].find((e) => (e.textContent ?? "").includes(text as string));
  if (!element) return false;
  element.scrollIntoView({ block: "nearest", behavior: "instant" });
  const before = element.getBoundingClientRect();
  for (let frame = 0; frame < 2; frame++) await new Promise((done) => requestAnimationFrame(done));
  const { x, y, width, height } = element.getBoundingClientRect();
  const over = document.elementFromPoint(x + width / 2, y + height / 2);
  return x === before.x && y === before.y && width === before.width && over !== null && (element.contains(over) || over.contains(element));
}

/** Waits until the specimen is kept at a revision, or at a later one: on a slow machine a pause between two keys is a rest. */
export function waitForKept(page: Page, revision: number): Promise<void> {
  const isKept = (least: unknown) => {
    const found = /revision (\d+), saved/.exec(document.querySelector("[data-part=keeping]")?.textContent ?? "");
    return found !== null && Number(found[1]) >= Number(least);
  };
  return waitFor(page, "it is kept", isKept, String(revision));
}

/** How many bars of a kind are drawn under the sample. */
export function bars(page: Page, name: string): Promise<number> {
  return page.evaluate(
    (n) => [...document.querySelectorAll(`.sample-editor .lanes path.${n}`)].reduce((sum, p) => sum + (p.getAttribute("d") ?? "").split("H").length - 1, 0),
    name,
  );
}
