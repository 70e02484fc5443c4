/**
 * The contrast: a pattern beside itself with other quantifiers, beside another pattern, beside an earlier one.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { caret, cleanup, openBench, part, press, rowsAre, type, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const contrast = () => openBench({ pattern: "<(.+)>", text: "<ulm><tarrow>" });
const heads = () => screen.queryAllByRole("columnheader").map((each) => wordsOf(each));
/** A row of figures by its label. */
const figures = (label: string) =>
  within(screen.getByRole("row", { name: new RegExp(`^${label}`) }))
    .getAllByRole("cell")
    .map(wordsOf);

describe("modes", () => {
  test("greedy and lazy side by side, with what differs, and lazy is taken", async () => {
    contrast();
    await caret("Pattern", 4);
    await press("tab", /^Compare/);
    await until("two columns", () => screen.queryAllByRole("columnheader").length === 2);
    expect(heads()).toEqual([expect.stringMatching(/greedy.*now/), expect.stringMatching(/lazy.*take/)]);
    expect(figures("matches")).toEqual(["1", "2"]);
    expect(figures("longest")).toEqual(["13", "8"]);
    expect(screen.getByText("only where they differ")).toBeTruthy();
    await press("button", "take");
    await until("lazy is now", () => /lazy.*now/.test(heads().join()));
    expect(wordsOf(await part("textbox", "Pattern"))).toBe("<(.+?)>");
    await press("tab", /^Matches/);
    await rowsAre("Matches", [/<ulm>/, /^line/, /ulm$/, /<tarrow>/]);
  });

  inDepth("what the dialect cannot write is for comparison only", async () => {
    contrast();
    await caret("Pattern", 4);
    await press("tab", /^Compare/);
    await user.click(await part("checkbox", "possessive"));
    await until("three columns", () => screen.queryAllByRole("columnheader").length === 3);
    expect(heads()[2]).toMatch(/possessive.*for comparison only/);
    expect(figures("matches")).toEqual(["1", "2", "0"]);
    expect(screen.getAllByText(/^Beside /).map((each) => wordsOf(each).split(".")[0])).toEqual([
      "Beside lazy: No match is the same in both",
      "Beside possessive: No match is the same in both",
    ]);
    await user.click(await part("checkbox", "possessive"));
    await until("two again", () => screen.queryAllByRole("columnheader").length === 2);
  });

  inDepth("quantifiers are chosen instead of following the caret", async () => {
    openBench({ pattern: "(\\w+?)(\\d*)", text: "ulm41" });
    await press("tab", /^Compare/);
    await press("button", "\\d*");
    await until("it is chosen", () => screen.queryByRole("button", { name: "follow the caret" }) !== null);
    expect(screen.getByRole("button", { name: "\\d*", pressed: true })).toBeTruthy();
    await press("button", "follow the caret");
    await until("the caret is followed", () => screen.queryByRole("button", { name: "follow the caret" }) === null);
  });

  test("a pattern without a quantifier says what is missing", async () => {
    openBench({ pattern: "weir" });
    await press("tab", /^Compare/);
    await until("it is said", () => screen.queryByText(/The pattern has no quantifier/) !== null);
  });
});

describe("other patterns", () => {
  inDepth("a second pattern stands beside it; one that does not read says so in its column", async () => {
    contrast();
    await press("tab", /^Compare/);
    const second = await part("textbox", "A second pattern");
    await user.type(second, "<[[^>]+>");
    await until("it stands there", () => screen.queryAllByRole("columnheader").length > 1 && /second/.test(heads().join()));
    const column = () => heads().findIndex((head) => head.startsWith("second"));
    await until("its matches", () => figures("matches")[column()] === "2");
    await user.clear(second);
    await user.type(second, "<(");
    await until("it does not read", () => /bracket|group/i.test(heads()[column()] ?? ""));
    await user.clear(second);
    await until("it is gone", () => !/second/.test(heads().join()));
  });

  test("an earlier revision can be put beside the pattern, and taken away", async () => {
    contrast();
    await type("Pattern", "?");
    await press("tab", /^Compare/);
    await until("it is kept", () => document.querySelector("[data-part=keeping]")?.textContent?.startsWith("revision 2") === true);
    await user.selectOptions(await part("combobox", "An earlier revision"), "1");
    await until("it stands there", () => /revision 1/.test(heads().join()));
    await press("button", "take away");
    await until("it is gone", () => screen.queryAllByRole("columnheader").length === 0 || !/revision 1/.test(heads().join()));
  });
});
