/**
 * Slips on the bench: a count in the strip, marks under the pattern, a panel with what shows each and how it is mended;
 * set aside for the specimen; shorter ways at the caret; what a set holds.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { store } from "../src/state/store.ts";
import { act, caret, cleanup, key, openBench, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const pattern = (): string => store.getState().draft.fields.pattern;
const rows = (): string[] =>
  screen
    .queryAllByRole("listitem")
    .filter((row) => row.dataset.part === "slip")
    .map(wordsOf);

describe("a likely mistake", () => {
  test("is counted in the strip, shown by a text, and mended at a key; nothing is said where there is none", async () => {
    openBench({ pattern: "\\d+.\\d+", flags: "" });
    await says("slips", "1");
    key("slips");
    await says("slips-said", "1 likely mistake, each with a text that shows it.");
    expect(rows()[0]).toMatch(/^\. ?The dot takes any character here, where a point seems to be meant\.shown by 0-0/);
    expect(rows()[0]).toContain("proved to match in fewer texts, and in no others");
    await press("button", "Take it");
    expect(pattern()).toBe("\\d+\\.\\d+");
    await says("slips-said", "No likely mistake is seen in this pattern.");
    expect(document.querySelector("[data-part=slips]")).toBeNull();
  });

  inDepth("changes the flags where that is what mends it", async () => {
    openBench({ pattern: "\\d+", flags: "gi", at: "?desk=slips" });
    await says("slips-said", "1 likely mistake");
    await press("button", "Take it");
    expect([pattern(), store.getState().draft.fields.flags]).toEqual(["\\d+", "g"]);
  });

  inDepth("is put in as a sample, or as a text that must not match", async () => {
    openBench({ pattern: "\\d+.\\d+", flags: "", at: "?desk=slips" });
    await says("slips-said", "1 likely mistake");
    await press("button", "must not match");
    await press("button", "as a sample");
    await until("both", () => store.getState().draft.fields.expectations === "- 0-0" && store.getState().draft.fields.samples.at(-1)?.text === "0-0");
  });

  test("is set aside for the specimen, which keeps it, and said again", async () => {
    const server = openBench({ pattern: "[A-z]+ \\d+.\\d+", flags: "", at: "?desk=slips" });
    await says("slips", "2");
    await press(
      "button",
      /set it aside/,
      (await screen.findAllByRole("listitem")).find((row) => row.textContent?.includes("The dot")),
    );
    await says("slips", "1");
    await until("it is kept", () =>
      server.sent.some(({ method, body }) => method === "PATCH" && (body as { setAside?: string }).setAside === "dot-for-point ."),
    );
    // An edit beside it does not bring it back.
    await type("Pattern", "x");
    await says("slips-said", "1 likely mistake");
    await press("button", "say it again");
    await says("slips", "2");
    await until("it is taken back", () => store.getState().draft.fields.setAside === "");
  });

  inDepth("at the caret is said there, and opens the panel", async () => {
    openBench({ pattern: "[A-z]+ up", flags: "" });
    await says("slips", "1");
    await caret("Pattern", 2);
    await says("slip-at-caret", "also holds what stands between the capitals and the small letters");
    await press("button", /also holds what stands/);
    await says("slips-said", "1 likely mistake");
    await caret("Pattern", 9);
    await until("it is gone", () => document.querySelector("[data-part=slip-at-caret]") === null);
  });

  test("a pattern that does not read, or is empty, says so", async () => {
    openBench({ pattern: "[A-z]", flags: "", at: "?desk=slips" });
    await says("slips-said", "1 likely mistake");
    await type("Pattern", "(");
    await screen.findByText(/The pattern has a mistake, which/);
    await type("Pattern", "", "instead");
    await screen.findByText(/The pattern is empty: nothing can be wrong/);
  });
});

describe("a shorter way to say the same", () => {
  test("is offered where the caret is, and in the panel", async () => {
    openBench({ pattern: "[0-9]{1,} cm", flags: "g", at: "?desk=slips" });
    await part("region", "Shorter, and the same");
    await caret("Pattern", 3);
    await says("shorter", "Shorter: \\d");
    await press("button", "Shorter: \\d");
    expect(pattern()).toBe("\\d{1,} cm");
    await until("the count is left", () => screen.queryAllByRole("button", { name: "Write it so" }).length === 1);
    await press("button", "Write it so");
    expect(pattern()).toBe("\\d+ cm");
    await until("nothing is left", () => screen.queryByRole("region", { name: "Shorter, and the same" }) === null);
  });
});

describe("what a set holds", () => {
  test("is listed, and answered for what is typed", async () => {
    openBench({ pattern: "\\w+", flags: "g" });
    await says("count", "8 matches");
    await caret("Pattern", 1);
    await press("button", "all it holds");
    const held = await part("region", "What the set holds");
    expect(wordsOf(held)).toContain("\\w holds 63 characters in 4 ranges.");
    expect(within(held).getAllByRole("row")).toHaveLength(5);
    await user.type(within(held).getByRole("textbox", { name: "Does it hold" }), "aé-");
    await says("holds", "a U+0061 yes");
    await says("holds", "U+00E9 no");
    act(() => screen.getByRole("button", { name: "all it holds", hidden: true }).click());
  });
});
