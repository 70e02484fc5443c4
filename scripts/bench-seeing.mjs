// The reel, the contrast and the ledger in a real browser: recording, winding, zooming, scrolling, filtering. Part of npm run bench.
import { line, sorted } from "./figures.mjs";

const number = (n, digits = 0) => n.toLocaleString("en-US", { maximumFractionDigits: digits, minimumFractionDigits: digits });
const at = (values, share) => sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];
const spread = (values) => `median ${number(at(values, 0.5), 1)}, p95 ${number(at(values, 0.95), 1)}, n ${values.length}`;
const rest = (ms) => new Promise((done) => setTimeout(done, ms));

async function open(server, browser, title, pattern, text) {
  const made = await fetch(`${server.address}/api/specimens`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ title, pattern, flags: "g", samples: [{ name: "s", text }] }),
  });
  const { id } = await made.json();
  const page = await browser.newPage();
  // Before the page's own listeners: what a key does can be done before others hear of it.
  await page.evaluateOnNewDocument(() => addEventListener("keydown", (event) => (window.keyAt = event.timeStamp), { capture: true }));
  await page.goto(`${server.address}/bench/${id}`);
  await page.waitForSelector("[data-part=position] b");
  await page.evaluate(() => {
    window.longTasks = [];
    new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map((e) => e.duration))).observe({ entryTypes: ["longtask"] });
    // From the next key's time stamp to the end of the frame in which the element has changed and a condition holds.
    window.watch = (selector, condition) => {
      window.next = new Promise((done) => {
        window.keyAt = 0;
        const observer = new MutationObserver(() => {
          if (window.keyAt === 0 || !condition()) return;
          observer.disconnect();
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => done(performance.now() - window.keyAt);
            port2.postMessage(null);
          });
        });
        observer.observe(document.querySelector(selector), { childList: true, subtree: true, characterData: true, attributes: true });
      });
    };
  });
  return page;
}

/** The time from a key to what it does, in milliseconds. */
async function keyTo(page, selector, key, condition = "() => true") {
  await page.evaluate(`window.watch(${JSON.stringify(selector)}, ${condition})`);
  await page.keyboard.press(key);
  return page.evaluate(() => window.next);
}

async function sayLongTasks(page) {
  const long = await page.evaluate(() => window.longTasks.splice(0));
  line("  tasks above 50 ms on the main thread meanwhile", `${long.length}${long.length ? `, longest ${number(Math.max(...long))} ms` : ""}`);
}

async function bigReel(server, browser) {
  const page = await open(server, browser, "bench reel", "(a+)+", `${"a".repeat(60)}!`);
  const whole = "() => (document.querySelector('[data-part=position]')?.textContent ?? '').includes('10,000,000')";
  await page.click(".pattern-editor .cm-content");
  await page.keyboard.press("End");
  const recorded = [];
  for (let i = 0; i < 3; i++) {
    recorded.push(await keyTo(page, "[data-part=position]", "$", whole));
    await rest(300);
    await page.keyboard.press("Backspace");
    await rest(1_000);
  }
  line("10 million events: key to reel recorded and first profile drawn (ms)", spread(recorded));
  await sayLongTasks(page);
  await keyTo(page, "[data-part=position]", "$", whole);
  await rest(1_500);
  const [worker] = page.workers();
  const heap = await worker.client.send("Runtime.getHeapUsage");
  line("memory of the worker that holds it (MB: heap, buffers)", `${number(heap.usedSize / 1e6)}, ${number((heap.backingStorageSize ?? 0) / 1e6)}`);

  await page.focus("[role=slider]");
  await page.keyboard.press("Home");
  await rest(300);
  await page.evaluate(() => window.longTasks.splice(0));
  const winds = [];
  for (let i = 0; i < 80; i++) {
    winds.push(await keyTo(page, "[data-part=sentence]", "ArrowRight"));
    await rest(30);
  }
  line("winding by key: key to painted sentence (ms)", spread(winds.slice(5)));
  await sayLongTasks(page);
  const zooms = [];
  for (let i = 0; i < 44; i++) {
    zooms.push(await keyTo(page, "[role=slider] canvas", i % 22 < 11 ? "-" : "+"));
    await rest(60);
  }
  line("zoom, from 200 steps to 400 thousand and back: key to painted profile (ms)", spread(zooms.slice(4)));
  await sayLongTasks(page);
  const jumps = [];
  await page.evaluate(() =>
    [...document.querySelectorAll("[role=tab]")].find((t) => t.textContent === "Stops").dispatchEvent(new MouseEvent("mousedown", { bubbles: true })),
  );
  for (const count of [100, 110, 118]) {
    await page.$eval("input[aria-label='Number of saved states']", (input) => input.select());
    await page.keyboard.type(String(count));
    await page.keyboard.press("Enter");
    await page.focus("[role=slider]");
    for (const from of ["Home", "End"]) {
      await page.keyboard.press(from);
      await rest(250);
      if (from === "End") await page.keyboard.down("Shift");
      jumps.push(await keyTo(page, "[data-part=position]", from === "End" ? "N" : "n"));
      await page.keyboard.up("Shift");
      await rest(100);
    }
  }
  line("jump to the next stop, either way (ms)", spread(jumps));
  await sayLongTasks(page);
  await page.close();
}

