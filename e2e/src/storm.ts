/**
 * A storm: a random course of typing, leaving, reloading, closing, a second window, and a server and a browser's storage
 * that fail in every way; after it all is well again, and every character that the screen said was kept or held must be
 * there, and of the others those that were typed more than a moment before.
 */
import type { Browser, Page } from "puppeteer-core";
import { type RunningServer, startServer } from "../../scripts/browser.mjs";
import { Passage, WAYS } from "./passage.ts";

/** What was typed in the last moment may be lost where nothing was said of it (milliseconds). */
const MOMENT = 50;
const ALPHABET = "abcdefghijklmnopqrstuvwxyz";
/** How long all may take to be kept once everything is well. */
const CALM_WITHIN = 40_000;

export interface StormTally {
  storms: number;
  /** Of these, in two windows. */
  pairs: number;
  characters: number;
  conflicts: number;
}

export class Storms {
  readonly tally: StormTally = { storms: 0, pairs: 0, characters: 0, conflicts: 0 };
  private readonly browser: Browser;
  private readonly passage: Passage;
  private server: RunningServer;
  private address = "";

  constructor(browser: Browser, server: RunningServer) {
    this.browser = browser;
    this.server = server;
    this.passage = new Passage(() => this.server.port);
  }

  async open(): Promise<void> {
    this.address = await this.passage.listen();
  }

  /** The server that is left to be stopped. */
  async close(): Promise<RunningServer> {
    await this.passage.close();
    return this.server;
  }

  /** One storm from a seed; what was lost, or null. */
  async run(seed: number): Promise<string | null> {
    const random = numbers(seed);
    const response = await fetch(`${this.server.address}/api/specimens`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ title: `Storm ${seed}`, pattern: "", flags: "", samples: [{ name: "sample", text: "" }] }),
    });
    const { id } = (await response.json()) as { id: string };
    const context = await this.browser.createBrowserContext();
    const bench = `${this.address}/bench/${id}`;
    const writers = [new Writer("pattern", bench, () => context.newPage()), ...(random() < 0.6 ? [new Writer("notes", bench, () => context.newPage())] : [])];
    const course: string[] = [];
    let stopped = false;
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    try {
      for (const writer of writers) await writer.begin(false);
      const length = 4 + Math.floor(random() * 8);
      for (let i = 0; i < length; i++) {
        const writer = pick(writers);
        const act = pick(["type", "type", "type", "type", "type", "type", "leave", "reload", "close", "way", "way", "kill", "stop", "wait"]);
        course.push(`${writer.field} ${act}`);
        if (act === "type") await writer.type(1 + Math.floor(random() * 24), random);
        else if (act === "leave") await writer.leave();
        else if (act === "reload") await writer.reload(random() < 0.15);
        else if (act === "close") await writer.close(random() < 0.15);
        else if (act === "way") {
          this.passage.mend();
          this.passage.way = pick(WAYS);
          course.push(this.passage.way);
        } else if (act === "kill") {
          await this.server.kill();
          stopped = true;
          await writer.type(6, random);
          this.server = await startServer({ port: this.server.port, data: this.server.data });
          stopped = false;
        } else if (act === "stop") {
          this.server.signal("SIGSTOP");
          await writer.type(6, random);
          this.server.signal("SIGCONT");
        } else await rest(random() * 900);
        for (const each of writers) await each.look();
      }
      for (const writer of writers) await writer.end();
      if (stopped) this.server = await startServer({ port: this.server.port, data: this.server.data });
      this.passage.mend();
      const kept = await this.calm(await context.newPage(), `Storm ${seed}`);
      this.tally.storms++;
      if (writers.length > 1 && writers.every(({ typed }) => typed !== "")) this.tally.pairs++;
      const lost = writers.map((writer) => writer.lostOf(kept.map((each) => each[writer.field]))).filter((each) => each !== null);
      this.tally.characters += writers.reduce((sum, { typed }) => sum + typed.length, 0);
      return lost.length === 0 ? null : `storm ${seed}: ${lost.join("; ")} (${course.join(", ")})`;
    } finally {
      this.passage.mend();
      this.server.signal("SIGCONT");
      await context.close();
    }
  }

  /** Waits until nothing is unsent; both are kept where somebody has to choose. What is kept then, with its copies. */
  private async calm(page: Page, title: string): Promise<readonly Record<"pattern" | "notes", string>[]> {
    const until = Date.now() + CALM_WITHIN;
    await page.goto(this.address);
    /** The list is read a moment after the shelf is there. */
    let calm = 0;
    for (;;) {
      const waiting = await page.evaluate(() => {
        const list = document.querySelector("[aria-label='Not kept yet']");
        const choice = [...(list?.querySelectorAll("li") ?? [])].find((item) => /to choose/.test(item.textContent ?? ""));
        return { left: list !== null, choose: choice?.querySelector("a")?.getAttribute("href") ?? null };
      });
      await rest(150);
      calm = waiting.left ? 0 : calm + 1;
      if (calm > 8) break;
      if (waiting.choose) {
        this.tally.conflicts++;
        await page.goto(this.address + waiting.choose);
        await page.waitForFunction(() => [...document.querySelectorAll("button")].some((each) => each.textContent === "Keep both"), { timeout: 10_000 });
        await page.evaluate(() => [...document.querySelectorAll("button")].find((each) => each.textContent === "Keep both")?.click());
        await page.waitForFunction(() => !location.pathname.startsWith("/bench/") || /\(mine\)/.test(document.title), { timeout: 15_000 });
        await page.goto(this.address);
        await rest(300);
      }
      if (Date.now() > until) throw new Error(`“${title}” did not come to rest: ${await page.evaluate(() => document.body.innerText.slice(0, 600))}`);
    }
    await page.close();
    const { items } = (await (await fetch(`${this.server.address}/api/specimens?limit=200&search=${encodeURIComponent(title)}`)).json()) as {
      items: { id: string; title: string; pattern: string; notes: string }[];
    };
    return items.filter((item) => item.title === title || item.title.startsWith(`${title} (mine)`));
  }
}

