/** A newcomer's tasks, done in a real browser. */
import { describe, expect, test } from "@jest/globals";
import { startServer } from "../../scripts/browser.mjs";
import { sized } from "../../scripts/depth.mjs";
import { bars, clickText, nextDialect, openBench, part, press, Stage, typePattern, waitFor, waitForKept, waitForPart } from "../src/bench.ts";

/** What the tests of the page in jsdom tell too is asked of a browser by `npm run test:deep`. */
const inDepth = sized(test.skip, test);

const stage = new Stage();

describe("the thread from end to end", () => {
  test("a literal is matched, stepped, shown with its lane, kept, and there after a reload", async () => {
    const page = await stage.page();
    await page.goto(stage.server.address);
    await clickText(page, "button", "New pattern");
    await page.waitForSelector(".sample-editor .cm-content");
    await page.click(".sample-editor .cm-content");
    await page.keyboard.type("gate, weir and weir");
    await typePattern(page, "weir");
    await waitForPart(page, "count", "2 matches");
    expect(await bars(page, "match")).toBe(2);
    await press(page, "Alt+Comma");
    await waitForPart(page, "sentence", "At 9, r takes “r”.");
    await press(page, "Alt+Shift+Home");
    await waitForPart(page, "sentence", "A new attempt begins at 0.");
    await press(page, "Alt+Period");
    await waitForPart(page, "sentence", "At 0, w is not there: “g” stands there.");
    await waitFor(
      page,
      "it is kept",
      () =>
        (document.querySelector("[data-part=keeping]")?.getAttribute("data-state") ?? "") === "kept" &&
        !(document.querySelector("[data-part=keeping]")?.textContent ?? "").includes("revision 1,"),
    );
    await page.reload();
    await waitForPart(page, "count", "2 matches");
    expect(await page.$eval(".sample-editor .cm-content", (e) => e.textContent)).toContain("gate, weir and weir");
    expect(stage.failures).toEqual([]);
  });

  inDepth("the shelf is searched, and a specimen removed and restored", async () => {
    const page = await stage.page();
    await page.goto(stage.server.address);
    await page.waitForSelector("main li");
    await page.type("input[type=search]", "200 KB");
    await waitFor(page, "one is left", () => document.querySelectorAll("main li").length === 1);
    await page.hover("main li");
    await clickText(page, "main li button", "Remove");
    await waitFor(page, "none is left", () => document.querySelectorAll("main li").length === 0);
    await clickText(page, "button", "Restore it");
    await waitFor(page, "it is back", () => document.querySelectorAll("main li").length === 1);
  });
});

