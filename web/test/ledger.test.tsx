/**
 * The ledger: matches chosen, filtered, put together and taken along.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { fireEvent, screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { recalled } from "../src/shared/remembered.ts";
import { store } from "../src/state/store.ts";
import { cleanup, openBench, part, press, rowsAre, says, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const LEVELS = "Ulm 41\nTarrow 7\nUlm 39\nweir 41\n";

describe("matches", () => {
  test("one is chosen by a click or with the arrows, and shows its groups", async () => {
    openBench({ text: LEVELS });
    await rowsAre("Matches", [/Ulm 41/, /^line 1:1/, /Ulm/, /41/, /Tarrow 7/, /Ulm 39/, /weir 41/]);
    await press("row", /Ulm 39/);
    await rowsAre("Matches", [/Ulm 41/, /Tarrow 7/, /Ulm 39/, /^line 3:16 characters/, /Ulm$/, /39$/, /weir 41/]);
    // It is chosen, and nothing else is done.
    expect(store.getState().bench.step).toBeNull();
    const grid = await part("grid", "Matches");
    fireEvent.keyDown(grid, { key: "ArrowDown" });
    await rowsAre("Matches", [/Ulm 41/, /Tarrow 7/, /Ulm 39/, /weir 41/, /^line 4:1/, /weir$/, /41$/]);
    expect(within(await part("grid", "Matches")).getByRole("row", { selected: true }).id).toBe("match-3");
    fireEvent.keyDown(grid, { key: "ArrowUp" });
    await rowsAre("Matches", [/Ulm 41/, /Tarrow 7/, /Ulm 39/, /^line 3:1/, /Ulm$/, /39$/, /weir 41/]);
  });

  test("the reel is wound from one to where it was found, or to where its attempt began", async () => {
    openBench({ text: LEVELS });
    await press("row", /Tarrow 7/);
    fireEvent.keyDown(await part("grid", "Matches"), { key: "Enter" });
    await says("sentence", "match");
    await press("button", "its attempt");
    await says("sentence", "attempt begins at 7");
    await rowsAre("Captures", [/^1not set/, /^2not set/]);
  });

  test("a column for each group; a press sorts by it, another the other way round, a third as in the sample", async () => {
    openBench({ text: LEVELS });
    const heads = () => screen.getAllByRole("columnheader").map(wordsOf);
    await rowsAre("Matches", [/^1Ulm 41Ulm41$/, /^line 1/, /Ulm/, /41/, /^2Tarrow 7Tarrow7$/, /^3Ulm 39Ulm39$/, /^4weir 41weir41$/]);
    expect(heads()).toEqual(["n°", "match", "1", "2"]);
    const sort = async () => press("button", /^2/, (await part("grid", "Matches")) as HTMLElement);
    await sort();
    // Numbers are compared as numbers; equal ones stay in the order of the sample.
    await rowsAre("Matches", [/^2Tarrow 7/, /^3Ulm 39/, /^1Ulm 41/, /^line 1/, /Ulm/, /41/, /^4weir 41/]);
    expect(heads().at(-1)).toBe("2 ↑");
    await sort();
    await rowsAre("Matches", [/^1Ulm 41/, /^line 1/, /Ulm/, /41/, /^4weir 41/, /^3Ulm 39/, /^2Tarrow 7/]);
    await user.type(await part("searchbox", "Only matches that hold"), "ulm");
    await rowsAre("Matches", [/^1Ulm 41/, /^line 1/, /Ulm/, /41/, /^3Ulm 39/]);
    await sort();
    await user.clear(await part("searchbox", "Only matches that hold"));
    await rowsAre("Matches", [/^1Ulm 41/, /^line 1/, /Ulm/, /41/, /^2Tarrow 7/, /^3Ulm 39/, /^4weir 41/]);
  });

  test("columns are chosen and widened, which the browser remembers", async () => {
    openBench({ text: LEVELS });
    (await part("button", /^Columns/)).focus();
    await user.keyboard("{Enter}");
    await press("menuitemcheckbox", "line");
    await press("menuitemcheckbox", "group 1");
    await user.keyboard("{Escape}");
    await rowsAre("Matches", [/^11Ulm 4141$/, /^line 1/, /Ulm/, /41/, /^22Tarrow 77$/, /^33Ulm 3939$/, /^44weir 4141$/]);
    const edge = await part("separator", "Width of match");
    fireEvent.keyDown(edge, { key: "ArrowRight" });
    expect(recalled("matchColumns")).toEqual({ visible: { line: true, span: false, "text-1": false }, sizes: { "text-0": 184 } });
    (await part("button", /^Columns/)).focus();
    await user.keyboard("{Enter}");
    await press("menuitem", "As at first");
    await rowsAre("Matches", [/^1Ulm 41Ulm41$/, /^line 1/, /Ulm/, /41/, /^2/, /^3/, /^4/]);
  });

  test("a group that repeats shows every turn, and which one is kept", async () => {
    openBench({ pattern: "(?:(\\w),?)+", text: "a,b,c" });
    await rowsAre("Matches", [/a,b,c/, /^line/, /^14–5c$/, /^0–1iteration 1a$/, /^2–3iteration 2b$/, /^4–5iteration 3ckept$/]);
  });

  test("of a match of the whole text the turns are those that cover it", async () => {
    openBench({ pattern: "(?:(\\w),?)+?", flags: "", text: "a,b,c" });
    await says("count", "first only: 1 match");
    await press("button", /^first only/);
    await press("menuitemradio", /^whole text/);
    await rowsAre("Matches", [/a,b,c/, /^line/, /^14–5c$/, /^0–1iteration 1a$/, /^2–3iteration 2b$/, /^4–5iteration 3ckept$/]);
  });

  test("empty and not set are two things", async () => {
    openBench({ pattern: "(x)?(y*)weir", text: "weir" });
    await rowsAre("Matches", [/weir/, /^line/, /^1not set$/, /^20–0empty$/]);
  });
});

describe("filters", () => {
  test("only matches that hold something, in a group or anywhere", async () => {
    openBench({ text: LEVELS });
    const holds = await part("searchbox", "Only matches that hold");
    await user.type(holds, "ulm");
    await rowsAre("Matches", [/^1Ulm 41/, /^line/, /Ulm/, /41/, /^3Ulm 39/]);
    expect(screen.getByText("2 matches of 4")).toBeTruthy();
    await user.clear(holds);
    await user.selectOptions(await part("combobox", "In which group"), "2");
    await user.type(holds, "41");
    await rowsAre("Matches", [/Ulm 41/, /^line/, /Ulm/, /41/, /^4weir 41/]);
    await user.clear(holds);
    // The chosen match is not among these: none of them opens up in its place.
    await user.type(holds, "7");
    await rowsAre("Matches", [/Tarrow 7/]);
    await user.clear(holds);
    await user.type(holds, "419");
    await until("none holds it", () => screen.queryByText("No match holds “419”.") !== null);
  });

  inDepth("equal values are counted; one of them shows its matches", async () => {
    openBench({ text: LEVELS });
    await user.selectOptions(await part("combobox", "In which group"), "1");
    await user.click(await part("checkbox", "count equal"));
    await until("the values", () => screen.queryByText("3 values") !== null);
    expect(
      within(await part("region", "Values"))
        .getAllByRole("button")
        .map(wordsOf),
    ).toEqual(["2Ulm", "1Tarrow", "1weir"]);
    await press("button", /^2/, await part("region", "Values"));
    await rowsAre("Matches", [/Ulm 41/, /^line/, /Ulm/, /41/, /Ulm 39/]);
  });
});

describe("taken along", () => {
  test("as text on the clipboard, each match a line", async () => {
    openBench({ text: LEVELS });
    await press("button", "copy as text");
    await until("it is copied", () => screen.queryByText("copied") !== null);
    expect((await navigator.clipboard.readText()).split("\n").slice(0, 2)).toEqual(["Ulm 41\tUlm\t41", "Tarrow 7\tTarrow\t7"]);
  });

  test.each([
    ["save CSV", "saved as CSV", /\.csv$/],
    ["save JSON", "saved as JSON", /\.json$/],
  ])("%s", async (button, said, name) => {
    const taken: string[] = [];
    Object.assign(URL, { createObjectURL: () => "blob:levels", revokeObjectURL: () => {} });
    HTMLAnchorElement.prototype.click = function click() {
      taken.push(this.download);
    };
    openBench({ text: LEVELS });
    await press("button", button);
    await until("it is saved", () => screen.queryByText(said) !== null);
    expect(taken).toEqual([expect.stringMatching(name)]);
  });
});

describe("a list of strings", () => {
  const LIST = { dialect: "literal", flags: "", text: "weir, lock and weir\nlock\nweir" } as const;

  test("those that are never found are named", async () => {
    openBench({ ...LIST, pattern: "lock\nsluice\nweir" });
    await until("it is named", () => document.querySelector("[data-part=never-found]")?.textContent === "1 of 3 strings is never found: sluice");
  });

  test("many of them are counted, with those that are found", async () => {
    openBench({ ...LIST, pattern: "lock\nsluice\nweir\nfish\nboat" });
    await until(
      "they are counted",
      () => document.querySelector("[data-part=never-found]")?.textContent?.startsWith("3 of 5 strings are never found") === true,
    );
    await press("button", "count them");
    await until("the values", () => screen.queryByText("2 values") !== null);
    const values = within(await part("region", "Values")).getAllByRole("button");
    expect(values.map(wordsOf)).toEqual(["3weir", "2lock", "0sluice", "0fish", "0boat"]);
    expect(values.map((button) => (button as HTMLButtonElement).disabled)).toEqual([false, false, true, true, true]);
  });
});
