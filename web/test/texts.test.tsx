/**
 * Expectations on the bench: the list, what came of it, and texts put into it by key.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { EditorView } from "@codemirror/view";
import { afterEach, describe, expect, test } from "@jest/globals";
import { screen } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { store } from "../src/state/store.ts";
import { act, cleanup, key, openBench, part, press, says, type, until, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const LIST = "+ Ulm 41\n- weir\n+2 a 1 b 2";
const list = (): string => store.getState().draft.fields.expectations;
const marks = (): string[] => [...document.querySelectorAll(".cm-judged .holds-mark, .cm-judged .fails-mark")].map(wordsOf).slice(1);

/** Puts the caret of the list into a line, from 0. */
async function caretInLine(line: number): Promise<void> {
  const view = EditorView.findFromDOM(await part("textbox", "Texts that must and must not match"));
  act(() => view?.dispatch({ selection: { anchor: view.state.doc.line(line + 1).from } }));
}

test("every edit of the pattern judges all of them; those that changed come first", async () => {
  openBench({ expectations: LIST, at: "?desk=texts" });
  await says("judged", "3 of 3 as expected");
  await says("texts", "3 of 3");
  await until("marks", () => marks().join() === "passes,passes,passes");
  await type("Pattern", "\\d+", "instead");
  await says("judged", "3 of 3");
  await type("Pattern", "(\\w+) (\\d\\d)", "instead");
  await says("judged", "2 of 3 as expected");
  await says("judged", "By this edit line 3 fails");
  await says("texts", "2 of 3, 1 changed");
  expect(marks()).toEqual(["passes", "passes", "fails"]);
  await press("button", "to the first that fails");
  await says("at-line", "line 3: 0 matches");
  await press("button", "put it in as a sample");
  await until("the sample", () => store.getState().draft.fields.samples.at(-1)?.text === "a 1 b 2");
});

test("what changed is told against the pattern before the edits that belong together, not before the last key", async () => {
  openBench({ expectations: LIST, at: "?desk=texts" });
  await says("judged", "3 of 3 as expected");
  await type("Pattern", "x", "instead");
  await says("judged", "1 of 3");
  await type("Pattern", "(\\w+) (\\d\\d)", "instead");
  await says("judged", "2 of 3 as expected");
  await says("judged", "By this edit line 3 fails");
  expect(store.getState().expectations.changed).toHaveLength(1);
});

test("a pattern that does not read keeps what was judged; an empty list says nothing in the strip", async () => {
  openBench({ expectations: LIST, at: "?desk=texts" });
  await says("judged", "3 of 3");
  await type("Pattern", "(");
  await says("judged", "3 of 3");
  await until("it is dimmed", () => document.querySelector("[data-part=list]")?.parentElement?.className.includes("opacity") === true);
  cleanup();
  openBench({ at: "?desk=texts" });
  await says("count", "2 matches");
  expect(document.querySelector("[data-part=texts]")).toBeNull();
  expect(screen.getByText(/A text a line; every edit/)).toBeTruthy();
});

test("a text that fails says why: how far it came, what would be nearest, and what the pattern lacks, to be taken", async () => {
  openBench({ pattern: "gate \\d+ open", flags: "g", expectations: "+= Gate 7 opne\n+ gate 7 open", at: "?desk=texts" });
  await says("judged", "1 of 2");
  await caretInLine(0);
  await says("why-not", "3 characters away");
  await type("Pattern", "gate \\d+ op", "instead");
  await type("Pattern", "gate \\d opne", "instead");
  await says("why-not", "It came from 0 to 0; there g was not met.The nearest text that matches, 1 character away:Ggate 7 opne");
  await says("why-not", "in either case, which lets in");
  await press("button", "Take it", await part("region", "Why not"));
  await until("the flag", () => store.getState().draft.fields.flags === "gi");
  await says("at-line", "line 1: 1 match");
});

test("texts by example are added, to be read and kept", async () => {
  openBench({ pattern: "gate (?:open|shut)", flags: "", text: "gate open", at: "?desk=texts" });
  await says("count", "1 match");
  await press("button", "texts by example");
  await until("they are there", () => list().includes("+= gate open") && list().includes("+= gate shut"));
  await says("judged", /(\d+) of \1 as expected/);
  expect(list()).toMatch(/\n-= /);
});

describe("by key", () => {
  test("the chosen match must match, or must not; a line is flipped; it is kept", async () => {
    const server = openBench({ at: "?desk=texts" });
    await says("count", "2 matches");
    key("expectMatch");
    await says("judged", "1 of 1");
    key("matchOn");
    key("matchOn");
    await until("the second", () => store.getState().bench.chosen === 1);
    key("expectNone");
    await until("both", () => list() === "+ Ulm 41\n- Tarrow 7");
    await says("judged", "1 of 2");
    await caretInLine(1);
    key("flipExpectation");
    await says("judged", "2 of 2");
    expect(list()).toBe("+ Ulm 41\n+ Tarrow 7");
    await until("it is kept", () => server.sent.some(({ method, body }) => method === "PATCH" && (body as { expectations?: string }).expectations === list()));
  });

  test("what is selected comes before the match", async () => {
    openBench();
    await says("count", "2 matches");
    const view = EditorView.findFromDOM(await part("textbox", "Sample text"));
    act(() => view?.dispatch({ selection: { anchor: 4, head: 9 } }));
    key("expectMatch");
    expect(list()).toBe("+ 41 cm");
  });

  inDepth("a text that an edit gained is made one on the drift", async () => {
    openBench({ pattern: "a+", flags: "", at: "?desk=drift" });
    await says("drift", "no edit yet");
    await type("Pattern", "b");
    await says("drift", "it now also takes");
    const [first] = await screen.findAllByRole("button", { name: "must not" });
    act(() => first?.click());
    expect(list()).toBe("-= ab");
  });
});

describe("what groups hold", () => {
  test("the line at the caret asks for just these matches, at a key, and for any again", async () => {
    openBench({ expectations: "+ Ulm 41\n- weir", at: "?desk=texts" });
    await says("judged", "2 of 2");
    await caretInLine(0);
    key("holdMatches");
    await until("it is written", () => list() === "+ Ulm 41\t0-6[0-3,4-6]\n- weir");
    await says("judged", "2 of 2");
    // The same match with other groups is another.
    await type("Pattern", "(\\w+) (\\d)\\d", "instead");
    await says("judged", "1 of 2");
    await type("Pattern", "(\\w+) (\\d+)", "instead");
    await says("judged", "2 of 2");
    await press("button", "any matches will do");
    await until("it is taken off", () => list() === "+ Ulm 41\n- weir");
    await press("button", "just these, with their groups");
    await until("it is written again", () => list().includes("\t"));
  });
});
