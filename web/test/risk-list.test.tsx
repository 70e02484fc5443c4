/**
 * The risk list: patterns pasted or found in files, judged, sorted, searched, and put on the bench.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { fireEvent, screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { startKeepingList } from "../src/risks/keptList.ts";
import { initialRisks, listFound } from "../src/state/riskSlice.ts";
import { store } from "../src/state/store.ts";
import { workers } from "./page/browser.ts";
import { act, cleanup, openAt, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";
import { PageServer } from "./page/server.ts";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

/** The screen with no list on it: one that was judged stays until another is begun. */
async function open(): Promise<PageServer> {
  const server = new PageServer();
  openAt("/risks");
  const another = screen.queryByRole("button", { name: "Another list" });
  if (another) await user.click(another);
  return server;
}

const rows = () =>
  within(screen.getByRole("list", { name: "Patterns" }))
    .getAllByRole("listitem")
    .map(wordsOf);

async function judge(list: string): Promise<PageServer> {
  const server = await open();
  fireEvent.change(await part("textbox", "Patterns, one a line"), { target: { value: list } });
  await press("button", "Judge them");
  await until("all are judged", () => screen.queryByRole("button", { name: "Another list" }) !== null);
  return server;
}

const LIST = "^weir$\n/^(a+)+$/\n\\s+$\n(\n";