describe("seeing why", () => {
  inDepth("matches and captures change as one types, and with a flag; undo takes both back", async () => {
    const page = await stage.open("Gate (\\d)", "gate 1, Gate 2, GATE 3");
    expect(await part(page, "count")).toBe("1 match");
    await page.click("[aria-label='ignore case i']");
    await waitForPart(page, "count", "3 matches");
    await page.click(".pattern-editor .cm-content");
    await press(page, "End");
    await page.keyboard.type(",");
    await waitForPart(page, "count", "2 matches");
    await press(page, "Control+z");
    await waitForPart(page, "count", "3 matches");
    await press(page, "Control+z");
    await waitForPart(page, "count", "1 match");
  });

  inDepth("the reel is wound by keyboard to the first give-back, and says why", async () => {
    const page = await stage.bench("Counts at the weirs");
    await press(page, "Alt+Shift+Home");
    await press(page, "Alt+PageDown");
    await waitForPart(page, "sentence", "A new attempt begins at 1.");
    for (let i = 0; i < 8; i++) await press(page, "Alt+PageDown");
    await waitForPart(page, "sentence", "A new attempt begins at 9.");
    for (let i = 0; i < 40; i++) {
      await press(page, "Alt+Shift+Period");
      await new Promise((done) => setTimeout(done, 60));
      if ((await part(page, "sentence")).includes("is given back")) break;
    }
    expect(await part(page, "sentence")).toMatch(/^\\d did not match at \d+, so the machine goes back to \d+: \.\* stops there, and “.” is given back\.$/);
    await press(page, "Alt+Comma");
    await waitForPart(page, "sentence", "does not take what is there");
    expect(await page.$$eval("[aria-label='Saved states'] li", (rows) => rows.length)).toBeGreaterThan(5);
  });

  inDepth("one action makes a quantifier lazy and shows both side by side; one undo takes it back", async () => {
    const page = await stage.bench("Quoted values");
    await page.click(".pattern-editor .cm-content");
    await press(page, "Home");
    for (let i = 0; i < 4; i++) await press(page, "ArrowRight");
    await clickText(page, "button", "Make it lazy");
    await waitFor(page, "the pattern is lazy", () => (document.querySelector(".pattern-editor .cm-content")?.textContent ?? "") === '"(.+?)"');
    await waitFor(page, "both are in the table", () =>
      [...document.querySelectorAll("table th")]
        .map((e) => e.textContent)
        .join()
        .includes("lazynow"),
    );
    const table = await page.$eval("table", (e) => (e as HTMLElement).innerText);
    expect(table).toMatch(/matches\s+160\s+640/);
    await waitFor(page, "both have lanes", () => document.querySelector(".sample-editor .lanes path.variant") !== null);
    await press(page, "Control+z");
    await waitFor(page, "it is greedy again", () => (document.querySelector(".pattern-editor .cm-content")?.textContent ?? "") === '"(.+)"');
  });

  test("lines that open up for the lanes of variants have their numbers beside them, and names lie over no bracket", async () => {
    const page = await stage.open("[a-z]\\d+?", "a1b2c3 d4e5\nf66 g7h8\n", "g");
    await page.focus(".pattern-editor .cm-content");
    await press(page, "End");
    await press(page, "Alt+Shift+Digit3");
    await waitFor(page, "lanes of a variant", () => document.querySelectorAll(".sample-editor .lanes .variant").length > 0);
    await waitFor(page, "numbers beside their lines", () => {
      const tops = (all: string) => [...document.querySelectorAll(`.sample-editor ${all}`)].map((each) => Math.round(each.getBoundingClientRect().top));
      const numbers = new Set(tops(".cm-gutterElement"));
      return tops(".cm-line").every((top) => numbers.has(top));
    });
    const covered = await page.evaluate(() => {
      const names = [...document.querySelectorAll(".sample-editor .lanes text.label")].map((each) => each.getBoundingClientRect());
      return names.some((one, i) => names.some((other, j) => i < j && one.top === other.top && one.left < other.right && other.left < one.right));
    });
    expect(covered).toBe(false);
  });

  inDepth("a repeated group shows every turn, and which one is kept", async () => {
    const page = await stage.bench("The last fish of every list");
    await waitFor(page, "turns are listed", () => document.body.innerText.includes("iteration 4") && document.body.innerText.includes("kept"));
  });

  test("the dialect is chosen by keyboard, what it changes is said, and one undo takes it back", async () => {
    const page = await stage.open("(\\d)+$", "12\n", "g");
    await waitForPart(page, "count", "0 matches");
    await nextDialect(page, "Python");
    await waitForPart(page, "count", "1 match");
    await waitForPart(page, "dialect-changes", "Read as Python now");
    await clickText(page, "button", "all 3 changes");
    await page.waitForSelector("[aria-label='What changes its meaning'] li:nth-child(3)");
    await press(page, "Escape");
    await page.click(".pattern-editor .cm-content");
    await press(page, "Control+z");
    await waitForPart(page, "count", "0 matches");
    expect(await page.$("[data-part=dialect-changes]")).toBeNull();
  });

  inDepth("a click in the ledger chooses a match, and Enter winds to where it was found", async () => {
    const page = await stage.open("\\d+", "gate 12, weir 345");
    await page.click("#match-1");
    await waitFor(page, "it is chosen", () => document.querySelector("#match-1")?.getAttribute("aria-selected") === "true");
    // The reel stays where it is: it speaks of the whole run.
    await waitForPart(page, "sentence", "The backtracker took");
    await page.focus("[role=grid][aria-label=Matches]");
    await press(page, "Enter");
    await waitForPart(page, "sentence", "The pattern matches 14–17: “345”.");
  });
});