/** Somebody who only adds letters at the end of one field, in one window after another. */
class Writer {
  readonly field: "pattern" | "notes";
  /** What stood there when typing began, and what was typed since: the whole field. */
  typed = "";
  private sure = 0;
  private readonly bench: string;
  private readonly newPage: () => Promise<Page>;
  private page: Page | undefined;
  private times: number[] = [];
  private storageFails = false;
  /** Whether the window before this one held nothing, and what was typed there has not been seen again. */
  private atRisk = false;

  constructor(field: "pattern" | "notes", bench: string, newPage: () => Promise<Page>) {
    this.field = field;
    this.bench = bench;
    this.newPage = newPage;
  }

  async begin(storageFails: boolean): Promise<void> {
    this.page = await this.newPage();
    this.storageFails = storageFails;
    if (storageFails) await this.page.evaluateOnNewDocument(failStorage);
    await this.arrive();
  }

  async type(count: number, random: () => number): Promise<void> {
    const { page } = this;
    if (!page || !(await this.focus())) return;
    for (let i = 0; i < count; i++) {
      const letter = ALPHABET[this.typed.length % ALPHABET.length] as string;
      await page.keyboard.press(letter as "a");
      this.typed += letter;
      this.times.push(Date.now());
      if (random() < 0.5) await rest(random() * 40);
    }
  }

  /** What the screen says is kept or held has to be there. */
  async look(): Promise<void> {
    const said = await this.page?.evaluate(() => {
      const keeping = document.querySelector("[data-part=keeping]");
      const field = {
        pattern: document.querySelector(".pattern-editor .cm-content")?.textContent,
        notes: document.querySelector<HTMLInputElement>("#notes")?.value,
      };
      return { state: keeping?.getAttribute("data-state"), held: keeping?.getAttribute("data-held"), field };
    });
    if (!said || said.field[this.field] !== this.typed) return;
    if (said.held === "yes") this.sure = this.typed.length;
  }

