/**
 * The host's side on the bench: rewriting, calls, source text both ways, and the real engines.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, jest, test } from "@jest/globals";
import { fireEvent, screen } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { pointedAt } from "../src/state/benchSlice.ts";
import { store } from "../src/state/store.ts";
import { act, cleanup, key, openBench, part, paste, press, says, type, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

/** Gives each file that is saved to the test instead. */
function saved(): { readonly name: string; readonly text: Promise<string> }[] {
  const files: { name: string; text: Promise<string> }[] = [];
  let blob: Blob | undefined;
  URL.createObjectURL = (given) => {
    blob = given as Blob;
    return "blob:made";
  };
  URL.revokeObjectURL = () => {};
  jest.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(function (this: HTMLAnchorElement) {
    files.push({ name: this.download, text: blob ? blob.text() : Promise.resolve("") });
  });
  return files;
}

describe("rewriting", () => {
  test("a template makes the sample as it would be, and it is kept with the specimen", async () => {
    const server = openBench({ at: "?desk=rewrite" });
    await says("rewritten", "2 replacements; 32 characters become 18");
    await type("Template", "$2 at $1");
    await says("rewritten", "2 replacements; 32 characters become 38");
    expect(store.getState().host.rewriting?.parts.map(({ kind }) => kind)).toEqual(["group", "text", "group"]);
    await until("it is kept", () => server.sent.some(({ method, body }) => method === "PATCH" && (body as { template?: string }).template === "$2 at $1"));
  });

  test("what the template does that does not show is said; one that is refused keeps the last good preview", async () => {
    openBench({ dialect: "python", flags: "", at: "?desk=rewrite", template: "\\2" });
    await says("rewritten", "32 characters become");
    await type("Template", "\\7");
    await says("template-mistake", "Refused at 2: There is no group 7; the pattern has 2 groups.");
    await says("rewritten", "2 replacements");
    await type("Template", "$1", "instead");
    await until("the remark", () => screen.queryByText(/“\$1” stands for itself/) !== null);
  });

  test("the whole text is copied, saved, or put in as a sample", async () => {
    openBench({ at: "?desk=rewrite", template: "<$2>" });
    await says("rewritten", "2 replacements");
    const files = saved();
    await press("button", "save it");
    await until("it is saved", () => files.length === 1);
    expect([files[0]?.name, await files[0]?.text]).toEqual(["Gauges-rewritten.txt", "<41> cm\n<7> cm\nweir shut\n"]);
    await press("button", "put it in as a sample");
    await until("the sample", () => store.getState().draft.fields.samples.length === 2);
    expect(store.getState().draft.fields.samples[1]).toMatchObject({ name: "log, rewritten", text: "<41> cm\n<7> cm\nweir shut\n" });
    jest.restoreAllMocks();
  });

  inDepth("a match is left alone, and comes back", async () => {
    openBench({ at: "?desk=rewrite", template: "x" });
    await says("rewritten", "2 replacements");
    act(() => void store.dispatch({ type: "host/leftAlone", payload: 0 }));
    await says("rewritten", "1 replacement; 32 characters become 25");
    await press("button", "1 match left alone; replace all");
    await says("rewritten", "2 replacements");
    act(() => void store.dispatch({ type: "host/leftAlone", payload: 1 }));
    await type("Pattern", "c");
    await until("other matches", () => store.getState().host.but.length === 0);
  });

  inDepth("a file is rewritten without being shown, and saved under its name", async () => {
    openBench({ at: "?desk=rewrite", template: "$1" });
    await says("rewritten", "2 replacements");
    const files = saved();
    const text = "gate 12\n".repeat(50_000);
    fireEvent.change(screen.getByLabelText("A file to rewrite"), { target: { files: [new File([text], "gates.log")] } });
    await until("it is saved", () => files.length === 1);
    expect([files[0]?.name, (await files[0]?.text)?.length]).toEqual(["gates.log", 50_000 * 5]);
    await until("it is said", () => screen.queryByText("gates.log: 50000 replacements, saved".replace("50000", "50,000")) !== null);
    jest.restoreAllMocks();
  });
});

describe("calls", () => {
  test("are written as the language writes values; what would surprise is said; a value marks where it came from", async () => {
    openBench({ dialect: "python", flags: "", at: "?desk=calls" });
    await says("calls", "re.findall(p, text)[ ('Ulm', '41'), ('Tarrow', '7'), ]With groups it gives a tuple of them for each match");
    const [seven] = await screen.findAllByRole("button", { name: "'7'" });
    await user.click(seven as HTMLElement);
    expect(store.getState().bench.pointed).toEqual({ part: { start: 0, end: 0 }, stretch: { start: 17, end: 18 } });
    expect(store.getState().bench.chosen).toBe(1);
    act(() => void store.dispatch(pointedAt(null)));
    await type("Pattern", "(?:\\w+) (?:\\d+)", "instead");
    await says("calls", "re.findall(p, text)['Ulm 41', 'Tarrow 7']list");
  });

  test("those that throw say why; a pattern that does not read keeps the last, dimmed", async () => {
    openBench({ flags: "", at: "?desk=calls" });
    await says("calls", "TypeError: String.prototype.matchAll called with a non-global RegExp argument");
    await says("calls", 're.exec(text)["Ulm 41", "Ulm", "41", index: 0, groups: undefined]');
    await type("Pattern", "(");
    await until("it is dimmed", () => document.querySelector("[data-part=calls]")?.className.includes("opacity-50") === true);
  });
});

