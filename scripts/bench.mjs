// npm run bench: figures, printed without judging them. `npm run bench -- core`, `-- engine`, `-- dialects`, `-- grep`, `-- hazard`, `-- host`, `-- sift`, `-- store`, `-- web` or `-- seeing` measures a part.
import { spawn } from "node:child_process";
import { readFileSync } from "node:fs";
import { cpus } from "node:os";
import { join } from "node:path";
import { ensureBuilt, ensureInstalled, ROOT } from "./workspace.mjs";

ensureInstalled();
await ensureBuilt("server", "sources", "cli", "web");
const { BacktrackingMachine, read, record } = await import("../core/dist/index.js");
const { clocked, line, programOf, sorted } = await import("./figures.mjs");

const wanted = process.argv[2];
const number = (n, digits = 0) => n.toLocaleString("en-US", { maximumFractionDigits: digits, minimumFractionDigits: digits });
const at = (values, share) => sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];
const spread = (values, digits = 1) => `median ${number(at(values, 0.5), digits)}, p95 ${number(at(values, 0.95), digits)}, n ${values.length}`;
const repeat = (times, work) => Array.from({ length: times }, (_, i) => work(i));

console.log(`${cpus()[0].model}, ${cpus().length} cores, Node ${process.version}\n`);

if (wanted === undefined || wanted === "core") {
  const explosive = programOf("(a+)+$");
  const letters = (n) => `${"a".repeat(n)}b`;
  const plain = repeat(5, () => {
    const machine = new BacktrackingMachine(explosive, letters(22), { mode: "start" });
    const { ms } = clocked(() => machine.advance(Number.POSITIVE_INFINITY));
    return { rate: machine.steps / ms / 1000, ms };
  }).slice(1);
  const recorded = repeat(6, () => clocked(() => record(explosive, letters(30), { mode: "start", eventLimit: 1_000_000 }))).slice(1);
  line("steps a second, not recorded (millions)", spread(plain.map((p) => p.rate)));
  line("steps a second, recorded (millions)", spread(recorded.map((r) => 1000 / r.ms)));
  line("a million events recorded (ms)", spread(recorded.map((r) => r.ms)));
  const reel = recorded[0].result;
  line("bytes for a recorded event", number(reel.end.bytes / reel.length, 2));
  const host = repeat(4, () => clocked(() => /(a+)+$/y.exec(letters(22))).ms).slice(1);
  line(
    "explosive run, not recorded, over the host's own (ratio)",
    number(
      at(
        plain.map((p) => p.ms),
        0.5,
      ) / at(host, 0.5),
      2,
    ),
  );

  const everyday = readFileSync(join(ROOT, "demo/samples/tags.txt"), "utf8");
  const all = repeat(6, () => {
    const machine = new BacktrackingMachine(programOf("[A-F0-9]{4}-\\d{6}", "g"), everyday, { mode: "all" });
    const { ms } = clocked(() => machine.advance(Number.POSITIVE_INFINITY));
    return { ms, steps: machine.steps };
  }).slice(1);
  line(`every tag in 200 KB, ${number(all[0].steps)} steps (ms)`, spread(all.map((a) => a.ms)));

  // Linear is ten; the least of five, since a busy machine only ever adds.
  const pieces = ["(a|b)*", "(?<n>x)|", "[a-z]+", "\\d{2,3}?", "(?:(?=a)b)", "{", "(?i:a)", "\\", "[[", "|)"];
  const reading = pieces.map((piece) => {
    const least = (count) => Math.min(...repeat(5, () => clocked(() => read({ dialect: "ecmascript", pattern: piece.repeat(count), flags: "" })).ms));
    const [short, long] = [least(5_000), least(50_000)];
    return { piece, ratio: long / short, nanoseconds: (long * 1e6) / (50_000 * piece.length) };
  });
  const steepest = reading.reduce((one, other) => (other.ratio > one.ratio ? other : one));
  line("reading ten times as long a pattern (ratio, the worst of ten)", `${number(steepest.ratio, 1)} on ${steepest.piece}`);
  line("reading a character of a pattern (ns)", spread(reading.map((r) => r.nanoseconds)));

  const groups = record(programOf("(?:(a+)|(b+?)|(c))*d"), "aabbcaabbacabcaabb".repeat(3), { mode: "all", eventLimit: 1_000_000 });
  for (const [what, run] of [
    ["a random step of a million restored, exploding (ms)", reel],
    ["a random step of a million restored, many captures (ms)", groups],
  ]) {
    line(
      what,
      spread(
        repeat(2000, (i) => clocked(() => run.frame((i * 7919 * 127) % run.length)).ms),
        3,
      ),
    );
  }
}

