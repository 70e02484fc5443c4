/**
 * The reel wound by its buttons and keys, and what stands beside it.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { store } from "../src/state/store.ts";
import { caret, cleanup, key, openBench, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

/** Chooses what the two keys wind to. */
const windTo = async (kind: string) => user.selectOptions(await part("combobox", "What to wind to"), kind);

afterEach(cleanup);

const position = () => wordsOf(document.querySelector("[data-part=position]") as Element);
const at = (step: number, of?: number) =>
  until(`step ${step}`, () => (of === undefined ? position().startsWith(`step ${step} of`) : position() === `step ${step} of ${of}`));

/** `a+ab` on `aaab`: the greedy loop gives one back. */
const giveBack = () => openBench({ pattern: "a+ab", flags: "", text: "aaab" });

describe("winding", () => {
  test("by buttons: to the ends, by a step, and back to the result", async () => {
    giveBack();
    await until("the reel is there", () => /of \d+/.test(position()));
    const length = Number(/of (\d+)/.exec(position())?.[1]);
    await says("sentence", /The backtracker took \d+ steps: 1 attempt, \d backtrack/);
    await press("button", "To the first step");
    await at(1, length);
    await says("sentence", "attempt begins at 0");
    await press("button", "One step on");
    await at(2);
    await press("button", "One step back");
    await at(1);
    await press("button", "To the last step");
    await at(length);
    await press("button", "result");
    await says("sentence", "The backtracker took");
  });

  test("by keys: with Alt everywhere, to a backtrack and to what made it", async () => {
    giveBack();
    await until("the reel is there", () => /of \d+/.test(position()));
    key("firstStep");
    await at(1);
    key("backtrackOn");
    await says("sentence", /gives? back|back/i);
    const step = store.getState().bench.view?.step ?? 0;
    await press("button", "what failed");
    await until("it is wound back", () => (store.getState().bench.view?.step ?? step) < step);
    key("result", "outside");
    await says("sentence", "The backtracker took");
  });

  test("by a key that comes before the newest edit's reel is there", async () => {
    openBench({ pattern: "a", flags: "", text: "cab" });
    await until("the reel is there", () => /of \d+/.test(position()));
    let pressed = false;
    const leave = store.subscribe(() => {
      const { reel, result } = store.getState().bench;
      if (pressed || reel !== null || result?.source.pattern !== "ab") return;
      pressed = true;
      queueMicrotask(() => key("stepBack"));
    });
    await type("Pattern", "b");
    await until("the key is pressed", () => pressed);
    leave();
    await until("it is wound back from the end", () => store.getState().bench.view?.step === (store.getState().bench.reel?.length ?? 0) - 2);
  });

  test("to what is not there is said, and the reel stays", async () => {
    openBench({ pattern: "ab", flags: "", text: "ab" });
    await until("the reel is there", () => /of \d+/.test(position()));
    await windTo("stop");
    await press("button", "On to a stop");
    await until("it is said", () => position().includes("no stop is set"));
    await windTo("capture");
    await press("button", "On to a change of the group chosen in the table of matches, or of any");
    await until("it is said", () => position().includes("no change of a capture after this"));
    await press("button", "To the first step");
    await at(1);
  });

  inDepth("into a call, with the calls around the step, and out of it", async () => {
    openBench({ dialect: "pcre", pattern: "(?<set>\\((?&set)*\\))", flags: "", text: "(())" });
    await until("the reel is there", () => /of \d+/.test(position()));
    await press("button", "To the first step");
    await at(1);
    expect(screen.queryByRole("region", { name: "Calls under way" })).toBeNull();
    for (let step = 2; store.getState().bench.view?.kind !== "call"; step++) {
      await press("button", "One step on");
      await at(step);
    }
    await says("sentence", "calls group set; what that captures is forgotten when it is left.");
    await press("button", "One step on");
    const calls = await screen.findByRole("region", { name: "Calls under way" });
    expect(wordsOf(calls)).toBe("inside of a call(?&set)called at 1");
    await press("button", "One step on");
    await user.click(within(calls).getByRole("button", { name: "(?&set)" }));
    await until("it is wound to the call", () => store.getState().bench.view?.kind === "call");
    await press("button", "result");
    await says("sentence", "The backtracker took");
  });

  inDepth("to the match after this one", async () => {
    openBench({ text: "Ulm 41 Ulm 42" });
    await until("the reel is there", () => /of \d+/.test(position()));
    await windTo("match");
    await press("button", "On to a match");
    await until("the first", () => store.getState().bench.view?.kind === "match");
    await press("button", "On to a match");
    await until("the second", () => store.getState().bench.chosen === 1);
  });

  test("a link opens the same step, its stops and its sample", async () => {
    openBench({ pattern: "a+ab", flags: "", text: "aaab", at: "?step=3&stops=again" });
    await at(3);
    await press("tab", /Stops 1/);
    expect(within(await part("list", "Stops")).getAllByRole("listitem")).toHaveLength(1);
    await press("button", "To the first step");
    await until("the address follows", () => window.location.search.startsWith("?step=1"));
  });
});

