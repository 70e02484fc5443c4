/**
 * The ledger: matches chosen, filtered, put together and taken along.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { fireEvent, screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
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
    await press("row", /^210–|Tarrow 7/);
    fireEvent.keyDown(await part("grid", "Matches"), { key: "Enter" });
    await says("sentence", "match");
    await press("button", "began");
    await says("sentence", "attempt begins at 7");
    await rowsAre("Captures", [/^1not set/, /^2not set/]);
  });

  test("a group that repeats shows every turn, and which one is kept", async () => {
    openBench({ pattern: "(?:(\\w),?)+", text: "a,b,c" });
    await rowsAre("Matches", [/a,b,c/, /^line/, /^14–5c$/, /^0–1turn 1a$/, /^2–3turn 2b$/, /^4–5turn 3ckept$/]);
  });

  test("of a match of the whole text the turns are those that cover it", async () => {
    openBench({ pattern: "(?:(\\w),?)+?", flags: "", text: "a,b,c" });
    await says("count", "first only: 1 match");
    await press("button", /^first only/);
    await press("menuitemradio", /^whole text/);
    await rowsAre("Matches", [/a,b,c/, /^line/, /^14–5c$/, /^0–1turn 1a$/, /^2–3turn 2b$/, /^4–5turn 3ckept$/]);
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
    await rowsAre("Matches", [/^10–6Ulm 41/, /^line/, /Ulm/, /41/, /^316–22Ulm 39/]);
    expect(screen.getByText("text, 2 matches of 4")).toBeTruthy();
    await user.clear(holds);
    await user.selectOptions(await part("combobox", "In which group"), "2");
    await user.type(holds, "41");
    await rowsAre("Matches", [/Ulm 41/, /^line/, /Ulm/, /41/, /^423–30weir 41/]);
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
    await user.click(await part("checkbox", "alike"));
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