if (wanted === undefined || wanted === "engine") {
  const { benchEngine } = await import("./bench-engine.mjs");
  await benchEngine();
}

if (wanted === undefined || wanted === "dialects") {
  const { benchDialects } = await import("./bench-dialects.mjs");
  await benchDialects();
}

if (wanted === undefined || wanted === "grep") {
  const { benchGrep } = await import("./bench-grep.mjs");
  benchGrep();
}

if (wanted === undefined || wanted === "sift") {
  const { benchSift } = await import("./bench-sift.mjs");
  await benchSift();
}

if (wanted === undefined || wanted === "hazard") {
  const { benchHazard } = await import("./bench-hazard.mjs");
  benchHazard();
}

if (wanted === undefined || wanted === "host") {
  const { benchHost } = await import("./bench-host.mjs");
  benchHost();
}

if (wanted === undefined || wanted === "store") {
  const { benchStore } = await import("./bench-store.mjs");
  await benchStore();
}

if (wanted === undefined || wanted === "web") {
  const started = performance.now();
  const again = spawn(process.execPath, ["scripts/start.mjs"], {
    cwd: ROOT,
    env: { ...process.env, PORT: "4391", LOG_LEVEL: "silent", LAMPREY_DATA: join(ROOT, "node_modules/.lamprey/bench-data") },
    stdio: "ignore",
  });
  while (
    !(await fetch("http://127.0.0.1:4391/api/health").then(
      (r) => r.ok,
      () => false,
    ))
  )
    await new Promise((done) => setTimeout(done, 20));
  line("start-up when all is built (ms)", number(performance.now() - started));
  again.kill();

  const { startBrowser, startServer, specimenId } = await import("./browser.mjs");
  const server = await startServer();
  const browser = await startBrowser();
  try {
    for (const [what, path, painted] of [
      ["JavaScript before the shelf is painted (KB, gzip)", "/", "main li"],
      ["JavaScript before the bench is painted (KB, gzip)", `/bench/${await specimenId(server.address, "Counts at the weirs")}`, ".lanes path.match"],
    ]) {
      const page = await browser.newPage();
      await page.goto(server.address + path);
      await page.waitForSelector(painted);
      // A file that the page and its workers share is fetched once.
      const bytes = await page.evaluate(() => {
        const scripts = performance.getEntriesByType("resource").filter((e) => e.name.endsWith(".js"));
        return [...new Map(scripts.map((e) => [e.name, e.encodedBodySize])).values()].reduce((sum, size) => sum + size, 0);
      });
      line(what, number(bytes / 1024, 1));
      await page.close();
    }
    const tags = readFileSync(join(ROOT, "demo/samples/tags.txt"), "utf8");
    await bareField(server, browser);
    for (const kilobytes of [2, 20, 200]) await keystrokes(server, browser, tags.slice(0, kilobytes * 1024), kilobytes);
    await inTheSample(server, browser, tags);
    await keystrokesWhileExploding(server, browser);
    await verdicts(server, browser);
  } finally {
    await browser.close();
    await server.stop();
  }
}