describe("bad input", () => {
  inDepth("a run that explodes is counted without being taken, proved, and does not hold up the page", async () => {
    const page = await stage.bench("Remarks made of words only");
    await waitFor(page, "the warning", () =>
      (document.querySelector("[aria-label=Verdicts]")?.textContent ?? "").includes("counted exactly without taking them"),
    );
    expect(await part(page, "count")).toBe("83 matches");
    await waitForPart(page, "verdict", "multiplies the work by 2");
    const started = Date.now();
    await typePattern(page, "lamp");
    await waitForPart(page, "count", "1");
    await waitForPart(page, "verdict", "linear");
    expect(await page.$("[data-part=cut]")).toBeNull();
    // The run that explodes would not end at all.
    expect(Date.now() - started).toBeLessThan(10_000);
  });

  inDepth("a mistake is underlined and explained, the last good result stays, dimmed", async () => {
    const page = await stage.open("gate", "a gate");
    await page.click(".pattern-editor .cm-content");
    await press(page, "End");
    await page.keyboard.type("[");
    await waitForPart(page, "mistake", "This set is never closed.");
    expect(await page.$(".pattern-editor .lanes path.mistake")).not.toBeNull();
    expect(await part(page, "count")).toBe("1 match");
    await waitFor(page, "the lanes are dimmed", () => document.querySelector(".sample-editor .lanes path.match.dim") !== null);
    await press(page, "Backspace");
    await waitFor(page, "all is well again", () => document.querySelector("[data-part=mistake]") === null);
  });

  test.each([
    ["an empty sample", "a*", ""],
    ["lone surrogates, NUL, right-to-left text", ".", "\ud83d\0\u05d0\u05d1 \udc1f"],
    ["carriage returns", "$", "one\r\ntwo\rthree\n"],
  ])("%s", async (_what, pattern, text) => {
    const page = await stage.open(pattern, text, "gm");
    const expected = [...text.matchAll(new RegExp(pattern, "gm"))].length;
    await waitForPart(page, "count", `${expected} match`);
    expect(stage.failures).toEqual([]);
  });

  test("50,000 matches, a pattern of 20,000 characters, and a sample of 5 MB leave the page live", async () => {
    const many = await stage.open("a", "a\n".repeat(50_000));
    await waitForPart(many, "count", "50,000 matches");
    const long = await stage.open("(a|b)?".repeat(3333), "ab");
    await waitForPart(long, "count", "match");
    const big = await stage.open("weir", "the weir at the gate stood still\n".repeat(155_000));
    await waitForPart(big, "count", "155,000 matches");
    await typePattern(big, "gate");
    await waitForPart(big, "count", "155,000 matches");
    expect(stage.failures).toEqual([]);
  });
});

