/**
 * The reels of the variants, wound together; and the sample, whose caret, lanes and ruler go by what is known.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { fireEvent, screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { store } from "../src/state/store.ts";
import { caret, cleanup, GAUGE_LOG, key, openBench, part, press, rowsAre, says, type, until, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

describe("the reels of the variants", () => {
  async function reels(): Promise<HTMLElement> {
    openBench({ pattern: "<(.+)>", text: "<ulm><tarrow>" });
    await caret("Pattern", 4);
    await press("tab", /^Compare/);
    return part("region", "Reels of the variants");
  }
  const sentences = (region: HTMLElement) => [...region.querySelectorAll("[aria-live=polite]")].map(wordsOf);

  test("stand side by side, each with its length and its sentence", async () => {
    const region = await reels();
    await until("both speak", () => sentences(region).filter((sentence) => sentence.startsWith("1: ")).length === 2);
    expect(sentences(region)).toEqual(["1: A new attempt begins at 0.", "1: A new attempt begins at 0."]);
    expect(within(region).getAllByText(/^\d+ steps$/)).toHaveLength(2);
  });

  test("are wound together, a step at a time or along the slider", async () => {
    const region = await reels();
    await press("button", "One on", region);
    await until("both are at the second", () => sentences(region).every((sentence) => sentence.startsWith("2: ")));
    await press("button", "One back", region);
    await until("both are at the first", () => sentences(region).every((sentence) => sentence.startsWith("1: ")));
    fireEvent.change(within(region).getByRole("slider"), { target: { value: "6" } });
    await says("wound", "step 7");
    await until("both are at the seventh", () => sentences(region).every((sentence) => sentence.startsWith("7: ")));
  });

  test("are wound by the keys that wind a reel, and the one that is not shown stays where it is", async () => {
    const region = await reels();
    await until("both are at the first", () => sentences(region).every((sentence) => sentence.startsWith("1: ")));
    const before = store.getState().bench.step;
    key("stepOn");
    await until("both are at the second", () => sentences(region).every((sentence) => sentence.startsWith("2: ")));
    key("lastStep");
    await says("wound", /^step \d\d/);
    key("firstStep");
    await until("both are at the first", () => sentences(region).every((sentence) => sentence.startsWith("1: ")));
    key("matchOn");
    await says("wound", "match 1");
    key("backtrackOn");
    await says("missed-all", "That key winds one reel alone");
    expect(store.getState().bench.step).toBe(before);
  });

  test("by match: one that has no such match says so", async () => {
    const region = await reels();
    await press("radio", "match", region);
    await says("wound", "match 1");
    await until("both found one", () => sentences(region).every((sentence) => /match/i.test(sentence)));
    await press("button", "One on", region);
    // Greedy finds one match, lazy two.
    await until("greedy has no second", () => (sentences(region)[0] ?? "").includes("it has no such match"));
    expect(sentences(region)[1]).not.toContain("no such match");
  });

  inDepth("by offset, to where each first comes to it", async () => {
    const region = await reels();
    await press("radio", "offset", region);
    fireEvent.change(within(region).getByRole("slider"), { target: { value: "5" } });
    await says("wound", "offset 5");
    await until("each says its step", () => sentences(region).every((sentence) => /^\d+: /.test(sentence) && !sentence.startsWith("1: ")));
  });

  inDepth("are zoomed to whole runs and back", async () => {
    const region = await reels();
    const out = within(region).getByRole("button", { name: "Zoom out" });
    for (let i = 0; i < 6 && !(out as HTMLButtonElement).disabled; i++) fireEvent.click(out);
    expect(within(region).getByText("whole runs")).toBeTruthy();
    fireEvent.click(within(region).getByRole("button", { name: "Zoom in" }));
    expect(within(region).getByText("40 steps each")).toBeTruthy();
  });
});

describe("the sample", () => {
  test("the ruler says where the caret is, by offset and by line and column", async () => {
    openBench();
    await caret("Sample text", 12);
    await until("it is said", () => wordsOf(document.body).includes("caret at 12 · line 2, column 3"));
    await caret("Sample text", GAUGE_LOG.length);
    await until("it is said", () => wordsOf(document.body).includes(`caret at ${GAUGE_LOG.length} · line 4, column 1`));
  });

  test("a caret set into a match chooses it in the ledger", async () => {
    openBench();
    await rowsAre("Matches", [/Ulm 41/, /^line/, /Ulm/, /41/, /Tarrow 7/]);
    await caret("Sample text", 13);
    await rowsAre("Matches", [/Ulm 41/, /Tarrow 7/, /^line 2/, /Tarrow$/, /7$/]);
    // Outside of every match nothing else is chosen.
    await caret("Sample text", GAUGE_LOG.indexOf("shut"));
    expect(store.getState().bench.chosen).toBe(1);
  });

  test("what is typed is handed on as it stands, line ends and all", async () => {
    openBench({ text: "Ulm 1\r\n" });
    await type("Sample text", "Ulm 2\r\nUlm 3");
    await says("count", "3 matches");
    expect(store.getState().draft.fields.samples[0]?.text).toBe("Ulm 1\r\nUlm 2\r\nUlm 3");
  });

  test("a long one is handed on with every edit, as what changed", async () => {
    openBench({ text: `${"weir\n".repeat(70_000)}Ulm 1` });
    await says("count", "1 match");
    await type("Sample text", " Ulm 2");
    expect(store.getState().draft.fields.samples[0]?.text.endsWith("Ulm 1 Ulm 2")).toBe(true);
    await says("count", "2 matches");
  });

  test("an undo in it takes back what was typed there, and nothing of the pattern", async () => {
    openBench();
    await type("Sample text", "weir 9");
    await says("count", "3 matches");
    await type("Pattern", " ?");
    fireEvent.keyDown(screen.getByRole("textbox", { name: "Sample text" }), { key: "z", ctrlKey: true });
    await until("it is taken back", () => store.getState().draft.fields.samples[0]?.text === GAUGE_LOG);
    expect(store.getState().draft.fields.pattern).toBe("(\\w+) (\\d+) ?");
  });
});
