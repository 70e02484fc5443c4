/**
 * The bench as its users have it: what they write, press and read.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { fireEvent, screen } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { likeness } from "../src/menu/CommandMenu.tsx";
import { store } from "../src/state/store.ts";
import { workers } from "./page/browser.ts";
import { act, caret, cleanup, key, openAt, openBench, part, press, rowsAre, says, type, until, user, wordsOf } from "./page/page.tsx";
import { PageServer } from "./page/server.ts";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

describe("a specimen", () => {
  test("is opened with its title, its pattern, its notes and its first sample", async () => {
    openBench({ notes: "levels by gauge" });
    expect(await part("textbox", "Title of the pattern")).toHaveProperty("value", "Gauges");
    expect(wordsOf(await part("textbox", "Pattern"))).toBe("(\\w+) (\\d+)");
    expect(await part("textbox", "what to look at")).toHaveProperty("value", "levels by gauge");
    expect(wordsOf(await part("textbox", "Sample text"))).toContain("Tarrow 7 cm");
    expect(document.title).toBe("Gauges · Lamprey");
  });

  test("that is not there is said, and so is a server that is away; trying again opens it", async () => {
    const server = new PageServer();
    openAt("/bench/00000000-0000-4000-8000-000000000009");
    await part("heading", "This pattern cannot be opened");
    expect(screen.getByText("There is no such specimen.")).toBeTruthy();
    const { id } = server.put({ title: "Sluice", samples: [{ name: "a", text: "" }] });
    server.away = true;
    openAt(`/bench/${id}`);
    await until("the server is missed", () => screen.queryByText(/The server does not answer/) !== null);
    server.away = false;
    await press("button", "Try again");
    expect(await part("textbox", "Title of the pattern")).toHaveProperty("value", "Sluice");
  });
});

describe("while one types", () => {
  test("the matches follow the pattern and the sample", async () => {
    openBench();
    await rowsAre("Matches", [/^1Ulm 41Ulm41$/, /^line 1:16 characters/, /^10–3Ulm$/, /^24–641$/, /^2Tarrow 7Tarrow7$/]);
    await type("Pattern", "(?= cm)");
    await type("Sample text", "weir 9 cm\n");
    await rowsAre("Matches", [/^1/, /^line/, /Ulm$/, /41$/, /Tarrow 7Tarrow7$/, /^3weir 9weir9$/]);
    await says("work", /linear [\d.]+ ms, backtracking 373 steps/);
  });

  test("a pattern that does not read is explained where it is wrong, and the last matches stay", async () => {
    openBench();
    await rowsAre("Matches", [/Ulm 41/, /^line/, /Ulm/, /41/, /Tarrow 7/]);
    await type("Pattern", ")");
    await says("mistake", "Mistake at 11:");
    await says("mistake", ")");
    expect(screen.getByText("of the last good pattern")).toBeTruthy();
    expect(screen.getByText("The pattern has a mistake, so it was not run.")).toBeTruthy();
    await says("verdict", "with a mistake is not judged");
    await type("Pattern", "\\w+", "instead");
    await until("the mistake is gone", () => document.querySelector("[data-part=mistake]") === null);
  });

  test("several mistakes are counted; all of them are listed where the reel was", async () => {
    openBench({ pattern: "a)b)" });
    await says("mistake", "And 1 more mistake after it.");
    expect(screen.getAllByText(/bracket/i).length).toBeGreaterThan(1);
  });

  test("an empty pattern and an empty sample say what to do", async () => {
    openBench({ pattern: "", text: "" });
    await until("the pattern's hint", () => screen.queryByText(/Write a pattern/) !== null);
    await type("Pattern", "a");
    await until("the ledger's hint", () => screen.queryByText(/The sample is empty/) !== null);
  });

  inDepth("no match is said with what it took to know", async () => {
    openBench({ pattern: "lock" });
    await until("it is said", () => screen.queryByText(/attempts in .* steps, and none came through/) !== null);
  });
});

describe("flags, dialects and asking", () => {
  test("a flag changes what matches", async () => {
    openBench({ pattern: "ULM|TARROW" });
    await until("no match", () => screen.queryByText("No match") !== null);
    await user.click(await part("button", /ignore case/));
    await rowsAre("Matches", [/Ulm/, /^line/, /Tarrow/]);
  });

  test("another dialect is chosen, and what that changes is said until it is closed", async () => {
    openBench({ pattern: "^\\d+$", flags: "gm", text: "٤١\n41\n" });
    await rowsAre("Matches", [/41/, /^line/]);
    (await part("button", /^Dialect/)).focus();
    await user.keyboard("{Enter}");
    await press("menuitemradio", /Python/);
    await rowsAre("Matches", [/٤١/, /^line/, /41/]);
    await says("dialect-changes", "Read as Python now:");
    await press("button", "Close");
    expect(document.querySelector("[data-part=dialect-changes]")).toBeNull();
  });

  inDepth("first and every match go by the flag, the others do not", async () => {
    const server = openBench();
    await says("count", "2 matches");
    await press("button", /matches ▾/);
    await press("menuitemradio", /^first match/);
    await says("count", "first only: 1 match");
    await until("the flag is kept", () => [...server.specimens.values()].some(({ flags }) => flags === ""));
    await press("button", /match ▾/);
    await press("menuitemradio", /^whole text/);
    await says("count", "whole text: 0 matches");
    expect([...server.specimens.values()].map(({ flags }) => flags)).toEqual([""]);
  });
});

describe("samples", () => {
  test("are added, renamed, shown and removed", async () => {
    openBench();
    await press("button", "Do something with the samples");
    await press("menuitem", "Add an empty sample");
    await type("Sample text", "Ulm 40");
    await rowsAre("Matches", [/^1Ulm 40/, /^line/, /Ulm/, /40/]);
    await press("button", "Do something with the samples");
    await press("menuitem", "Rename this one");
    const name = await part("textbox", "Name of the sample");
    await user.clear(name);
    await user.type(name, "evening{Enter}");
    await press("button", "log");
    await says("count", "2 matches");
    await press("button", "evening");
    await says("count", "1 match");
    await press("button", "Do something with the samples");
    await press("menuitem", "Remove this one");
    await says("count", "2 matches");
    expect(screen.queryByRole("button", { name: "evening" })).toBeNull();
  });
});

describe("the quantifier at the caret", () => {
  test("is compared in the strip and made lazy by one action", async () => {
    openBench({ pattern: "<.+>", text: "<ulm><tarrow>" });
    await caret("Pattern", 3);
    await until("it is said", () => screen.queryByText(/is greedy;/) !== null && screen.queryByText(/finds other matches/) !== null);
    await press("button", "Make it lazy");
    await says("count", "2 matches");
    expect(wordsOf(await part("textbox", "Pattern"))).toBe("<.+?>");
    await part("tab", /^Compare/);
  });
});

describe("a worker that stops", () => {
  test("is said, and the next pattern is asked of another one", async () => {
    openBench();
    await says("count", "2 matches");
    const engine = workers.filter(({ name, ended }) => name === "lamprey-engine" && !ended).at(-1);
    act(() => engine?.fail("out of memory"));
    await says("fault", "Lamprey failed on this. What is shown is of the pattern before");
    await type("Pattern", "\\w+", "instead");
    await says("count", "8 matches");
    await until("the fault is gone", () => document.querySelector("[data-part=fault]") === null);
    expect(workers.filter(({ name, ended }) => name === "lamprey-engine" && !ended)).toHaveLength(1);
  });
});

describe("more than a sample holds", () => {
  const dropped = async (bytes: number) => {
    openBench();
    const file = { name: "year.log", size: bytes, slice: () => new Blob(["gate 1\nweir 2\nhalf a li"]) };
    fireEvent.drop(await part("textbox", "Sample text"), { dataTransfer: { files: [file], getData: () => "" } });
  };
  const sample = () => document.querySelector(".cm-content[aria-label='Sample text']")?.textContent ?? "";

  test("is said, with the bound, and nothing is changed", async () => {
    await dropped(30_000_000);
    expect(wordsOf(await part("alert", ""))).toMatch(/^“year\.log” has 30\.0 million bytes\. A sample holds 8,000,000 characters; nothing was changed\./);
    expect(sample()).toContain("Ulm 41 cm");
    await press("button", "Leave it");
    expect(screen.queryByRole("alert")).toBeNull();
  });

  test("its beginning can be taken, up to a line end", async () => {
    await dropped(30_000_000);
    await press("button", "Take its beginning");
    await until("it is there", () => sample() === "gate 1weir 2");
  });
});

describe("the answer", () => {
  test("says how many matches there are and how many lines have none, and goes to the next of those", async () => {
    openBench({ pattern: "gate", flags: "g", text: "gate 1\nweir 2\ngate 3\nsluice\n" });
    await says("result", "2 matches in 2 of 4 lines");
    await press("button", "2 lines without a match ↓");
    await until("the caret is there", () => store.getState().bench.sampleCaret === 7);
    await press("button", "2 lines without a match ↓");
    await until("and at the next", () => store.getState().bench.sampleCaret === 21);
  });

  test("goes to a line without a match from the chart of the machine, too", async () => {
    openBench({ pattern: "gate", flags: "g", text: "gate 1\nweir 2\n" });
    await says("result", "1 match in 1 of 2 lines");
    await press("button", "machine as a chart");
    await until("the chart is there", () => document.querySelector(".sample-editor") === null);
    await press("button", "1 line without a match ↓");
    await until("the caret is there", () => store.getState().bench.sampleCaret === 7);
    expect(document.querySelector(".sample-editor")).not.toBeNull();
  });

  test.each([
    ["one match was asked for", { pattern: "gate", flags: "", text: "gate\nweir" }, /^1 match$/],
    ["nothing matches", { pattern: "lock", flags: "g", text: "gate" }, /^No matches$/],
    ["there is no text", { pattern: "lock", flags: "g", text: "" }, /^No matches: the sample is empty$/],
    ["the pattern has a mistake", { pattern: "(gate", flags: "g", text: "gate" }, /^The pattern has a mistake$/],
    ["there is no pattern", { pattern: "", flags: "g", text: "gate" }, /^No pattern yet$/],
  ])("%s", async (_, specimen, words) => {
    openBench(specimen);
    await says("result", words);
  });
});

describe("a file that is dropped on the sample", () => {
  const drop = async (...files: readonly (readonly [name: string, text: string])[]) =>
    fireEvent.drop(await part("textbox", "Sample text"), {
      dataTransfer: { files: files.map(([name, text]) => new File([text], name)), getData: () => "" },
    });
  const samples = () => store.getState().draft.fields.samples.map(({ name, text }) => [name, text]);

  test("is the sample, under its own name, where there was no text; nothing of it is selected", async () => {
    openBench({ pattern: "gate", text: "" });
    await drop(["spring.log", "gate 1\nweir 2"]);
    await until("it is there", () => samples()[0]?.[1] === "gate 1\nweir 2");
    expect(samples()).toEqual([["spring.log", "gate 1\nweir 2"]]);
    expect(wordsOf(await part("navigation", "Samples"))).toBe("spring.log");
    expect(document.querySelectorAll(".sample-editor .cm-selectionBackground")).toHaveLength(0);
  });

  test("leaves the pattern's editor and its caret alone", async () => {
    openBench({ pattern: "gate", text: "" });
    const pattern = await part("textbox", "Pattern");
    await drop(["spring.log", "gate 1"]);
    await until("it is there", () => samples()[0]?.[1] === "gate 1");
    expect(await part("textbox", "Pattern")).toBe(pattern);
  });

  test("is a sample beside the one that has a text; several are one each, the first on show", async () => {
    openBench({ pattern: "gate", text: "gate 9" });
    await drop(["spring.log", "gate 1"], ["autumn.log", "gate 2"]);
    await until("they are there", () => samples().length === 3);
    expect(samples()[0]?.[1]).toBe("gate 9");
    expect(
      samples()
        .slice(1)
        .map(([name]) => name)
        .sort(),
    ).toEqual(["autumn.log", "spring.log"]);
    const { draft } = store.getState();
    expect(draft.fields.samples.find(({ key }) => key === draft.shown)?.name).toBe("spring.log");
  });
});

test("files are opened as samples with a button, several at once", async () => {
  openBench({ pattern: "gate", text: "" });
  await part("button", "Open files…");
  const input = document.querySelector<HTMLInputElement>("input[aria-label='Files to open as samples']");
  await user.upload(input as HTMLInputElement, [new File(["gate 1\n"], "spring.log"), new File(["gate 2\n"], "autumn.log")]);
  const samples = () => store.getState().draft.fields.samples.map(({ name, text }) => [name, text]);
  await until("they are there", () => samples().length === 2);
  expect(samples().sort()).toEqual([
    ["autumn.log", "gate 2\n"],
    ["spring.log", "gate 1\n"],
  ]);
  expect(store.getState().bench.sampleCaret).toBe(0);
});

test("a blank at the end of the pattern has a sign", async () => {
  openBench({ pattern: "gate \\d ", text: "gate 1 " });
  await part("textbox", "Pattern");
  const signs = () =>
    [...document.querySelectorAll(".pattern-editor .unseen")].map((mark) => `${mark.getAttribute("data-sign")} ${mark.getAttribute("title")}`);
  expect(signs()).toEqual(["· space at the end of a line, U+0020"]);
});

test("characters that cannot be seen get a sign with its name, for as long as one wants", async () => {
  openBench({ text: "a\tb \n\u00a0c\u200bd\r\ne  \r\nplain text" });
  await part("textbox", "Sample text");
  const signs = () => [...document.querySelectorAll(".sample-editor .unseen")].map((mark) => `${mark.getAttribute("data-sign")} ${mark.getAttribute("title")}`);
  expect(signs()).toEqual([]);
  await press("button", "unseen characters");
  await until("they are there", () => signs().length > 0);
  expect(signs()).toEqual([
    "→ tab, U+0009",
    "· space at the end of a line, U+0020",
    "° no-break space, U+00A0",
    "| zero width space, U+200B",
    "← carriage return, U+000D",
    "· space at the end of a line, U+0020",
    "· space at the end of a line, U+0020",
    "← carriage return, U+000D",
  ]);
  expect(localStorage.getItem("lamprey.unseen")).toBe("true");
  await press("button", "unseen characters");
  await until("they are gone", () => signs().length === 0);
});

describe("by name and by key", () => {
  const openPanel = () =>
    document.querySelector("[aria-label^='Panels of'] [aria-pressed=true]")?.textContent ??
    document.querySelector("[aria-label=Desk] [aria-selected=true]")?.textContent ??
    "";

  test("panels open by their keys, by the command menu, and by the address", async () => {
    openBench({ at: "?desk=takers" });
    await until("takers", () => openPanel().startsWith("Parts"));
    key("drift");
    await until("the drift", () => openPanel().startsWith("Last edit"));
    await until("the address", () => window.location.search.includes("desk=drift"));
    key("commands");
    (await screen.findByPlaceholderText("What do you want to do?")).focus();
    await user.keyboard("open ledger{Enter}");
    await until("the ledger", () => openPanel() === "Table");
    await press("tab", /^Code/);
    await until("the first panel of its group", () => openPanel() === "Source");
    await press("button", "Calls");
    await press("tab", /^Tests/);
    await press("tab", /^Code/);
    await until("the panel of the group that was open last", () => openPanel() === "Calls");
  });

  test("reel, desk and verdicts fold and open by key, and the browser remembers it", async () => {
    openBench();
    await part("heading", "Reel");
    key("foldReel");
    await part("region", "Reel, folded");
    await says("folded-reel", "The backtracker took");
    key("foldStrip");
    await until("no verdicts", () => screen.queryByRole("region", { name: "Verdicts" }) === null);
    expect(JSON.parse(localStorage.getItem("lamprey.layout") ?? "{}")).toMatchObject({ reelOpen: false, stripOpen: false });
    key("foldStrip");
    key("foldReel");
    await part("region", "Verdicts");
    await part("heading", "Reel");
  });

  inDepth("keys and words are listed; each word is said where it stands", async () => {
    openBench();
    await says("count", "2 matches");
    key("words", "outside");
    const list = await part("dialog", "Keys and words");
    expect(wordsOf(list)).toContain("One pass of a repeated group: it keeps only what its last iteration took.");
    expect(wordsOf(list)).toContain("One step onAlt+.→");
    await press("button", "Close", list);
    const found = await part("button", "its end");
    act(() => found.focus());
    await until("it is said", () => screen.queryAllByText("The step at which this match was complete.").length > 0);
  });
});

describe("a specimen that has just been made", () => {
  test("has the focus on its pattern, counts nothing, and takes its title from the pattern until it is named", async () => {
    const server = openBench({ title: "New pattern", pattern: "", flags: "g", text: "" });
    await part("region", "Reel, folded");
    await until("the focus", () => document.activeElement?.closest(".pattern-editor") !== null);
    expect(screen.getByText("Nothing is asked for yet")).toBeTruthy();
    await says("work", "how it ran");
    await type("Pattern", "weir \\d");
    await until("it has that title", () => screen.queryByDisplayValue("weir \\d") !== null);
    await type("Sample text", "weir 7, weir 8");
    await says("count", "2 matches");
    expect(document.querySelector("[data-part=work]")?.textContent).not.toContain("steps");
    const title = await part("textbox", "Title of the pattern");
    await user.clear(title);
    await user.type(title, "Weirs");
    await type("Pattern", "+");
    expect(title).toHaveProperty("value", "Weirs");
    await until("it is kept", () => [...server.specimens.values()].some((each) => each.title === "Weirs" && each.pattern === "weir \\d+"));
    await until("it is recorded", () => store.getState().bench.result?.source.pattern === "weir \\d+" && store.getState().bench.reel !== null);
    // The first winding opens the reel, and what it costs is said.
    key("stepOn");
    await part("heading", "Reel");
    await says("work", "steps");
  });
});

test("a first pattern that does not read yet is waited for; it is not said to match nothing", async () => {
  openBench({ pattern: "" });
  await until("the hint", () => screen.queryByText("Nothing is asked for yet") !== null);
  await type("Pattern", "(ULM");
  await until("it waits", () => screen.queryByText("Its matches stand here as soon as the pattern has no mistake.") !== null);
  await type("Pattern", ")");
  await until("no match", () => screen.queryByText("No match") !== null);
});

describe("what is at the caret", () => {
  test("is said with characters of this sample, for a group with what it took, and while the pointer is on it", async () => {
    openBench({ pattern: "(\\w+) (\\d+)" });
    await says("count", "2 matches");
    await caret("Pattern", 3);
    await says("item", "\\w takes letters A to Z, letters a to z, digits 0 to 9, low line; here 24 of 32 characters");
    await caret("Pattern", 0);
    await says("item", "is group 1; in match 1 it took “Ulm”");
    await type("Pattern", "", "instead");
    await until("it is empty", () => screen.queryByText("The pattern is empty: it asks for nothing, and no match is shown.") !== null);
    expect(document.querySelectorAll(".sample-editor .lanes path.match")).toHaveLength(0);
  });

  test("a spelling of another language is written as it is here, at one key", async () => {
    openBench({ pattern: "\\AUlm", flags: "g" });
    await says("foreign", "the start of the text in other languages");
    await press("button", "Write ^");
    await until("it is written", () => store.getState().draft.fields.pattern === "^Ulm");
    await says("count", "1 match");
    await type("Pattern", "(?i)ulm", "instead");
    await press("button", /set i/);
    await until("the flag is set", () => store.getState().draft.fields.flags === "gi" && store.getState().draft.fields.pattern === "ulm");
  });

  test("Enter writes no line end that nobody sees", async () => {
    openBench({ pattern: "Ulm" });
    fireEvent.keyDown(await part("textbox", "Pattern"), { key: "Enter" });
    expect(store.getState().draft.fields.pattern).toBe("Ulm");
  });

  test("Enter begins the next string of a list", async () => {
    openBench({ pattern: "Ulm", dialect: "literal", flags: "" });
    await says("count", "1 match");
    await caret("Pattern", 3);
    fireEvent.keyDown(await part("textbox", "Pattern"), { key: "Enter" });
    expect(store.getState().draft.fields.pattern).toBe("Ulm\n");
  });
});

test("captures that differ in the same matches are shown side by side", async () => {
  openBench({ pattern: "(\\w*)(\\d+) cm", text: "weir41 cm\n" });
  await says("count", "1 match");
  await caret("Pattern", 4);
  await press("tab", /^Compare/);
  await says("captures-apart", /match, group.*greedy.*lazy/);
});

describe("what the command menu finds", () => {
  test.each([
    ["Open Drift what did my edit do", "drift", 0.7],
    ["weir or weir pool", "wei", 1],
    ["Open Drift what did my edit do to the texts", "wei", 0],
    ["Fold or open the reel", "reel open", 0.7],
    ["Fold or open the reel", "eel", 0.3],
  ])("%s, sought as “%s”: %d", (value, sought, fits) => {
    expect(likeness(value, sought)).toBe(fits);
  });
});