async function contrast(server, browser, tags) {
  const page = await open(server, browser, "bench contrast", "(?:tag [A-F0-9]+-\\d)+", tags.slice(0, 20 * 1024));
  await page.evaluate(() =>
    [...document.querySelectorAll("[role=tab]")].find((t) => t.textContent.startsWith("Compare")).dispatchEvent(new MouseEvent("mousedown", { bubbles: true })),
  );
  await page.click(".pattern-editor .cm-content");
  // Inside the brackets, so that the quantifier that is compared stays the same while the pattern changes.
  await page.keyboard.press("End");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await page.waitForSelector("[aria-label=Contrast] tbody");
  await rest(800);
  await page.evaluate(() => window.longTasks.splice(0));
  const times = [];
  for (let i = 0; i < 34; i++) {
    times.push(
      await keyTo(page, "[aria-label=Contrast]", i % 2 === 0 ? "4" : "Backspace", "() => document.querySelector('[aria-label=Contrast] tbody') !== null"),
    );
    await rest(400);
  }
  line("contrast of two variants, 20 KB: key to repainted table and lanes (ms)", spread(times.slice(4)));
  await sayLongTasks(page);
  await page.close();
}

async function ledger(server, browser) {
  const fish = ["eel", "smolt", "grayling", "trout", "elver"];
  const text = Array.from({ length: 100_000 }, (_, i) => `${fish[i % fish.length]}${i}`).join("\n");
  const page = await open(server, browser, "bench ledger", "([a-z]+)(\\d+)", text);
  await page.waitForFunction(() => (document.querySelector("[data-part=count]")?.textContent ?? "").includes("100,000"));
  await rest(2_000);
  await page.evaluate(() => window.longTasks.splice(0));
  const frames = await page.evaluate(
    () =>
      new Promise((done) => {
        const list = document.querySelector("[aria-label=Matches]");
        const times = [];
        const turn = (time) => {
          times.push(time);
          // A quick flick: ten rows with every frame.
          list.scrollTop += 260;
          if (times.length < 180) requestAnimationFrame(turn);
          else done(times.slice(1).map((t, i) => t - times[i]));
        };
        requestAnimationFrame(turn);
      }),
  );
  line("ledger of 100,000 matches: time between frames while scrolling (ms)", spread(frames));
  await sayLongTasks(page);
  await page.focus("input[aria-label='Only matches that hold']");
  const filters = [];
  for (const key of ["l", "1", "7", "3"]) {
    await page.evaluate(() => {
      window.head = () => document.querySelector("[aria-label=Matches]").previousSibling.textContent;
      window.before = window.head();
    });
    filters.push(await keyTo(page, "main", key, "() => window.head() !== window.before && window.head().includes(' of 100,000')"));
    await rest(300);
  }
  line("  filter: key to filtered rows (ms)", spread(filters));
  await sayLongTasks(page);
  await page.close();
}

export async function benchSeeing(server, browser, tags) {
  await bigReel(server, browser);
  await contrast(server, browser, tags);
  await ledger(server, browser);
}
