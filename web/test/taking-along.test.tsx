/**
 * Ways back and ways out: revisions, copies, links that hold a pattern; and the ways through a sample.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { EditorView } from "@codemirror/view";
import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import { readLink } from "@lamprey/api/link";
import { screen, within } from "@testing-library/dom";
import { store } from "../src/state/store.ts";
import { cleanup, key, openAt, openBench, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";

afterEach(cleanup);

const pattern = () => store.getState().draft.fields.pattern;
const isKept = (revision: number) =>
  until(`revision ${revision} is kept`, () => document.querySelector("[data-part=keeping]")?.textContent?.startsWith(`revision ${revision},`) === true);
const saveMenu = async (item: RegExp): Promise<void> => {
  (await part("button", /^Save/)).focus();
  await user.keyboard("{Enter}");
  await press("menuitem", item);
};

describe("revisions", () => {
  const twice = async () => {
    openBench({ pattern: "Ulm (\\d)", flags: "g" });
    await says("count", "1 match");
    await isKept(1);
    await type("Pattern", "Tarrow (\\d)", "instead");
    await isKept(2);
    await saveMenu(/^Revisions/);
    await part("button", "Restore");
  };

  test("one is restored, and undo takes it back", async () => {
    await twice();
    expect(
      within(await part("list", "Earlier revisions"))
        .getAllByRole("listitem")
        .map(wordsOf),
    ).toEqual([expect.stringMatching(/^revision 1, until .*Ulm \(\\d\)/)]);
    await press("button", "Restore");
    await until("it is as it was", () => pattern() === "Ulm (\\d)");
    await says("count", "1 match");
    EditorView.findFromDOM(await part("textbox", "Pattern"))?.focus();
    await user.keyboard("{Control>}z{/Control}");
    await until("it is back", () => pattern() === "Tarrow (\\d)");
  });

  test("what changed since one is said; one becomes a new pattern with the same samples", async () => {
    await twice();
    await press("button", "What changed since");
    await until("the panel", () => store.getState().bench.panel === "drift");
    await says("drift-in-full", "Since revision 1");
    await saveMenu(/^Revisions/);
    await press("button", "Copy to a new pattern");
    await until("another one is open", () => store.getState().draft.fields.title === "Gauges, revision 1");
    expect([pattern(), store.getState().draft.revision, store.getState().draft.fields.samples[0]?.text.startsWith("Ulm 41")]).toEqual(["Ulm (\\d)", 0, true]);
  });
});

describe("out of the bench", () => {
  let copied = "";
  beforeEach(() => {
    copied = "";
    jest.spyOn(navigator.clipboard, "writeText").mockImplementation(async (text) => {
      copied = text;
    });
  });

  test("a copy of the pattern is a pattern of its own", async () => {
    openBench({ expectations: "+ Ulm 41" });
    await says("count", "2 matches");
    await saveMenu(/^Duplicate/);
    await until("it is open", () => store.getState().draft.fields.title === "Gauges (copy)");
    expect([store.getState().draft.revision, store.getState().draft.fields.expectations]).toEqual([0, "+ Ulm 41"]);
  });

  test("a link holds all of it, and opens; one that is damaged says so", async () => {
    openBench({ pattern: "Ulm (\\d)", expectations: "+ Ulm 41\n- Tarrow", template: "$1" });
    await says("count", "1 match");
    await saveMenu(/^Copy a link/);
    await until("it is copied", () => copied.includes("/link#1."));
    const fragment = copied.slice(copied.indexOf("#"));
    expect(await readLink(fragment)).toMatchObject({ pattern: "Ulm (\\d)", expectations: ["+ Ulm 41", "- Tarrow"], template: "$1" });
    await until("it is said", () => document.body.textContent?.includes("A link that holds “Gauges” is on the clipboard.") === true);
    // A title that was emptied is that of the pattern.
    const title = await part("textbox", "Title of the pattern");
    await user.clear(title);
    await saveMenu(/^Copy a link/);
    await until("it is said, too", () => document.body.textContent?.includes("A link that holds “Ulm (\\d)” is on the clipboard.") === true);
    expect(await readLink(copied.slice(copied.indexOf("#")))).toMatchObject({ title: "Ulm (\\d)" });
    cleanup();
    openAt(`/link${fragment}`);
    await says("count", "1 match");
    expect(store.getState().draft).toMatchObject({ revision: 0, fields: { title: "Gauges", expectations: "+ Ulm 41\n- Tarrow", template: "$1" } });
    cleanup();
    openAt(`/link${fragment.slice(0, -8)}`);
    await until("it is said", () => screen.queryByText(/^The link is damaged/) !== null);
  });
});

describe("through the sample", () => {
  const caretAt = () => store.getState().bench.sampleCaret;

  test("to a match or a line by its number; of one that there is not, how many there are", async () => {
    openBench({ pattern: "\\d", text: "a1\nb\nc2 d3\n" });
    await says("count", "3 matches");
    key("goTo");
    await user.type(await part("textbox", "Number of the match"), "4");
    await until("there are three", () => screen.queryByText("There is no such match: they are 1 to 3.") !== null);
    await user.clear(await part("textbox", "Number of the match"));
    await user.type(await part("textbox", "Number of the match"), "3{Enter}");
    await until("the caret is there", () => caretAt() === 9 && store.getState().bench.chosen === 2);
    key("goTo");
    await user.click(await part("radio", "line"));
    await user.type(await part("textbox", "Number of the line"), "2{Enter}");
    await until("the line", () => caretAt() === 3);
  });

  test("to the lines without a match, forwards and back", async () => {
    openBench({ pattern: "\\d", text: "a\nb1\nc\nd2\ne\n" });
    await says("result", "2 matches");
    await press("button", /^3 lines without a match/);
    await until("the next", () => caretAt() === 5);
    key("lineWithoutOn");
    await until("the one after", () => caretAt() === 10);
    await press("button", "The line without a match before this one");
    await until("back", () => caretAt() === 5);
    key("lineWithoutBack");
    await until("the first", () => caretAt() === 0);
    key("lineWithoutBack");
    await until("the last", () => caretAt() === 10);
  });

  test("a text is found", async () => {
    openBench();
    await says("count", "2 matches");
    await press("button", "Find");
    await user.type(await part("textbox", "Find in the sample"), "Tarrow");
    const view = EditorView.findFromDOM(await part("textbox", "Sample text"));
    await press("button", "next");
    await until("it is selected", () => view?.state.selection.main.from === 10 && view.state.selection.main.to === 16);
  });
});

describe("into the pattern", () => {
  test("where a construct begins, the key that lists what may follow is said", async () => {
    openBench({ pattern: "", text: "Ulm 41" });
    await type("Pattern", "(?<");
    await says("may-follow", "lists what may follow");
    await type("Pattern", "a", "instead");
    await until("nothing begins there", () => document.querySelector("[data-part=may-follow]") === null);
  });

  test("a construct is inserted by its name, in the dialect's own way", async () => {
    openBench({ pattern: "a", flags: "", dialect: "python" });
    await part("textbox", "Pattern");
    key("commands");
    (await screen.findByPlaceholderText("What do you want to do?")).focus();
    await user.keyboard("named group{Enter}");
    await until("it is there", () => pattern().includes("(?P<name>)"));
  });
});