  async leave(): Promise<void> {
    this.passed();
    await this.page?.evaluate(() => [...document.querySelectorAll("a")].find((link) => link.textContent === "Shelf")?.click());
    await rest(this.typed.length % 200);
    await this.arrive();
  }

  async reload(storageFails: boolean): Promise<void> {
    this.passed();
    if (storageFails && !this.storageFails) {
      this.storageFails = true;
      await this.page?.evaluateOnNewDocument(failStorage);
    }
    await this.arrive();
  }

  async close(storageFails: boolean): Promise<void> {
    await this.end();
    await this.begin(storageFails);
  }

  async end(): Promise<void> {
    await this.look();
    this.passed();
    await this.page?.close({ runBeforeUnload: false });
    this.page = undefined;
  }

  /** What of the text is in none of the fields, if it had to be. */
  lostOf(kept: readonly string[]): string | null {
    const best = kept.reduce((most, text) => (this.typed.startsWith(text) && text.length > most ? text.length : most), -1);
    if (best >= this.sure) return null;
    return `${this.field}: “${this.typed}” had to be kept up to ${this.sure}, and there is ${JSON.stringify(kept)}`;
  }

  /** What was typed a moment ago or longer is held, unless the browser's storage fails. */
  private passed(): void {
    const now = Date.now();
    if (this.storageFails) this.atRisk = this.typed.length > this.sure;
    if (!this.atRisk) this.sure = Math.max(this.sure, this.typed.length - this.times.filter((at) => now - at < MOMENT).length);
  }

  /** Opens the bench; what stands there goes on being written. */
  private async arrive(): Promise<void> {
    const { page } = this;
    if (!page) return;
    await page.goto(this.bench).catch(() => {});
    const there = await page
      .waitForSelector(".pattern-editor .cm-content", { timeout: 2500 })
      .then(() => true)
      .catch(() => false);
    if (!there) return;
    const stands = await this.value();
    // What was not sure may be gone; what was must not be.
    if (stands !== undefined && stands.length >= this.sure && this.typed.startsWith(stands)) {
      this.typed = stands;
      this.atRisk = false;
      this.times = this.times.slice(0, stands.length);
    }
  }

  private value(): Promise<string | undefined> | undefined {
    return this.page?.evaluate(
      (field) =>
        field === "pattern"
          ? (document.querySelector(".pattern-editor .cm-content")?.textContent ?? undefined)
          : document.querySelector<HTMLInputElement>("#notes")?.value,
      this.field,
    );
  }

  /** Puts the caret at the end of the field; false where it is not there to be written in, or holds something else. */
  private async focus(): Promise<boolean> {
    const { page } = this;
    if (!page || (await this.value()) !== this.typed) return false;
    await page.bringToFront();
    const selector = this.field === "pattern" ? ".pattern-editor .cm-content" : "#notes";
    const dialog = await page.$("[role=dialog]");
    if (dialog) return false;
    await page.focus(selector);
    // A long pattern wraps: its end is not that of the line at hand.
    await page.keyboard.down("Control");
    await page.keyboard.press("End");
    await page.keyboard.up("Control");
    return true;
  }
}

/** Takes the browser's storage away, in one of the ways in which it fails. */
function failStorage(): void {
  const ways = [
    () => Object.defineProperty(window, "indexedDB", { value: undefined }),
    () => {
      IDBFactory.prototype.open = () => {
        throw new DOMException("refused", "SecurityError");
      };
    },
    () => {
      IDBFactory.prototype.open = () => ({ addEventListener() {}, removeEventListener() {} }) as unknown as IDBOpenDBRequest;
    },
    () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException("no room", "QuotaExceededError");
      };
    },
  ];
  ways[Math.floor(Math.random() * ways.length)]?.();
}

const rest = (milliseconds: number): Promise<void> => new Promise((done) => setTimeout(done, milliseconds));

/** Numbers in [0, 1) from a seed (mulberry32). */
function numbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