if (wanted === undefined || wanted === "seeing") {
  const { startBrowser, startServer } = await import("./browser.mjs");
  const { benchSeeing } = await import("./bench-seeing.mjs");
  const server = await startServer();
  const browser = await startBrowser();
  try {
    await benchSeeing(server, browser, readFileSync(join(ROOT, "demo/samples/tags.txt"), "utf8"));
  } finally {
    await browser.close();
    await server.stop();
  }
}

/** A page that can tell when lanes are painted, opened on a specimen made for it. */
async function benchPage(server, browser, title, pattern, text, ready) {
  const made = await fetch(`${server.address}/api/specimens`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ title, pattern, flags: "g", samples: [{ name: "s", text }] }),
  });
  const { id } = await made.json();
  const page = await browser.newPage();
  await page.evaluateOnNewDocument(() => {
    // Whether a frame is being made: lanes drawn then are painted in it, lanes drawn between frames in the next one.
    window.inFrame = false;
    const request = window.requestAnimationFrame.bind(window);
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      window.inFrame = false;
    };
    window.requestAnimationFrame = (callback) =>
      request((time) => {
        window.inFrame = true;
        port2.postMessage(null);
        callback(time);
      });
  });
  await page.goto(`${server.address}/bench/${id}`);
  await page.waitForSelector(ready);
  await page.click(".pattern-editor .cm-content");
  await page.keyboard.press("End");
  await page.evaluate(() => {
    window.longTasks = [];
    new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map((e) => e.duration))).observe({ entryTypes: ["longtask"] });
    window.painted = () =>
      new Promise((done) => {
        let key = 0;
        addEventListener("keydown", (event) => (key = event.timeStamp), { capture: true, once: true });
        const lanes = document.querySelector(".sample-editor .lanes");
        const observer = new MutationObserver(() => {
          observer.disconnect();
          const afterPaint = () => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => done(performance.now() - key);
            port2.postMessage(null);
          };
          if (window.inFrame) afterPaint();
          else requestAnimationFrame(afterPaint);
        });
        observer.observe(lanes, { childList: true });
      });
  });
  return page;
}

/** From the time stamp of the key that `act` presses to the end of the frame in which the sample's lanes have changed. */
async function keyToLanes(page, act) {
  await page.evaluate(() => {
    window.next = window.painted();
  });
  await act();
  return page.evaluate(() => window.next);
}

async function sayLongTasks(page) {
  const long = await page.evaluate(() => window.longTasks);
  line("  tasks above 50 ms on the main thread meanwhile", `${long.length}${long.length ? `, longest ${number(Math.max(...long))} ms` : ""}`);
}

/** What a key costs where nothing is done: the same measure on a page that has one field and no script of ours. */
async function bareField(server, browser) {
  const page = await browser.newPage();
  await page.goto(`${server.address}/api/health`);
  await page.evaluate(() => {
    document.body.innerHTML = "<textarea rows=30 cols=100></textarea>";
    document.querySelector("textarea").focus();
    window.watch = () => {
      window.next = new Promise((done) =>
        addEventListener(
          "input",
          (event) =>
            requestAnimationFrame(() => {
              const { port1, port2 } = new MessageChannel();
              port1.onmessage = () => done(performance.now() - event.timeStamp);
              port2.postMessage(null);
            }),
          { once: true },
        ),
      );
    };
  });
  const times = [];
  for (let i = 0; i < 44; i++) {
    await page.evaluate(() => window.watch());
    await page.keyboard.press("4");
    times.push(await page.evaluate(() => window.next));
    await new Promise((done) => setTimeout(done, 120));
  }
  line("the same on a page with one empty field and no script (ms)", spread(times.slice(4)));
  await page.close();
}