describe("source text", () => {
  test("every form is there to copy, and a program", async () => {
    const copied: string[] = [];
    jest.spyOn(navigator.clipboard, "writeText").mockImplementation(async (text) => void copied.push(text));
    openBench({ pattern: 'a/"\\d', flags: "i", at: "?desk=source" });
    await says("source", '/a\\/"\\d/i');
    await says("source", 'new RegExp("a/\\"\\\\d", "i")');
    await says("source", "for (const match of text.matchAll(pattern))");
    await press("button", "copy", await part("region", "RegExp constructor"));
    expect(copied).toEqual(['new RegExp("a/\\"\\\\d", "i")']);
    await type("Pattern", "(");
    await says("source", "");
    expect(await screen.findByText(/Only a pattern that reads is handed off/)).toBeTruthy();
    jest.restoreAllMocks();
  });

  test("what is pasted is read as the literal that it is at one key, and undo takes it back", async () => {
    openBench();
    await says("count", "2 matches");
    await paste('re.compile(r"(\\d+) cm", re.I)');
    await says("offer", "That is source text (python, raw string): the pattern (\\d+) cm, flags i");
    key("takeOffer");
    await until("it is read", () => store.getState().draft.fields.pattern === "(\\d+) cm");
    await until("it is offered no more", () => document.querySelector("[data-part=offer]") === null);
    expect(store.getState().draft.fields).toMatchObject({ dialect: "python", flags: "i" });
    await says("count", "2 matches");
    (await part("textbox", "Pattern")).focus();
    await user.keyboard("{Control>}z{/Control}");
    await until("it is back", () => store.getState().draft.fields.pattern.startsWith("re.compile"));
    expect(store.getState().draft.fields).toMatchObject({ dialect: "ecmascript", flags: "g" });
  });

  test("pasting as it stands stays possible; a string that takes backslashes says so; a plain pattern offers nothing", async () => {
    openBench();
    await paste('new RegExp("\\d+")');
    await says("offer", "Its string takes 1 backslash away");
    await press("button", "Leave it");
    expect(store.getState().draft.fields.pattern).toBe('new RegExp("\\d+")');
    await paste("(\\d+) cm");
    await says("count", "2 matches");
    expect(document.querySelector("[data-part=offer]")).toBeNull();
    await paste("/x/i");
    await says("offer", "the pattern x, flags i");
    await type("Pattern", "y", "instead");
    await until("the offer goes", () => document.querySelector("[data-part=offer]") === null);
  });
});

describe("real engines", () => {
  test("one that finds the same agrees", async () => {
    const server = openBench({ at: "?desk=engines" });
    await says("engines", "Node.js 20.1.0");
    server.engineAnswer = {
      version: "20.1.0",
      ms: 1.25,
      more: false,
      matches: [
        [0, 6, [0, 3], [4, 6]],
        [10, 18, [10, 16], [17, 18]],
      ],
    };
    await press("button", "Confirm with it");
    await says("engines", "It agrees: 2 matches, with all captures, in 1.3 ms.");
    expect(server.sent.find(({ path }) => path === "/engines/node")).toMatchObject({ body: { pattern: "(\\w+) (\\d+)", flags: "g", mode: "all" } });
    expect(wordsOf(await part("tab", /^Code/))).toContain("agrees");
    await type("Pattern", "c");
    await says("engines", "It has not been asked about this run.");
  });

  test("one that does not is shown lane against lane, and saved as a case", async () => {
    const server = openBench({ at: "?desk=engines" });
    await says("engines", "Node.js");
    server.engineAnswer = { version: "20.1.0", ms: 12, more: false, matches: [[0, 5, [0, 3], [4, 5]]] };
    await press("button", "Confirm with it");
    await says("engines", /It does not agree: it found 1 match in 12 ms, here are 2.*└────┘.*here 0–6.*└───┘.*Node.js 0–5.*match 2.*none/);
    const files = saved();
    await press("button", "save this as a case");
    expect(JSON.parse((await files[0]?.text) ?? "{}")).toMatchObject({
      format: "lamprey-case",
      pattern: "(\\w+) (\\d+)",
      ours: [[0, 6, [0, 3], [4, 6]], expect.anything()],
      theirs: { matches: [[0, 5, [0, 3], [4, 5]]] },
    });
    server.engineAnswer = {
      version: "20.1.0",
      ms: 12,
      more: false,
      matches: [
        [0, 6, [0, 3], null],
        [10, 18, [10, 16], [17, 18]],
      ],
    };
    await press("button", "Confirm with it");
    await says("engines", "group 2: here 4–6, there not set");
    jest.restoreAllMocks();
  });

  test("hanging, refusing, missing and switched off are said", async () => {
    const server = openBench({ at: "?desk=engines" });
    await says("engines", "Node.js");
    server.engineAnswer = { trouble: "hung", message: "Node.js did not end within 2 s, and was ended." };
    await press("button", "Confirm with it");
    await says("engines", "did not end within 2 s");
    server.engineAnswer = { version: "20.1.0", refused: "Invalid group" };
    await press("button", "Confirm with it");
    await says("engines", "It refuses the pattern, which is read here: Invalid group");
    server.away = true;
    await press("button", "Confirm with it");
    await says("engines", "The server did not answer.");
  });

  test("what is not there says what to install; where asking is switched off, that is said", async () => {
    const server = openBench({ dialect: "python", flags: "", at: "?desk=ledger" });
    await says("count", "2 matches");
    server.engines = { on: true, items: [{ name: "python3", title: "Python", dialect: "python", version: null, install: "Install Python 3.", asked: false }] };
    key("engines");
    await says("engines", "Python is not on the server’s machine. Install Python 3.");
    cleanup();
    const off = openBench({ at: "?desk=ledger" });
    await says("count", "2 matches");
    off.engines = { on: false, items: [] };
    key("engines");
    expect(await screen.findByText(/Asking engines is switched off/)).toBeTruthy();
  });
});