describe("nothing is lost", () => {
  inDepth("an edit survives a server that is killed and comes back", async () => {
    const { id, address } = await stage.keep("gate", "a gate");
    const page = await stage.page();
    await openBench(page, address);
    await stage.server.kill();
    await typePattern(page, "ga(t)e");
    await waitFor(page, "it waits", () => document.querySelector("[data-part=keeping]")?.getAttribute("data-state") === "waiting");
    stage.server = await startServer({ port: stage.server.port, data: stage.server.data });
    await waitForKept(page, 2);
    const kept = (await (await fetch(`${stage.server.address}/api/specimens/${id}`)).json()) as { pattern: string };
    expect(kept.pattern).toBe("ga(t)e");
  });

  inDepth("an edit that was not kept yet is there when the page is opened again", async () => {
    const { address } = await stage.keep("gate", "a gate");
    const page = await stage.page();
    await openBench(page, address);
    await stage.server.kill();
    await typePattern(page, "(g)ate");
    await waitFor(page, "it waits", () => document.querySelector("[data-part=keeping]")?.getAttribute("data-state") === "waiting");
    await page.goto("about:blank");
    stage.server = await startServer({ port: stage.server.port, data: stage.server.data });
    await openBench(page, address);
    await waitFor(page, "the edit is back", () => document.querySelector(".pattern-editor .cm-content")?.textContent === "(g)ate");
    await waitForKept(page, 2);
  });

  inDepth("the last letters of a long sample are there after the window was closed on them", async () => {
    const { address } = await stage.keep("weir", "the weir at the gate stood still\n".repeat(20_000));
    const page = await stage.page();
    await openBench(page, address);
    await page.click(".sample-editor .cm-content");
    await page.keyboard.type("last letters ", { delay: 5 });
    await page.close();
    const again = await stage.page();
    await openBench(again, address);
    await waitFor(again, "they are there", () => /last letters/.test(document.querySelector(".sample-editor .cm-content")?.textContent ?? ""));
    await waitForKept(again, 2);
  });

  inDepth("a change that was kept, but whose answer was lost with the page, is no conflict", async () => {
    const { address } = await stage.keep("gate", "a gate");
    const page = await stage.page();
    await openBench(page, address);
    await page.setRequestInterception(true);
    const kept = new Promise<void>((done) => {
      page.on("request", async (request) => {
        if (request.method() !== "PATCH") return request.continue();
        await fetch(request.url(), { method: "PATCH", headers: { "content-type": "application/json" }, body: request.postData() ?? "" });
        await request.abort();
        done();
      });
    });
    await typePattern(page, "gat");
    await kept;
    await page.close();
    const again = await stage.page();
    await openBench(again, address);
    await waitForKept(again, 2);
    expect(await again.evaluate(() => document.body.innerText)).not.toContain("changed elsewhere");
    expect(await again.$eval(".pattern-editor .cm-content", (e) => e.textContent)).toBe("gat");
  });

  inDepth("two windows on one specimen: what one keeps is seen in the other", async () => {
    const { address } = await stage.keep("gate", "a gate");
    const page = await stage.page();
    await openBench(page, address);
    const other = await stage.page();
    await openBench(other, address);
    await typePattern(other, "gat");
    // A page behind another is not painted, and waits for nothing.
    await waitForKept(other, 2);
    await page.bringToFront();
    await waitFor(page, "it is here too", () => document.querySelector(".pattern-editor .cm-content")?.textContent === "gat");
    await other.bringToFront();
    await other.type("#notes", "north");
    await page.bringToFront();
    await typePattern(page, "gates");
    await waitForKept(page, 4);
    const kept = (await (await fetch(address.replace("/bench/", "/api/specimens/"))).json()) as { pattern: string; notes: string };
    expect(kept).toMatchObject({ pattern: "gates", notes: "north" });
  });

  inDepth("two windows that change the same: the second is asked, and both can be kept", async () => {
    const { address } = await stage.keep("gate", "a gate");
    const page = await stage.page();
    await openBench(page, address);
    const other = await stage.page();
    await openBench(other, address);
    await page.setOfflineMode(true);
    await page.bringToFront();
    await typePattern(page, "ate");
    await waitFor(page, "it waits", () => document.querySelector("[data-part=keeping]")?.getAttribute("data-state") === "waiting");
    await other.bringToFront();
    await typePattern(other, "gat");
    await waitForKept(other, 2);
    await other.close();
    await page.bringToFront();
    await page.setOfflineMode(false);
    await waitFor(page, "the choice", () => document.body.innerText.includes("was changed elsewhere"));
    await clickText(page, "button", "Keep both");
    await waitFor(
      page,
      "mine is open",
      (there) => location.href !== there && document.querySelector(".pattern-editor .cm-content")?.textContent === "ate",
      address,
    );
    await openBench(page, address);
    expect(await page.$eval(".pattern-editor .cm-content", (e) => e.textContent)).toBe("gat");
  });
});