describe("a pasted list", () => {
  test("is judged and sorted by growth; what does not read says why", async () => {
    await judge(LIST);
    await says("risk-summary", "4 patterns in 1 file: 2 grow faster than the text");
    expect(rows()).toEqual([
      expect.stringMatching(/^exponentialin one searchpasted list:2\^\(a\+\)\+\$.*a × n/),
      expect.stringMatching(/^degree 2in one searchpasted list:3\\s\+\$.*with the search’s restarts/),
      expect.stringMatching(/^has a mistakepasted list:4\(/),
      expect.stringMatching(/^linearin one searchpasted list:1\^weir\$/),
    ]);
    await user.selectOptions(await part("combobox", "sorted by"), "place");
    await until("in their order", () => /^linear/.test(rows()[0] ?? ""));
  });

  test("is judged as its dialect's engine runs it: grep grows with no pattern of these", async () => {
    await open();
    await user.selectOptions(await part("combobox", "dialect of the list"), "ere");
    fireEvent.change(await part("textbox", "Patterns, one a line"), { target: { value: "(a|a)*b\n(a|a)*(b)\\2c\n" } });
    await press("button", "Judge them");
    await says("risk-summary", "2 patterns in 1 file: 1 grows faster than the text");
    expect(rows()).toEqual([expect.stringMatching(/^exponential/), expect.stringMatching(/^linear in grepin one searchpasted list:1\(a\|a\)\*b$/)]);
  });

  test("is there after a reload, with ways to the shelf and back from the bench", async () => {
    const stop = startKeepingList();
    await judge("/^(a+)+$/\n^weir$\n");
    stop();
    const before = rows();
    expect(screen.getByRole("link", { name: "Shelf" }).getAttribute("href")).toBe("/");
    // A reload begins with an empty store, and what the session holds.
    act(() => void store.dispatch(listFound(initialRisks)));
    expect(screen.queryByRole("list", { name: "Patterns" })).toBeNull();
    act(startKeepingList)();
    await until("the list is there", () => screen.queryByRole("list", { name: "Patterns" }) !== null);
    expect(rows()).toEqual(before);
    await user.click(within(screen.getByRole("list", { name: "Patterns" })).getAllByRole("button")[0] as HTMLElement);
    await press("link", "Risk list");
    await until("the list is back", () => screen.queryByRole("list", { name: "Patterns" }) !== null);
  });

  test("of a language that knows characters by name fetches their names", async () => {
    await open();
    await user.selectOptions(await part("combobox", "dialect of the list"), "python");
    fireEvent.change(await part("textbox", "Patterns, one a line"), { target: { value: "\\N{EM DASH}+$\n\\N{EM DASCH}\n" } });
    await press("button", "Judge them");
    await until("all are judged", () => screen.queryByRole("button", { name: "Another list" }) !== null);
    expect(rows()).toEqual([expect.stringMatching(/^degree 2.*\\N\{EM DASH\}/), expect.stringMatching(/^has a mistake.*EM DASCH/)]);
  });

  inDepth("is searched, and what is not there is said", async () => {
    await judge(LIST);
    const search = await part("searchbox", "Search the list");
    await user.type(search, "weir");
    await until("one is left", () => rows().length === 1);
    await user.type(search, "x");
    await until("none is left", () => screen.queryByText("Nothing in the list holds that.") !== null);
  });

  test("a row opens on the bench with its attack as the sample", async () => {
    await judge(LIST);
    await press("button", /^exponential/);
    expect(await part("textbox", "Title of the pattern")).toHaveProperty("value", "pasted list:2");
    const { fields } = store.getState().draft;
    expect(fields).toMatchObject({ pattern: "^(a+)+$", samples: [{ name: "attack", text: expect.stringMatching(/^a{10,}/) }] });
  });

  inDepth("what asks for all matches is judged so, and opens on a bench that asks so", async () => {
    await open();
    const text = "import re\nre.findall(r'x+y|x', t)\n";
    await user.upload(screen.getByLabelText("Files"), new File([text], "gauge.py"));
    await until("it is judged", () => screen.queryByRole("button", { name: "Another list" }) !== null);
    expect(rows()).toEqual([expect.stringMatching(/^degree 2over all matchesgauge\.py:2x\+y\|xx × n, with the search’s restarts/)]);
    await press("button", /^degree 2/);
    await says(
      "verdict",
      "square, because the search starts again at every offset, over all matches: quick on everyday texts; a second is enough up to 6,322 characters, since attempts run on in x+",
    );
    expect(window.location.search).toBe("?view=hazard&ask=all");
  });

  test("a row that is looked at does not litter the shelf; an edit puts it there", async () => {
    const server = await judge("/^(a+)+$/");
    await press("button", /^exponential/);
    await says("keeping", "not saved; the first edit saves it");
    expect(server.specimens.size).toBe(0);
    await type("Pattern", "b");
    await until("it is kept", () => server.specimens.size === 1);
    await says("keeping", "revision 1, saved");
    const [kept] = server.specimens.values();
    expect(kept).toMatchObject({ pattern: "^(a+)+$b", samples: [{ name: "attack" }] });
  });

  test("nothing cannot be judged, and stays while one looks elsewhere", async () => {
    await open();
    expect(await part("button", "Judge them")).toHaveProperty("disabled", true);
    await judge(LIST);
    openAt("/");
    await part("heading", "Saved patterns");
    openAt("/risks");
    await until("it is there", () => rows().length === 4);
  });
});

describe("files", () => {
  test("are read as programs; what is put together at run time is counted apart", async () => {
    await open();
    const text = "const gauge = /(\\d+)*$/;\nconst made = new RegExp(process.argv[2]);\n";
    await user.upload(screen.getByLabelText("Files"), new File([text], "gauge.ts"));
    await says("risk-summary", "1 pattern in 1 file: 1 grows faster than the text; 1 place puts its pattern together when the program runs");
    expect(rows()).toEqual([expect.stringMatching(/^exponentialin one searchgauge\.ts:1/)]);
  });

  test("one that is too large is left out and said", async () => {
    await open();
    const large = new File(["x"], "bundle.js");
    Object.defineProperty(large, "size", { value: 4_000_000 });
    await user.upload(screen.getByLabelText("Files"), large);
    await until("it is said", () => screen.queryByText(/Files of more than 3 million bytes are not read/) !== null);
  });
});

inDepth("judging is stopped, and what is known stays", async () => {
  await open();
  const many = Array.from({ length: 3000 }, (_, i) => `weir${i}(?:a+b?)+$`).join("\n");
  fireEvent.change(await part("textbox", "Patterns, one a line"), { target: { value: many } });
  await press("button", "Judge them");
  await until("some are judged", () => /^[1-9]\d* of 3,000 judged/.test(wordsOf(document.querySelector("[data-part=risk-summary]") as Element)));
  await press("button", "Stop");
  await says("risk-summary", /stopped at \d+ of 3,000/);
  expect(workers.filter(({ name, ended }) => name === "lamprey-risks" && !ended)).toEqual([]);
  expect(rows().length).toBeGreaterThan(0);
});