async function keystrokes(server, browser, text, kilobytes) {
  const page = await benchPage(server, browser, `bench ${kilobytes}`, "tag [A-F0-9]+-(\\d\\d)", text, ".sample-editor .lanes path.match");
  const times = [];
  for (let i = 0; i < 44; i++) {
    times.push(await keyToLanes(page, () => (i % 2 === 0 ? page.keyboard.type("4") : page.keyboard.press("Backspace"))));
    await new Promise((done) => setTimeout(done, 120));
  }
  line(`keystroke to painted lanes, ${kilobytes} KB (ms)`, spread(times.slice(4)));
  await sayLongTasks(page);
  await page.close();
}

/** Writing into samples that are hard to live with: one line of 100,000 characters, and five million characters. */
async function inTheSample(server, browser, tags) {
  const long = tags.slice(0, 100_000).replaceAll("\n", " ");
  const large = tags.repeat(Math.ceil(5_000_000 / tags.length)).slice(0, 5_000_000);
  for (const [what, text] of [
    ["one line of 100,000 characters", long],
    ["5 million characters", large],
  ]) {
    const page = await benchPage(server, browser, `bench ${what}`, "tag [A-F0-9]+-(\\d\\d)", text, ".sample-editor .lanes path.match");
    await page.click(".sample-editor .cm-content");
    await page.keyboard.down("Control");
    await page.keyboard.press("Home");
    await page.keyboard.up("Control");
    await new Promise((done) => setTimeout(done, 2_000));
    await page.evaluate(() => {
      window.longTasks.length = 0;
    });
    const times = [];
    for (let i = 0; i < 24; i++) {
      // A line end and its removal move every lane below it, a letter those behind it.
      times.push(await keyToLanes(page, () => page.keyboard.press(i % 2 === 0 ? (text === long ? "x" : "Enter") : "Backspace")));
      await new Promise((done) => setTimeout(done, 200));
    }
    line(`keystroke in the sample, ${what} (ms)`, spread(times.slice(4)));
    await sayLongTasks(page);
    await page.close();
  }
}

/** From a key to the verdict that it changes. */
async function verdicts(server, browser) {
  const page = await benchPage(server, browser, "bench verdict", "^(\\w+\\s?)*", "a remark", "[data-part=verdict] b");
  const times = [];
  for (let i = 0; i < 30; i++) {
    await page.evaluate(() => {
      window.next = new Promise((done) => {
        let key = 0;
        addEventListener("keydown", (event) => (key = event.timeStamp), { capture: true, once: true });
        const verdict = document.querySelector("[data-part=verdict]");
        const before = verdict.textContent;
        const observer = new MutationObserver(() => {
          if (verdict.textContent === before) return;
          observer.disconnect();
          requestAnimationFrame(() => setTimeout(() => done(performance.now() - key)));
        });
        observer.observe(verdict, { childList: true, characterData: true, subtree: true });
      });
    });
    await (i % 2 === 0 ? page.keyboard.type("$") : page.keyboard.press("Backspace"));
    times.push(await page.evaluate(() => window.next));
    await new Promise((done) => setTimeout(done, 150));
  }
  line("key to painted verdict (ms)", spread(times.slice(4)));
  await sayLongTasks(page);
  await page.close();
}

/** The same, for a key that is pressed while the run of the pattern before it explodes. */
async function keystrokesWhileExploding(server, browser) {
  const text = `${"a".repeat(60)}!\n${"gate\n".repeat(50)}`;
  const page = await benchPage(server, browser, "bench exploding", "(a+)+$", text, "[data-part=cut]");
  const all = async () => {
    await page.keyboard.down("Control");
    await page.keyboard.press("a");
    await page.keyboard.up("Control");
  };
  const times = [];
  for (let i = 0; i < 20; i++) {
    await all();
    await page.keyboard.type("(a+)+$");
    await new Promise((done) => setTimeout(done, 20 + 15 * i));
    await all();
    times.push(await keyToLanes(page, () => page.keyboard.type(i % 2 === 0 ? "g" : "t")));
    await new Promise((done) => setTimeout(done, 150));
  }
  line("key to painted lanes while a run explodes (ms)", spread(times));
  await sayLongTasks(page);
  await page.close();
}