describe("beside the reel", () => {
  test("saved states: what would be tried, where it was saved, and what became of it", async () => {
    giveBack();
    await until("the reel is there", () => /of \d+/.test(position()));
    expect(screen.getByText(/here stand the choices/)).toBeTruthy();
    key("firstStep");
    await at(1);
    expect(screen.getByText(/None: if the next item fails/)).toBeTruthy();
    key("backtrackOn");
    await until("states are held", () => within(screen.getByRole("list", { name: "Saved states" })).queryAllByRole("listitem").length > 0);
    const states = within(await part("list", "Saved states"))
      .getAllByRole("listitem")
      .map(wordsOf);
    expect(states[0]).toMatch(/^a\+?stop at \d(taken up|not needed|thrown away)/);
    await user.click(within(await part("list", "Saved states")).getAllByRole("button", { name: "a+" })[0] as HTMLElement);
    await says("sentence", /saved|more/);
  });

  test("attempts: a row for each start, and a click winds there", async () => {
    openBench({ pattern: "weir", flags: "", text: "Ulm weir" });
    await press("tab", "Attempts");
    const rows = () =>
      within(screen.getByRole("region", { name: "Attempts" }))
        .getAllByRole("button")
        .map(wordsOf);
    await until("all are there", () => screen.queryByRole("region", { name: "Attempts" }) !== null && rows().length === 5);
    expect(rows().map((row) => row.replace(/^(\d).*?(failed|match).*$/, "$1 $2"))).toEqual(["0 failed", "1 failed", "2 failed", "3 failed", "4 match"]);
    await press("button", /match$/, await part("region", "Attempts"));
    await until("it is wound", () => store.getState().bench.view?.kind === "match");
  });

  inDepth("work: what the steps were spent on adds up to all of them", async () => {
    giveBack();
    await press("tab", "Work");
    const table = within(await part("region", "Work done"));
    const rows = table
      .getAllByRole("row")
      .slice(1)
      .map((row) => within(row).getAllByRole("cell").map(wordsOf));
    const length = Number(/of (\d+)/.exec(position())?.[1]);
    expect(rows.reduce((sum, [, steps]) => sum + Number(steps), 0)).toBe(length);
    expect(rows.map(([name]) => name)).toEqual(expect.arrayContaining(["the search", "b"]));
  });

  test("stops: set at carets, at a number of saved states, and taken away; winding halts at them", async () => {
    giveBack();
    await until("the reel is there", () => /of \d+/.test(position()));
    await press("tab", /^Stops/);
    await caret("Pattern", 4);
    await press("button", "part at caret");
    await caret("Sample text", 2);
    await press("button", "offset 2");
    await press("button", "tried again");
    const count = await part("textbox", "Number of saved states");
    await user.clear(count);
    await user.type(count, "2{Enter}");
    await until("four stops", () => within(screen.getByRole("list", { name: "Stops" })).queryAllByRole("listitem").length === 4);
    await user.clear(count);
    expect(await part("button", "saved states")).toHaveProperty("disabled", true);
    key("firstStep");
    await at(1);
    await windTo("stop");
    await press("button", "On to a stop");
    await until("it halts", () => (store.getState().bench.view?.step ?? 0) > 0);
    for (const each of screen.getAllByRole("button", { name: /^Take away: / })) await user.click(each);
    expect(screen.getByText(/No stop is set/)).toBeTruthy();
  });

  inDepth("plays on to its end, at a speed", async () => {
    giveBack();
    await until("the reel is there", () => /of \d+/.test(position()));
    key("firstStep");
    await at(1);
    await user.selectOptions(await part("combobox", "Speed of playing"), "1000");
    await press("button", "Play");
    const length = Number(/of (\d+)/.exec(position())?.[1]);
    await at(length);
    await part("button", "Play");
  });
});

describe("who took what", () => {
  test("each part holds its stretch; what was given back says why", async () => {
    giveBack();
    await press("button", "Parts");
    const list = within(await part("list", "Who took what"));
    await until("all are there", () => list.queryAllByRole("listitem").length === 2);
    expect(list.getAllByRole("listitem").map(wordsOf)).toEqual(["a+aa0–2went on to 3, gave back “a”because", "abab2–4"]);
    await user.hover(list.getAllByRole("listitem")[0] as HTMLElement);
    expect(store.getState().bench.pointed?.stretch).toEqual({ start: 0, end: 2 });
    await press("button", "because");
    await until("it is wound", () => store.getState().bench.step !== null);
  });
});

describe("the machine", () => {
  test("is drawn as a chart, with how often each way was taken, and left again", async () => {
    giveBack();
    await press("button", "machine as a chart");
    await until("it is laid out", () => document.querySelectorAll("[data-node]").length >= 3);
    const nodes = [...document.querySelectorAll("[data-node]")].map((node) => node.getAttribute("data-node"));
    expect(nodes).toEqual(["attempt", "+ more?", "a", "ab", "match"]);
    await press("button", "back to the sample");
    await part("textbox", "Sample text");
  });
});
